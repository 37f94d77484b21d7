package writer

import (
	"cmp"
	"context"
	"iter"
	"maps"
	"regexp"
	"runtime"
	"slices"
	"strings"
	"sync"
	"unicode"

	"golang.org/x/sync/errgroup"

	"zincowl/core/fact"
	"zincowl/core/language"
	"zincowl/core/language/clause"
	"zincowl/core/language/realise"
	"zincowl/core/source"
)

// lore is what the sources say, sentence by sentence: what can be asked about, and against
// what an option is held that must not be true.
type lore struct {
	said       []*said
	backed     []*said           // what leans on the sentence before it, together with that
	followed   []consequence     // what is said to follow from something else
	sentences  []map[string]bool // of all passages: the stems of each sentence
	holds      map[string][]int  // by stem, the sentences that have it
	names      map[string]bool   // words that have a capital within sentences
	small      map[string]bool   // words that are written small
	plurals    map[string]bool   // nouns that stand in the plural somewhere
	heads      map[string]int    // by noun, how many sentences speak of it
	indefinite map[string]int    // by noun, how often it is brought in with "a"
	things     map[string]*thing // by name in lower case, in the singular
	order      []*thing
	byHead     map[string][]*thing
	byKind     map[string][]string // by kind, the nouns
	defined    map[string][]*thing // by kind, what the sources define

	kin     sync.Mutex
	related map[kinship][]*thing       // siblings that were looked for
	before  map[string]map[string]bool // by quote, the nouns of the sentences before it
}

// said is a sentence, or a part of one between semicolons, that can be asked about.
type said struct {
	term               // its weightiest fact, and where it stands
	facts  []fact.Fact // all that were read from it
	text   string      // as it can stand alone
	tokens []language.Token
	stems  map[string]bool
	before map[string]bool // the nouns of the sentences before it in its passage
	alone  bool            // it can be understood without what stands around it
	since  int             // where in the text it begins, the sentence that backs it standing first
	prior  *said           // what stands right before it, where that can be asked about as well
	leads  tie             // how it goes on from that
	told   float64         // what it is worth less, told of one time in a text that tells what holds always
}

// thing is something that the sources speak of by a noun group.
type thing struct {
	key      string
	name     string // as it stands within a sentence
	words    int
	upper    bool // it is a name
	head     string
	plural   bool
	count    int
	defined  bool
	together map[string]bool // what it is named together with
}

// loreOf reads the passages of all sources once.
func loreOf(ctx context.Context, sources []Source, facts []term) *lore {
	l := &lore{holds: map[string][]int{}, names: map[string]bool{}, small: map[string]bool{}, plurals: map[string]bool{}, heads: map[string]int{}, indefinite: map[string]int{}, things: map[string]*thing{}, before: map[string]map[string]bool{}, byHead: map[string][]*thing{}, byKind: map[string][]string{}, defined: map[string][]*thing{}, related: map[kinship][]*thing{}}
	byQuote := map[place][]term{}
	var tagged [][]language.Sentence
	for _, t := range facts {
		byQuote[t.place()] = append(byQuote[t.place()], t)
	}
	for i := range sources {
		src := &sources[i]
		if src.Doc.Language != "" && src.Doc.Language != "en" {
			continue
		}
		for at, p := range src.Doc.Passages {
			if ctx.Err() != nil {
				return l
			}
			if at%batch == 0 {
				tagged = tagAll(src.Doc.Passages[at:min(len(src.Doc.Passages), at+batch)], len(l.said) < mostSaid)
			}
			if p.Kind == source.Picture {
				continue
			}
			if p.Kind == source.Table {
				for _, row := range p.Rows {
					l.enter(language.Stems(strings.Join(row, " ")))
				}
				continue
			}
			sentences := tagged[at%batch]
			var recent []map[string]bool
			var prior *said
			for _, s := range sentences {
				last := prior
				prior = nil
				if len(s.Tokens) > longSentence {
					continue // nobody wrote that as a sentence
				}
				l.enter(language.Stems(s.Text))
				if len(l.said) >= mostSaid {
					continue // enough is asked about; this is only what must not be contradicted
				}
				heads := map[string]bool{}
				l.notice(s, heads)
				for h := range heads {
					l.heads[h]++
				}
				if found := byQuote[place{Place{src.ID, p.ID}, s.Text}]; len(found) > 0 && p.Kind != source.Heading {
					prior = l.take(s, found, recent, last)
				}
				if recent = append(recent, heads); len(recent) > pointed {
					recent = recent[1:]
				}
			}
		}
	}
	for _, t := range facts {
		if t.Type == fact.Definition {
			if th := l.things[nameKey(t.Subject)]; th != nil {
				th.defined = true
			}
		}
	}
	for k, t := range l.things {
		t.key, t.words, t.upper = k, len(strings.Fields(t.name)), unicode.IsUpper([]rune(t.name)[0])
		l.order = append(l.order, t)
	}
	slices.SortFunc(l.order, func(a, b *thing) int { return cmp.Or(b.count-a.count, cmp.Compare(a.key, b.key)) })
	for _, t := range l.order {
		if l.byHead[t.head] == nil {
			kind := group(language.NounKind(t.head))
			l.byKind[kind] = append(l.byKind[kind], t.head)
		}
		l.byHead[t.head] = append(l.byHead[t.head], t)
		if kind := group(language.NounKind(t.head)); t.defined {
			l.defined[kind] = append(l.defined[kind], t)
		}
	}
	each(len(l.said), func(i int) {
		parsed, _ := parse(l.said[i].text) // which is one sentence
		l.said[i].tokens = parsed.Tokens
	})
	past, all := map[*Source]int{}, map[*Source]int{}
	for _, s := range l.said {
		s.alone = l.standsAlone(s)
		all[s.src]++
		if s.past() {
			past[s.src]++
		}
	}
	for _, s := range l.said {
		if s.past() && 3*past[s.src] < all[s.src] {
			s.told = 0.25
			s.alone = s.alone && 5*past[s.src] >= all[s.src] // what was once, where all else holds always, is a case
		}
		s.alone = s.alone && (2*past[s.src] > all[s.src] || !l.anecdote(s))
	}
	for _, s := range l.said {
		if joint, ok := l.backedUp(s); ok {
			l.backed = append(l.backed, joint)
		}
	}
	l.followed = l.consequences()
	return l
}

// past says whether a sentence tells what was.
func (s *said) past() bool {
	for _, t := range s.tokens {
		if finite(t) {
			return t.Tag == "VBD"
		}
	}
	return false
}

// batch is how many passages are tagged at a time.
const batch = 500

// tagAll takes passages apart into sentences, several at once, and tags them where that is
// wanted.
func tagAll(passages []source.Passage, tags bool) [][]language.Sentence {
	out := make([][]language.Sentence, len(passages))
	each(len(passages), func(i int) {
		if k := passages[i].Kind; k != source.Table && k != source.Picture {
			out[i] = language.Split(passages[i].Text)
			if tags {
				language.Tag(out[i])
			}
		}
	})
	return out
}

// each does something for each of n, several at once.
func each(n int, do func(i int)) {
	var group errgroup.Group
	group.SetLimit(runtime.GOMAXPROCS(0))
	const share = 50
	for from := 0; from < n; from += share {
		group.Go(func() error {
			for i := from; i < min(n, from+share); i++ {
				do(i)
			}
			return nil
		})
	}
	_ = group.Wait() // nothing fails
}

func (l *lore) enter(stems map[string]bool) {
	id := len(l.sentences)
	l.sentences = append(l.sentences, stems)
	for s := range stems {
		l.holds[s] = append(l.holds[s], id)
	}
}

// notice takes up the names, nouns and noun groups of a sentence.
func (l *lore) notice(s language.Sentence, heads map[string]bool) {
	article, lastEnd := "", 0
	var chain []*thing // what was named one after the other
	for i := 0; i < len(s.Tokens); i++ {
		t := s.Tokens[i]
		if t.Word() && i > 0 {
			switch first := []rune(t.Text)[0]; {
			case unicode.IsUpper(first) && !strings.ContainsAny(s.Tokens[i-1].Text, ".:?!“\"•–—"):
				l.names[t.Text] = true
			case unicode.IsLower(first):
				l.small[t.Lower] = true
			}
		}
		if t.Noun() {
			heads[language.Singular(t.Lower)] = true
		}
		if t.Tag == "DT" {
			article = t.Lower
			continue
		}
		n := 0
		for i+n < len(s.Tokens) && n < 5 && grouped(s.Tokens[i+n], n == 0) {
			n++
		}
		for n > 0 && !s.Tokens[i+n-1].Noun() {
			n--
		}
		if n == 0 {
			article = ""
			continue
		}
		th := l.meet(s, i, i+n)
		if (article == "a" || article == "an") && th != nil {
			l.indefinite[th.head]++
		}
		// "copper, zinc and tin" are named together.
		between := ""
		if lastEnd > 0 {
			between = strings.ToLower(strings.TrimSpace(s.Text[max(0, lastEnd-s.Start):max(0, t.Start-s.Start)]))
			between = strings.TrimSpace(strings.TrimSuffix(between, article))
		}
		switch {
		case th == nil || lastEnd == 0:
			chain = nil
		case between == ",":
		case enumerates[between]:
			for _, o := range chain {
				o.with(th)
			}
		default:
			chain = nil
		}
		if th != nil {
			chain = append(chain, th)
		}
		lastEnd = s.Tokens[i+n-1].End
		article = ""
		i += n - 1
	}
}

var enumerates = map[string]bool{"and": true, "or": true, ", and": true, ", or": true, "than": true, "but not": true}

// with notes that two things are named together, where they may be of one kind.
func (t *thing) with(o *thing) {
	a, b := group(language.NounKind(t.head)), group(language.NounKind(o.head))
	if t != o && (a == b || a == "" || b == "") {
		if t.together == nil {
			t.together = map[string]bool{}
		}
		if o.together == nil {
			o.together = map[string]bool{}
		}
		t.together[nameKey(o.name)], o.together[nameKey(t.name)] = true, true
	}
}

// grouped says that a word can stand in a noun group that names something.
func grouped(t language.Token, first bool) bool {
	if !t.Word() || len(t.Lower) < 2 || vague[t.Lower] || strings.ContainsAny(t.Text, ".’'") {
		return false
	}
	return t.Noun() || (t.Tag == "JJ" || first && (t.Tag == "VBN" || t.Tag == "VBG")) && language.Content(t.Lower)
}

// vague are words that name nothing by themselves.
var vague = language.WordSet(`first second third last next other same new old own such many few several more most less least main whole different various certain particular only own
	thing things way ways part parts kind kinds type types sort sorts case cases number amount lot piece set series example examples point fact reason reasons result results use place time times day days
	year years people person something anything everything nothing one ones end side top bottom middle rest question answer hand order means step steps stage stages hour hours minute minutes second seconds week weeks month months
	percent per half quarter third term terms word words name names page chapter figure table section text note notes book course`)

func nameKey(name string) string {
	words := strings.Fields(strings.ToLower(name))
	for len(words) > 1 && (words[0] == "the" || words[0] == "a" || words[0] == "an") {
		words = words[1:]
	}
	if len(words) == 0 {
		return ""
	}
	words[len(words)-1] = language.Singular(words[len(words)-1])
	return strings.Join(words, " ")
}

// meet takes up a noun group.
func (l *lore) meet(s language.Sentence, from, to int) *thing {
	text := s.Span(from, to)
	if first := s.Tokens[from].Text; from == 0 && !(to-from > 1 && unicode.IsUpper([]rune(s.Tokens[from+1].Text)[0])) {
		text = realise.Lower(text, nil)
	} else if l.small[strings.ToLower(first)] {
		text = realise.Lower(text, nil)
	}
	k := nameKey(text)
	t := l.things[k]
	if t == nil {
		last := s.Tokens[to-1].Lower
		t = &thing{name: text, head: language.Singular(last), plural: language.Plural(last)}
		l.things[k] = t
	}
	if language.Plural(s.Tokens[to-1].Lower) {
		l.plurals[t.head] = true
	}
	t.count++
	return t
}

// name says whether a word is one that keeps its capital.
func (l *lore) name(word string) bool { return l.names[word] && !l.small[strings.ToLower(word)] }

// within is a noun group as it stands within a sentence.
func (l *lore) within(text string) string {
	words := strings.Fields(text)
	if len(words) > 1 && unicode.IsUpper([]rune(words[1])[0]) && !l.small[strings.ToLower(words[1])] && !l.small[strings.ToLower(words[0])] {
		return text // "Hanne Brask"
	}
	return realise.Lower(text, l.name)
}

// mostSaid bounds the sentences that are asked about one by one: more are not needed for any
// exam, and each takes room.
const mostSaid = 8_000

// sureEnough is how sure it has to be what a pronoun stands for.
const sureEnough = 0.9

// subjectOf is what a fact is about as it stands within a sentence: what its pronoun stands
// for, where that is sure.
func (l *lore) subjectOf(f fact.Fact) string {
	if f.For != "" && f.ForSure >= sureEnough {
		return l.within(f.For)
	}
	return l.within(f.Subject)
}

// facts are all facts with the sentences that they were read from.
func (l *lore) facts() iter.Seq2[*said, fact.Fact] {
	return func(yield func(*said, fact.Fact) bool) {
		for _, s := range l.said {
			for _, f := range s.facts {
				if !yield(s, f) {
					return
				}
			}
		}
	}
}

// take keeps the parts of a sentence that can be asked about, and returns the last of them.
// Prior is what was kept of the sentence right before it.
func (l *lore) take(s language.Sentence, found []term, recent []map[string]bool, prior *said) (last *said) {
	before := map[string]bool{}
	for _, heads := range recent {
		maps.Copy(before, heads)
	}
	l.before[found[0].Quote] = before
	for n, piece := range pieces(s) {
		if n > 0 { // the part before it is spoken of as well
			before = maps.Clone(before)
			for _, t := range s.Tokens {
				if t.Noun() && t.Start-s.Start < strings.Index(s.Text, strings.TrimSpace(piece.text)) {
					before[language.Singular(t.Lower)] = true
				}
			}
		}
		text := strings.TrimSpace(strings.TrimRight(piece.text, " ;"))
		leads := leadOf(text)
		text = l.opened(text)
		text = commanded(text)
		for _, t := range found {
			if first, rest, _ := strings.Cut(text, " "); (strings.EqualFold(first, "it") || strings.EqualFold(first, "they")) && strings.EqualFold(t.Subject, first) && t.ForSure >= sureEnough && len(strings.Fields(t.For)) <= 6 {
				text = t.For + " " + rest
			}
		}
		if text == "" {
			continue
		}
		text = realise.Sentence(text)
		if len(language.Split(text)) != 1 {
			continue
		}
		out := &said{term: found[0], text: text, stems: language.Stems(text), before: before, prior: prior, leads: leads}
		for _, t := range found {
			if piece.whole || strings.Contains(strings.ToLower(piece.text), strings.ToLower(t.Object)) && t.Type != fact.Statement {
				out.facts = append(out.facts, t.Fact)
				if t.Weight > out.Weight || out.Type == fact.Statement {
					out.term = t
				}
			}
		}
		prior = nil
		if len(out.facts) > 0 || piece.whole {
			l.said = append(l.said, out)
			prior, last = out, out
		}
	}
	return last
}

type piece struct {
	text  string
	whole bool
}

// parse is a text that is one sentence, with its verbs as the clause reader has them.
func parse(text string) (language.Sentence, bool) {
	parts := language.Split(text)
	if len(parts) != 1 {
		return language.Sentence{}, false
	}
	return verbsRead(parts[0]), true
}

// verbsRead tags a sentence; the tagger is wrong about one clause verb in eight, so where the
// clause reader found a place for every word its reading counts.
func verbsRead(s language.Sentence) language.Sentence {
	one := []language.Sentence{s}
	language.Tag(one)
	s = one[0]
	r := clause.Read(s)
	verbs := map[int]bool{} // where the verb groups of clauses begin
	within := map[int]bool{}
	for _, c := range r.Clauses {
		switch c.Kind {
		case clause.Main, clause.Adverbial, clause.Relative, clause.Content, clause.Nominal:
			verbs[c.At.From] = c.Certain
		}
		for at := c.At.From; at < c.At.To; at++ {
			within[at] = true
		}
	}
	for i := range s.Tokens {
		t := &s.Tokens[i]
		at := t.Start - s.Start
		switch {
		case verbs[at] && !finite(*t):
			for _, f := range language.VerbForms(t.Lower) {
				if f.Tag == "VBZ" || f.Tag == "VBD" {
					t.Tag = f.Tag
					break
				}
				if f.Tag == "VB" {
					t.Tag = "VBP"
				}
			}
		case r.Left == 0 && finite(*t) && !within[at] && t.Tag != "MD" && language.Can(language.Singular(t.Lower), 'n'):
			t.Tag = "NN"
			if language.Plural(t.Lower) {
				t.Tag = "NNS"
			}
		}
	}
	return s
}

// commanded says an order as a rule: "You must carry out the check before the first lift."
func commanded(text string) string {
	parsed, ok := language.Single(text)
	if !ok || len(parsed.Tokens) < 4 {
		return text
	}
	tokens := parsed.Tokens
	// What stands before the order: "When leaving the truck, …".
	at := 0
	if fronting[tokens[0].Lower] || tokens[0].Tag == "IN" {
		for at < len(tokens) && tokens[at].Text != "," {
			at++
		}
		at++
	}
	must := "must "
	from := at
	if at+2 >= len(tokens) {
		return text
	}
	switch tokens[at].Lower {
	case "never", "always":
		must, at = "must "+tokens[at].Lower+" ", at+1
	case "do":
		if tokens[at+1].Lower != "not" {
			return text
		}
		must, at = "must not ", at+2
	case "don't", "don’t":
		must, at = "must not ", at+1
	}
	verb := tokens[at]
	asNoun, asVerb, asAdjective, asAdverb := language.Met(verb.Lower)
	if verb.Lower == "think" || verb.Lower == "note" || verb.Lower == "consider" || verb.Lower == "see" || verb.Lower == "remember" || verb.Lower == "imagine" {
		return text // it speaks to the reader
	}
	if at >= len(tokens)-1 || asVerb == 0 || asVerb <= asAdjective && tokens[at+1].Tag != "DT" || !slices.ContainsFunc(language.VerbForms(verb.Lower), func(f language.Form) bool { return f.Tag == "VB" }) || verb.Lower == "be" && must == "must " {
		return text
	}
	if next := tokens[at+1]; asVerb < asAdverb || asNoun > 10*asVerb && (next.Tag != "DT" || next.Text == "A") {
		return text // "further in", "class A"
	} else if verb.Tag != "VB" && must == "must " && !(next.Tag == "DT" || next.Tag == "IN" || next.Tag == "PRP$" || next.Tag == "RP") {
		return text
	}
	for i := at + 1; i+2 < len(tokens) && must == "must "; i++ { // "leave it, and it spoils" says what follows
		if tokens[i].Text == "," && tokens[i+1].Lower == "and" && ownSubject(tokens[i+2:]) {
			return text
		}
	}
	for _, t := range tokens[at+1:] { // "Water flows" is no order
		if t.Text == "," || t.Tag == "WRB" || t.Tag == "WDT" || clausal[t.Lower] {
			break
		}
		if finite(t) {
			return text
		}
	}
	if next := tokens[at+1]; (clausal[next.Lower] || next.Lower == "when") && language.VerbTakes(verb.Lower).Object >= 7 {
		return text // what is to be avoided was said before
	}
	front := text[:tokens[from].Start]
	return front + "you " + must + realise.Lower(text[verb.Start:], nil)
}

// ownSubject says whether some words begin with a subject and its verb.
func ownSubject(tokens []language.Token) bool {
	noun := false
	for _, t := range tokens[:min(len(tokens), 6)] {
		if finite(t) {
			return noun
		}
		noun = noun || t.Noun() || t.Tag == "PRP"
	}
	return false
}

// fronting are words that begin what stands before an order.
var fronting = language.WordSet(`if when before after while once on with in during at to whenever unless`)

// pieces are the parts of a sentence between semicolons, where each has a verb of its own.
func pieces(s language.Sentence) []piece {
	if before, after, ok := strings.Cut(s.Text, ": "); ok && !strings.Contains(s.Text, ";") {
		first, one := language.Single(before)
		second, another := language.Single(after)
		if one && another && slices.ContainsFunc(first.Tokens, finite) && slices.ContainsFunc(second.Tokens, finite) && len(first.Tokens) > 5 {
			return []piece{{before, true}} // what follows only explains it
		}
	}
	if !strings.Contains(s.Text, ";") {
		return []piece{{s.Text, true}}
	}
	var out []piece
	for part := range strings.SplitSeq(s.Text, ";") {
		parsed, ok := language.Single(strings.TrimSpace(part))
		if !ok {
			return nil
		}
		if !slices.ContainsFunc(parsed.Tokens, finite) {
			return []piece{{s.Text, true}}
		}
		out = append(out, piece{part, false})
	}
	return out
}

func finite(t language.Token) bool {
	return t.Tag == "VBZ" || t.Tag == "VBP" || t.Tag == "VBD" || t.Tag == "MD"
}

// connecting are words that lead on from the sentence before and can go.
var connecting = language.WordSet(`but and so yet thus hence however therefore moreover furthermore indeed nevertheless nonetheless consequently accordingly finally again still similarly likewise besides also fortunately unfortunately clearly now lastly finally first second third firstly secondly thirdly`)

// turning are phrases set off by commas by which a sentence turns from the one before.
var turning = regexp.MustCompile(`, (?:however|therefore|by contrast|on the other hand|on the contrary|in turn|moreover|of course|indeed|nevertheless|for example|for instance|strictly speaking|too)(,|[.;]?$)`)

// passing are adverbs by which a sentence goes on from the one before.
var passing = regexp.MustCompile(` (?:also|likewise|nevertheless|therefore|thus|then) (\pL+)`)

// opened is a text without what only leads on to it.
func (l *lore) opened(text string) string {
	text = language.Unnumbered(text)
	text = strings.TrimSuffix(text, " as well.")
	text = sinceThen.ReplaceAllString(resulting.ReplaceAllString(text, ""), "")
	text = turning.ReplaceAllStringFunc(text, func(m string) string {
		if strings.HasSuffix(m, ",") {
			return ""
		}
		return m[len(strings.TrimRight(m, ".;")):]
	})
	if !opensThen[strings.ToLower(strings.SplitN(text, " ", 2)[0])] && !strings.Contains(text, " if ") && !strings.Contains(text, " when ") {
		text = passing.ReplaceAllString(text, " $1")
	}
	for range 2 {
		word, rest, ok := strings.Cut(text, " ")
		if !ok || !connecting[strings.ToLower(strings.TrimRight(word, ","))] {
			break
		}
		if low := strings.ToLower(word); !strings.HasSuffix(word, ",") && low != "but" && low != "and" && low != "yet" && low != "thus" && low != "hence" && low != "so" {
			break
		}
		text = rest
	}
	return text
}

// backedUp is a sentence that leans on the one before it, together with that one: who reads
// both knows what "it" stands for.
func (l *lore) backedUp(s *said) (*said, bool) {
	first := s.prior
	if s.alone || s.Hedged || first == nil || !first.alone || first.Hedged || first.told > 0 || s.told > 0 || !s.whole() || len(first.tokens)+len(s.tokens) > 50 {
		return nil, false
	}
	// What was brought in before both is still unknown.
	unknown := maps.Clone(first.before)
	for _, t := range first.tokens {
		delete(unknown, language.Singular(t.Lower))
	}
	for i, t := range s.tokens {
		if outward[t.Lower] || t.Lower == "the" && !l.known(s.tokens, i, unknown) || t.Tag == "DT" && nearby[t.Lower] && !first.names(s.tokens[i+1:]) {
			return nil, false
		}
	}
	joint, ok := together(first, s)
	if !ok || !first.closes() {
		return nil, false
	}
	joint.term.Type, joint.prior = s.Type, nil
	joint.text = first.text + " " + s.text
	joint.since, joint.before, joint.alone = len(first.text)+1, first.before, true
	joint.tokens = nil
	for _, part := range language.Split(joint.text) {
		joint.tokens = append(joint.tokens, verbsRead(part).Tokens...)
	}
	joint.stems = language.Stems(joint.text)
	return joint, true
}

// closes says whether the text of a sentence goes up to the end of what is quoted for it.
func (s *said) closes() bool {
	const stops = " .;:"
	words := strings.Fields(strings.TrimRight(s.text, stops))
	last := strings.Join(words[max(0, len(words)-3):], " ")
	return strings.HasSuffix(strings.TrimRight(s.Quote, stops), last)
}

// names says whether a sentence has the noun of the noun group that some words begin with.
// Where there is none, the words point to all that it says.
func (s *said) names(tokens []language.Token) bool {
	for i, t := range tokens {
		if t.Noun() && (i+1 == len(tokens) || !tokens[i+1].Noun()) {
			return s.stems[language.Stem(t.Lower)]
		}
		if !t.Noun() && t.Tag != "JJ" && t.Tag != "VBN" && t.Tag != "CD" {
			break
		}
	}
	return true
}

// nearby are words that point to what was just named.
var nearby = language.WordSet(`this these that those such`)

// outward are words that point to what the sentence before does not say.
var outward = language.WordSet(`we us our ours i me my mine here below following aforementioned former latter`)

// leaning are phrases by which a sentence leans on what stands around it.
var leaning = language.WordSet(`this these such here there hers we us our ours i me my former latter ones instead otherwise likewise similarly above below following aforementioned another others again then both beforehand nevertheless meanwhile nor further`)

// pointsBehind are prepositions behind which "that" points to something, and measures are units that
// no pronoun stands for.
var (
	pointsBehind = language.WordSet(`of within by at on from to with for under after before`)
	measures     = language.WordSet(`seconds minutes hours days weeks months years metres miles kilometres grams kilograms litres volts amperes degrees marks crowns dollars pounds euros`)
)

// goesOn begins a sentence that is a step from the one before it, or tells of the time that was
// spoken of.
var goesOn = regexp.MustCompile(`(?i)^(?:next|afterwards|meanwhile|at (?:the same|that|this) (?:time|point|stage)|in (?:this|that|such a) (?:way|case)|once that)\b(?:,| [a-z])`)

// stammers says whether a speaker begins a phrase twice: "a, a sort of".
func stammers(tokens []language.Token) bool {
	for i := 0; i+2 < len(tokens); i++ {
		if tokens[i+1].Text == "," && tokens[i].Lower == tokens[i+2].Lower && !tokens[i].Noun() && !strings.HasPrefix(tokens[i].Tag, "JJ") && tokens[i].Tag != "RB" && tokens[i].Tag != "CD" {
			return true
		}
	}
	return false
}

// elided says whether a sentence ends with a number of what is not named: "the circuit takes
// ten".
func elided(tokens []language.Token) bool {
	n := len(tokens) - 1
	for n > 0 && !tokens[n].Word() && tokens[n].Tag != "CD" {
		n--
	}
	return n > 1 && tokens[n].Tag == "CD" && !(tokens[n].Text[0] >= '0' && tokens[n].Text[0] <= '9') && finite(tokens[n-1]) && !being[tokens[n-1].Lower]
}

// standsAlone says whether a sentence can be understood by somebody who sees nothing else.
func (l *lore) standsAlone(s *said) bool {
	return s.whole() && !goesOn.MatchString(s.text) && !stammers(s.tokens) && !elided(s.tokens) && l.leans(s.tokens, s.text, s.before) == ""
}

// whole says whether a sentence is whole and plain enough to be asked about.
func (s *said) whole() bool {
	words := 0
	for _, t := range s.tokens {
		if t.Word() {
			words++
		}
	}
	telling := contents(language.Stems(denying.ReplaceAllString(s.text, "$1")))
	if figures.MatchString(s.text) {
		telling++
	}
	if telling < 3 || label.MatchString(s.text) || chatty.MatchString(s.text) || len(s.tokens[0].Text) == 1 && s.tokens[0].Text != "A" {
		return false
	}
	if !subjected(s.tokens) || hollowEnd(s.tokens, words) || strings.Contains(strings.ToLower(s.text), "you've") || strings.Contains(strings.ToLower(s.text), "you’ve") {
		return false
	}
	if first := s.tokens[0].Lower; first == "what" || first == "whatever" || (first == "some" || first == "much" || first == "many") && words < 9 {
		return false
	}
	if words < 4 && !figures.MatchString(s.text) || words < 3 || words > 42 || !slices.ContainsFunc(s.tokens, finite) || strings.ContainsAny(s.text, "?|→=“”\"…!") || strings.Count(s.text, "(") != strings.Count(s.text, ")") {
		return false
	}
	if cutOff(s.tokens) {
		return false
	}
	if before, _, ok := strings.Cut(s.text, ":"); ok { // nothing but a label stands before it
		parsed, _ := language.Single(before)
		if len(parsed.Tokens) < 5 || !slices.ContainsFunc(parsed.Tokens, finite) {
			return false
		}
	}
	if first := s.tokens[0]; !first.Word() && !(first.Text[0] >= '0' && first.Text[0] <= '9') {
		return false
	}
	return true
}

// denying is a short denial behind a verb.
var denying = regexp.MustCompile(`(\pL)n[’']t\b`)

var (
	// label begins what is a line of notes and no sentence.
	label = regexp.MustCompile(`^\S+(?: \S+){0,4} [—–-] `)
	// chatty begins what somebody says to somebody.
	chatty = regexp.MustCompile(`(?i)^(?:(?:yes|no|well|oh|right|okay|ok|sorry|look|now),|(?:or|oh|okay|ok|sorry|think|note|consider|see|remember|imagine|suppose) )`)
)

// subjected says whether something stands before the first finite verb that it is said of.
func subjected(tokens []language.Token) bool {
	if len(tokens) > 1 && (tokens[1].Tag == "DT" || tokens[1].Tag == "PRP$") && slices.ContainsFunc(language.VerbForms(tokens[0].Lower), func(f language.Form) bool { return f.Tag == "VBZ" }) {
		return false // "beats the chart"
	}
	for i, t := range tokens {
		if t.Noun() || t.Tag == "PRP" || t.Tag == "VBG" || t.Tag == "EX" || t.Lower == "nothing" || t.Lower == "nobody" {
			return true
		}
		if finite(t) { // "neither is", "the first is"
			return i > 2 || i == 2 && tokens[0].Tag == "DT" && !ordinal[tokens[1].Lower] && tokens[1].Tag != "CD"
		}
	}
	return false
}

// cutOff says whether the last word of a sentence stands for what was named before: "it has
// some". Where another clause stands before it, that may be there.
func cutOff(tokens []language.Token) bool {
	at := len(tokens) - 1
	for at > 0 && !tokens[at].Word() {
		at--
	}
	if at < 1 || !elliptic[tokens[at].Lower] && !(tokens[at].Tag == "CD" && !figures.MatchString(tokens[at].Text)) {
		return false // nor a number in words: "it takes ten"
	}
	last, before := tokens[at].Lower, tokens[at-1]
	switch {
	case last == "all" && before.Lower == "at", last == "other" && before.Lower == "each":
		return false
	case (last == "more" || last == "less") && (before.Lower == "or" || strings.HasPrefix(before.Tag, "VB")):
		return false
	}
	verbs := 0
	for _, t := range tokens {
		if finite(t) {
			verbs++
		}
	}
	return verbs < 2 || ordinal[last]
}

// hollowEnd says whether a short sentence ends with a noun that says nothing: "it has its
// conditions".
func hollowEnd(tokens []language.Token, words int) bool {
	for i := len(tokens) - 1; i >= 0; i-- {
		if tokens[i].Word() {
			return words < 8 && (announced[language.Singular(tokens[i].Lower)] || hollowNouns[language.Singular(tokens[i].Lower)])
		}
	}
	return false
}

// anecdote says whether a sentence tells of a person of whom the sources hardly speak
// otherwise.
func (l *lore) anecdote(s *said) bool {
	if len(s.tokens) < 3 {
		return false
	}
	one, two := s.tokens[0], s.tokens[1]
	return l.name(two.Text) && unicode.IsUpper([]rune(one.Text)[0]) && one.Lower != "the" && !l.small[one.Lower] && len(l.holds[language.Stem(two.Lower)]) <= 8 && two.Tag == "NNP"
}

// contents counts the stems that say something.
func contents(stems map[string]bool) int {
	n := 0
	for s := range stems {
		if !pale[s] {
			n++
		}
	}
	return n
}

// pale are stems of words that say little.
var pale = language.Stems(`thing way point part kind case line word matter reason idea fact make take give get come go keep need seem mean call say certain different important possible simple good bad great new old first last long`)

// elliptic are words behind which something was left out that was named before.
var elliptic = language.WordSet(`some any none one two three four all many most more less few each either neither so same other does do did is are was were not third fourth fifth`)

// longSentence is how many tokens a sentence may have that is looked at.
const longSentence = 300

// pointed is how many sentences back something is pointed to.
const pointed = 3

// leans is the word by which a text leans on what stands around it; empty where it does
// not. Before are the nouns of the sentences before it.
func (l *lore) leans(tokens []language.Token, text string, before map[string]bool) string {
	one, several := false, false             // something was named that "it", or "they", may stand for
	verb, person := false, false             // a finite verb was met; somebody was named
	oneBefore, severalBefore := false, false // the same, in an earlier clause
	for i, t := range tokens {
		next := language.Token{}
		if i+1 < len(tokens) {
			next = tokens[i+1]
		}
		if t.Text == "," || t.Tag == "WDT" || t.Tag == "WRB" || t.Lower == "and" || t.Lower == "but" || t.Lower == "or" || clausal[t.Lower] || t.Tag == "TO" {
			oneBefore, severalBefore = one, several
		}
		switch {
		case inward[t.Lower] && answered(tokens, i):
		case t.Lower == "there" && (next.Lower == "is" || next.Lower == "are"):
		case t.Lower == "such" && next.Lower == "as", t.Lower == "above" && (next.Tag == "CD" || next.Tag == "DT"), t.Lower == "below" && (next.Tag == "CD" || next.Tag == "DT"):
		case t.Lower == "those" && (next.Lower == "who" || next.Lower == "that" || next.Lower == "which" || next.Lower == "in" || next.Lower == "of" || next.Lower == "with"):
		case t.Lower == "both" && joinsTwo(tokens[i+1:]), t.Lower == "both" && i > 0 && tokens[i-1].Tag == "IN":
		case t.Lower == "then" && i > 0 && opensThen[tokens[0].Lower]:
		case (t.Lower == "one" || t.Lower == "reverse") && i > 0 && (tokens[i-1].Tag == "JJ" || tokens[i-1].Tag == "JJR" || tokens[i-1].Lower == "the" && t.Lower == "reverse") && next.Lower != "of":
			return t.Text
		case leaning[t.Lower], t.Lower == "those", t.Lower == "that" && i > 1 && tokens[i-1].Lower == "of" && tokens[i-2].Lower == "because":
			return t.Text
		case t.Lower == "same" && i+2 < len(tokens) && (announced[next.Lower] || next.Lower == "manner") && tokens[i+2].Lower != "as" && tokens[i+2].Lower != "that":
			return t.Text // "in the same manner": in which, was said before
		case t.Lower == "remaining" && i > 0 && tokens[i-1].Lower == "the", t.Lower == "well" && i > 1 && tokens[i-1].Lower == "as" && next.Lower != "as":
			return t.Text
		case t.Lower == "other" && i > 0 && tokens[i-1].Lower == "the" && !slices.ContainsFunc(tokens[:i], func(o language.Token) bool {
			return o.Lower == "one" || o.Lower == "two" || o.Lower == "each" || o.Noun() && language.Singular(o.Lower) == language.Singular(next.Lower)
		}):
			return "the other"
		case ordinal[t.Lower] && t.Lower != "first" && t.Lower != "last" && t.Lower != "same" && i > 0 && i < 3 && (tokens[i-1].Lower == "a" || tokens[i-1].Lower == "the") && announced[language.Singular(next.Lower)]:
			return t.Text // "a second distinction"
		case t.Lower == "two" && i > 0 && (tokens[i-1].Lower == "the" || tokens[i-1].Lower == "first" || tokens[i-1].Lower == "last"):
			return t.Text
		case (t.Tag == "CD" || severalOf[t.Lower]) && announced[language.Singular(next.Lower)] && i < 3:
			return t.Text // "two findings have survived": what they are is said elsewhere
		case hollowNouns[t.Lower] && i > 0 && (tokens[i-1].Lower == "a" || tokens[i-1].Lower == "the" || i > 1 && tokens[i-2].Lower == "the" && tokens[i-1].Tag == "JJ") && !described(tokens, i) && !(i > 1 && being[tokens[i-2].Lower]):
			return t.Text
		case i == 0 && (t.Lower == "that" && !next.Noun() || strings.HasPrefix(t.Lower, "that'") || strings.HasPrefix(t.Lower, "that’") || strings.HasPrefix(t.Lower, "it'") || strings.HasPrefix(t.Lower, "it’")):
			return t.Text
		case t.Lower == "it" && (next.Lower == "is" || next.Lower == "takes" || next.Lower == "was" || next.Lower == "seems") && expletive.MatchString(text[t.Start-tokens[0].Start:]):
		case t.Lower == "that" && i > 0 && next.Noun() && !language.Plural(next.Lower) && (pointsBehind[tokens[i-1].Lower] || i == 1 && opensThen[tokens[0].Lower]) && !(i+2 < len(tokens) && tokens[i+2].Lower == "of"):
			return "that " + next.Text // "of that form"
		case t.Lower == "that" && (t.Tag == "DT" && !next.Noun() || t.Tag == "DT" && i == 0):
			return t.Text
		case (t.Lower == "it" || t.Lower == "they") && !verb && (finite(next) || next.Tag == "RB"):
			return t.Text // the subject of the first clause stands for something outside of it
		case finite(t):
			verb = true
		case t.Lower == "it" && !oneBefore || t.Lower == "them" && !severalBefore:
			return t.Text // not what the same clause is about
		case t.Lower == "it" || t.Lower == "its" || t.Lower == "itself":
			if !one {
				return t.Text
			}
		case t.Lower == "he" || t.Lower == "she" || t.Lower == "him" || t.Lower == "his" || t.Lower == "her" || t.Lower == "himself" || t.Lower == "herself":
			if !person {
				return t.Text
			}
		case t.Lower == "they" || t.Lower == "them" || t.Lower == "their" || t.Lower == "themselves":
			if !several {
				return t.Text
			}
		case t.Lower == "opposite" && i > 0 && tokens[i-1].Lower == "the" && next.Lower != "of" && !next.Noun():
			return t.Text
		case someone[t.Lower]:
			person, several = true, true
		case t.Noun() && next.Noun(): // part of a name
		case t.Noun():
			plural := language.Plural(t.Lower)
			if plural && i > 0 && tokens[i-1].Tag == "CD" && measures[t.Lower] {
				break // "within thirty days of receiving them"
			}
			person = person || !plural && (personal(t.Lower) || t.Tag == "NNP" && i == 0)
			one, several = one || !plural, several || plural || persons[language.Singular(t.Lower)] || i > 0 && distributes[tokens[i-1].Lower]
		case t.Lower == "and" && one:
			several = true
		case t.Lower == "the" && !l.known(tokens, i, before):
			return t.Text
		}
	}
	return ""
}

// inward are words that point to something, often in the same sentence.
var inward = language.WordSet(`another such both again otherwise one ones those that`)

// answered says whether what the i-th of some words points to stands in the same sentence.
func answered(tokens []language.Token, i int) bool {
	next := language.Token{}
	if i+1 < len(tokens) {
		next = tokens[i+1]
	}
	before, behind := tokens[:i], tokens[min(len(tokens), i+1):min(len(tokens), i+8)]
	has := func(where []language.Token, words ...string) bool {
		return slices.ContainsFunc(where, func(t language.Token) bool { return slices.Contains(words, t.Lower) })
	}
	named := func(noun string) bool {
		return slices.ContainsFunc(before, func(t language.Token) bool {
			return t.Noun() && language.Singular(t.Lower) == language.Singular(noun)
		})
	}
	number := func(plural bool) bool {
		return slices.ContainsFunc(before, func(t language.Token) bool { return t.Noun() && language.Plural(t.Lower) == plural })
	}
	// "the words judged by their sound", "those of the second"
	told := next.Tag == "VBN" || next.Tag == "VBG" || next.Tag == "WDT" || next.Tag == "WP" || next.Lower == "of" || next.Lower == "from" || next.Lower == "in" || next.Lower == "that" || next.Lower == "with"
	switch tokens[i].Lower {
	case "another":
		return named(next.Lower) || has(before, "one")
	case "such":
		return has(behind, "that", "as") || named(next.Lower)
	case "both":
		return has(before, "two", "and")
	case "again", "otherwise":
		return i > 1
	case "one":
		return i > 3 && number(false) && tokens[i-1].Tag == "JJ" && has(before, "but", "than", "and", "or", "while", "whereas", "although", "though")
	case "ones":
		return i > 3 && number(true)
	case "those":
		return told && (i > 2 && number(true) || slices.ContainsFunc(before, func(t language.Token) bool { return distributes[t.Lower] })) || next.Noun() && language.Plural(next.Lower) && has(behind, "that", "which", "who", "whose")
	case "that":
		return i > 2 && tokens[i].Tag == "DT" && (next.Tag == "VBN" || next.Tag == "VBG" || next.Lower == "of") && number(false)
	}
	return false
}

// distributes are words by which one stands for all of its kind: "every tender".
var distributes = language.WordSet(`every each any`)

// someone are pronouns for a person that is not named.
var someone = language.WordSet(`nobody anybody somebody everybody anyone someone everyone whoever people`)

// agent ends nouns for one who does something, or to whom it is done.
var agent = regexp.MustCompile(`^\pL{3,}(?:or|ee|er|ist)$`)

// personal says whether a noun in the singular names a person, by the lexicon or, where it
// does not know the noun, by its ending.
func personal(noun string) bool {
	noun = language.Singular(noun)
	kind := language.NounKind(noun)
	return kind == "person" || persons[noun] || kind == "" && agent.MatchString(noun)
}

// clausal are words that begin a clause.
var clausal = language.WordSet(`if because since unless until while whereas although though that so as before after than whether once`)

// opensThen are words that begin what "then" goes on from.
var opensThen = language.WordSet(`if when once first`)

// announced are nouns that stand for what is told next.
var announced = language.WordSet(`finding account distinction difference advantage drawback disadvantage line answer way point reason kind thing question factor example approach argument group rule condition method type form case problem matter limit price place point use`)

var severalOf = language.WordSet(`several many some few various further`)

// narrowing are words by which a noun is told from others of its kind.
var narrowing = language.WordSet(`of that which who where in between for to`)

// hollowNouns say of nothing what it is of.
var hollowNouns = language.WordSet(`value advantage drawback equation figure reading rate result rule reason case difference answer amount ratio process method effect problem solution remedy trouble trick requirement danger phenomenon strategy approach principle exception`)

// described says whether the noun at i goes on with what it is of.
func described(tokens []language.Token, i int) bool {
	if i+2 >= len(tokens) {
		return false
	}
	next, after := tokens[i+1], tokens[i+2]
	switch next.Lower {
	case "of", "for", "in", "by", "between", "to", "at":
		return after.Tag != "CD" && after.Lower != "about"
	case "that", "which", "where", "who":
		return true
	}
	return false
}

// joinsTwo says whether "and" follows before anything ends.
func joinsTwo(tokens []language.Token) bool {
	for _, t := range tokens {
		if t.Lower == "and" {
			return true
		}
		if finite(t) || !t.Word() {
			return false
		}
	}
	return false
}

// expletive is an "it" that stands for nothing.
var expletive = regexp.MustCompile(`^it (?:(?:is|was|seems) (?:\pL+ ){1,3}?(?:that|whether|to|because)|takes .{0,40}?\b(?:to|for))\b`)

// persons are nouns that "they" can stand for in the singular.
var persons = language.WordSet(`person operator patient customer driver buyer seller worker candidate nurse doctor teacher student`)

// known says whether what "the", the i-th of some words, points to is known without what
// was said before: it is described, or the sources speak of it all along, or nothing of its
// name was spoken of.
func (l *lore) known(tokens []language.Token, i int, before map[string]bool) bool {
	n := i + 1
	for n < len(tokens) && (tokens[n].Tag == "JJ" || tokens[n].Tag == "VBN" || tokens[n].Tag == "VBG" || tokens[n].Tag == "JJR" || tokens[n].Tag == "JJS" || tokens[n].Tag == "RB" || tokens[n].Tag == "CD" || tokens[n].Noun()) {
		n++
	}
	if n == i+1 {
		return true
	}
	head := tokens[n-1]
	if ordinal[tokens[i+1].Lower] && n-i == 3 && before[language.Singular(head.Lower)] {
		return false // "the first day": of what, was said before
	}
	if !head.Noun() || n-i > 2 { // "the oldest", "the living layer"
		return true
	}
	if n+2 < len(tokens) && (tokens[n].Lower == "and" || tokens[n].Lower == "or") && tokens[n+1].Noun() && narrowing[tokens[n+2].Lower] {
		return true // "the skills or places of"
	}
	if n+2 < len(tokens) && (tokens[n].Tag == "DT" || tokens[n].Tag == "PRP") && (finite(tokens[n+1]) || finite(tokens[n+2])) {
		return true // "the flour a baker buys"
	}
	if n+1 < len(tokens) && tokens[n].Tag == "IN" && tokens[n+1].Lower == "which" {
		return true // "the temperature at which"
	}
	if n < len(tokens) && (tokens[n].Tag == "VBN" || tokens[n].Tag == "VBG") && n+1 < len(tokens) && !finite(tokens[n]) {
		return true // "the pressure needed for"
	}
	if n < len(tokens) && (tokens[n].Lower == "of" || tokens[n].Lower == "that" || tokens[n].Lower == "which" || tokens[n].Lower == "who" || tokens[n].Lower == "where" || tokens[n].Lower == "in" || tokens[n].Lower == "between" || tokens[n].Lower == "for" || tokens[n].Lower == "to") {
		return true
	}
	noun := language.Singular(head.Lower)
	if language.Plural(head.Lower) && l.indefinite[noun] == 0 && l.heads[noun] >= 2 {
		return true
	}
	return !before[noun] && !hollowNouns[noun] || l.heads[noun] >= 5 || persons[noun] && l.heads[noun] >= 2 || l.things[noun] != nil && l.things[noun].defined
}

// ordinal are words that count off what was named.
var ordinal = language.WordSet(`first second third fourth last next other same former remaining`)

// speaks says in how many sentences all of some stems stand.
func (l *lore) speaks(stems ...string) int {
	if len(stems) == 0 {
		return len(l.sentences)
	}
	rarest := stems[0]
	for _, s := range stems[1:] {
		if len(l.holds[s]) < len(l.holds[rarest]) {
			rarest = s
		}
	}
	if len(l.holds[rarest]) > everywhere {
		return everywhere
	}
	n := 0
next:
	for _, id := range l.holds[rarest] {
		for _, s := range stems {
			if !l.sentences[id][s] {
				continue next
			}
		}
		n++
	}
	return n
}

// everywhere is in how many sentences a word stands that tells nothing apart: to look
// through them for each sentence would take forever.
const everywhere = 2000

// maybeTrue says whether some sentence has all stems of a thing and most of what is said:
// then the sources may say it of that thing too.
func (l *lore) maybeTrue(thing, says map[string]bool) bool {
	rarest, fewest := "", 1<<30
	for s := range thing {
		if n := len(l.holds[s]); n < fewest || n == fewest && s < rarest {
			rarest, fewest = s, n
		}
	}
	if fewest > everywhere {
		return true // nothing is told apart by a word that stands everywhere
	}
	for _, id := range l.holds[rarest] {
		here := l.sentences[id]
		if !covers(here, thing) {
			continue
		}
		met := 0
		for s := range says {
			if here[s] && !thing[s] {
				met++
			}
		}
		if met > 0 && 2*met >= len(says) {
			return true
		}
	}
	return false
}

func covers(all, some map[string]bool) bool {
	for s := range some {
		if !all[s] {
			return false
		}
	}
	return true
}

// mostSiblings bounds how many siblings a thing has.
const mostSiblings = 12

// siblings are things of the same kind as one: what it is named together with, what has
// the same noun, what means nearly the same kind of thing, the likest first.
func (l *lore) siblings(name string, plural bool, most int) []*thing {
	k := nameKey(name)
	at := kinship{k, plural}
	l.kin.Lock()
	list, known := l.related[at]
	l.kin.Unlock()
	if !known {
		list = l.seekSiblings(k, name, plural)
		l.kin.Lock()
		l.related[at] = list
		l.kin.Unlock()
	}
	return list[:min(most, len(list))]
}

// kinship is a thing's name with its number.
type kinship struct {
	name   string
	plural bool
}

func (l *lore) seekSiblings(k, name string, plural bool) []*thing {
	self := l.things[k]
	head := realise.Head(name)
	own := language.Stems(name)
	upper := unicode.IsUpper([]rune(strings.TrimPrefix(name, "the "))[0])
	type scored struct {
		*thing
		score float64
	}
	var list []scored
	seen := map[*thing]bool{}
	add := func(t *thing, score float64) {
		if t == nil || seen[t] {
			return
		}
		seen[t] = true
		if t.key == k || t.plural != plural || t.upper != upper {
			return
		}
		stems := language.Stems(t.name)
		if len(stems) == 0 || covers(own, stems) || covers(stems, own) {
			return
		}
		if t.head != head && language.Alike(head, t.head) > 0.85 {
			return // another word for the same
		}
		list = append(list, scored{t, score})
	}
	if self != nil {
		for _, other := range slices.Sorted(maps.Keys(self.together)) {
			add(l.things[other], 1)
		}
	}
	for _, t := range l.byHead[head] {
		if t.words > 1 && (t.count > 1 || t.defined) {
			add(t, 0.9)
		}
	}
	if kind := group(language.NounKind(head)); kind != "" && self != nil && self.count > 1 {
		for _, other := range l.byKind[kind] {
			if alike := language.Near(head, other); alike >= 0.6 && other != head {
				for _, t := range l.byHead[other] {
					if t.count > 1 {
						add(t, alike-0.1)
					}
				}
			}
		}
	}
	if self != nil && self.defined {
		for _, t := range l.defined[group(language.NounKind(head))] {
			add(t, 0.5)
		}
	}
	slices.SortStableFunc(list, func(a, b scored) int {
		return cmp.Or(cmp.Compare(b.score, a.score), b.count-a.count, cmp.Compare(a.key, b.key))
	})
	var out []*thing
	for _, s := range list[:min(mostSiblings, len(list))] {
		out = append(out, s.thing)
	}
	return out
}

// likeness is how near two sentences stand: in one passage, under one heading, of one
// topic, and how much they speak of the same.
func (l *lore) likeness(a, b *said) float64 {
	score := 0.0
	if a.src == b.src {
		score += 0.1
		if a.Passage == b.Passage {
			score += 0.3
		} else if a.About != "" && a.About == b.About {
			score += 0.3
		}
	}
	if a.topic == b.topic && a.topic != "" {
		score += 0.2
	}
	return score + min(0.4, overlap(a.stems, b.stems))
}

// sortBy sorts a list by what is told of each, the least first, the order of equals kept.
func sortBy[T any](list []T, by func(T) float64) {
	slices.SortStableFunc(list, func(a, b T) int { return cmp.Compare(by(a), by(b)) })
}
