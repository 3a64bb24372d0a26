#!/usr/bin/env bash
# All tests: Go with a database, then the interface in a browser.
set -euo pipefail
cd "$(dirname "$0")/.."

DATABASE_URL=$(scripts/postgres.sh start)
export DATABASE_URL
# shellcheck disable=SC2046
go test $(go list ./... | grep -v /node_modules/)
(cd e2e && npx --no-install playwright test)
