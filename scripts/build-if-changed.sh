#!/usr/bin/env bash
# Builds into build/ when any source differs from the one that build/ was built from.
set -euo pipefail
cd "$(dirname "$0")/.."
. scripts/lock.sh
stamp=.cache/built-from
want=$(find app ui core catalogue demo store workers server public scripts package-lock.json next.config.ts postcss.config.mjs tsconfig.json \
  -type f ! -path '*/generated/*' -print0 | sort -z | xargs -0 sha256sum | sha256sum | cut -d' ' -f1)
is_built() { [ -f build/serve.mjs ] && [ "$(cat "$stamp" 2>/dev/null || true)" = "$want" ]; }
is_built && exit 0
locked
is_built && exit 0
echo 'Building (half a minute)...'
if ! NEXT_TELEMETRY_DISABLED=1 npm run -s build >.cache/build.log 2>&1; then
  cat .cache/build.log >&2
  exit 1
fi
echo "$want" >"$stamp"
