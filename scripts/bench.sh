#!/usr/bin/env bash
# Prints the figures of speed and size.
set -euo pipefail
cd "$(dirname "$0")/.."
export CGO_ENABLED=0
make -s build >/dev/null
echo "binary: $(du -m bin/ardent-gusset | cut -f1) MB"
dir=$(mktemp -d)
trap 'kill "$pid" 2>/dev/null || true; rm -rf "$dir"' EXIT
start=$(date +%s%N)
./bin/ardent-gusset demo --addr 127.0.0.1:0 --db "$dir/demo.db" >"$dir/out" 2>/dev/null &
pid=$!
until grep -q listening "$dir/out"; do sleep 0.005; done
addr=$(sed -n 's/^listening on //p' "$dir/out")
curl -fsS -o /dev/null "$addr/"
echo "start (with filling the demo) to first page: $((($(date +%s%N) - start) / 1000000)) ms"
for p in / /wearers/1 /ensembles/1/figure /ensembles/1/layers /ensembles/1/layers/1/draft /ensembles/1/layers/2/draft /ensembles/1/layers/3/draft /ensembles/1/layers/4/draft /ensembles/1/layers/4/cloth /ensembles/1/buy /ensembles/1/bench /ensembles/3/figure /ensembles/3/figure.json /ensembles/3/layers /ensembles/3/layers/9/draft; do
	best=$(for _ in 1 2 3 4 5; do curl -fsS -o /dev/null -w '%{time_total}\n' "$addr$p"; done | sort -n | sed -n 3p)
	printf 'page %-34s %5.0f ms (median of 5)\n' "$p" "$(echo "$best * 1000" | bc)"
done
echo "memory with the demo: $(awk '/VmHWM/ {printf "%.0f MB at most\n", $2 / 1024}' "/proc/$pid/status")"
go test -run '^$' -bench . -skip LaysOfGarments ./core/ensemble ./internal/web
# How much of the cloth is used (use) after ten seconds of searching, beside the
# first lay (first-use, first-ms) and bottom-left filling in random orders
# (plain-use); jigsaws, cut by slanted, curved or square lines, have a known best
# length.
go test -run '^$' -bench LaySize -benchtime 1x ./core/lay
go test -run '^$' -bench LayQuality -benchtime 1x -timeout 20m ./core/lay
go test -run '^$' -bench LaysOfGarments -benchtime 1x ./core/ensemble
