#!/bin/sh
# packaging.sh: builds the container where an engine runs and starts it once; otherwise its file is
# linted. The systemd unit is looked at by systemd where that is there.
set -eu
cd "$(dirname "$0")/.."
engine=""
for e in docker podman; do
	if [ -z "$engine" ] && command -v $e >/dev/null 2>&1 && $e info >/dev/null 2>&1; then engine=$e; fi
done
if [ -n "$engine" ]; then
	$engine build -q -f packaging/Containerfile -t even-ladder:test . >/dev/null
	$engine run --rm even-ladder:test --version
else
	ui/node_modules/.bin/dockerfile-utils lint packaging/Containerfile
fi
# The container has nothing but the binary: it must need nothing else.
if ldd bin/even-ladder >/dev/null 2>&1; then
	echo "bin/even-ladder needs libraries of the system; the container has none."
	exit 1
fi
if command -v systemd-analyze >/dev/null 2>&1; then
	unit="$(mktemp -d)"
	trap 'rm -rf "$unit"' EXIT
	sed "s|/usr/local/bin/even-ladder|$PWD/bin/even-ladder|" packaging/even-ladder.service >"$unit/even-ladder.service"
	systemd-analyze verify "$unit/even-ladder.service"
fi
