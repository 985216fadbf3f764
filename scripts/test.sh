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
# The suites of these names, in one run: what one has no more files for, another has.
suites() {
  local name=$1 report=".cache/$1.json" projects=()
  echo "== $* tests"
  rm -f "$report"
  for p in "$@"; do projects+=(--project "$p"); done
  npx vitest run "${projects[@]}" --reporter=default --reporter=json --outputFile.json="$report"
  local status=$? counts
  counts=$(node scripts/count-tests.mjs "$report" "$status")
  passed=$((passed + ${counts% *}))
  failed=$((failed + ${counts#* }))
}

indexed=.cache/indexed.log
indexed() {
  wait "$1" && return
  cat "$indexed"
  return 1
}
# Each of these keeps one processor busy: the longest goes on beside the others.
step routes npx next typegen
npm run -s indexed >"$indexed" 2>&1 &
beside=$!
step types npx tsc --noEmit
step lint npx biome check .
step rooms npm run -s rooms
step build bash scripts/build-if-changed.sh
step indexed indexed $beside
suites unit reference
suites browser
echo
echo "$passed passed, $failed failed"
[ "$failed" -eq 0 ]
