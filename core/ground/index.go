package ground

import (
	"math"
	"math/big"
	"runtime"
	"slices"
	"strings"
	"sync"

	"golang.org/x/sync/errgroup"

	"zincowl/core/language"
	"zincowl/core/language/clause"
	"zincowl/core/maths/decimal"
	"zincowl/core/source"
)

// term is a word that carries meaning, in base form.
type term struct {
	lemma  string
	at     int // of the token
	verb   bool
	weight float64
}

// amount is a number with the word or unit behind it.
type amount struct {
	value *big.Rat
	unit  string // in words: "min", "per cent", "crown"
	at    int
}

// sentence is a sentence of a source, or a row of a table.
type sentence struct {
	source, passage string
	text            string
	plain           string // its words in small letters, with a space before and behind each
	locator         source.Locator
	run             int // counts up with each source as it is given
	heads           []term
	code            string // of its language
	asks            bool   // it is a question, which says nothing by itself
	reading
}

// reading is a text as it is compared.
type reading struct {
	tokens  []language.Token
	terms   []term
	amounts []amount
	clauses clause.Reading
	negated int // how often it denies
	words   map[string]bool
	tongue  *language.Tongue

	// Of a text that is read whole.
	parts []part
	signs []bool // by token, whether it stands in what is denied
}

// Index holds the sentences of sources, ready to be compared.
type Index struct {
	sentences  []sentence
	vocabulary map[string][]language.Sense // by language
	senses     map[string]language.Sense   // of the English words, by word
	in         map[string][]int            // by lemma, the sentences it stands in
	under      map[string][]int            // by lemma, the sentences below a heading with it
	with       map[string][]int            // by amount, the sentences that have it
	languages  []string

	rooms  sync.Pool
	looked sync.Mutex
	alike  map[string]map[string]float64 // by word of a statement, the words of the sources that mean nearly the same
}

// likeTo are the words of the sources that mean nearly the same as a word.
func (x *Index) likeTo(lemma, tongue string) map[string]float64 {
	x.looked.Lock()
	out, known := x.alike[tongue+" "+lemma]
	x.looked.Unlock()
	if known {
		return out
	}
	out = map[string]float64{}
	if tongue == "en" {
		sense := language.SenseOf(lemma)
		for _, w := range x.vocabulary[tongue] {
			if a := sense.Alike(w); a >= likeness {
				out[w.Word] = a
			}
		}
	} else {
		for _, w := range x.vocabulary[tongue] {
			if a := kin(lemma, w.Word); a >= likeness {
				out[w.Word] = a
			}
		}
	}
	x.looked.Lock()
	defer x.looked.Unlock()
	if len(x.alike) > 20_000 {
		clear(x.alike)
	}
	x.alike[tongue+" "+lemma] = out
	return out
}

// senseOf is what is known of a word, which need not be one of the sources.
func (x *Index) senseOf(lemma string) language.Sense {
	if s, ok := x.senses[lemma]; ok {
		return s
	}
	return language.SenseOf(lemma)
}

// kin says how nearly two stems are alike in a language whose words have no meanings
// here: words of one family begin alike.
func kin(a, b string) float64 {
	if a == b {
		return 1
	}
	n := 0
	for n < len(a) && n < len(b) && a[n] == b[n] {
		n++
	}
	if n >= 4 && 10*n >= 7*max(len(a), len(b)) {
		return 0.8
	}
	return 0
}

// tongueOf is the language of a statement, among some: the one that has most of its small
// words.
func tongueOf(statement string, codes []string) string {
	best, most := "en", -1
	for _, code := range codes {
		t, _ := language.In(code)
		n := 0
		for _, w := range strings.Fields(strings.ToLower(statement)) {
			if w = strings.Trim(w, ".,;:!?()¿¡"); w != "" && !t.Content(w) {
				n++
			}
		}
		if n > most {
			best, most = code, n
		}
	}
	return best
}

// New reads sources.
func New(sources []Source) *Index {
	x := &Index{in: map[string][]int{}, under: map[string][]int{}, with: map[string][]int{}, vocabulary: map[string][]language.Sense{}, senses: map[string]language.Sense{}, alike: map[string]map[string]float64{}}
	for run, s := range sources {
		tongue := "en"
		if _, known := language.In(s.Doc.Language); known {
			tongue = s.Doc.Language
		}
		if !slices.Contains(x.languages, tongue) {
			x.languages = append(x.languages, tongue)
		}
		headings := map[string][]term{}
		for _, p := range s.Doc.Passages {
			var heads []term
			for _, h := range p.Locator.Heading {
				if _, known := headings[h]; !known {
					headings[h] = read(h, false, tongue).terms
				}
				heads = append(heads, headings[h]...)
			}
			for _, text := range saidIn(p) {
				x.sentences = append(x.sentences, sentence{source: s.ID, passage: p.ID, text: text, locator: p.Locator, run: run, heads: heads, code: tongue})
			}
		}
	}
	var group errgroup.Group
	group.SetLimit(runtime.GOMAXPROCS(0))
	for from := 0; from < len(x.sentences); from += 64 {
		group.Go(func() error {
			for i := from; i < min(len(x.sentences), from+64); i++ {
				st := &x.sentences[i]
				st.reading = read(st.text, true, st.code)
				st.plain = " " + onlyWords(st.text) + " "
				st.asks = strings.HasSuffix(strings.TrimRight(st.text, " ”\")"), "?")
			}
			return nil
		})
	}
	_ = group.Wait() // no reading fails
	known := map[[2]string]bool{}
	for at := range x.sentences {
		st := &x.sentences[at]
		enter := func(terms []term, in map[string][]int) {
			for _, t := range terms {
				if list := in[t.lemma]; len(list) == 0 || list[len(list)-1] != at {
					in[t.lemma] = append(list, at)
				}
				if word := [2]string{st.code, t.lemma}; !known[word] {
					known[word] = true
					sense := language.Sense{Word: t.lemma}
					if st.code == "en" {
						sense = language.SenseOf(t.lemma)
						x.senses[t.lemma] = sense
					}
					x.vocabulary[st.code] = append(x.vocabulary[st.code], sense)
				}
			}
		}
		enter(st.terms, x.in)
		enter(st.heads, x.under)
		for _, a := range st.amounts {
			v := a.value.RatString()
			x.with[v] = append(x.with[v], at)
		}
	}
	return x
}

// saidIn are the sentences of a passage, and the rows of a table with the heads of their
// columns.
func saidIn(p source.Passage) []string {
	var out []string
	switch p.Kind {
	case source.Picture:
	case source.Table:
		for i, row := range p.Rows {
			if i == 0 {
				continue
			}
			var cells []string
			for k, cell := range row {
				if k > 0 && k < len(p.Rows[0]) {
					cell = p.Rows[0][k] + " " + cell
				}
				cells = append(cells, cell)
			}
			out = append(out, strings.Join(cells, ", "))
		}
	default:
		for _, sentence := range language.Split(p.Text) {
			out = append(out, sentence.Text)
		}
	}
	return out
}

var scales = map[string]int64{"hundred": 100, "thousand": 1000, "million": 1_000_000}

var fractions = map[string][2]int64{"half": {1, 2}, "third": {1, 3}, "thirds": {1, 3}, "quarter": {1, 4}, "quarters": {1, 4}, "fifth": {1, 5}, "fifths": {1, 5}, "tenth": {1, 10}, "tenths": {1, 10}, "twice": {2, 1}, "double": {2, 1}, "dozen": {12, 1}}

// read makes a text of a language ready to be compared.
func read(text string, whole bool, code string) reading {
	r := reading{words: map[string]bool{}}
	r.tongue, _ = language.In(code)
	english := code == "en"
	sentences := language.Split(text)
	if english {
		if len(sentences) == 1 {
			var mended bool
			if sentences[0], mended = language.Repaired(sentences[0]); mended {
				text = sentences[0].Text
			}
		}
		language.Tag(sentences)
	}
	for _, s := range sentences {
		r.tokens = append(r.tokens, s.Tokens...)
	}
	if whole && english && len(sentences) > 0 {
		tokens := r.tokens
		if len(sentences) > 1 {
			// Several sentences read as one are tagged as one.
			tokens = slices.Clone(tokens)
			for i := range tokens {
				tokens[i].Tag = ""
			}
		}
		r.clauses = clause.Read(language.Sentence{Text: text, Start: 0, End: len(text), Tokens: tokens})
	}
	for i := 0; i < len(r.tokens); i++ {
		t := r.tokens[i]
		lower := plainly(t)
		r.words[lower] = true
		if r.denies(i) {
			r.negated++
		}
		if a, n := r.amountAt(i); n > 0 {
			r.amounts = append(r.amounts, a)
			if a.value.Cmp(big.NewRat(1, 1)) != 0 || !t.Word() {
				i += n - 1
				continue
			}
		}
		if !t.Word() || len(lower) < 2 || !r.tongue.Content(lower) {
			continue
		}
		if !english {
			r.terms = append(r.terms, term{lemma: r.tongue.Stem(unelided(lower)), at: i, weight: 0.9})
			continue
		}
		if light[lower] {
			continue
		}
		lemma := language.Lemma(lower, t.Tag)
		if light[lemma] {
			continue
		}
		r.terms = append(r.terms, term{lemma: lemma, at: i, verb: strings.HasPrefix(t.Tag, "VB"), weight: telling(lemma)})
	}
	if whole {
		r.parts, r.signs = parts(r), denied(r)
	}
	return r
}

// unelided is a word without the article that it has swallowed: "l'eau" is "eau".
func unelided(lower string) string { return lower[strings.LastIndexByte(lower, '\'')+1:] }

// plainly is a word in small letters, with a plain apostrophe.
func plainly(t language.Token) string { return strings.ReplaceAll(t.Lower, "’", "'") }

// denies says whether a token denies what it stands with.
func (r reading) denies(i int) bool { return r.tongue.Denying(r.tokens[i].Lower) }

// light are words with little meaning of their own.
var light = language.WordSet(`be have do make take get give let put go come become seem remain keep way thing kind sort case fact part call mean say see one use
		begin end amount number form happen occur involve concern need want turn set bring lie stand hold
		well even still yet just quite rather about around roughly approximately nearly almost some together whole certain particular different various
		must may can shall should will would could might per`)

// telling is how much a word tells: rare words more than common ones.
func telling(lemma string) float64 {
	return 0.35 + math.Log(float64(language.Rank(lemma)+200)/200)/math.Log(300)
}

// amountAt reads a number, in digits or words, with the word or unit behind it.
func (r reading) amountAt(i int) (amount, int) {
	tokens := r.tokens
	t := tokens[i]
	value := new(big.Rat)
	n := 0
	first, inDigits := t.Lower, false
	switch {
	case t.Text[0] >= '0' && t.Text[0] <= '9':
		digits := strings.ReplaceAll(t.Text, ",", "")
		if r.tongue.Code != "en" {
			digits = strings.ReplaceAll(strings.ReplaceAll(t.Text, ".", ""), ",", ".")
		}
		v, ok := decimal.Parse(digits)
		if !ok {
			return amount{}, 0
		}
		value, n, inDigits = v, 1, true
	case fractions[first] != [2]int64{}:
		f := fractions[first]
		value.SetFrac64(f[0], f[1])
		n = 1
	default:
		parts := strings.Split(first, "-")
		sum, ok := int64(0), true
		for _, p := range parts {
			v, known := r.tongue.Number[p]
			ok = ok && known
			sum += v
		}
		if !ok {
			return amount{}, 0
		}
		value.SetInt64(sum)
		n = 1
	}
	for i+n < len(tokens) {
		next := tokens[i+n].Lower
		if scale, ok := scales[next]; ok {
			value.Mul(value, new(big.Rat).SetInt64(scale))
			n++
			continue
		}
		if f, ok := fractions[next]; ok && !inDigits && next != "twice" && next != "dozen" {
			value.Mul(value, big.NewRat(f[0], f[1]))
			n++
			continue
		}
		break
	}
	unit := ""
	if i+n < len(tokens) {
		next := tokens[i+n]
		switch {
		case next.Lower == "%" || next.Lower == "percent":
			unit, n = "%", n+1
		case next.Lower == "per" && i+n+1 < len(tokens) && tokens[i+n+1].Lower == "cent":
			unit, n = "%", n+2
		case next.Word() || strings.HasPrefix(next.Text, "°"):
			unit = next.Lower
			if r.tongue.Code == "en" {
				unit = language.Singular(unit)
			}
			if u, ok := unitNames[unit]; ok {
				unit = u
			}
		}
	}
	return amount{value, unit, i}, n
}

// unitNames are units in words and what they are written as.
var unitNames = map[string]string{
	"second": "s", "sec": "s", "minute": "min", "hour": "h", "hr": "h", "metre": "m", "meter": "m", "centimetre": "cm", "millimetre": "mm", "kilometre": "km", "gram": "g", "kilogram": "kg", "kilo": "kg",
	"litre": "l", "liter": "l", "millilitre": "ml", "volt": "v", "ampere": "a", "amp": "a", "milliampere": "ma", "milliamp": "ma", "millisecond": "ms", "degree": "°", "°c": "°", "ohm": "ω", "megohm": "mω", "day": "d", "watt": "w", "tonne": "t",
}
