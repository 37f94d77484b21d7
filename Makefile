# Zinc Owl: make demo shows it, make test tests it. Everything else is a part of these.
SHELL := /bin/bash
.DEFAULT_GOAL := help
GO_FILES := $(shell find . -name '*.go' -not -path './ui/node_modules/*')
UI_FILES := $(shell find ui/src ui/public -type f) ui/index.html ui/vite.config.ts ui/tsconfig.json
.PHONY: help demo build test check fuzz e2e bench load thorough size screenshots debian clean

help:
	@echo "make demo         install what is missing, start everything, show the demo course"
	@echo "make test         run every test"
	@echo "make bench        print the figures that are claimed"
	@echo "make load         put it under the load of many candidates"
	@echo "make thorough     kill its parts at random moments, many times"
	@echo "make screenshots  take the pictures of docs/screenshots anew"

demo: build
	@bin/zincowl demo

build: bin/zincowl

# What Debian has to provide. As root it is installed; else the line to run is said.
debian:
	@tools/debian.sh postgresql

%/node_modules/.ready: %/package.json %/package-lock.json
	cd $* && npm ci --no-audit --no-fund --loglevel=error
	@touch $@

# The interface's types are made from the server's own description.
ui/src/api/schema.d.ts: $(wildcard server/*.go app/*.go core/*/*.go core/source/*/*.go) ui/node_modules/.ready
	go run ./cmd/zincowl openapi > .openapi.json
	cd ui && node_modules/.bin/openapi-typescript ../.openapi.json -o src/api/schema.d.ts > /dev/null
	@rm -f .openapi.json

ui/dist/index.html: $(UI_FILES) ui/src/api/schema.d.ts ui/node_modules/.ready
	cd ui && node_modules/.bin/tsc --noEmit && node_modules/.bin/vite build --logLevel warn

bin/zincowl: $(GO_FILES) go.mod go.sum ui/dist/index.html core/language/lexicon/words.txt.gz $(wildcard demo/sources/* demo/*.json store/migrations/* standin/site/*) | debian
	@mkdir -p bin
	go build -o $@ ./cmd/zincowl

check: build e2e/node_modules/.ready
	test -z "$$(gofmt -l $$(git ls-files '*.go'))"
	go vet ./...
	@git diff --quiet -- ui/src/api/schema.d.ts || { echo "ui/src/api/schema.d.ts was not current; commit it as it is now." >&2; exit 1; }
	cd e2e && node_modules/.bin/tsc --noEmit
	node tools/size.mjs

test: check
	@tools/debian.sh postgresql chromium tesseract-ocr r-doc-pdf
	go test ./...
	cd e2e && node_modules/.bin/playwright test

# The tests try broken copies of every fuzz target's seeds, the same on each run. This
# searches for input that is new each time: what it finds becomes a seed. FUZZTIME=1m
# make fuzz for longer.
fuzz:
	tools/fuzz.sh

e2e: build e2e/node_modules/.ready
	@tools/debian.sh postgresql chromium tesseract-ocr
	cd e2e && node_modules/.bin/playwright test

size: ui/dist/index.html
	node tools/size.mjs

bench:
	go test -run '^$$' -bench . -benchmem ./...

# How many candidates it bears, on loopback, with what pgbench writes beside it.
load: debian
	go run ./tools/load

# Kills server, worker, readers and database at random moments, 200 times, and looks
# whether anything is lost, doubled or hangs. It takes about half an hour.
thorough: build
	KILLS=200 go test ./attack -run Killed -v -timeout 90m

screenshots: build e2e/node_modules/.ready
	@tools/debian.sh postgresql chromium tesseract-ocr
	cd e2e && SCREENSHOTS=1 node_modules/.bin/playwright test screenshots

clean:
	rm -rf bin ui/dist/assets ui/dist/index.html ui/node_modules e2e/node_modules e2e/out
