#!/usr/bin/env bash
# Installs what is missing: Debian's packages, npm packages and Go modules.
#   scripts/deps.sh run    to build and run
#   scripts/deps.sh test   to test as well
# What is there already is left alone, so that it works offline afterwards.
set -euo pipefail
cd "$(dirname "$0")/.."

for tool in go node npm; do
  command -v "$tool" >/dev/null || { echo "deps.sh: $tool is missing: install Go 1.26 and Node.js 20 or newer" >&2; exit 1; }
done

debian() { # debian PACKAGE...: install with apt, as root or by sudo
  local root=()
  if [ "$(id -u)" != 0 ]; then
    command -v sudo >/dev/null || { echo "deps.sh: $* is missing: install it, or sudo so that this can" >&2; exit 1; }
    root=(sudo)
  fi
  echo "Installing $*"
  "${root[@]}" apt-get update -qq
  DEBIAN_FRONTEND=noninteractive "${root[@]}" apt-get install -y -qq --no-install-recommends "$@" >/dev/null
}

packages() { # packages FOLDER: npm ci unless the lock file is what is installed
  local mark=$1/node_modules/.installed
  if ! cmp -s "$1/package-lock.json" "$mark"; then
    echo "Installing npm packages of $1"
    (cd "$1" && npm ci --silent --no-audit --no-fund)
    cp "$1/package-lock.json" "$mark"
  fi
}

missing=()
find /usr/lib/postgresql -maxdepth 3 -name initdb 2>/dev/null | grep -q . || missing+=(postgresql)
command -v psql >/dev/null || missing+=(postgresql-client)
command -v curl >/dev/null || missing+=(curl)
if [ "$1" = test ]; then
  [ -x /usr/bin/chromium ] || missing+=(chromium)
  command -v pdftotext >/dev/null || missing+=(poppler-utils) # reads what is printed
fi
[ ${#missing[@]} = 0 ] || debian "${missing[@]}"

packages web/app
[ "$1" = run ] || packages e2e
mark=.run/modules
if ! cat go.mod go.sum | cmp -s - "$mark"; then
  go mod download
  mkdir -p .run && cat go.mod go.sum >"$mark"
fi
