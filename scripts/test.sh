#!/usr/bin/env bash
# Everything: installs what is missing, then types, lint, room borders, unit, reference and browser tests.
# Every part is run even when an earlier one fails; the last line counts all of them.
set -uo pipefail
cd "$(dirname "$0")/.."
export NEXT_TELEMETRY_DISABLED=1 CI=1
bash scripts/install.sh || exit 1
bash scripts/install-tools.sh || exit 1
npm run -s generate || exit 1
mkdir -p .cache

passed=0
failed=0
step() {
  local name=$1
  shift
  echo "== $name"
  if "$@"; then passed=$((passed + 1)); else failed=$((failed + 1)); echo "== $name FAILED"; fi
}
suite() {
  local name=$1 report=".cache/$1.json"
  echo "== $name tests"
  rm -f "$report"
  npx vitest run --project "$name" --reporter=default --reporter=json --outputFile.json="$report"
  local status=$? counts
  counts=$(node scripts/count-tests.mjs "$report" "$status")
  passed=$((passed + ${counts% *}))
  failed=$((failed + ${counts#* }))
}

step types npm run -s types
step lint npx biome check .
step rooms npm run -s rooms
suite unit
suite reference
step build bash scripts/build-if-changed.sh
suite browser
echo
echo "$passed passed, $failed failed"
[ "$failed" -eq 0 ]
