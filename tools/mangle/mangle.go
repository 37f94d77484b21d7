// Package mangle gives a fuzz target broken copies of its seeds, so that an ordinary
// test run tries input nobody wrote. The copies follow from the seed alone: a run finds
// what the last one found, on any machine. The search for input that is new each time is
// the fuzzer's own, and its business is not to decide whether a change may land.
package mangle

import (
	"flag"
	"fmt"
	"hash/fnv"
	"math/rand/v2"
	"slices"
	"testing"
)

// morsels are what readers stumble over: ends, quotes, signs of a format, numbers
// too large for their place, bytes that are no text.
var morsels = []string{
	"\x00", "\xff\xfe", "\xc3", "\u202e", "\n", "\n\n", "\r", "\t", " ", `"`, "'", "`", "<", "</", ">", "&", "&#0;", "]]>", "{", "}", "(", ")", "[",
	"|", "\\", "$", "=", "-", "−", "%", "#", "*", "_", "1.", "a)", "- ", "-1", "0", "00:00:00.000 --> ", "65536", "99999999999999999999", "1e309", "NaN",
}

// Add is f.Add(args...) followed by n broken copies of the arguments: in each copy one of
// the strings or byte slices among them is cut, repeated, moved, overwritten or sprinkled.
// The copies are left out while the fuzzer searches, which breaks seeds itself.
func Add(f *testing.F, n int, args ...any) {
	f.Helper()
	f.Add(args...)
	var texts []int
	for i, a := range args {
		switch a.(type) {
		case string, []byte:
			texts = append(texts, i)
		}
	}
	if len(texts) == 0 {
		f.Fatal("none of the arguments is a text that could be broken")
	}
	if search := flag.Lookup("test.fuzz"); search != nil && search.Value.String() != "" {
		return
	}
	h := fnv.New64a()
	fmt.Fprintf(h, "%q", args)
	rng := rand.New(rand.NewPCG(h.Sum64(), uint64(n)))
	for range n {
		broken := slices.Clone(args)
		i := texts[rng.IntN(len(texts))]
		switch a := args[i].(type) {
		case string:
			broken[i] = string(breakUp(rng, []byte(a)))
		case []byte:
			broken[i] = breakUp(rng, a)
		}
		f.Add(broken...)
	}
}

// breakUp returns a copy of data with one to five faults in it.
func breakUp(rng *rand.Rand, data []byte) []byte {
	data = slices.Clone(data)
	for range 1 + rng.IntN(5) {
		from, to := stretch(rng, len(data))
		part := slices.Clone(data[from:to])
		switch rng.IntN(7) {
		case 0: // lost
			data = slices.Delete(data, from, to)
		case 1: // broken off
			data = data[:to]
		case 2: // said again, now and then very often
			times := 1
			if rng.IntN(4) == 0 {
				times = min(1+rng.IntN(200), 1+8192/max(len(part), 1))
			}
			data = slices.Insert(data, to, slices.Repeat(part, times)...)
		case 3: // moved
			data = slices.Delete(data, from, to)
			data = slices.Insert(data, rng.IntN(len(data)+1), part...)
		case 4: // a bit turned over
			if to > from {
				data[from] ^= 1 << rng.IntN(8)
			}
		case 5: // overwritten
			data = slices.Replace(data, from, to, []byte(morsels[rng.IntN(len(morsels))])...)
		case 6: // something between
			data = slices.Insert(data, from, []byte(morsels[rng.IntN(len(morsels))])...)
		}
	}
	return data
}

// stretch picks a piece of n bytes: mostly short, now and then anything up to the whole.
func stretch(rng *rand.Rand, n int) (from, to int) {
	from = rng.IntN(n + 1)
	length := rng.IntN(16)
	if rng.IntN(5) == 0 {
		length = rng.IntN(n + 1)
	}
	return from, min(n, from+length)
}
