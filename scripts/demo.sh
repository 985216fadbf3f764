#!/usr/bin/env bash
# Installs what is missing, builds when the sources changed, starts, prints one address.
set -euo pipefail
cd "$(dirname "$0")/.."
bash scripts/install.sh
bash scripts/build-if-changed.sh
exec node build/serve.mjs "$@"
