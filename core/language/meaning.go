package language

import (
	"bufio"
	"bytes"
	"cmp"
	"compress/gzip"
	_ "embed"
	"io"
	"math"
	"slices"
	"strconv"
	"strings"
	"sync"
)

//go:embed lexicon/relations.txt.gz
var relationsData []byte

//go:embed lexicon/vectors1.gz
var vectorsData1 []byte

//go:embed lexicon/vectors2.gz
var vectorsData2 []byte

// meanings is how words are related, by WordNet.
type meanings struct {
	senses  map[string][]int32 // of a word, in all its parts of speech
	above   map[int32][]int32
	derived map[string][]string
	against map[string][]string
}

var related = sync.OnceValue(func() *meanings {
	m := &meanings{senses: map[string][]int32{}, above: map[int32][]int32{}, derived: map[string][]string{}, against: map[string][]string{}}
	number := func(s string) int32 {
		n, _ := strconv.ParseInt(s, 36, 32) // written by tools/lexicon
		return int32(n)
	}
	numbers := func(s string) []int32 {
		var out []int32
		for part := range strings.SplitSeq(s, ",") {
			out = append(out, number(part))
		}
		return out
	}
	scan := bufio.NewScanner(unzipped(relationsData))
	for scan.Scan() {
		f := strings.Split(scan.Text(), " ")
		switch f[0] {
		case "s":
			m.senses[f[1]] = append(m.senses[f[1]], numbers(f[3])...)
		case "h":
			m.above[number(f[1])] = numbers(f[2])
		case "a":
			m.against[f[1]] = append(m.against[f[1]], f[2])
			m.against[f[2]] = append(m.against[f[2]], f[1])
		case "d":
			m.derived[f[1]] = append(m.derived[f[1]], f[2])
			m.derived[f[2]] = append(m.derived[f[2]], f[1])
		}
	}
	return m
})

func unzipped(data []byte) *gzip.Reader {
	z, err := gzip.NewReader(bytes.NewReader(data))
	if err != nil {
		panic(err) // the data is part of the program
	}
	return z
}

// dimensions of a word's direction.
const dimensions = 100

type directions struct {
	data   []int8 // dimensions a word, by its rank
	length []float32
}

// commonest are the words that have a direction, the commonest first; they stand in front of
// the directions, so that how common a word is can be told without those.
type commonest struct {
	at   map[string]int
	word []string
}

var ranks = sync.OnceValue(func() *commonest {
	r := &commonest{at: map[string]int{}}
	for _, part := range [][]byte{vectorsData1, vectorsData2} {
		line, err := bufio.NewReader(unzipped(part)).ReadString('\n')
		if err != nil {
			panic(err)
		}
		r.word = append(r.word, strings.Fields(line)...)
	}
	for i, w := range r.word {
		r.at[w] = i
	}
	return r
})

var vectors = sync.OnceValue(func() *directions {
	n := len(ranks().word)
	d := &directions{data: make([]int8, 0, n*dimensions), length: make([]float32, 0, n)}
	for _, part := range [][]byte{vectorsData1, vectorsData2} {
		all, err := io.ReadAll(unzipped(part))
		if err != nil {
			panic(err)
		}
		_, all, _ = bytes.Cut(all, []byte("\n"))
		for v := range slices.Chunk(all, dimensions) {
			sum := 0
			for _, b := range v {
				x := int8(b)
				sum += int(x) * int(x)
				d.data = append(d.data, x)
			}
			d.length = append(d.length, float32(math.Sqrt(float64(sum))))
		}
	}
	return d
})

// Rank says how common a word is: 0 for the commonest; more than all others where it
// is not among the commonest 60,000.
func Rank(word string) int {
	if r, ok := ranks().at[word]; ok {
		return r
	}
	return len(ranks().word)
}

// cosine is how alike two directions are, by their rank, from -1 to 1.
func cosine(i, j int) float64 {
	d := vectors()
	if i < 0 || j < 0 {
		return 0
	}
	sum := int32(0)
	x, y := d.data[i*dimensions:(i+1)*dimensions], d.data[j*dimensions:(j+1)*dimensions]
	for k, v := range x {
		sum += int32(v) * int32(y[k])
	}
	return float64(sum) / float64(d.length[i]*d.length[j])
}

// Lemma is the base form of a word, given its tag.
func Lemma(lower, tag string) string {
	switch {
	case strings.HasPrefix(tag, "VB"):
		for _, f := range VerbForms(lower) {
			if f.Tag == tag || f.Tag == "VB" && tag == "VBP" {
				return f.Base
			}
		}
		if f := VerbForms(lower); len(f) > 0 {
			return f[0].Base
		}
	case strings.HasPrefix(tag, "NN"):
		return Singular(lower)
	case tag == "JJR" || tag == "JJS" || tag == "RBR" || tag == "RBS":
		for _, end := range []struct{ end, with string }{{"ier", "y"}, {"iest", "y"}, {"er", "e"}, {"est", "e"}, {"er", ""}, {"est", ""}} {
			if stem, ok := strings.CutSuffix(lower, end.end); ok && len(stem) > 1 && Can(stem+end.with, 'a') {
				return stem + end.with
			}
		}
		if n := len(lower); n > 5 && lower[n-3] == lower[n-4] && strings.HasSuffix(lower, "er") && Can(lower[:n-3], 'a') {
			return lower[:n-3]
		}
	}
	return lower
}

// members are the words that have each meaning.
var members = sync.OnceValue(func() map[int32][]string {
	out := map[int32][]string{}
	for word, senses := range related().senses {
		for _, s := range senses {
			out[s] = append(out[s], word)
		}
	}
	for _, words := range out {
		slices.Sort(words)
	}
	return out
})

// Synonyms are words in base form that share one of the two commonest meanings of a word
// or are derived from it, itself left out.
func Synonyms(word string) []string {
	m := related()
	seen := map[string]bool{word: true}
	var out []string
	add := func(words []string) {
		for _, w := range words {
			if !seen[w] {
				seen[w] = true
				out = append(out, w)
			}
		}
	}
	for _, s := range m.senses[word][:min(2, len(m.senses[word]))] {
		add(members()[s])
	}
	add(m.derived[word])
	return out
}

// Company is the words that stand in the same company as a word most often, itself and
// its forms left out: at most most, the nearest first (vectors).
func Company(word string, most int) []string {
	d := vectors()
	at, ok := ranks().at[word]
	if !ok {
		return nil
	}
	type near struct {
		at  int
		how float64
	}
	var found []near
	for i := range d.length {
		if how := cosine(at, i); how >= sameCompany && i != at {
			found = append(found, near{i, how})
		}
	}
	slices.SortFunc(found, func(a, b near) int { return cmp.Or(cmp.Compare(b.how, a.how), a.at-b.at) })
	stems := map[string]bool{Stem(word): true}
	var out []string
	for _, n := range found {
		if w := ranks().word[n.at]; len(out) < most && !stems[Stem(w)] {
			stems[Stem(w)] = true
			out = append(out, w)
		}
	}
	return out
}

// Near says how often two words stand in the same company, from -1 to 1 (the cosine of
// their vectors); 0 where one of them is not among the commonest.
func Near(a, b string) float64 {
	i, known := ranks().at[a]
	j, both := ranks().at[b]
	if !known || !both {
		return 0
	}
	return cosine(i, j)
}

// Opposites are the opposites of a word in base form, by WordNet.
func Opposites(word string) []string { return related().against[word] }

// sameCompany is the cosine from which two words are taken for ones that can stand for
// each other when something is sought.
const sameCompany = 0.5

// Sense is what is known of the meaning of a word in base form.
type Sense struct {
	Word    string
	stem    string
	senses  []ranked
	above   [2][]ranked // one and two steps above each sense
	derived []string
	at      int // its direction; -1 where it has none
}

// ranked is a meaning with the number of the sense that it is of, or above of; the first
// is the commonest.
type ranked struct {
	meaning int32
	sense   int32
}

// sorted puts meanings in order, each once, with its commonest sense.
func sorted(list []ranked) []ranked {
	slices.SortFunc(list, func(a, b ranked) int { return cmp.Or(cmp.Compare(a.meaning, b.meaning), cmp.Compare(a.sense, b.sense)) })
	return slices.CompactFunc(list, func(a, b ranked) bool { return a.meaning == b.meaning })
}

// meet is the least sum of senses by which two lists have a meaning in common; negative
// where they have none.
func meet(a, b []ranked) int32 {
	best := int32(-1)
	for i, j := 0, 0; i < len(a) && j < len(b); {
		switch {
		case a[i].meaning < b[j].meaning:
			i++
		case a[i].meaning > b[j].meaning:
			j++
		default:
			if sum := a[i].sense + b[j].sense; best < 0 || sum < best {
				best = sum
			}
			i++
			j++
		}
	}
	return best
}

// SenseOf looks a word in base form up.
func SenseOf(word string) Sense {
	m := related()
	s := Sense{Word: word, derived: m.derived[word], at: -1}
	if len(word) > 3 {
		s.stem = Stem(word)
	}
	if at, ok := ranks().at[word]; ok {
		s.at = at
	}
	for i, x := range m.senses[word] {
		s.senses = append(s.senses, ranked{x, int32(i)})
		for _, up := range m.above[x] {
			s.above[0] = append(s.above[0], ranked{up, int32(i)})
			for _, more := range m.above[up] {
				s.above[1] = append(s.above[1], ranked{more, int32(i)})
			}
		}
	}
	s.senses, s.above[0], s.above[1] = sorted(s.senses), sorted(s.above[0]), sorted(s.above[1])
	return s
}

// Alike says how nearly two words in base form mean the same, from 0 to 1: 1 for the
// same word, nearly so for synonyms and for words derived from one another, less for one
// that is above the other, and for words that stand in the same company as often as such
// do (vectors). Opposites stand in the same company too; see Opposite.
func Alike(a, b string) float64 {
	if a == b {
		return 1
	}
	return SenseOf(a).Alike(SenseOf(b))
}

// Alike compares two words; see the function of that name.
func (a Sense) Alike(b Sense) float64 {
	if a.Word == b.Word {
		return 1
	}
	if a.stem != "" && a.stem == b.stem {
		return 0.95
	}
	for _, d := range a.derived {
		if d == b.Word {
			return 0.9
		}
	}
	if sum := meet(a.senses, b.senses); sum >= 0 {
		if alike := 0.9 - 0.04*float64(sum); alike > 0 {
			return alike
		}
	}
	best := 0.0
	under := func(low, high Sense, step int, least float64) {
		if sum := meet(low.above[step], high.senses); sum >= 0 {
			best = max(best, least-0.05*float64(sum))
		}
	}
	under(a, b, 0, 0.7)
	under(a, b, 1, 0.6)
	under(b, a, 0, 0.7)
	if c := cosine(a.at, b.at); c > 0.5 {
		best = max(best, min(0.75, 0.2+0.9*(c-0.4)))
	}
	return best
}

var negating = []string{"un", "in", "im", "ir", "il", "non", "dis", "non-"}

// Opposite says whether two words in base form are opposites.
func Opposite(a, b string) bool {
	m := related()
	if direct(m, a, b) {
		return true
	}
	for _, d := range m.derived[a] {
		if direct(m, d, b) {
			return true
		}
	}
	for _, d := range m.derived[b] {
		if direct(m, a, d) {
			return true
		}
	}
	for _, p := range negating {
		if rest, ok := strings.CutPrefix(b, p); ok && rest == a {
			return true
		}
		if rest, ok := strings.CutPrefix(a, p); ok && rest == b {
			return true
		}
	}
	return false
}

func direct(m *meanings, a, b string) bool {
	for _, o := range m.against[a] {
		if o == b {
			return true
		}
	}
	return false
}
