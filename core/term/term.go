// Package term collects the terms of a course from all its sources: what each means and
// where that stands, what else it is called, how it is abbreviated, what it is a kind of,
// and which terms stand beside it.
//
// The model: names are proposed by what sources say of them (definitions, kinds), by
// abbreviations in brackets, and by noun groups that recur (the C-value of Frantzi,
// Ananiadou and Mima, “Automatic recognition of multi-word terms”, 2000, with single
// nouns kept where they are rare in general). Names that differ in number or in a capital
// are one term, and so are those that a source says are the same. Terms with the same
// head ("slow filter", "rapid filter"), of the same kind, or named together as the kinds
// or parts of something are siblings of one another.
package term

import (
	"cmp"
	"context"
	"math"
	"regexp"
	"slices"
	"strings"

	"zincowl/core/fact"
	"zincowl/core/language"
	"zincowl/core/source"
)

// Source is a document with the facts that were read from it.
type Source struct {
	ID    string
	Doc   source.Document
	Facts []fact.Fact
}

// Place is where something stands.
type Place struct {
	Source  string `json:"source"`
	Passage string `json:"passage"`
	Quote   string `json:"quote,omitempty"`
}

// Meaning is what a source says that a term means.
type Meaning struct {
	Says string `json:"says"`
	Place
}

// Term is a term of a course.
type Term struct {
	Name     string         `json:"name"`
	Others   []string       `json:"others,omitempty"`   // what else it is called, abbreviations among them
	Kind     string         `json:"kind,omitempty"`     // the broad kind of thing, as language.NounKind says
	Above    string         `json:"above,omitempty"`    // what it is a kind of
	Siblings []string       `json:"siblings,omitempty"` // the terms that stand beside it
	Meanings []Meaning      `json:"meanings,omitempty"`
	First    Place          `json:"first"` // where it stands first
	Mentions int            `json:"mentions"`
	In       map[string]int `json:"in"`     // by source, how often it speaks of it
	Weight   float64        `json:"weight"` // how much of the course is about it
}

// collection is the terms while they are collected.
type collection struct {
	byKey map[string]*Term
	same  map[string]string // the key of another name leads to that of the term
	order []string
}

// key is a name without what forms of it differ by.
func key(name string) string {
	words := strings.Fields(strings.ToLower(name))
	if len(words) == 0 {
		return ""
	}
	words[len(words)-1] = language.Singular(words[len(words)-1])
	return strings.Join(words, " ")
}

func (c *collection) find(name string) *Term {
	k := key(name)
	if other, ok := c.same[k]; ok {
		k = other
	}
	return c.byKey[k]
}

func (c *collection) add(name string, at Place) *Term {
	if t := c.find(name); t != nil {
		return t
	}
	k := key(name)
	t := &Term{Name: name, First: at, In: map[string]int{}}
	c.byKey[k] = t
	c.order = append(c.order, k)
	return t
}

// unite makes two names one term.
func (c *collection) unite(name, other string, at Place) {
	if key(name) == "" || key(other) == "" || key(name) == key(other) {
		return
	}
	t, o := c.add(name, at), c.find(other)
	if t == o {
		return
	}
	if o != nil {
		t.Meanings = append(t.Meanings, o.Meanings...)
		t.Others = append(t.Others, o.Others...)
		t.Above = cmp.Or(t.Above, o.Above)
		delete(c.byKey, key(o.Name))
	}
	if !slices.ContainsFunc(t.Others, func(n string) bool { return key(n) == key(other) }) {
		t.Others = append(t.Others, other)
	}
	c.same[key(other)] = key(t.Name)
}

// fewest is how often a noun group has to stand in the sources to be a term by itself. A
// single noun has to be rarer in common use than rare, and one that is not rarer than
// rarest has to stand there once more.
const (
	fewest = 2
	rare   = 2500
	rarest = 8000
	most   = 600 // terms of a course
)

// setOff says whether words that a source sets off can be a term: a few, the last of them
// a noun or a word that the lexicon does not have, and not only a word that is stressed.
func setOff(words string) bool {
	list := strings.Fields(strings.ToLower(words))
	if len(list) == 0 || len(list) > 5 || strings.ContainsAny(words, ".?!:;,\"“”=") {
		return false
	}
	last := list[len(list)-1]
	base := language.Singular(last)
	return language.Content(last) && !pale[base] && (language.Can(base, 'n') || !language.Known(base) && len(language.VerbForms(last)) == 0)
}

// Collect collects the terms of sources, the weightiest first. It ends early, with fewer,
// when the context does.
func Collect(ctx context.Context, sources []Source) []Term {
	c := &collection{byKey: map[string]*Term{}, same: map[string]string{}}
	for _, s := range sources {
		c.defined(s)
	}
	groups := &groups{count: map[string]int{}, first: map[string]Place{}, shown: map[string]string{}, within: map[string]map[string]bool{}}
	for _, s := range sources {
		for _, p := range s.Doc.Passages {
			if ctx.Err() != nil {
				return nil
			}
			at := Place{Source: s.ID, Passage: p.ID}
			for _, words := range p.Emphasis {
				if setOff(words) || introduced(p.Text, words) {
					c.add(words, at)
				}
			}
			c.named(p.Text, at)
			groups.read(p, s.Doc.Language, at)
		}
	}
	groups.propose(c)
	c.weigh(sources, groups)
	c.relate(sources)
	out := make([]Term, 0, len(c.byKey))
	for _, k := range c.order {
		if t := c.byKey[k]; t != nil {
			out = append(out, *t)
		}
	}
	slices.SortStableFunc(out, func(a, b Term) int { return cmp.Compare(b.Weight, a.Weight) })
	return out[:min(most, len(out))]
}

// introduced says whether words stand behind an article or a word of naming, as only a
// noun does.
func introduced(text, words string) bool {
	before, _, found := strings.Cut(text, words)
	if !found || len(strings.Fields(words)) > 3 || pale[language.Singular(words)] {
		return false
	}
	ahead := strings.Fields(strings.ToLower(before))
	if len(ahead) == 0 {
		return false
	}
	switch ahead[len(ahead)-1] {
	case "a", "an", "the", "called", "as":
		return true
	}
	return false
}

// defined takes the terms that facts say the meaning or the kind of.
func (c *collection) defined(s Source) {
	for _, f := range s.Facts {
		at := Place{Source: s.ID, Passage: f.Passage, Quote: f.Quote}
		switch {
		case f.Type == fact.Definition:
			t := c.add(f.Subject, at)
			if !slices.ContainsFunc(t.Meanings, func(m Meaning) bool { return source.Fold(m.Says) == source.Fold(f.Object) }) {
				t.Meanings = append(t.Meanings, Meaning{f.Object, at})
			}
			if head := language.Singular(f.Head); head != "" && t.Above == "" && !strings.HasSuffix(key(f.Subject), " "+head) && key(f.Subject) != head {
				t.Above = head
			}
			t.Kind = cmp.Or(t.Kind, f.Kind)
		case f.Type == fact.Note && f.Predicate != "→":
			name := shortBrackets.ReplaceAllString(f.Subject, "")
			if words := strings.Fields(name); len(words) > 4 || !plainName.MatchString(name) || !setOff(name) || idle[strings.ToLower(words[0])] {
				continue
			}
			t := c.add(name, at)
			if f.Predicate == "=" && len(t.Meanings) == 0 && len(strings.Fields(f.Object)) >= 3 {
				t.Meanings = append(t.Meanings, Meaning{strings.TrimRight(f.Object, "."), at})
			}
		case f.Type == fact.Kind && !f.Negated && !f.Hedged && f.For == "" && f.Confidence >= 0.85:
			name := bare(f.Subject)
			if words := strings.Fields(name); len(words) == 0 || len(words) > 3 || !plainName.MatchString(name) {
				continue
			}
			if t := c.find(name); t != nil && t.Above == "" {
				t.Above = genus(f.Object)
			}
		}
	}
}

// bare is a noun group without its article, small where a sentence began.
func bare(name string) string {
	first, rest, ok := strings.Cut(name, " ")
	switch strings.ToLower(first) {
	case "a", "an", "the":
		if ok {
			return rest
		}
	}
	return name
}

var shortBrackets = regexp.MustCompile(` ?\([^)]*\)`)

// idle are first words of lines that name no term: "Signs: …".
var idle = language.WordSet(`sign signs cause causes effect effects example examples symptom symptoms treatment treatments use uses note notes rule rules aim aims step steps risk risks result results advantage advantages disadvantage disadvantages
	what how why when where who in on at to by if best most low high left right top bottom before after classic known remember result check checks get never always`)

var plainName = regexp.MustCompile(`^[\p{L}][\p{L}\d -]*$`)

// genus is the head of what something is said to be: "a covered tank that …" is a tank.
func genus(phrase string) string {
	sentences := language.Split(bare(phrase))
	if len(sentences) == 0 {
		return ""
	}
	language.Tag(sentences[:1])
	head := ""
	for _, t := range sentences[0].Tokens {
		if !t.Noun() && head != "" {
			break
		}
		if t.Noun() {
			head = language.Singular(t.Lower)
		}
	}
	return head
}

var (
	inBrackets = regexp.MustCompile(`((?:[\p{L}’'-]+ ){0,7}[\p{L}’'-]+) \(([\p{Lu}][\p{L}\d&]{1,7})\)`)
	standsFor  = regexp.MustCompile(`(?m)(?:^|[.;] )\W*([\p{Lu}][\p{Lu}\p{Ll}\d]{1,6}) ?(?:=|:|stands for|is short for|–|—) ?((?:[\p{L}’'-]+ ){1,7}?[\p{L}’'-]+)(?:[.,;(\n]|$)`)
	alsoCalled = regexp.MustCompile(`(?i)((?:[\p{L}’'-]+ ){0,3}[\p{L}’'-]+)(?:,| \() ?(?:also (?:called|known as|named|termed)|sometimes called|otherwise known as|también llamad[oa]s?|o) (?:the |a |an |el |la |los |las )?((?:[\p{L}’'-]+ ){0,3}[\p{L}’'-]+)[,).]`)
)

// named takes abbreviations with what they stand for, and other names for the same.
func (c *collection) named(text string, at Place) {
	for _, m := range inBrackets.FindAllStringSubmatch(text, -1) {
		if long := spelt(m[1], m[2]); long != "" {
			c.unite(long, m[2], at)
		}
	}
	for _, m := range standsFor.FindAllStringSubmatch(text, -1) {
		if long := spelt(m[2], m[1]); long != "" && strings.EqualFold(long, strings.TrimSpace(m[2])) {
			c.unite(long, m[1], at)
		}
	}
	for _, m := range alsoCalled.FindAllStringSubmatch(text, -1) {
		if t := c.lastOf(m[1]); t != nil {
			c.unite(t.Name, m[2], at)
		}
	}
}

// lastOf is the longest known term that some words end with.
func (c *collection) lastOf(words string) *Term {
	all := strings.Fields(words)
	for i := range all {
		if t := c.find(strings.Join(all[i:], " ")); t != nil {
			return t
		}
	}
	return nil
}

// spelt is the end of a phrase whose words begin with the letters of an abbreviation, in
// their order (after Schwartz and Hearst, “A simple algorithm for identifying
// abbreviation definitions”, 2003); empty where there is none.
func spelt(phrase, short string) string {
	letters := []rune(strings.ToLower(strings.TrimSuffix(short, "s")))
	words := strings.FieldsFunc(phrase, func(r rune) bool { return r == ' ' })
	for i := len(words) - 1; i >= 0; i-- {
		if len(words)-i > 2*len(letters) {
			return ""
		}
		if begins(words[i:], letters) {
			return strings.Join(words[i:], " ")
		}
	}
	return ""
}

// begins says whether letters are found in words, the first of them at the beginning of
// the first word, each new word by its first letter.
func begins(words []string, letters []rune) bool {
	if len(letters) == 0 {
		return len(words) == 0 || small[strings.ToLower(words[0])] && begins(words[1:], letters)
	}
	if len(words) == 0 {
		return false
	}
	word := []rune(strings.ToLower(words[0]))
	if word[0] != letters[0] {
		return small[string(word)] && begins(words[1:], letters)
	}
	for n := 1; n <= len(letters) && n <= 3; n++ { // "intracellular" gives I, or I and C
		at, ok := 0, true
		for _, l := range letters[:n] {
			k := slices.Index(word[at:], l)
			if k < 0 {
				ok = false
				break
			}
			at += k + 1
		}
		if ok && begins(words[1:], letters[n:]) {
			return true
		}
	}
	return false
}

var small = language.WordSet(`of the and for in on a an to de la el del y des und`)

// weigh counts how often each term is spoken of.
func (c *collection) weigh(sources []Source, g *groups) {
	byFirst := map[string][][2]string{} // the first word of a name, to its words and its term
	for k, t := range c.byKey {
		for _, name := range append([]string{t.Name}, t.Others...) {
			n := key(name)
			first, _, _ := strings.Cut(n, " ")
			byFirst[first] = append(byFirst[first], [2]string{n, k})
		}
	}
	headed := map[string]bool{}
	for _, s := range sources {
		for _, p := range s.Doc.Passages {
			words := wordsOf(p.Text)
			for i := range words {
				for _, n := range byFirst[words[i]] {
					if strings.HasPrefix(strings.Join(words[i:min(len(words), i+6)], " ")+" ", n[0]+" ") {
						t := c.byKey[n[1]]
						t.Mentions++
						t.In[s.ID]++
						if t.Mentions == 1 {
							t.First = Place{Source: s.ID, Passage: p.ID}
						}
						headed[n[1]] = headed[n[1]] || p.Kind == source.Heading
					}
				}
			}
		}
	}
	for k, t := range c.byKey {
		t.Weight = math.Log(1 + float64(t.Mentions))
		if len(t.Meanings) > 0 {
			t.Weight += 1
		}
		if headed[k] {
			t.Weight += 0.5
		}
		if t.Kind == "" {
			words := strings.Fields(k)
			t.Kind = language.NounKind(words[len(words)-1])
		}
		t.Weight = math.Round(100*t.Weight) / 100
	}
}

// wordsOf are the words of a text in small letters, each in the singular.
func wordsOf(text string) []string {
	var out []string
	for _, s := range language.Split(text) {
		for _, t := range s.Tokens {
			if t.Word() {
				out = append(out, language.Singular(t.Lower))
			}
		}
	}
	return out
}

// closest bounds the siblings that a term has.
const closest = 12

// relate finds the siblings of each term.
func (c *collection) relate(sources []Source) {
	beside := map[string]map[string]bool{}
	pair := func(a, b string) {
		if a == b {
			return
		}
		for _, p := range [][2]string{{a, b}, {b, a}} {
			if beside[p[0]] == nil {
				beside[p[0]] = map[string]bool{}
			}
			beside[p[0]][p[1]] = true
		}
	}
	all := func(keys []string) {
		if len(keys) > 40 {
			return // what so many share says little
		}
		for i := range keys {
			for _, other := range keys[i+1:] {
				pair(keys[i], other)
			}
		}
	}
	byHead, byAbove := map[string][]string{}, map[string][]string{}
	for _, k := range c.order {
		t := c.byKey[k]
		if t == nil {
			continue
		}
		if words := strings.Fields(k); len(words) > 1 {
			byHead[words[len(words)-1]] = append(byHead[words[len(words)-1]], k)
		}
		if t.Above != "" {
			byAbove[t.Above] = append(byAbove[t.Above], k)
		}
	}
	for _, k := range byHead {
		all(k)
	}
	for _, k := range byAbove {
		all(k)
	}
	// What a source names together as the kinds or parts of something.
	for _, s := range sources {
		for _, f := range s.Facts {
			if f.Type != fact.Parts && f.Type != fact.Comparison && f.Type != fact.Contrast {
				continue
			}
			words := " " + strings.Join(wordsOf(f.Quote), " ") + " "
			subject := key(bare(f.Subject))
			var found []string
			for _, k := range c.order {
				if c.byKey[k] != nil && k != subject && strings.Contains(words, " "+k+" ") && !slices.ContainsFunc(found, func(o string) bool { return strings.Contains(o, k) }) {
					found = append(found, k)
				}
			}
			if len(found) <= 6 {
				all(found)
			}
		}
	}
	for k, others := range beside {
		t := c.byKey[k]
		var names []string
		for o := range others {
			if s := c.byKey[o]; s != nil && !strings.Contains(k, o) && !strings.Contains(o, k) {
				names = append(names, s.Name)
			}
		}
		slices.SortFunc(names, func(a, b string) int {
			return cmp.Or(cmp.Compare(c.find(b).Weight, c.find(a).Weight), cmp.Compare(a, b))
		})
		t.Siblings = names[:min(closest, len(names))]
	}
}
