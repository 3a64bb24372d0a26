#!/usr/bin/env bash
# Gathers the licences of everything that ships: the Go modules in the binary, and the npm
# packages of the web application with the fonts among them.
set -euo pipefail
cd "$(dirname "$0")/.."

go build -C tools/notices -o ../../bin/go-licenses github.com/google/go-licenses
out=$(mktemp)
trap 'rm -f "$out"' EXIT
{
  echo "Proxenos ships with the work of others. These are their licences."
  printf '\n--- The Go standard library (BSD-3-Clause)\n\n'
  cat "$(go env GOROOT)/LICENSE"
  # It warns of every repository that it cannot look up: their addresses are not written.
  GOROOT=$(go env GOROOT) GOFLAGS=-buildvcs=false bin/go-licenses report ./cmd/proxenos --ignore proxenos --template tools/notices/go.tpl 2>/dev/null |
    while IFS=$'\t' read -r name version licence path; do
      printf '\n--- %s %s (%s)\n\n' "$name" "$version" "$licence"
      cat "$path"
      for more in "$(dirname "$path")"/LICENSE-*; do # of the fonts that a module carries
        ! [ -f "$more" ] || { echo; cat "$more"; }
      done
      ! [ -f "$(dirname "$path")/NOTICE" ] || { echo; cat "$(dirname "$path")/NOTICE"; }
    done
  (cd web/app && npx --no-install license-checker-rseidelsohn --production --json --excludePrivatePackages 2>/dev/null) | node tools/notices/npm.mjs
  printf '\n--- tailwindcss %s (MIT)\n\n' "$(node -p 'require("./web/app/node_modules/tailwindcss/package.json").version')"
  cat web/app/node_modules/tailwindcss/LICENSE # its base styles are in ours
} | sed 's/[[:space:]]*$//' | cat -s >"$out"
cp "$out" notices/notices.txt
