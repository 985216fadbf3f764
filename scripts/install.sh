#!/usr/bin/env bash
# Installs the packages of the lock file, unless those very packages are already here.
set -euo pipefail
cd "$(dirname "$0")/.."
stamp=node_modules/.symplex-lock
want=$(sha256sum package-lock.json | cut -d' ' -f1)
if [ "$(cat "$stamp" 2>/dev/null || true)" != "$want" ]; then
  echo 'Installing packages...'
  npm ci --no-audit --no-fund --loglevel=error
  echo "$want" >"$stamp"
fi
