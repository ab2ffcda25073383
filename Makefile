# make demo   set up, start, grade the demo class, show it (ONCE=1 ends after showing)
# make test   set up and test everything, of long tables every second or third case
# make bench  print the figures, as ratios measured in one run
# make validity  grade programs made wrong by hand, and write docs/validity.md
# make soak   all cases of all tables, and attacks, faults and crowds at length; see docs/reliability.md
# make reading  grade programs in wordings of their own, and write the tables to bin/reading.md
# make lint   vet, staticcheck, lengths of lines and files, vue-tsc, eslint

SHELL := /bin/bash
.PHONY: build setup demo test soak bench validity reading lint console screenshots clean

build: console
	go build -o bin/durchgang ./cmd/durchgang

setup:
	@scripts/setup.sh

# The console's types are generated from the API's document, which the binary
# prints; dist has to hold a file before the binary can be compiled.
console: setup console/node_modules/.stamp
	@mkdir -p bin console/dist && touch console/dist/.gitkeep
	go run ./cmd/durchgang openapi > bin/openapi.json
	cd console && npm run --silent types > /dev/null && npm run --silent build

console/node_modules/.stamp: console/package.json console/package-lock.json | setup
	cd console && npm ci --no-audit --no-fund
	@touch $@

demo: build
	@scripts/demo.sh

test: build
	go test -short -timeout 60m ./...

soak: build
	go test -count=1 -timeout 120m ./core/... ./internal/grading/... ./internal/office/... ./internal/server
	go test -count=1 -timeout 60m -v ./internal/server -run Nonsense -soak 8
	go test -count=3 -timeout 60m -v ./internal/cli -run 'MemoryStays|MendsItself|FullDisk|ProcessOne|NothingIsLost'
	go test -count=5 -timeout 60m -v ./internal/grading ./internal/office -run 'Hostile|LimitsHold|OneJob|TakenBack'

# Some figures take minutes, and are measured once.
LONG := WrittenSuites|PageMemory|EmptyBoard|FiveByFive|HundredPlayers|Load|Memory

bench: build
	go test -run '^$$' -bench . -skip '$(LONG)' -benchtime 40x ./...
	go test -run '^$$' -bench '$(LONG)' -benchtime 1x -timeout 90m ./core/suites ./core/play/drop ./internal/channel ./internal/cli ./internal/server

validity: build
	go test -count=1 -timeout 30m ./internal/grading/programs -run TestValidity -validity $(CURDIR)/docs/validity.md

reading: build
	go test -count=1 -timeout 120m ./internal/grading/wordings -run 'TestReading$$' -programs 32 -reading $(CURDIR)/bin/reading.md

lint: build
	go vet ./...
	go tool staticcheck ./...
	scripts/lines.sh
	cd console && npm run --silent check && npm run --silent lint

screenshots: build
	@scripts/screenshots.sh

clean:
	rm -rf bin console/dist console/node_modules
