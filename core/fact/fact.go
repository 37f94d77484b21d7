// Package fact draws typed statements from passages: what a term means, which
// formula holds, which limit applies, what is done in which order, how things
// compare.
//
// Each fact keeps the passage and the exact quote it was read from, so that a
// question built on it can show its evidence. Reading is by patterns over
// tagged sentences (define.go, limit.go, sequence.go, compare.go) and by a small
// reader of equations with their "where" list (formula.go). A sentence that fits
// no pattern yields nothing: a missing fact costs a question, a wrong one costs
// trust.
package fact

import (
	"context"
	"crypto/sha256"
	"encoding/hex"
	"encoding/json"
	"fmt"
	"regexp"
	"runtime"
	"slices"
	"strings"
	"sync"

	"golang.org/x/sync/errgroup"

	"zincowl/core/language"
	"zincowl/core/language/clause"
	"zincowl/core/maths"
	"zincowl/core/source"
)

// Type is the type of a fact.
type Type string

// The types read so far.
const (
	Definition Type = "definition"
	Formula    Type = "formula"
	Limit      Type = "limit"
	Sequence   Type = "sequence"
	Comparison Type = "comparison"
)

// Quantity is a number with its unit, as written.
type Quantity struct {
	Value string `json:"value"`
	Unit  string `json:"unit"`
}

// Fact is one statement of a passage.
type Fact struct {
	ID        string    `json:"id"`
	Type      Type      `json:"type"`
	Passage   string    `json:"passage"`
	Quote     string    `json:"quote"`
	Subject   string    `json:"subject"`   // the term defined, the formula's subject, the first words of a limit
	Predicate string    `json:"predicate"` // "is", "are", "means", "="; of a limit the words before the number
	Object    string    `json:"object"`    // the meaning, the right side, the number with its unit
	Terms     []string  `json:"terms,omitempty"`
	Quantity  *Quantity `json:"quantity,omitempty"`
	Steps     []string  `json:"steps,omitempty"` // of a sequence
	Negated   bool      `json:"negated,omitempty"`
	Hedged    bool      `json:"hedged,omitempty"`
	Weight    float64   `json:"weight"` // how central it is to its document, from 0 to 1

	// Kind, of a definition, is the broad kind of thing the term names, from
	// the head of its meaning ("artefact", "process" …).
	Kind string `json:"kind,omitempty"`
	// Head, of a definition, is that head itself: "tank".
	Head string `json:"head,omitempty"`
	// Article, of a definition, is what the term takes: "a", "an", "the" or "".
	Article string `json:"article,omitempty"`
	// For is what a subject such as "it" or "these pumps" stands for, as far as that is
	// clear from the sentence before, and ForSure how sure that is, from 0 to 1.
	For     string  `json:"for,omitempty"`
	ForSure float64 `json:"forSure,omitempty"`
	// About is the heading that a fact stands under: what a line of notes, an item or an
	// order is about where it does not say so itself.
	About string `json:"about,omitempty"`
	// Under is what a fact rests on: its condition, reason, time or purpose.
	Under string `json:"under,omitempty"`
	// Confidence is how sure the reading is, from 0 to 1; 0 where a pattern read it.
	Confidence float64 `json:"confidence,omitempty"`
	// At is the byte offset of the number of a limit within the quote.
	At int `json:"at,omitempty"`
	// Written, of a formula, is the equation with the list of what its names mean, and
	// Equation that as it is read.
	Written  string         `json:"written,omitempty"`
	Equation *maths.Formula `json:"-"`
}

// Version is the version of this reader. Facts that an earlier one read are read
// again.
const Version = 4

// UnmarshalJSON reads a fact as it was written, its equation from what it was written
// as.
func (f *Fact) UnmarshalJSON(data []byte) error {
	type plain Fact
	if err := json.Unmarshal(data, (*plain)(f)); err != nil {
		return err
	}
	if f.Type != Formula {
		return nil
	}
	equation, ok := ReadFormula(f.Written)
	if !ok {
		return fmt.Errorf("reading a fact: “%s” is no formula", f.Written)
	}
	f.Equation = &equation
	return nil
}

// Read draws the facts of a document's passages, in their order.
func Read(passages []source.Passage) []Fact {
	return read(context.Background(), passages, profileOf(passages))
}

func read(ctx context.Context, passages []source.Passage, about profile) []Fact {
	out := drawn(ctx, passages, about)
	for i := range out {
		out[i].Weight = about.central(out[i])
	}
	return out
}

func drawn(ctx context.Context, passages []source.Passage, about profile) []Fact {
	var out []Fact
	lead, asked := "", "" // what the items at hand complete, and what was said last
	titled := false       // the line they complete is a heading
	for i, p := range passages {
		if ctx.Err() != nil {
			return out
		}
		switch p.Kind {
		case source.Heading, source.Picture:
			continue
		case source.Table:
			terms := glossary(p)
			out = append(out, terms...)
			if f, ok := compared(p); ok && len(terms) == 0 {
				out = append(out, finish(f, p))
			}
			if len(terms) == 0 {
				for _, f := range rows(p) {
					out = append(out, finish(f, p))
				}
			}
			continue
		case source.Item:
			if i == 0 || passages[i-1].Kind != source.Item {
				f, ok := listed(passages, i)
				if ok {
					out = append(out, finish(f, p))
				}
				lead = ""
				if !ok {
					lead = leadOf(passages, i)
				}
				titled = i > 0 && passages[i-1].Kind == source.Heading
			}
		}
		sentences := language.Split(p.Text)
		reply := false // to a question that stood last
		if about.language == "en" && strings.HasSuffix(asked, "?") && len(sentences) > 0 {
			var f Fact
			if f, reply = answered(asked, sentences[0]); reply {
				out = append(out, finish(f, p))
			}
		}
		asked = ""
		if len(sentences) > 0 {
			asked = sentences[len(sentences)-1].Text
		}
		if f, ok := glossaryLine(p); ok && !reply {
			out = append(out, f)
			continue
		}
		if p.Kind == source.Item && about.language == "en" {
			if found, ok := completing(lead, titled, p, about); ok {
				for _, f := range found {
					out = append(out, finish(f, p))
				}
				continue
			}
		}
		equations := false
		if strings.Contains(p.Text, "=") {
			found := formulas(p, passages[i+1:])
			out = append(out, found...)
			equations = len(found) > 0
		}
		if f, ok := told(p); ok {
			out = append(out, finish(f, p))
		}
		written := make([]string, len(sentences))
		for k, s := range sentences {
			written[k] = s.Text
			if about.language == "en" {
				sentences[k], _ = language.Repaired(s)
			}
		}
		language.Tag(sentences)
		var before []mention // what the sentence before speaks of
		previous := ""
		for k, s := range sentences {
			if equations && strings.Contains(s.Text, "=") {
				continue
			}
			if about.language != "en" {
				for _, f := range abroad(s, about.language) {
					out = append(out, finish(f, p))
				}
				continue
			}
			if k == 0 && reply {
				continue
			}
			if k > 0 && strings.HasSuffix(previous, "?") {
				if f, ok := answered(previous, s); ok {
					previous = s.Text
					out = append(out, finish(f, p))
					continue
				}
			}
			r := clause.Read(s)
			spoken, earlier := before, previous
			before, previous = mentions(s, r), s.Text
			terms := named(s, earlier)
			found, silent := general(s, r, about)
			if silent != "" && (silent != statesNothing || len(terms) == 0) {
				continue
			}
			for i := range found {
				if f := &found[i]; anaphoric(f.Subject) {
					if f.For, f.ForSure = refer(*f, s, before, spoken); f.ForSure > f.Confidence {
						f.Confidence = f.ForSure - 0.1
					}
				}
			}
			// What a pattern knows is said better by it.
			if known := patterned(s); len(known) > 0 {
				found = known
			}
			for _, f := range terms {
				found = slices.DeleteFunc(found, func(o Fact) bool { return naming.MatchString(o.Predicate+" "+o.Object) && o.Type != Definition })
				if !slices.ContainsFunc(found, func(o Fact) bool { return o.Type == Definition && strings.EqualFold(o.Subject, f.Subject) }) {
					found = append(found, f)
				}
			}
			for _, f := range found {
				if written[k] != s.Text && f.Quote == s.Text { // what was taken back stays in the quote
					f.Quote, f.At = written[k], max(0, strings.LastIndex(written[k], s.Text[min(f.At, len(s.Text)):]))
				}
				out = append(out, finish(f, p))
			}
		}
	}
	return out
}

// patterned draws what the patterns know of a sentence.
func patterned(s language.Sentence) []Fact {
	var out []Fact
	if strings.Contains(s.Text, "=") || strings.HasSuffix(s.Text, "?") {
		return nil
	}
	if f, ok := define(s); ok {
		out = append(out, f)
	}
	out = append(out, limits(s)...)
	if f, ok := differs(s); ok && thing(f.Subject) && thing(f.Object) {
		out = append(out, f)
	}
	return out
}

// thing says that a phrase names one: it has no comma and begins with no pronoun,
// preposition or conjunction.
func thing(phrase string) bool {
	first, _, _ := strings.Cut(strings.ToLower(phrase), " ")
	switch first {
	case "no", "when", "where", "if", "while", "within", "in", "on", "at", "after", "before", "since", "during", "with", "without", "under", "over", "by", "from", "for", "it", "they", "this", "that", "these", "those", "he", "she", "":
		return false
	}
	return !strings.Contains(phrase, ",")
}

// tongue is the language that passages are written in.
func tongue(passages []source.Passage) string {
	var b strings.Builder
	for _, p := range passages {
		if b.Len() > 20_000 {
			break
		}
		b.WriteString(p.Text)
		b.WriteByte('\n')
	}
	return language.Detect(b.String())
}

// general draws what a sentence states, whatever it is about, or says why it is not to be
// asked about.
func general(s language.Sentence, r clause.Reading, about profile) ([]Fact, string) {
	line := marked.FindStringSubmatch(s.Text)
	if silent := why(s, r, line, about); silent != "" {
		return nil, silent
	}
	if line != nil {
		if f, ok := note(s, line); ok {
			return []Fact{f}, ""
		}
	}
	return states(s, r), ""
}

// part is how many passages are read at a time, about.
const part = 300

// ReadParts reads the facts of a long document part by part, several at once, and
// tells how many passages are done and what was found in the last part. Parts begin at
// headings, which nothing reads across. It ends early, with less, when the context does.
// Told may be nil.
func ReadParts(ctx context.Context, passages []source.Passage, told func(done, of int, found []Fact)) []Fact {
	var starts []int
	for i, p := range passages {
		if i == 0 || p.Kind == source.Heading && i-starts[len(starts)-1] >= part {
			starts = append(starts, i)
		}
	}
	found := make([][]Fact, len(starts))
	about := profileOf(passages)
	var group errgroup.Group
	group.SetLimit(runtime.GOMAXPROCS(0))
	var telling sync.Mutex
	done := 0
	for k, from := range starts {
		to := len(passages)
		if k+1 < len(starts) {
			to = starts[k+1]
		}
		group.Go(func() error {
			if ctx.Err() != nil {
				return nil
			}
			found[k] = read(ctx, passages[from:to], about)
			telling.Lock()
			defer telling.Unlock()
			if done += to - from; told != nil {
				told(done, len(passages), found[k])
			}
			return nil
		})
	}
	_ = group.Wait() // no part fails
	return slices.Concat(found...)
}

// runOn is where what a term means ends and something else is said of it.
var runOn = regexp.MustCompile(` and (?:must|may|can|shall|should|is|are|was|were|has|have|does|do|will)\b`)

// finish fills in where a fact stands, its terms and its id.
func finish(f Fact, p source.Passage) Fact {
	f.Passage = p.ID
	if path := p.Locator.Heading; len(path) > 0 {
		f.About = path[len(path)-1]
	}
	if f.Type == Definition {
		f.Object = runOn.Split(f.Object, 2)[0]
	}
	if f.Type != Limit && f.Terms == nil {
		f.Terms = []string{f.Subject}
	}
	sum := sha256.Sum256([]byte(p.ID + "\x00" + string(f.Type) + "\x00" + f.Subject + "\x00" + f.Object))
	f.ID = "f" + hex.EncodeToString(sum[:6])
	return f
}
