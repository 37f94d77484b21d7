package main

import (
	"bufio"
	"compress/gzip"
	"fmt"
	"os"
	"path/filepath"
	"slices"
	"strconv"
	"strings"
)

// synset is a set of words with one meaning.
type synset struct {
	words []string
	above []string // hypernyms, and for adjectives what they are like
}

// deepSenses is how many senses of a word are kept, the commonest first.
const deepSenses = 4

// relations writes how words are related: "s" lines hold a word, its part of speech and
// the numbers of its meanings; "h" lines a meaning and those above it; "a" lines two
// words that are opposites, "d" lines two that are derived from one another.
func relations(dict, output string) error {
	sets := map[string]*synset{}
	order := []string{}
	pairs := map[string]bool{}
	single := func(w string) string {
		w, _, _ = strings.Cut(w, "(")
		w = strings.ToLower(w)
		if strings.ContainsAny(w, "_.0123456789/'") || len(w) < 2 {
			return ""
		}
		return w
	}
	parts := []struct{ name, letter string }{{"noun", "n"}, {"verb", "v"}, {"adj", "a"}, {"adv", "r"}}
	type link struct{ kind, from, to, words string }
	var links []link
	for _, pos := range parts {
		err := lines(filepath.Join(dict, "data."+pos.name), func(f []string) {
			n, _ := strconv.ParseInt(f[3], 16, 0)
			id := pos.letter + f[0]
			s := &synset{}
			for i := range int(n) {
				s.words = append(s.words, single(f[4+2*i]))
			}
			at := 4 + 2*int(n)
			count, _ := strconv.Atoi(f[at])
			for k := range count {
				p := f[at+1+4*k:]
				to := map[string]string{"n": "n", "v": "v", "a": "a", "s": "a", "r": "r"}[p[2]] + p[1]
				switch p[0] {
				case "@", "@i", "&", "$":
					s.above = append(s.above, to)
				case "!":
					links = append(links, link{"a", id, to, p[3]})
				case "+", "\\":
					links = append(links, link{"d", id, to, p[3]})
				}
			}
			sets[id] = s
			order = append(order, id)
		})
		if err != nil {
			return err
		}
	}
	for _, l := range links {
		from, _ := strconv.ParseInt(l.words[:2], 16, 0)
		to, _ := strconv.ParseInt(l.words[2:], 16, 0)
		if from == 0 || to == 0 || sets[l.to] == nil {
			continue
		}
		a, b := sets[l.from].words[from-1], sets[l.to].words[to-1]
		if a == "" || b == "" || a == b {
			continue
		}
		if a > b {
			a, b = b, a
		}
		pairs[l.kind+" "+a+" "+b] = true
	}
	numbers := map[string]string{}
	for _, id := range order {
		numbers[id] = strconv.FormatInt(int64(len(numbers)), 36)
	}
	used := map[string]bool{}
	var out []string
	for _, pos := range parts {
		err := lines(filepath.Join(dict, "index."+pos.name), func(f []string) {
			word := single(f[0])
			if word == "" || strings.Contains(f[0], "_") {
				return
			}
			var senses []string
			for _, field := range f[4:] {
				if id := pos.letter + field; len(field) == 8 && sets[id] != nil && len(senses) < deepSenses {
					senses = append(senses, numbers[id])
					used[id] = true
				}
			}
			out = append(out, "s "+word+" "+pos.letter+" "+strings.Join(senses, ","))
		})
		if err != nil {
			return err
		}
	}
	// Meanings above those that are used.
	for changed := true; changed; {
		changed = false
		for id := range used {
			for _, above := range sets[id].above {
				if !used[above] && sets[above] != nil {
					used[above] = true
					changed = true
				}
			}
		}
	}
	for _, id := range order {
		if used[id] && len(sets[id].above) > 0 {
			var above []string
			for _, a := range sets[id].above {
				above = append(above, numbers[a])
			}
			out = append(out, "h "+numbers[id]+" "+strings.Join(above, ","))
		}
	}
	for p := range pairs {
		out = append(out, p)
	}
	slices.Sort(out)
	return zipped(output, func(w *bufio.Writer) {
		for _, line := range out {
			fmt.Fprintln(w, line)
		}
	})
}

// zipped writes a compressed file.
func zipped(name string, write func(w *bufio.Writer)) error {
	f, err := os.Create(name)
	if err != nil {
		return err
	}
	z, err := gzip.NewWriterLevel(f, gzip.BestCompression)
	if err != nil {
		return err
	}
	w := bufio.NewWriter(z)
	write(w)
	if err := w.Flush(); err != nil {
		return err
	}
	if err := z.Close(); err != nil {
		return err
	}
	return f.Close()
}
