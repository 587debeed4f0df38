#!/usr/bin/env bash
# Builds the interface into dist/. Packages are installed again only when the lock file has changed, the rest is built
# again only when a source has.
set -euo pipefail
cd "$(dirname "$0")"

lock=$(sha256sum package-lock.json | cut -d' ' -f1)
if [ "$(cat node_modules/.installed 2>/dev/null || true)" != "$lock" ]; then
  npm ci --prefer-offline --no-audit --no-fund --loglevel=error
  echo "$lock" >node_modules/.installed
fi
if [ ! -f dist/index.html ] || [ -n "$(find src index.html package-lock.json vite.config.ts tsconfig.json ! -name schema.d.ts -type f -newer dist/index.html -print -quit)" ]; then
  npm run build --silent
  touch dist/index.html
  rm -rf target/classes/static
fi
