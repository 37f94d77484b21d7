#!/usr/bin/env bash
# Gives every fuzz target in the folders named (core if none is) some seconds of made-up
# input. How long each: FUZZTIME, 3s if not said. The fuzzer now and then reports that its
# own time was up as a failure; only what it wrote down as a failing input, or a target
# that hung, is one.
set -euo pipefail
git grep -l '^func Fuzz' -- "${@:-core}" | while read -r file; do
  grep -o '^func Fuzz[A-Za-z]*' "$file" | while read -r _ target; do
    out=$(go test "./$(dirname "$file")" -run '^$' -fuzz "^$target\$" -fuzztime "${FUZZTIME:-3s}" -fuzzminimizetime 1x 2>&1) || {
      grep -q 'context deadline exceeded' <<< "$out" && ! grep -qE 'Failing input|hung or terminated|panic' <<< "$out" || { echo "$out"; exit 1; }
    }
    echo "fuzzed $(dirname "$file") $target, $(grep -o 'execs: [0-9]*' <<< "$out" | tail -1)"
  done
done
