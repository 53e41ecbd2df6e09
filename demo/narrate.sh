#!/usr/bin/env bash
# Speaks the demo shows' narrations anew with Debian's espeak-ng and sox. The recordings are committed; this is only needed
# when the lines change: `npm run narrate -- radio` for those of one folder.
set -euo pipefail
cd "$(dirname "$0")"
speak() { # folder, voice, speed, pitch
  node -e 'for (const { name, text } of require(process.argv[1])) console.log(`${name}\t${text}`)' "./$1/lines.json" |
    while IFS=$'\t' read -r name text; do
      espeak-ng -v "$2" -s "$3" -p "$4" -g 4 -w "/tmp/$name.wav" "$text"
      sox "/tmp/$name.wav" -b 16 -r 16000 "$1/$name.wav" gain -n -4 silence 1 0.02 0.1% reverse silence 1 0.02 0.1% reverse pad 0.05 0.08
      rm "/tmp/$name.wav"
    done
}
case "${1:-all}" in
  all | narration) speak narration en-gb+f3 148 42 ;;&
  all | radio) speak radio en-gb+m3 150 45 ;;
esac
