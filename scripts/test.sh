#!/usr/bin/env bash
# All tests: Go with a database, then what goes on side by side under the race detector (of
# the API what is asked of it at once: the detector makes painting ten times as slow), then
# the interface in a browser.
set -euo pipefail
cd "$(dirname "$0")/.."

DATABASE_URL=$(scripts/postgres.sh start)
export DATABASE_URL
# Some tests wait more than they work: three packages at once keep two cores busy. Those that
# take long come first, so that none of them is left alone at the end.
long=$(printf 'proxenos/%s\n' cmd/proxenos demo core/starter core/rehearse core/mend core/look web/api)
packages=$(go list ./... | grep -v /node_modules/ | grep -Ev '/(store|easel|work|news)$')
# shellcheck disable=SC2046,SC2086
go test -p 3 $long $(grep -vxF "$long" <<<"$packages")
go test -race -run 'NewestFirst|Database|Foreign|Stands|Margin|NotChanged|SentTwice|Outlive|ANewerEdit' ./web/api &
api=$!
sound=0
go test -race ./store ./easel ./work ./news || sound=$?
wait "$api"
((sound == 0)) || exit "$sound"
(cd e2e && npx --no-install playwright test)
