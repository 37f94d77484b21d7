package main

import (
	"bufio"
	"cmp"
	"compress/gzip"
	"fmt"
	"os"
	"path/filepath"
	"slices"
	"strings"
)

// spanish writes the words of the npm package dictionary-es that are written small, each
// with what its affixes say that it is: v a verb in the infinitive, a what has two genders
// and a plural, n what has a plural, x anything else.
func spanish(folder, output string) error {
	data, err := os.ReadFile(filepath.Join(folder, "index.dic"))
	if err != nil {
		return fmt.Errorf("reading the Spanish words: %w", err)
	}
	class := map[string]string{}
	for line := range strings.Lines(string(data)) {
		word, flags, _ := strings.Cut(strings.TrimSpace(line), "/")
		if word == "" || word != strings.ToLower(word) || strings.ContainsAny(word, "0123456789.-'") {
			continue
		}
		as := "x"
		switch end := word[max(0, len(word)-2):]; {
		case (end == "ar" || end == "er" || end == "ir" || strings.HasSuffix(word, "ír")) && (strings.ContainsAny(flags, "REIX") || word == "poder" || word == "ser"):
			as = "v"
		case strings.Contains(flags, "G"):
			as = "a"
		case strings.Contains(flags, "S"):
			as = "n"
		}
		rank := "vanx"
		if old, known := class[word]; !known || strings.Index(rank, as) < strings.Index(rank, old) {
			class[word] = as
		}
	}
	words := make([]string, 0, len(class))
	for w := range class {
		words = append(words, w)
	}
	slices.SortFunc(words, cmp.Compare[string])
	f, err := os.Create(filepath.Join(output, "..", "spanish", "words.txt.gz"))
	if err != nil {
		return err
	}
	z, _ := gzip.NewWriterLevel(f, gzip.BestCompression) // the level is one that there is
	w := bufio.NewWriter(z)
	for _, word := range words {
		fmt.Fprintln(w, word, class[word])
	}
	return cmp.Or(w.Flush(), z.Close(), f.Close())
}
