#!/bin/sh
# need.sh program=package …: installs missing Debian programs, or says in one
# line what is missing. It waits for another package manager to finish, and shows
# the last lines of what was said when it fails.
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
said="$(mktemp)"
trap 'rm -f "$said"' EXIT
attempts=60 # five minutes, with the waits below

# apt tries once more while another program holds a lock.
apt() {
	for _ in $(seq "$attempts"); do
		DEBIAN_FRONTEND=noninteractive apt-get -o DPkg::Lock::Timeout=300 -qq "$@" >"$said" 2>&1 && return 0
		grep -q "Could not get lock\|Unable to acquire\|is held by process" "$said" || return 1
		sleep 5
	done
	return 1
}

# shellcheck disable=SC2086 # one word a package
apt update && apt install -y $missing || {
	echo "Could not install$missing. The last lines of apt-get:" >&2
	tail -n 8 "$said" >&2
	exit 1
}
