#!/usr/bin/env bash
# Speaks the demo's narration anew with Debian's espeak-ng and sox. The recordings are committed; this is only needed
# when the lines change.
set -euo pipefail
cd "$(dirname "$0")/narration"
node -e 'for (const { name, text } of require("./lines.json")) console.log(`${name}\t${text}`)' |
  while IFS=$'\t' read -r name text; do
    espeak-ng -v en-gb+f3 -s 148 -p 42 -g 4 -w "/tmp/$name.wav" "$text"
    sox "/tmp/$name.wav" -b 16 -r 16000 "$name.wav" gain -n -4 silence 1 0.02 0.1% reverse silence 1 0.02 0.1% reverse pad 0.05 0.08
    rm "/tmp/$name.wav"
  done
