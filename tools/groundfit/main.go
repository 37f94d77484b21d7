// Command groundfit fits the weights of package ground to statements about texts that
// people judged. Each folder holds texts with a NAME.facts.json beside them: "facts" are
// supported by the text, "false" are contradicted, "unknown" are neither.
//
//	go run ./tools/groundfit FOLDER... > core/ground/model.json
//
// With -answers it fits the weights of answers instead, to the "questions" of the same files
// that have options, and prints those.
//
// It prints to standard error how often the verdict is right for texts that were left
// out while fitting, one after the other. With SHOW set in the environment it lists the
// statements on which the verdict was wrong.
package main

import (
	"cmp"
	"context"
	"encoding/json"
	"fmt"
	"log"
	"os"
	"path/filepath"
	"regexp"
	"strings"

	"zincowl/core/ground"
	"zincowl/core/language"
	"zincowl/core/source"
	"zincowl/core/source/reader"
	"zincowl/core/tree"
	"zincowl/tools/boost"
)

var show = os.Getenv("SHOW") != ""

type sample struct {
	text, kind, says, quote string
	boost.Sample
}

// settings are how the trees of package ground are grown.
var settings = boost.Settings{Rounds: 400, Depth: 3, Rate: 0.03, Rows: 0.6, Columns: 0.15, Fewest: 12}

func fit(samples []sample) tree.Model {
	var all []boost.Sample
	for _, s := range samples {
		all = append(all, s.Sample)
	}
	return boost.Fit(all, settings)
}

func main() {
	if len(os.Args) > 1 && os.Args[1] == "-answers" {
		if err := fitAnswers(os.Args[2:]); err != nil {
			log.Fatal(err)
		}
		return
	}
	var all []sample
	for _, folder := range os.Args[1:] {
		files, err := filepath.Glob(filepath.Join(folder, "*.facts.json"))
		if err != nil || len(files) == 0 {
			log.Fatalf("%s has no texts: %v", folder, err)
		}
		for _, f := range files {
			s, err := samples(f)
			if err != nil {
				log.Fatal(err)
			}
			all = append(all, s...)
		}
	}
	texts := map[string]bool{}
	for _, s := range all {
		texts[s.text] = true
	}
	var table [3][3]int
	kinds := map[string][3]int{}
	var madeTable [3][3]int
	var curve [11][2]int
	for out := range texts {
		var rest []sample
		for _, s := range all {
			if s.text != out {
				rest = append(rest, s)
			}
		}
		w := fit(rest)
		var mine [3][3]int
		for _, s := range all {
			if s.text == out && s.kind == "made" {
				k := likeliest(s.X, w)
				madeTable[s.Class][k]++
				continue
			}
			if s.text == out {
				k := likeliest(s.X, w)
				p := w.Probabilities(s.X)
				for i := range curve {
					kk := k
					if kk != 2 && p[kk] < 0.4+0.05*float64(i) {
						kk = 2
					}
					if kk == s.Class {
						curve[i][0]++
					} else if kk != 2 && s.Class != 2 {
						curve[i][1]++
					}
				}
				table[s.Class][k]++
				if s.Class == 1 {
					c := kinds[s.kind]
					c[k]++
					kinds[s.kind] = c
				}
				mine[s.Class][k]++
				if show && k != s.Class {
					fmt.Fprintf(os.Stderr, "%s %d -> %d %.2f %s %s\n   | %s\n", out, s.Class, k, p[k], s.kind, s.says, s.quote)
				}
			}
		}
		fmt.Fprintf(os.Stderr, "%-24s %d of %d\n", out, mine[0][0]+mine[1][1]+mine[2][2], sum(mine))
	}
	fmt.Fprintln(os.Stderr, table, kinds)
	fmt.Fprintln(os.Stderr, "made of the text's own sentences:", madeTable)
	for i, c := range curve {
		fmt.Fprintf(os.Stderr, "at least %.2f sure: %d right, %d turned round\n", 0.4+0.05*float64(i), c[0], c[1])
	}
	n := sum(table)
	fmt.Fprintf(os.Stderr, "left out: %.1f%% of %d right, %d turned round (%.1f%%)\n", 100*float64(table[0][0]+table[1][1]+table[2][2])/float64(n), n, table[0][1]+table[1][0], 100*float64(table[0][1]+table[1][0])/float64(n))
	if err := json.NewEncoder(os.Stdout).Encode(fit(all)); err != nil {
		log.Fatal(err)
	}
}

func sum(t [3][3]int) (n int) {
	for _, r := range t {
		for _, c := range r {
			n += c
		}
	}
	return n
}

// judged is what a file says of the text beside it.
type judged struct {
	Facts, False, Unknown []struct{ Statement, Kind, How string }
	Questions             []question
}

// question is one on the text; its key is an option's text where it has options.
type question struct {
	Kind, Stem string
	Options    []string
	Key        any
}

// read reads a file with the text beside it.
func read(file string) (in judged, name string, doc source.Document, err error) {
	data, err := os.ReadFile(file)
	if err != nil {
		return in, "", doc, err
	}
	if err := json.Unmarshal(data, &in); err != nil {
		return in, "", doc, fmt.Errorf("reading %s: %w", file, err)
	}
	base := strings.TrimSuffix(file, ".facts.json")
	beside, err := filepath.Glob(base + ".*")
	if err != nil {
		return in, "", doc, err
	}
	for _, name := range beside {
		if name == file {
			continue
		}
		text, err := os.ReadFile(name)
		if err != nil {
			return in, "", doc, err
		}
		doc, err = reader.Read(context.Background(), filepath.Base(name), text, source.Tools{})
		return in, filepath.Base(base), doc, err
	}
	return in, "", doc, fmt.Errorf("%s has no text beside it", file)
}

func samples(file string) ([]sample, error) {
	in, name, doc, err := read(file)
	if err != nil {
		return nil, err
	}
	index := ground.New([]ground.Source{{ID: "text", Doc: doc}})
	var out []sample
	for class, list := range [][]struct{ Statement, Kind, How string }{in.Facts, in.False, in.Unknown} {
		for _, s := range list {
			quote := ""
			if show { // judging needs the weights that are being fitted
				quote = index.Judge(s.Statement).Quote
			}
			out = append(out, sample{name, cmp.Or(s.Kind, s.How), s.Statement, quote, boost.Sample{X: index.Measure(s.Statement), Class: class, Weight: 1}})
		}
	}
	return append(out, made(name, doc, index)...), nil
}

var (
	figure = regexp.MustCompile(`\b\d+(?:\.\d+)?\b`)
	verb   = regexp.MustCompile(`\b(?:is|are|was|were|must|may|can|should|will|has been|have been)\b`)
)

// made are statements that need no judge: sentences of the text as they stand, with
// another number, and denied. People write paraphrases, and these keep the trees from
// taking the same words for a sign of contradiction.
func made(text string, doc source.Document, index *ground.Index) []sample {
	var out []sample
	add := func(class int, says string) {
		out = append(out, sample{text: text, kind: "made", says: says, Sample: boost.Sample{X: index.Measure(says), Class: class, Weight: 0.2, Made: true}})
	}
	for i, p := range doc.Passages {
		if p.Kind != source.Paragraph && p.Kind != source.Item {
			continue
		}
		for k, s := range language.Split(p.Text) {
			if len(s.Tokens) < 7 || len(s.Tokens) > 40 || (i+k)%3 != 0 || strings.HasSuffix(s.Text, "?") {
				continue
			}
			add(0, s.Text)
			if at := figure.FindStringIndex(s.Text); at != nil {
				add(1, s.Text[:at[0]]+s.Text[at[0]:at[1]]+"7"+s.Text[at[1]:])
			}
			if at := verb.FindStringIndex(s.Text); at != nil && !strings.Contains(s.Text, " not ") && !strings.Contains(s.Text, " no ") && strings.Count(s.Text, ",") < 2 {
				add(1, s.Text[:at[1]]+" not"+s.Text[at[1]:])
			}
			for _, w := range s.Tokens {
				if o := turnedWord[w.Lower]; o != "" {
					add(1, s.Text[:w.Start-s.Start]+o+s.Text[w.End-s.Start:])
					break
				}
			}
			if said, ok := exchanged(s); ok {
				add(1, said)
			}
			if strings.Contains(s.Text, " not ") && strings.Count(s.Text, " not ") == 1 && !strings.Contains(s.Text, "not only") && strings.Count(s.Text, ",") < 1 {
				add(1, strings.Replace(s.Text, " not ", " ", 1))
			}
		}
	}
	return out
}

// turnedWord are words whose opposite makes a sentence wrong.
var turnedWord = map[string]string{
	"more": "less", "less": "more", "before": "after", "after": "before", "without": "with", "above": "below", "below": "above", "first": "last", "always": "never", "never": "always",
	"most": "few", "higher": "lower", "lower": "higher", "rises": "falls", "falls": "rises", "increases": "decreases", "larger": "smaller", "smaller": "larger", "longer": "shorter", "faster": "slower", "inside": "outside",
}

// exchanged is a sentence with its first noun in the place of its last and the other way
// round, if a verb stands between them.
func exchanged(s language.Sentence) (string, bool) {
	tagged := []language.Sentence{s}
	language.Tag(tagged)
	first, last, verbs := -1, -1, 0
	for i, t := range tagged[0].Tokens {
		if len(t.Text) > 3 && (t.Tag == "NN" || t.Tag == "NNS") {
			if first < 0 {
				first = i
			} else {
				last = i
			}
		}
		if strings.HasPrefix(t.Tag, "VB") && first >= 0 && last < 0 {
			verbs++
		}
	}
	if last < 0 || verbs == 0 || len(s.Tokens) > 18 {
		return "", false
	}
	a, b := tagged[0].Tokens[first], tagged[0].Tokens[last]
	if a.Tag != b.Tag || a.Lower == b.Lower {
		return "", false
	}
	return s.Text[:a.Start-s.Start] + b.Text + s.Text[a.End-s.Start:b.Start-s.Start] + a.Text + s.Text[b.End-s.Start:], true
}

func likeliest(x []float64, m tree.Model) int {
	p := m.Probabilities(x)
	best := 0
	for k := range p {
		if p[k] > p[best] {
			best = k
		}
	}
	return best
}
