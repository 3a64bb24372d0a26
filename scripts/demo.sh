#!/usr/bin/env bash
# Starts or stops the application with demo data.
#   scripts/demo.sh start|stop
# PROXENOS_PORT chooses its port, 8817 if left out.
set -euo pipefail
cd "$(dirname "$0")/.."
mkdir -p .run
pidfile=.run/proxenos.pid

ours() { # is the process of the pid file the application of this checkout?
  local pid
  pid=$(cat "$pidfile" 2>/dev/null) || return 1
  [ "$(readlink "/proc/$pid/exe" 2>/dev/null | sed 's/ (deleted)$//')" = "$PWD/bin/proxenos" ]
}

stop() {
  if ours; then
    local pid
    pid=$(cat "$pidfile")
    kill "$pid" 2>/dev/null || true
    for _ in $(seq 1 100); do
      kill -0 "$pid" 2>/dev/null || break
      sleep 0.1
    done
    kill -9 "$pid" 2>/dev/null || true
  fi
  rm -f "$pidfile"
}

start() {
  stop
  DATABASE_URL=$(scripts/postgres.sh start)
  export DATABASE_URL
  local port=${PROXENOS_PORT:-8817}
  # Another program may have the port; the next free one will do.
  while (exec 3<>"/dev/tcp/127.0.0.1/$port") 2>/dev/null; do port=$((port + 1)); done
  setsid bin/proxenos serve --demo --listen "127.0.0.1:$port" >.run/proxenos.log 2>&1 </dev/null &
  echo $! >"$pidfile"
  for _ in $(seq 1 300); do
    if curl -fs "http://127.0.0.1:$port/api/health" >/dev/null 2>&1; then
      echo "http://127.0.0.1:$port" >.run/address
      echo "Proxenos is at http://127.0.0.1:$port  (make stop ends it)"
      return
    fi
    kill -0 "$(cat "$pidfile")" 2>/dev/null || break
    sleep 0.1
  done
  echo "The application did not start; its last words:" >&2
  tail -n 5 .run/proxenos.log >&2
  exit 1
}

case "${1:-}" in
  start) start ;;
  stop) stop ;;
  *) echo "use: scripts/demo.sh start|stop" >&2; exit 2 ;;
esac
