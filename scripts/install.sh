#!/usr/bin/env bash
# Installs the packages of the lock file, unless those very packages are already here.
set -euo pipefail
cd "$(dirname "$0")/.."
. scripts/lock.sh
stamp=node_modules/.symplex-lock
want=$(sha256sum package-lock.json | cut -d' ' -f1)
is_here() { [ "$(cat "$stamp" 2>/dev/null || true)" = "$want" ]; }
is_here && exit 0
locked
is_here && exit 0
echo 'Installing packages...'
npm ci --no-audit --no-fund --loglevel=error
echo "$want" >"$stamp"
