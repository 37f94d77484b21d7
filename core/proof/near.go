package proof

import (
	"encoding/binary"
	"hash/fnv"
	"slices"

	"zincowl/core/kind"
	"zincowl/core/language"
	"zincowl/core/question"
)

// Questions that ask nearly the same find each other in a bank of any size by bands of
// hashes (Broder, “On the resemblance and containment of documents”, 1997, with the
// banding of Indyk and Motwani, 1998): of two questions with six words of ten in common
// one band at least agrees 99 times in 100, of two with two of ten one in seven.
const (
	bands = 20
	rows  = 3
)

// Bands are the hashes by which a question finds those that are nearly the same, also with
// other numbers. They are the same for the same question on every machine.
func Bands(q question.Question) []int64 {
	words := map[string]bool{}
	for s := range language.Stems(q.Stem) {
		words[s] = true
	}
	for _, w := range skeleton(q.Stem) {
		if w == "#" {
			words[w] = true
		}
	}
	for s := range language.Stems(kind.KeyText(q)) {
		words[s] = true
	}
	var hashes []uint64
	for w := range words {
		h := fnv.New64a()
		h.Write([]byte(w))
		hashes = append(hashes, h.Sum64())
	}
	slices.Sort(hashes)
	out := make([]int64, 0, bands)
	if len(hashes) == 0 {
		return out
	}
	var least [rows * 8]byte
	for b := range bands {
		for r := range rows {
			best := ^uint64(0)
			for _, h := range hashes {
				best = min(best, mixed(h^mixed(uint64(b*rows+r+1))))
			}
			binary.LittleEndian.PutUint64(least[r*8:], best)
		}
		h := fnv.New64a()
		h.Write([]byte{byte(b)})
		h.Write(least[:])
		out = append(out, int64(h.Sum64()))
	}
	return out
}

// mixed spreads the bits of a number (the finaliser of SplitMix64; Steele, Lea and Flood,
// 2014).
func mixed(x uint64) uint64 {
	x += 0x9e3779b97f4a7c15
	x = (x ^ x>>30) * 0xbf58476d1ce4e5b9
	x = (x ^ x>>27) * 0x94d049bb133111eb
	return x ^ x>>31
}
