#!/usr/bin/env bash
# Lists every module that is linked into the program in NOTICE.md, and copies their licences' texts to
# LICENSES.md. A test in cmd/ardent-gusset compares the list with what is linked in.
set -euo pipefail
cd "$(dirname "$0")/.."
head=$(sed '/^<!-- modules -->$/q' NOTICE.md)
tail=$(sed -n '/^<!-- end of modules -->$/,$p' NOTICE.md)
texts=LICENSES.md
{
	echo "# Licences of what is linked in"
} >"$texts"
rows=""
while read -r path version dir; do
	file=""
	for name in LICENSE LICENSE.txt LICENSE.md LICENCE COPYING License; do
		[ -f "$dir/$name" ] && { file="$dir/$name"; break; }
	done
	[ -n "$file" ] || { echo "$path has no licence" >&2; exit 1; }
	case $(tr '\n' ' ' <"$file") in
	*"Apache License"*) kind="Apache 2.0" ;;
	*"Mozilla Public License"*) kind="MPL 2.0" ;;
	*"Neither the name"* | *"neither the name"*) kind="BSD 3-clause" ;;
	*"Redistribution and use"*) kind="BSD 2-clause" ;;
	*"Permission is hereby granted, free of charge"*) kind="MIT" ;;
	*"Permission to use, copy, modify"*) kind="ISC" ;;
	*) kind="see its text" ;;
	esac
	rows+="| $path | $version | $kind |"$'\n'
	{
		printf '\n## %s %s\n\n```\n' "$path" "$version"
		sed 's/[[:space:]]*$//; s/^/ /; s/^ $//' "$file"
		printf '```\n'
	} >>"$texts"
done < <(CGO_ENABLED=0 go list -deps -f '{{with .Module}}{{if not .Main}}{{.Path}} {{.Version}} {{.Dir}}{{end}}{{end}}' ./cmd/... | sort -u)
{
	printf '%s\n| module | version | licence |\n|---|---|---|\n%s' "$head" "$rows"
	printf '%s\n' "$tail"
} >NOTICE.md.new
mv NOTICE.md.new NOTICE.md
