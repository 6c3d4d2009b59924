#!/bin/sh
# need.sh program=package …: installs missing Debian programs, or says in one
# line what is missing.
set -u
missing=""
for pair in "$@"; do
	command -v "${pair%%=*}" >/dev/null 2>&1 || missing="$missing ${pair#*=}"
done
[ -z "$missing" ] && exit 0
if [ "$(id -u)" != 0 ] || ! command -v apt-get >/dev/null 2>&1; then
	echo "Missing:$missing. Install with: apt-get install$missing" >&2
	exit 1
fi
echo "Installing$missing"
apt-get update -qq >/dev/null && DEBIAN_FRONTEND=noninteractive apt-get install -y -qq $missing >/dev/null || {
	echo "Could not install$missing: apt-get failed" >&2
	exit 1
}
