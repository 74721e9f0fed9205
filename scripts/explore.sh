#!/usr/bin/env bash
# Draws new cases of every property in the core for so many minutes, and prints what failed with the seed it
# failed with.
set -uo pipefail
cd "$(dirname "$0")/.."
export CGO_ENABLED=0
end=$(($(date +%s) + 60 * ${1:-10}))
found=0
while [ "$(date +%s)" -lt "$end" ]; do
	seed=$(od -An -N4 -tu4 /dev/urandom | tr -d ' ')
	left=$((end - $(date +%s)))
	[ "$left" -gt 0 ] || break
	said=$(RAPID_SEED=$seed RAPID_CHECKS="${RAPID_CHECKS:-100}" timeout "$left" go test -count=1 -timeout 60m ./core/... 2>&1)
	code=$?
	[ "$code" = 0 ] || [ "$code" = 124 ] || {
		found=$((found + 1))
		echo "== seed $seed"
		printf '%s\n' "$said" | grep -vE '^(ok|\?) ' | head -60
	}
done
echo "$found of the rounds failed"
[ "$found" = 0 ]
