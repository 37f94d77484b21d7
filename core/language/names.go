package language

import (
	"bufio"
	_ "embed"
	"strings"
	"sync"
)

//go:embed lexicon/names.txt.gz
var namesData []byte

// named are the groups of names for one thing that each name belongs to, by WordNet.
var named = sync.OnceValue(func() map[string][]int32 {
	out := map[string][]int32{}
	lines := bufio.NewScanner(unzipped(namesData))
	for n := int32(0); lines.Scan(); n++ {
		for name := range strings.SplitSeq(lines.Text(), "|") {
			out[name] = append(out[name], n)
		}
	}
	return out
})

// SameName says whether two names, of which one at least has several words, are names of
// one thing: "vitamin C" and "ascorbic acid". Both are in small letters, without article.
func SameName(a, b string) bool {
	if a == b || !strings.Contains(a+b, " ") {
		return false
	}
	groups := named()
	for _, x := range groups[a] {
		for _, y := range groups[b] {
			if x == y {
				return true
			}
		}
	}
	return false
}
