#!/usr/bin/env bash
# Installs the front-end packages, once for each state of the lock file.
set -euo pipefail
cd "$(dirname "$0")/.."
stamp=node_modules/.installed-from
want=$(sha256sum package-lock.json | cut -d' ' -f1)
if [ -f "$stamp" ] && [ "$(cat "$stamp")" = "$want" ]; then exit 0; fi
npm ci --no-audit --no-fund --ignore-scripts
echo "$want" > "$stamp"
