#!/usr/bin/env bash
# Runs everything. Missing reference tools are installed where that is
# possible (as root on a Debian machine); the checks that need them are
# skipped with a message where it is not.
set -euo pipefail
cd "$(dirname "$0")/.."
export CGO_ENABLED="${CGO_ENABLED:-0}"
# The same results wherever the checkout lies.
export GOFLAGS="${GOFLAGS:-} -trimpath"

need=()
command -v chromium >/dev/null 2>&1 || command -v google-chrome >/dev/null 2>&1 || need+=(chromium)
command -v pdftoppm >/dev/null 2>&1 || need+=(poppler-utils)
/usr/bin/python3 -c 'import shapely' 2>/dev/null || python3 -c 'import shapely' 2>/dev/null || need+=(python3-shapely)
/usr/bin/python3 -c 'import ezdxf' 2>/dev/null || python3 -c 'import ezdxf' 2>/dev/null || need+=(python3-ezdxf)
if [ "${#need[@]}" -gt 0 ]; then
	if [ "$(id -u)" = 0 ] && command -v apt-get >/dev/null 2>&1; then
		echo "installing ${need[*]}"
		(apt-get update && DEBIAN_FRONTEND=noninteractive apt-get install -y --no-install-recommends "${need[@]}") >/tmp/ardent-gusset-apt.log 2>&1 ||
			{ tail -5 /tmp/ardent-gusset-apt.log; [ -z "${CI:-}" ] || exit 1; }
	else
		echo "not installed: ${need[*]}; the checks that need them are skipped"
	fi
fi

echo "== format"
loose=$(gofmt -l .)
[ -z "$loose" ] || { echo "not gofmt-ed: $loose"; exit 1; }
echo "== vet"
go vet ./...
echo "== staticcheck"
go tool staticcheck ./...
limit=20m
# Drafts leave much behind: collected less often, the tests are done sooner.
export GOGC="${GOGC:-400}"
# The same cases on every machine and every day: what was seen to pass is what is checked. New ones are
# drawn by "make explore", and what it finds becomes a case.
export RAPID_SEED="${RAPID_SEED:-1856}" RAPID_CHECKS="${RAPID_CHECKS:-50}"
if [ -n "${EVERY_BODY:-}" ]; then
	limit=60m
fi
echo "== tests, and browser tests beside them"
said=$(mktemp)
go test -count=1 -timeout 40m ./e2e >"$said" 2>&1 &
browser=$!
trap 'kill "$browser" 2>/dev/null || true; rm -f "$said"' EXIT
# The core's results are kept as long as nothing changes that they rest on; the others look at files, time and
# processes. All of them run before any failure ends it, so that one run tells of every one.
failed=
go test -timeout "$limit" ./core/... || failed=1
go test -count=1 -timeout "$limit" ./internal/... ./cmd/... ./outside/... || failed=1
wait "$browser" || failed=1
cat "$said"
[ -z "$failed" ] || exit 1
# The race detector needs a C compiler; it is run where there is one, on the
# parts that share anything between goroutines.
if command -v gcc >/dev/null 2>&1; then
	echo "== race detector"
	# The long searches take ten times as long under it; a short one stands for
	# them, and what does one thing after another is left out.
	CGO_ENABLED=1 go test -race -run TwoTries ./core/lay
	CGO_ENABLED=1 go test -race -run 'KnownPanels|PanelsSideBySide' ./core/surface
	CGO_ENABLED=1 go test -race ./core/memo
	CGO_ENABLED=1 go test -race -run 'SideBySide|ExampleWalk' ./core/ensemble
	CGO_ENABLED=1 go test -count=1 -race -skip TestKeptDraftsComeBackWhole ./internal/store
	CGO_ENABLED=1 go test -count=1 -race -run 'TestEveryPage$|Passphrase|PricesInThe|OneClothFor' ./internal/web
fi
