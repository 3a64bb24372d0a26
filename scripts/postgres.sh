#!/usr/bin/env bash
# Runs a PostgreSQL of this checkout's own: data in .pg, loopback only, its own
# port and password, never as root.
#
#   scripts/postgres.sh start   start it if needed, wait until ready, print its URL
#   scripts/postgres.sh stop    stop it
#   scripts/postgres.sh url     print its URL
#
# DATABASE_URL, if set, names a server to use instead; then nothing is started.
# PROXENOS_PG_DIR and PROXENOS_PG_PORT choose another place, as the tests do.
set -euo pipefail
cd "$(dirname "$0")/.."

if [ -n "${DATABASE_URL:-}" ] && [ -z "${PROXENOS_PG_DIR:-}" ]; then
  [ "${1:-}" = stop ] || echo "$DATABASE_URL"
  exit 0
fi

dir=${PROXENOS_PG_DIR:-$PWD/.pg}
first_port=${PROXENOS_PG_PORT:-54817}

# PostgreSQL refuses to run as root; its Debian account does it then.
as=()
if [ "$(id -u)" = 0 ]; then
  as=(setpriv --reuid=postgres --regid=postgres --clear-groups --)
  # Where that account cannot reach the checkout, the data lives beside it.
  if ! "${as[@]}" test -x "$PWD"; then
    dir=/var/tmp/proxenos-pg-$(printf %s "$dir" | sha256sum | cut -c1-12)
  fi
fi

bin=$(find /usr/lib/postgresql -maxdepth 2 -name bin -type d 2>/dev/null | sort -V | tail -n 1)
[ -n "$bin" ] || { echo "postgres.sh: PostgreSQL is not installed: run 'make deps'" >&2; exit 1; }
# The server's program may be kept elsewhere on the path, out of Debian's folder.
server=$bin/postgres
[ -x "$server" ] || server=$(command -v postgres)

url() { echo "postgres://proxenos:$(cat "$dir/password")@127.0.0.1:$port/proxenos?sslmode=disable"; }

# port is where the server listens, or last did. A port that another program has
# taken is passed over when the server starts.
port=$(cat "$dir/port" 2>/dev/null || echo "$first_port")

taken() { (exec 3<>"/dev/tcp/127.0.0.1/$1") 2>/dev/null; }

running() { # is the process of the pid file a server on this data?
  local pid
  pid=$(head -n 1 "$dir/data/postmaster.pid" 2>/dev/null) || return 1
  [ -n "$pid" ] && [ -r "/proc/$pid/cmdline" ] && tr '\0' ' ' <"/proc/$pid/cmdline" | grep -qF -- "$dir/data"
}

ready() { PGPASSWORD=$(cat "$dir/password") psql -qAtX -h 127.0.0.1 -p "$port" -U proxenos -d postgres -c 'select 1' >/dev/null 2>&1; }

create() {
  mkdir -p "$dir"
  if [ ! -s "$dir/password" ]; then
    (umask 077; head -c 18 /dev/urandom | base64 | tr '+/' 'ab' >"$dir/password")
  fi
  [ "$(id -u)" != 0 ] || chown -R postgres:postgres "$dir"
  rm -rf "$dir/data.new"
  "${as[@]}" "$bin/initdb" -D "$dir/data.new" -U proxenos --auth=scram-sha-256 --pwfile="$dir/password" -E UTF8 --locale=C.UTF-8 >"$dir/initdb.log" 2>&1 || {
    cat "$dir/initdb.log" >&2; exit 1; }
  "${as[@]}" mv "$dir/data.new" "$dir/data" # only a whole cluster gets the name
}

start() {
  [ -d "$dir/data" ] || create
  if ! running; then
    rm -f "$dir/data/postmaster.pid" # left by an unclean stop
    port=$first_port
    while taken "$port"; do port=$((port + 1)); done
    echo "$port" >"$dir/port"
    local tries
    for tries in 1 2 3 4 5 6; do # after a kill, old helpers need a moment to go
      "${as[@]}" setsid "$server" -D "$dir/data" -c listen_addresses=127.0.0.1 -p "$port" \
        -c unix_socket_directories='' >>"$dir/server.log" 2>&1 </dev/null &
      local pid=$!
      for _ in $(seq 1 100); do
        ready && break 2
        kill -0 "$pid" 2>/dev/null || break
        sleep 0.1
      done
      sleep 1
    done
  fi
  for _ in $(seq 1 300); do ready && break; sleep 0.1; done
  ready || { echo "postgres.sh: the server on port $port does not answer; its last words:" >&2
    tail -n 5 "$dir/server.log" >&2; exit 1; }
  PGPASSWORD=$(cat "$dir/password") psql -qAtX -h 127.0.0.1 -p "$port" -U proxenos -d postgres \
    -c "select 1 from pg_database where datname = 'proxenos'" | grep -q 1 ||
    PGPASSWORD=$(cat "$dir/password") psql -qX -h 127.0.0.1 -p "$port" -U proxenos -d postgres -c 'create database proxenos'
  url
}

stop() {
  running || return 0
  "${as[@]}" "$bin/pg_ctl" stop -D "$dir/data" -m fast -w >/dev/null
}

case "${1:-}" in
  start) start ;;
  stop) stop ;;
  url) url ;;
  *) echo "use: scripts/postgres.sh start|stop|url" >&2; exit 2 ;;
esac
