#!/usr/bin/env bash
# All tests: Go with a database, what runs side by side under the race detector, then the
# interface in a browser.
set -euo pipefail
cd "$(dirname "$0")/.."

DATABASE_URL=$(scripts/postgres.sh start)
export DATABASE_URL
raced='/(store|web/easel|web/api)$'
# shellcheck disable=SC2046
go test $(go list ./... | grep -v /node_modules/ | grep -Ev "$raced")
# shellcheck disable=SC2046
go test -race $(go list ./... | grep -v /node_modules/ | grep -E "$raced")
(cd e2e && npx --no-install playwright test)
