#!/bin/sh
# Makes the spoken cues that ship, from the message files (core.spoken.*), in desktop/src/main/resources/wistaxis/desktop/spoken.
# Needs espeak-ng and sox, from Debian's packages. espeak-ng is under the GPL 3 or later, which covers the program and its voices;
# what it says is not a work made of them, and may be shipped. Run it anew when a text of core.spoken has changed.
set -eu
here=$(CDPATH='' cd -- "$(dirname -- "$0")/.." && pwd -P)
out="$here/desktop/src/main/resources/wistaxis/desktop/spoken"
work=$(mktemp -d)
trap 'rm -rf "$work"' EXIT
for language in en:en-gb de:de; do
  tag=${language%%:*}
  mkdir -p "$out/$tag"
  grep '^core\.spoken\.' "$here/core/src/main/resources/wistaxis/words/core_$tag.properties" | while IFS= read -r line; do
    word=$(printf '%s' "$line" | sed 's/^core\.spoken\.\([^ ]*\) = .*/\1/')
    text=$(printf '%s' "$line" | sed 's/^[^=]* = //')
    espeak-ng -v "${language##*:}" -s 185 -w "$work/said.wav" "$text"
    sox "$work/said.wav" -r 22050 -c 1 -e u-law "$out/$tag/$word.wav" silence 1 0.01 0.5% reverse silence 1 0.01 0.5% reverse norm -4
  done
done
