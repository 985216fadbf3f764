#!/usr/bin/env bash
# The tests drive a real browser, read what it prints, compare with ngspice and listen to people: Debian's packages, installed when they are missing.
set -euo pipefail
missing=()
[ -x /usr/bin/chromium ] || missing+=(chromium)
[ -x /usr/bin/chromedriver ] || missing+=(chromium-driver)
command -v ngspice >/dev/null || missing+=(ngspice)
command -v pdftotext >/dev/null || missing+=(poppler-utils)
[ -d /usr/share/sounds/alsa ] || missing+=(alsa-utils)
[ -d /usr/share/pocketsphinx/test/data ] || missing+=(pocketsphinx-testdata)
[ ${#missing[@]} -eq 0 ] && exit 0

as_root=()
if [ "$(id -u)" -ne 0 ]; then
  if command -v sudo >/dev/null && sudo -n true 2>/dev/null; then
    as_root=(sudo)
  else
    echo "Missing: ${missing[*]}. Install them as root: apt-get install --no-install-recommends ${missing[*]}" >&2
    exit 1
  fi
fi
command -v apt-get >/dev/null || { echo "Missing: ${missing[*]}. This is no Debian: install them your way." >&2; exit 1; }
echo "Installing ${missing[*]}..."
"${as_root[@]}" apt-get update -qq
DEBIAN_FRONTEND=noninteractive "${as_root[@]}" apt-get install -y -qq --no-install-recommends "${missing[@]}" >/dev/null
