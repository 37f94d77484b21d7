package marking

import (
	"math"
	"slices"
	"strings"

	"zincowl/core/language"
)

// word is a word of an answer or of a key, with what is known of it.
type word struct {
	lower, lemma string
	content      bool
	weight       float64 // how much it tells
	denies       bool
	denied       bool // something before it in its clause denies it
	verb         bool
	sense        language.Sense
	direction    language.Direction
	opposite     *language.Pole // once it was asked for
}

// light is what a word weighs that tells nothing by itself.
const light = 0.4

// wordsOf reads a text into its words and numbers.
func wordsOf(text string) []word {
	var out []word
	sentences := language.Split(text)
	language.Tag(sentences)
	for _, s := range sentences {
		since := reach // words ago that something was denied
		for _, t := range s.Tokens {
			if !t.Word() && (t.Text[0] < '0' || t.Text[0] > '9') {
				since = reach
				continue
			}
			since++
			switch {
			case denying(t.Lower):
				since = 0
			case parting[t.Lower]:
				since = reach
			}
			w := word{lower: t.Lower, lemma: language.Lemma(t.Lower, t.Tag), weight: light, denies: denying(t.Lower), denied: since > 0 && since < reach, verb: strings.HasPrefix(t.Tag, "VB") || t.Tag == "MD"}
			if t.Word() && language.Content(t.Lower) {
				w.content = true
				w.sense, w.direction = language.SenseOf(w.lemma), language.DirectionOf(w.lemma)
				w.weight = telling(w.lemma)
			}
			out = append(out, w)
		}
	}
	return out
}

// telling is how much a word tells: the rarer, the more.
func telling(lemma string) float64 { return math.Log(2 + float64(language.Rank(lemma))/50) }

// reach is how many words of its clause a denial is taken to deny.
const reach = 6

// parting are words that begin another clause.
var parting = language.WordSet(`and but or so because since as when while if that which who where although though until unless than before after`)

var denies = language.WordSet(`no not never none neither nor cannot without nothing nobody hardly dont doesnt isnt cant wont arent didnt wasnt instead less stop stops prevent prevents`)

func denying(lower string) bool {
	return denies[lower] || strings.HasSuffix(lower, "n't") || strings.HasSuffix(lower, "n’t")
}

// related is how alike two words have to be by the lexicon to be taken for related; below it they
// are compared by the company that they keep.
const related = 0.76

// alike says how nearly two words mean the same, from 0 to 1.
func (w *word) alike(o *word) float64 {
	if w.lemma == o.lemma {
		return 1
	}
	best := max(0, w.direction.Dot(&o.direction))
	if by := w.sense.Alike(o.sense); by >= related {
		best = max(best, by)
	}
	return best
}

// against says how much two words are opposites, from 0 to 1.
func (w *word) against(o *word) float64 {
	if facing[[2]string{w.lower, o.lower}] {
		return 1
	}
	if !w.content || !o.content || w.lemma == o.lemma {
		return 0
	}
	if language.Opposite(w.lemma, o.lemma) {
		return 1
	}
	by := w.pole().Against(*o.pole())
	if by < 1 && w.alike(o) >= 0.9 {
		return 0
	}
	return by
}

func (w *word) pole() *language.Pole {
	if w.opposite == nil {
		p := language.PoleOf(w.lemma, w.direction)
		w.opposite = &p
	}
	return w.opposite
}

// facing are small words that say the opposite of each other.
var facing = func() map[[2]string]bool {
	out := map[[2]string]bool{}
	for pair := range strings.FieldsSeq("in/out up/down on/off over/under above/below before/after more/less more/fewer first/last with/without into/out away/in forward/back yes/no from/to from/into inside/outside now/later always/never all/none") {
		a, b, _ := strings.Cut(pair, "/")
		out[[2]string{a, b}], out[[2]string{b, a}] = true, true
	}
	return out
}()

// small are words without content that turn what is said round where they are exchanged.
var small = language.WordSet(`in out up down on off over under above below before after more less fewer with without into away back forward from to inside outside always never all none only yes no first last every any`)

// mended is an answer with slips of the pen and abbreviations written as the key has them.
func mended(answer string, vocabulary map[string]bool) string {
	var out strings.Builder
	rest := answer
	for rest != "" {
		n := strings.IndexFunc(rest, letter)
		if n < 0 {
			break
		}
		out.WriteString(rest[:n])
		rest = rest[n:]
		end := strings.IndexFunc(rest, func(r rune) bool { return !letter(r) })
		if end < 0 {
			end = len(rest)
		}
		if m := meantBy(strings.ToLower(rest[:end]), vocabulary); m != "" {
			out.WriteString(m)
		} else {
			out.WriteString(rest[:end])
		}
		rest = rest[end:]
	}
	return out.String() + rest
}

func letter(r rune) bool { return r >= 'a' && r <= 'z' || r >= 'A' && r <= 'Z' || r >= 0x80 }

// meantBy is the word of the key that a word is a slip or an abbreviation of; "" where it is
// a word of its own, or none or several may be meant.
func meantBy(w string, vocabulary map[string]bool) string {
	if vocabulary[w] || len(w) < 3 || language.Known(w) || language.Known(language.Singular(w)) || language.Rank(w) < 30_000 && len(w) < 6 || len(language.VerbForms(w)) > 0 {
		return ""
	}
	found := ""
	for v := range vocabulary {
		if len(v) < 4 || v[0] != w[0] || !slipped(w, v) && !cutShort(w, v) {
			continue
		}
		if found != "" && language.Stem(found) != language.Stem(v) {
			return ""
		}
		if found == "" || v < found {
			found = v
		}
	}
	return found
}

// slipped says whether a letter or, of long words, two part two words: left out, doubled,
// exchanged or taken for another (Damerau, 1964).
func slipped(a, b string) bool {
	most := 1
	if min(len(a), len(b)) >= 8 {
		most = 2
	}
	if len(a) < 4 || len(a)-len(b) > most || len(b)-len(a) > most {
		return false
	}
	before, last, row := make([]int, len(b)+1), make([]int, len(b)+1), make([]int, len(b)+1)
	for j := range row {
		row[j] = j
	}
	for i := range len(a) {
		before, last, row = last, row, before
		row[0] = i + 1
		for j := range len(b) {
			cost := 1
			if a[i] == b[j] {
				cost = 0
			}
			row[j+1] = min(last[j+1]+1, row[j]+1, last[j]+cost)
			if i > 0 && j > 0 && a[i] == b[j-1] && a[i-1] == b[j] {
				row[j+1] = min(row[j+1], before[j-1]+1)
			}
		}
	}
	return row[len(b)] <= most
}

// cutShort says whether a word is another one cut short, or written without most of its vowels.
func cutShort(a, b string) bool {
	if len(b) < len(a)+2 {
		return false
	}
	if strings.HasPrefix(b, a) {
		return true
	}
	if strings.ContainsAny(a[1:], "aeiou") {
		return false
	}
	k := 0
	for i := 0; i < len(b) && k < len(a); i++ {
		if b[i] == a[k] {
			k++
		}
	}
	return k == len(a)
}

// contents are the words of a text that tell, each once where once is asked for.
func contents(words []word, once bool) []*word {
	var out []*word
	for i := range words {
		w := &words[i]
		if w.content && !(once && slices.ContainsFunc(out, func(o *word) bool { return o.lemma == w.lemma })) {
			out = append(out, w)
		}
	}
	return out
}
