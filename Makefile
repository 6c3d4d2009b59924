# make demo    build everything and start with demo data
# make dev     server and front end with reload
# make check   build, lint and fast tests, under a minute
# make test    lint, type checks, all tests, browser tests
.DEFAULT_GOAL := build
.PHONY: build demo dev test check race cover lint lint-go lint-ui check-go check-ui generated fmt bench bench-listen bench-hand fuzz soak replica screenshots generate notices tools hooks

UI_SOURCES := $(shell find ui/src ui/public fonts docs/guide docs/screenshots -type f) ui/tools/guide.ts ui/index.html ui/vite.config.ts ui/tsconfig.json
HOME_SOURCES := $(shell find ui/home ui/src/shared fonts -type f) ui/vite.home.config.ts
GO_FILES := $(shell git ls-files '*.go' | grep -v '\.gen\.go')
GENERATED := api/openapi.yaml server/api/api.gen.go ui/src/api/schema.d.ts ui/src/api/fields.ts ui/src/shared/palette.ts docs/packages.svg
PACKAGES = $$(go list ./... | grep -v /e2e$$)
# Where properties are tested: with a seed that stays for all tests, and with new ones otherwise.
PROPERTIES = $$(git grep -l pgregory.net/rapid -- '*_test.go' | xargs -n1 dirname | sort -u | sed 's|^|evenladder/|')
NPM := npm --loglevel=error
VERSION := $(shell git describe --always --dirty 2>/dev/null || echo unknown)
# The tag leaves a typesetter out of the drawing library: docs/decisions/lean-binary.md.
export GOFLAGS := -tags=latex
# Without C the binary needs no library of the system, also in a container that has none.
BUILD := CGO_ENABLED=0 go build -trimpath -ldflags "-s -w -X main.version=$(VERSION)"

build: tools ui/dist/index.html ui/dist-home/index.html
	$(BUILD) -o bin/even-ladder ./cmd/even-ladder

demo: build
	bin/even-ladder demo

dev: build
	scripts/dev.sh

tools:
	@for t in go node npm git; do command -v $$t >/dev/null || { echo "Even Ladder is built with Go, Node and git: $$t is missing."; exit 1; }; done

ui/node_modules/.stamp: ui/package.json ui/package-lock.json
	cd ui && $(NPM) ci
	@touch $@

ui/dist/index.html: ui/node_modules/.stamp $(UI_SOURCES)
	cd ui && $(NPM) run -s build -- --logLevel warn

ui/dist-home/index.html: ui/node_modules/.stamp $(HOME_SOURCES)
	cd ui && $(NPM) run -s build-home -- --logLevel warn

generate: ui/node_modules/.stamp
	go run ./internal/generate
	go generate ./...
	cd ui && $(NPM) run -s generate >/dev/null

notices: build
	go run ./internal/notices

lint: generated
	@$(MAKE) --no-print-directory -j2 --output-sync lint-go lint-ui

generated: build
	@before="$$(cat $(GENERATED) | sha256sum)"; $(MAKE) --no-print-directory generate; \
		test "$$before" = "$$(cat $(GENERATED) | sha256sum)" || { echo "Generated files were behind their tables: look at them and commit them."; exit 1; }
	go run ./internal/notices -check

lint-go:
	@test -z "$$(gofmt -l $(GO_FILES))" || { echo "gofmt would change:"; gofmt -l $(GO_FILES); exit 1; }
	go vet ./...
	go tool staticcheck ./...

lint-ui:
	cd ui && $(NPM) run -s lint && $(NPM) run -s check
	node scripts/reading-ease.mjs

# What is committed is formatted and vetted.
hooks:
	git config core.hooksPath scripts/hooks

fmt:
	gofmt -w $(GO_FILES)
	cd ui && $(NPM) run -s format

check: generated
	@$(MAKE) --no-print-directory -j2 --output-sync check-go check-ui

check-go: lint-go
	go test -short $(PACKAGES)

check-ui: lint-ui
	cd ui && $(NPM) run -s test

# A journey that failed beside two others is driven once more by itself, and named at the end.
test: tools
	@scripts/need.sh chromium=chromium pdftotext=poppler-utils abc2midi=abcmidi musicxml2ly=lilypond xmllint=libxml2-utils ly=python3-ly
	@$(MAKE) --no-print-directory lint
	go test $(PROPERTIES) -rapid.seed=1
	go test $$(go list ./... | grep -vxF -e evenladder/e2e $$(printf -- '-e %s ' $(PROPERTIES)))
	cd third_party/textprocessing && go test ./...
	cd ui && $(NPM) run -s test
	scripts/packaging.sh
	go tool gotestsum --format standard-quiet --rerun-fails=1 --rerun-fails-max-failures=3 --packages ./e2e -- -timeout 50m -parallel 3

# Data races, in what goroutines share.
race:
	go test -race -short $(PACKAGES)

cover:
	go test -short -coverprofile=bin/cover.out -coverpkg=./core/...,./document/...,./draw/...,./format/...,./server/...,./store/... $(PACKAGES)
	@go tool cover -func=bin/cover.out | tail -1
	go tool cover -html=bin/cover.out -o bin/cover.html

bench: build
	go test -run '^$$' -bench 'Book' -cpu 1 ./core/planning/plan
	go test -run '^$$' -bench 'Plan|Run|Round|PDF|SVG|PNG|Exports|Judge|Next|Notes|Weeks|Calls|Worksheet|Known' -benchmem ./core/... ./document ./listen
	go test -run '^$$' -bench 'Room' -benchmem ./server
	go run ./internal/growth
	go run ./internal/load -binary bin/even-ladder

# How well takes are heard: docs/listening.md. It takes some minutes.
bench-listen:
	@scripts/need.sh fluidsynth=fluidsynth
	@test -e /usr/share/sounds/sf2/TimGM6mb.sf2 || scripts/need.sh no-sound-font=timgm6mb-soundfont
	go run ./internal/listenbench -upright

# How well fingers agree: docs/fingering-figures.md.
bench-hand:
	go run ./internal/handbench -file docs/fingering-figures.md

# Every property far longer than in the tests, and every fuzz target for a while each.
fuzz:
	go test -short $(PROPERTIES) -rapid.checks=2000
	@for f in $$(git grep -lE '^func Fuzz' -- '*_test.go'); do for t in $$(sed -nE 's/^func (Fuzz[A-Za-z]+)\(.*/\1/p' $$f); do \
		go test -run '^$$' -fuzz "^$$t\$$" -fuzztime 20s ./$$(dirname $$f) || exit 1; done; done

# Longer than a test should be: docs/reliability.md and docs/scaling.md have what it measured.
soak: build
	EVEN_LADDER_KILLS=1000 go test ./e2e -run 'Kill' -timeout 3h -v
	EVEN_LADDER_WRITING=1m go test ./store -run ManyWriters -v
	EVEN_LADDER_FAULTS=1 go test ./internal/diskfault -timeout 1h -v | grep -v "TestAFaultAtEveryWrite/"
	EVEN_LADDER_ROOMS=500 go test ./server -run ManyRooms -v
	EVEN_LADDER_PLANS=1m go test ./e2e -run PlansBeside -v
	EVEN_LADDER_UNREAD=1m go test ./e2e -run NeverRead -v
	EVEN_LADDER_DAY=864s go test ./e2e -run SchoolDay -timeout 1h -v

# Rooms copied elsewhere by a program that is built for this test alone: docs/scaling.md.
replica: build
	cd e2e/replica && GOFLAGS= go test -v .

screenshots: build
	@scripts/need.sh chromium=chromium
	go run ./internal/screenshots
