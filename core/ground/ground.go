// Package ground says what sources say of a statement: they support it, contradict it,
// or are silent.
//
// The model: New reads sources into sentences, each with its words in base form, its
// numbers, its clauses and the headings above it (index.go). A statement's words are
// looked for by meaning (language.Alike), the telling ones counting most, and the few
// sentences that cover it best are compared with it part by part (compare.go): what it
// says of whom, numbers with units, negation and opposites, roles that are exchanged,
// order, reasons, and how far it reaches ("all", "only"). The comparison is a list of
// numbers between 0 and 1, and small decision trees (decide.go, model.json) turn them
// into three probabilities. The trees were boosted on statements about texts, judged by
// people (tools/groundfit); they know no text.
package ground

import (
	"cmp"
	"regexp"
	"slices"

	"zincowl/core/language"
	"zincowl/core/source"
)

// Verdict is what sources say of a statement.
type Verdict string

// The three verdicts.
const (
	Supported    Verdict = "supported"
	Contradicted Verdict = "contradicted"
	NotFound     Verdict = "not-found"
)

// Source is a document, or a run of its passages, with its id.
type Source struct {
	ID    string
	Title string
	Doc   source.Document
}

// Judgement is what the sources say of one statement. Where they are silent, the quote
// is the nearest passage, if there is one.
type Judgement struct {
	Verdict Verdict        `json:"verdict"`
	Source  string         `json:"source,omitempty"`
	Passage string         `json:"passage,omitempty"`
	Quote   string         `json:"quote,omitempty"`
	Locator source.Locator `json:"locator"`
	Why     string         `json:"why"`
	Sure    float64        `json:"sure"` // the probability of the verdict
}

// turned are the words by which a statement denies what follows them.
var turned = regexp.MustCompile(`(?i)^\s*(?:it is (?:not (?:the case|true|so|right|correct)|false|untrue|wrong|incorrect) that|it isn't (?:the case|true) that|it would be wrong to say that)\s+`)

// Judge says what the sources say of a statement.
func (x *Index) Judge(statement string) Judgement {
	if m := turned.FindString(statement); m != "" {
		out := x.Judge(statement[len(m):])
		switch out.Verdict {
		case Supported:
			out.Verdict, out.Why = Contradicted, "The source says what the statement denies."
		case Contradicted:
			out.Verdict, out.Why = Supported, "The source, too, says otherwise than what the statement denies."
			if out.Sure < 0.8 || len(read(statement[len(m):], true, "en").clauses.Clauses) == 0 {
				out.Verdict, out.Why = NotFound, "The sources speak of this and do not say it."
			}
		}
		return out
	}
	c := x.compare(statement)
	v, sure := c.verdict()
	out := Judgement{Verdict: v, Sure: sure}
	if c.best >= 0 {
		s := x.sentences[c.best]
		out.Source, out.Passage, out.Quote, out.Locator = s.source, s.passage, s.text, s.locator
	}
	out.Why = c.why(v)
	return out
}

// oneClause is the measure of how many clauses a statement has where it has one.
const oneClause = 0.25

// verdict is the likeliest one, but that nothing counts as supported that the source has
// the other way round.
func (c *comparison) verdict() (Verdict, float64) {
	if c.best < 0 {
		return NotFound, 1
	}
	v, sure := decide(c.Features())
	if other, by, ok := c.edited(); ok && (other != NotFound || v == Supported) {
		return other, by
	}
	// One clause with the same words in the same places needs no trees.
	if m := c.values; m["clauses"] <= oneClause && m["straight"] > 0.95 && m["exact"] > 0.95 && m["other number"]+m["no number"]+m["wider"]+m["only mine"]+m["than swapped"]+m["opposed"]+m["other order"]+m["reasons"]+m["crossed"] == 0 {
		switch {
		case v != Contradicted && m["polarity same"] > 0.95 && m["polarity other"] < 0.5:
			return Supported, max(sure, 0.9)
		case v != Supported && m["polarity other"] > 0.95 && m["polarity same"] < 0.5:
			return Contradicted, max(sure, 0.9)
		}
	}
	if c.values["than swapped"] > 0 && c.values["than same"] == 0 && c.values["own"] > 0.8 {
		return Contradicted, max(sure, 0.8)
	}
	if v == Supported && c.values["than swapped"] > 0 && c.values["than same"] == 0 {
		return Contradicted, sure / 2
	}
	if v == Supported && c.values["halves crossed"] > 0.25 {
		return NotFound, sure
	}
	return v, sure
}

// Sought are the words by which passages are found that may speak of a statement, the
// most telling first, each with others that mean the same.
func Sought(statement string) [][]string {
	r := read(statement, false, tongueOf(statement, language.Codes))
	terms := slices.Clone(r.terms)
	slices.SortStableFunc(terms, func(a, b term) int { return cmp.Compare(b.weight, a.weight) })
	var out [][]string
	for _, t := range terms {
		if len(out) == mostSought {
			break
		}
		if r.tongue.Code != "en" { // whose words have no meanings here; what searches knows their forms
			out = append(out, []string{unelided(plainly(r.tokens[t.at]))})
			continue
		}
		if slices.ContainsFunc(out, func(g []string) bool { return g[0] == t.lemma }) {
			continue
		}
		group := append([]string{t.lemma}, language.Company(t.lemma, 4)...)
		for _, w := range language.Synonyms(t.lemma) {
			if len(group) < 7 && !slices.Contains(group, w) {
				group = append(group, w)
			}
		}
		out = append(out, group)
	}
	return out
}

// mostSought bounds the words that passages are found by.
const mostSought = 7

// Measure is how a statement compares with the sources, for fitting the weights.
func (x *Index) Measure(statement string) []float64 { return x.compare(statement).Features() }
