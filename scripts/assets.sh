#!/usr/bin/env bash
# Copies what the interface ships from npm packages into the program, with
# their licences. The result is committed: building needs no network.
set -euo pipefail
cd "$(dirname "$0")/.."
to=internal/web/hall/vendor
tmp=$(mktemp -d)
trap 'rm -rf "$tmp"' EXIT
get() { # package version
	mkdir -p "$tmp/$1"
	(cd "$tmp/$1" && npm pack --silent "$1@$2" >/dev/null && tar xzf ./*.tgz)
}
get bulma 1.0.4
get @fontsource/alegreya 5.3.0
get @fontsource/alegreya-sans 5.3.0
get axe-core 4.14.1
get ical.js 2.2.1
rm -rf "$to"
mkdir -p "$to/fonts" e2e/testdata
cp "$tmp/bulma/package/css/bulma.min.css" "$to/"
cp "$tmp/bulma/package/LICENSE" "$to/bulma-LICENSE.txt"
for set in latin latin-ext; do
	for w in 400 700; do
		cp "$tmp/@fontsource/alegreya-sans/package/files/alegreya-sans-$set-$w-normal.woff2" "$to/fonts/"
	done
	cp "$tmp/@fontsource/alegreya/package/files/alegreya-$set-700-normal.woff2" "$to/fonts/"
done
cp "$tmp/@fontsource/alegreya-sans/package/files/alegreya-sans-latin-400-italic.woff2" "$to/fonts/"
cp "$tmp/@fontsource/alegreya/package/LICENSE" "$to/fonts/alegreya-LICENSE.txt"
cp "$tmp/@fontsource/alegreya-sans/package/LICENSE" "$to/fonts/alegreya-sans-LICENSE.txt"
cp "$tmp/axe-core/package/axe.min.js" e2e/testdata/
cp "$tmp/ical.js/package/dist/ical.es5.min.cjs" e2e/testdata/ical.min.js
cp "$tmp/ical.js/package/LICENSE" e2e/testdata/ical-LICENSE.txt
cp "$tmp/axe-core/package/LICENSE" e2e/testdata/axe-LICENSE.txt
