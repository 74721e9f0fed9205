.PHONY: demo test bench build assets shots fuzz tools

export CGO_ENABLED ?= 0

build:
	go build -trimpath -ldflags "-s -w" -o bin/ardent-gusset ./cmd/ardent-gusset

# Builds, starts with invented data on a free loopback port and prints the address.
demo: build
	./bin/ardent-gusset demo --addr 127.0.0.1:0

# Everything: format, vet, staticcheck, unit, property, outside and browser tests.
test:
	./scripts/test.sh

bench:
	./scripts/bench.sh

assets:
	./scripts/assets.sh

# The pictures of the guide, taken from the demo data.
shots: build
	SHOTS=$(CURDIR)/docs/screenshots go test -count=1 -run TestShots ./e2e

fuzz:
	go test -run '^$$' -fuzz FuzzParse -fuzztime 30s ./core/measure
	go test -run '^$$' -fuzz FuzzRead -fuzztime 30s ./core/lay
