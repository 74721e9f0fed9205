.PHONY: notice demo test test-all explore cover bench build assets shots fuzz tools

export CGO_ENABLED ?= 0

build:
	go build -trimpath -ldflags "-s -w" -o bin/ardent-gusset ./cmd/ardent-gusset

# Builds, starts with invented data on a free loopback port and prints the address.
demo: build
	./bin/ardent-gusset demo --addr 127.0.0.1:0

# Everything: format, vet, staticcheck, unit, property, outside and
# browser tests.
test:
	./scripts/test.sh

# The same over all 507 bodies, with long searches and many more kills. EVERY_STATE=1 dresses each of them every way besides, where
# else one has to do for it (half an hour more).
test-all:
	EVERY_BODY=1 ./scripts/test.sh

# New random cases of every property, for so many minutes; what fails is printed with its seed, to become a
# fixed case.
explore:
	./scripts/explore.sh $(or $(MINUTES),10)

# How much of the code the tests reach.
cover:
	go test -count=1 -coverprofile=coverage.out -coverpkg=./core/...,./internal/...,./cmd/... ./core/... ./internal/... ./cmd/... ./outside/...
	go tool cover -func=coverage.out | tail -1

bench:
	./scripts/bench.sh

assets:
	./scripts/assets.sh

# The list of what is linked in, with the licences' texts.
notice:
	./scripts/notice.sh

# The pictures of the guide, taken from the demo data.
shots: build
	SHOTS=$(CURDIR)/docs/screenshots go test -count=1 -run TestShots ./e2e

fuzz:
	go test -run '^$$' -fuzz FuzzParse -fuzztime 30s ./core/measure
	go test -run '^$$' -fuzz FuzzRead -fuzztime 30s ./core/lay
	go test -run '^$$' -fuzz FuzzRead -fuzztime 30s ./internal/formats/outline
	go test -run '^$$' -fuzz FuzzDrawings -fuzztime 30s ./internal/formats/drawn
