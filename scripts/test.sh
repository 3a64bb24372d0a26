#!/usr/bin/env bash
# All tests: Go with a database, then what goes on side by side under the race detector (of
# the API what is asked of it at once: the detector makes painting ten times as slow), then
# the interface in a browser.
set -euo pipefail
cd "$(dirname "$0")/.."

DATABASE_URL=$(scripts/postgres.sh start)
export DATABASE_URL
# Some tests wait more than they work: three packages at once keep two cores busy.
# shellcheck disable=SC2046
go test -p 3 $(go list ./... | grep -v /node_modules/ | grep -Ev '/(store|easel|work|news)$')
go test -race ./store ./easel ./work ./news
go test -race -run 'NewestFirst|Database|Foreign|Stands|Margin|NotChanged|SentTwice|Outlive|ANewerEdit' ./web/api
(cd e2e && npx --no-install playwright test)
