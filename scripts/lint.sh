#!/usr/bin/env bash
# Vet, staticcheck, gofmt, types, ESLint, and generated code that is up to date.
set -euo pipefail
cd "$(dirname "$0")/.."

# What is written in TypeScript is looked at beside what is written in Go.
(
  (cd web/app && npx --no-install tsc --noEmit && npx --no-install eslint src)
  (cd e2e && npx --no-install tsc --noEmit)
) &
typescript=$!

go_packages=$(go list ./... | grep -v /node_modules/)
# shellcheck disable=SC2046,SC2086
unformatted=$(gofmt -l $(go list -f '{{$dir := .Dir}}{{range .GoFiles}}{{$dir}}/{{.}} {{end}}{{range .TestGoFiles}}{{$dir}}/{{.}} {{end}}{{range .XTestGoFiles}}{{$dir}}/{{.}} {{end}}' $go_packages))
[ -z "$unformatted" ] || { echo "not formatted: $unformatted" >&2; exit 1; }
# shellcheck disable=SC2086
go vet $go_packages
# shellcheck disable=SC2086
go tool staticcheck $go_packages
go run ./tools/wordlint

wait "$typescript"

# What is generated must be what the sources give. Paint curves take a fit of many
# steps, whose last figures differ between processors; a test checks those.
fresh=$(mktemp -d)
trap 'rm -rf "$fresh"' EXIT
(cd core/lesson && cp lesson.schema.json "$fresh/" && go generate && cmp lesson.schema.json "$fresh/lesson.schema.json") ||
  { echo "core/lesson/lesson.schema.json was out of date: it is renewed now, commit it" >&2; exit 1; }
for doc in paint rule house; do
  cp "docs/${doc}s.md" "$fresh/"
  go run "./tools/${doc}doc"
  cmp "docs/${doc}s.md" "$fresh/${doc}s.md" || { echo "docs/${doc}s.md was out of date: it is renewed now, commit it" >&2; exit 1; }
done
cp docs/handbook/words.md "$fresh/"
go run ./tools/worddoc
cmp docs/handbook/words.md "$fresh/words.md" || { echo "docs/handbook/words.md was out of date: it is renewed now, commit it" >&2; exit 1; }
cp web/api/openapi.json web/app/src/api/schema.d.ts "$fresh/"
go run ./cmd/proxenos openapi | node -e 'process.stdout.write(JSON.stringify(JSON.parse(require("fs").readFileSync(0)), null, 1) + "\n")' >web/api/openapi.json
(cd web/app && npm run --silent types >/dev/null 2>&1)
cmp web/api/openapi.json "$fresh/openapi.json" && cmp web/app/src/api/schema.d.ts "$fresh/schema.d.ts" ||
  { echo "the API's description or types were out of date: they are renewed now, commit them" >&2; exit 1; }
echo "lint: fine"
