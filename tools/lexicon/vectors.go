package main

import (
	"bufio"
	"encoding/json"
	"fmt"
	"math"
	"os"
	"path/filepath"
	"strings"
	"unicode"
)

const (
	kept       = 60_000 // of the commonest words
	dimensions = 100
	parts      = 2 // files, each smaller than 4 MiB
)

// vectors writes the commonest words with their directions, a byte a dimension, scaled so
// that the largest is 127: a line of words, then the bytes one word after the other.
func vectors(embeddings, folder string) error {
	data, err := os.ReadFile(embeddings)
	if err != nil {
		return err
	}
	var in struct {
		Words   []string             `json:"words"`
		Vectors map[string][]float64 `json:"vectors"`
	}
	if err := json.Unmarshal(data, &in); err != nil {
		return err
	}
	var words []string
	for _, w := range in.Words {
		if len(words) == kept {
			break
		}
		if len(in.Vectors[w]) < dimensions || strings.IndexFunc(w, func(r rune) bool { return !unicode.IsLetter(r) && r != '-' }) >= 0 || len(w) < 3 {
			continue
		}
		words = append(words, w)
	}
	for part := range parts {
		mine := words[part*len(words)/parts : (part+1)*len(words)/parts]
		err := zipped(filepath.Join(folder, fmt.Sprintf("vectors%d.gz", part+1)), func(w *bufio.Writer) {
			fmt.Fprintln(w, strings.Join(mine, " "))
			for _, word := range mine {
				v := in.Vectors[word][:dimensions]
				largest := 0.0
				for _, x := range v {
					largest = max(largest, math.Abs(x))
				}
				for _, x := range v {
					w.WriteByte(byte(int8(math.Round(127 * x / largest))))
				}
			}
		})
		if err != nil {
			return err
		}
	}
	return nil
}
