#!/bin/sh
# dev.sh: the demo and Vite side by side. Vite shows changes of the front end at
# once; the server is built and started anew when a Go file changes.
set -u
addr=127.0.0.1:8137
stop() { kill "${vite:-}" "${server:-}" 2>/dev/null; exit 0; }
trap stop INT TERM EXIT
(cd ui && npm run -s dev) &
vite=$!
state() { find . -path ./ui/node_modules -prune -o \( -name '*.go' -o -name '*.sql' -o -name 'demo.json' \) -newer "$stamp" -print | head -1; }
stamp="$(mktemp)"
while :; do
	touch "$stamp"
	if go build -o bin/even-ladder ./cmd/even-ladder; then
		bin/even-ladder demo --addr "$addr" &
		server=$!
	fi
	while [ -z "$(state)" ]; do sleep 1; done
	kill "${server:-}" 2>/dev/null
	wait "${server:-}" 2>/dev/null
done
