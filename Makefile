# make demo   build everything and start with demo data
# make test   lint, type checks, all tests, browser tests
.DEFAULT_GOAL := build
.PHONY: build demo test lint fmt bench fuzz screenshots generate tools

UI_SOURCES := $(shell find ui/src ui/public fonts -type f) ui/index.html ui/vite.config.ts ui/tsconfig.json
GO_FILES := $(shell git ls-files '*.go' | grep -v '\.gen\.go')
GENERATED := api/openapi.yaml server/api/api.gen.go ui/src/api/schema.d.ts ui/src/api/fields.ts ui/src/shared/palette.ts
NPM := npm --loglevel=error

build: tools ui/dist/index.html
	go build -o bin/even-ladder ./cmd/even-ladder

demo: build
	bin/even-ladder demo

tools:
	@for t in go node npm git; do command -v $$t >/dev/null || { echo "Even Ladder is built with Go, Node and git: $$t is missing."; exit 1; }; done

ui/node_modules/.stamp: ui/package.json ui/package-lock.json
	cd ui && $(NPM) ci
	@touch $@

ui/dist/index.html: ui/node_modules/.stamp $(UI_SOURCES)
	cd ui && $(NPM) run -s build -- --logLevel warn

generate: ui/node_modules/.stamp
	go run ./internal/generate
	go generate ./...
	cd ui && $(NPM) run -s generate >/dev/null

lint: build
	@test -z "$$(gofmt -l $(GO_FILES))" || { echo "gofmt would change:"; gofmt -l $(GO_FILES); exit 1; }
	@before="$$(cat $(GENERATED) | sha256sum)"; $(MAKE) --no-print-directory generate; \
		test "$$before" = "$$(cat $(GENERATED) | sha256sum)" || { echo "Generated code was behind api/openapi.yaml: look at it and commit it."; exit 1; }
	go vet ./...
	go tool staticcheck ./...
	cd ui && $(NPM) run -s check

fmt:
	gofmt -w $(GO_FILES)

test: tools
	@scripts/need.sh chromium=chromium pdftotext=poppler-utils abc2midi=abcmidi musicxml2ly=lilypond xmllint=libxml2-utils
	@$(MAKE) --no-print-directory lint
	go test $$(go list ./... | grep -v /e2e$$)
	go test ./e2e

bench: build
	go test -run '^$$' -bench 'Book' -cpu 1 ./core/plan
	go test -run '^$$' -bench 'Plan|Run|Round|PDF|SVG|PNG|Exports' -benchmem ./core/... ./document
	go run ./internal/growth
	go run ./internal/load -binary bin/even-ladder

fuzz:
	@for t in core/pitch:FuzzParse core/neck:FuzzParseTuning core/scale:FuzzParseFormula core/plan:FuzzParseBrief; do \
		go test -run '^$$' -fuzz "^$${t#*:}$$" -fuzztime 20s ./$${t%:*} || exit 1; done

screenshots: build
	@scripts/need.sh chromium=chromium
	go run ./internal/screenshots
