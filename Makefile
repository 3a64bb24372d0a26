# Proxenos. The two to know: make demo, make test.

SHELL := /bin/bash
GO ?= go
export GOFLAGS ?= -buildvcs=false
web := web/app

.PHONY: demo test build stop deps test-deps generate lint bench clean web

demo: build ## start PostgreSQL and the application with demo data; print the address
	scripts/demo.sh start

stop: ## stop what make demo started
	scripts/demo.sh stop
	scripts/postgres.sh stop

build: deps bin/proxenos ## leave the application at bin/proxenos

test: deps test-deps build lint ## everything
	scripts/test.sh

deps: ## install what is missing to run
	scripts/deps.sh run

test-deps: ## install what is missing to test
	scripts/deps.sh test

# Sources that the binary is made of.
go_files := $(shell find . -name node_modules -prune -o \( -name '*.go' -o -name '*.sql' -o -name '*.schema.json' \) -print) $(wildcard demo/*.json) go.mod go.sum
web_files := $(shell find $(web)/src $(web)/public -type f) $(web)/index.html $(web)/join.html $(web)/vite.config.ts $(web)/vite.seat.config.ts $(web)/scripts/compress.mjs $(web)/package-lock.json $(wildcard docs/handbook/*.md) $(wildcard docs/screenshots/*.png)

web: $(web)/dist/index.html
$(web)/dist/index.html: $(web_files) | deps
	cd $(web) && npm run --silent build
	@touch $@

bin/proxenos: $(go_files) $(web)/dist/index.html
	$(GO) build -trimpath -o $@ ./cmd/proxenos

generate: ## make all generated code again
	cd core/paint && $(GO) generate
	cd core/lesson && $(GO) generate
	$(GO) run ./tools/paintdoc
	$(GO) run ./tools/ruledoc
	$(GO) run ./tools/housedoc
	$(GO) run ./tools/worddoc
	$(GO) run ./tools/demopictures
	scripts/notices.sh
	$(GO) run ./cmd/proxenos openapi | node -e 'process.stdout.write(JSON.stringify(JSON.parse(require("fs").readFileSync(0)), null, 1) + "\n")' > web/api/openapi.json.new && mv web/api/openapi.json.new web/api/openapi.json
	cd $(web) && npm run --silent types

lint: ## vet, staticcheck, types, ESLint, generated code up to date
	scripts/lint.sh

bench: ## benchmarks of the core
	$(GO) test -run '^$$' -bench . -benchtime 2s ./core/...

clean: stop
	rm -rf bin .run .pg $(web)/dist/assets $(web)/dist/*.html
