#!/usr/bin/env bash
# Builds out/: plain files for any web host, without the interface over HTTP. What needs a server is not offered there.
set -euo pipefail
cd "$(dirname "$0")/.."
bash scripts/install.sh
. scripts/lock.sh
locked
npm run -s generate
rm -rf out
# A folder of its own, so that what the server's build left is not mixed in.
SYMPLEX_BUILD=static NEXT_TELEMETRY_DISABLED=1 npx next build
node scripts/finish-static.mjs
