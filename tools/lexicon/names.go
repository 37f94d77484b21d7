package main

import (
	"bufio"
	"fmt"
	"path/filepath"
	"regexp"
	"slices"
	"strconv"
	"strings"
)

// nameSenses is how many senses of a single word are taken for its name's, the commonest
// first.
const nameSenses = 2

// names writes groups of names for one thing of which one has several words: "vitamin
// c|ascorbic acid". Groups of single words are among the relations.
func names(dict, output string) error {
	group := map[string][]string{}
	err := lines(filepath.Join(dict, "data.noun"), func(f []string) {
		n, _ := strconv.ParseInt(f[3], 16, 0)
		for i := range int(n) {
			w := strings.ToLower(f[4+2*i])
			if plainName.MatchString(w) {
				group[f[0]] = append(group[f[0]], w)
			}
		}
	})
	if err != nil {
		return err
	}
	rare := map[string]bool{} // a word with a meaning that is not among its first
	err = lines(filepath.Join(dict, "index.noun"), func(f []string) {
		senses := 0
		for _, field := range f[4:] {
			if len(field) != 8 || group[field] == nil {
				continue
			}
			if senses++; senses > nameSenses {
				rare[f[0]+" "+field] = true
			}
		}
	})
	if err != nil {
		return err
	}
	var out []string
	for id, words := range group {
		words = slices.DeleteFunc(words, func(w string) bool { return !strings.Contains(w, "_") && rare[w+" "+id] })
		if len(words) > 1 && slices.ContainsFunc(words, func(w string) bool { return strings.Contains(w, "_") }) {
			out = append(out, strings.ReplaceAll(strings.Join(words, "|"), "_", " "))
		}
	}
	slices.Sort(out)
	return zipped(output, func(w *bufio.Writer) {
		for _, line := range out {
			fmt.Fprintln(w, line)
		}
	})
}

// plainName is a name of letters: three for a single word, so that no symbol is one.
var plainName = regexp.MustCompile(`^(?:[a-z-]{3,}|[a-z-]+(?:_[a-z-]+)+)$`)
