package app

import (
	"context"
	"encoding/json"
	"fmt"
	"slices"
	"strings"

	"github.com/google/uuid"

	"zincowl/core/fact"
	"zincowl/core/ground"
	"zincowl/core/proof"
	"zincowl/core/source"
	"zincowl/core/term"
	"zincowl/store"
)

// Passage is a passage in the reading view.
type Passage struct {
	ID       string          `json:"id"`
	Kind     string          `json:"kind"`
	Text     string          `json:"text"`
	Rows     [][]string      `json:"rows,omitempty"`
	Locator  source.Locator  `json:"locator"`
	TopicID  *uuid.UUID      `json:"topic_id,omitempty"`
	Sure     int             `json:"sure" doc:"how sure the topic is, per cent"`
	By       string          `json:"by" enum:"words,person" doc:"who gave the topic"`
	Verdicts []proof.Verdict `json:"verdicts" enum:"cleared,worked,held,faulted,unproven" doc:"of the questions drawn from it"`
	Facts    []Found         `json:"facts" doc:"what was read in it"`

	Confidence int            `json:"confidence,omitempty" doc:"of text recognised in a picture, per cent"`
	File       string         `json:"file,omitempty" doc:"of a picture, its name"`
	Caption    string         `json:"caption,omitempty"`
	Labels     []source.Label `json:"labels,omitempty" doc:"what is written in a picture"`
}

// Found is a fact as the margin lists it.
type Found struct {
	Type  fact.Type `json:"type"`
	Name  string    `json:"name"`
	Says  string    `json:"says"`
	LaTeX string    `json:"latex,omitempty"`
	Units string    `json:"units,omitempty" doc:"what is wrong with the units of a formula"`
	Steps []string  `json:"steps,omitempty" doc:"of a procedure"`

	Quote  string `json:"quote,omitempty" doc:"the sentence it was read from, where that is not what it says"`
	Unsure bool   `json:"unsure,omitempty" doc:"the reading is not certain"`
}

// Reading is a source with its passages, or a part of them.
type Reading struct {
	Source
	List []Passage `json:"list"`
	Next int       `json:"next" doc:"where to go on reading; 0 at the end"`
}

// readingPart is how many passages are read at once, and readingBytes of how much
// text, but one.
const (
	readingPart  = 2000
	readingBytes = 2 << 20
)

// Reading opens a source in place, from a passage on counted from 0.
func (a *App) Reading(ctx context.Context, account, course, id uuid.UUID, from int) (Reading, error) {
	var out Reading
	err := a.read(ctx, account, course, anyMember, func(s store.Scope) error {
		src, err := store.SourceOf(ctx, a.pool, s, id)
		if err != nil {
			return err
		}
		out.Source, out.List = sourceView(src), []Passage{}
		stored, more, err := store.PassagesFrom(ctx, a.pool, s, id, from, readingPart, readingBytes)
		if err != nil {
			return err
		}
		if more {
			out.Next = from + len(stored)
		}
		for i, p := range passages(stored) {
			view := Passage{p.ID, string(p.Kind), p.Text, p.Rows, p.Locator, stored[i].TopicID, stored[i].Sure, stored[i].By, []proof.Verdict{}, []Found{}, p.Confidence, p.File, p.Caption, p.Labels}
			for _, v := range stored[i].Verdicts {
				view.Verdicts = append(view.Verdicts, proof.Verdict(v))
			}
			var facts []fact.Fact
			if err := json.Unmarshal(stored[i].Facts, &facts); err != nil {
				return fmt.Errorf("reading the facts of a passage: %w", err)
			}
			for _, f := range facts {
				view.Facts = append(view.Facts, foundIn(f))
			}
			out.List = append(out.List, view)
		}
		return nil
	})
	return out, err
}

// foundIn is a fact as the margin lists it.
func foundIn(f fact.Fact) Found {
	item := Found{Type: f.Type, Name: f.Subject, Says: f.Object}
	switch f.Type {
	case fact.Limit:
		item.Name, item.Says = f.Object, f.Quote
	case fact.Sequence:
		item.Says, item.Steps = f.Quote, f.Steps
	case fact.Comparison:
		if f.Predicate == "against" {
			item.Name += " against " + f.Object
		}
		item.Says = f.Quote
	case fact.Formula:
		item.LaTeX = f.Equation.LaTeX()
		item.Says = f.Equation.Text
		if err := f.Equation.CheckUnits(); err != nil {
			item.Units = err.Error()
		}
	default:
		if f.Confidence > 0 { // read from what its sentence states
			item.Says, item.Quote, item.Unsure = inALine(f), f.Quote, f.Confidence < 0.75
		}
	}
	return item
}

// aboutPassages is how many passages say what a source is about; more say it no better.
const aboutPassages = 3000

// Silent lists the sentences of some passages of a source that gave nothing, each with
// the reason, from a passage on, counted from 0.
func (a *App) Silent(ctx context.Context, account, course, id uuid.UUID, from, count int) ([]fact.Silence, error) {
	out := []fact.Silence{}
	err := a.read(ctx, account, course, anyMember, func(s store.Scope) error {
		if _, err := store.SourceOf(ctx, a.pool, s, id); err != nil {
			return err
		}
		start := max(0, min(from, from+count-aboutPassages))
		stored, _, err := store.PassagesFrom(ctx, a.pool, s, id, start, max(aboutPassages, from-start+count), 1<<30)
		if err == nil {
			out = fact.Silent(passages(stored), from-start, from-start+count)
		}
		return err
	})
	return out, err
}

// Term is a term of a course as the reading view lists it.
type Term struct {
	Name     string   `json:"name"`
	Others   []string `json:"others" nullable:"false" doc:"what else it is called"`
	Says     string   `json:"says,omitempty" doc:"what it means"`
	Title    string   `json:"title,omitempty" doc:"of the source that says so, where that is another one"`
	Passage  string   `json:"passage,omitempty" doc:"of this source, where it is explained or stands first"`
	Quote    string   `json:"quote,omitempty"`
	Siblings []string `json:"siblings" nullable:"false" doc:"the terms beside it"`
	Here     int      `json:"here" doc:"how often this source speaks of it"`
	Mentions int      `json:"mentions" doc:"in all sources"`
}

// Terms lists the terms that a source speaks of, the weightiest first, with what they
// mean by that source or else by another.
func (a *App) Terms(ctx context.Context, account, course, id uuid.UUID) ([]Term, error) {
	out := []Term{}
	err := a.read(ctx, account, course, anyMember, func(s store.Scope) error {
		if _, err := store.SourceOf(ctx, a.pool, s, id); err != nil {
			return err
		}
		known, err := a.study(ctx, s)
		if err != nil {
			return err
		}
		for _, t := range known.terms() {
			here := t.In[id.String()]
			if here == 0 {
				continue
			}
			view := Term{Here: here, Name: t.Name, Others: list(t.Others), Siblings: list(t.Siblings), Mentions: t.Mentions}
			if t.First.Source == id.String() {
				view.Passage = t.First.Passage
			}
			if len(t.Meanings) > 0 {
				own := slices.IndexFunc(t.Meanings, func(m term.Meaning) bool { return m.Source == id.String() })
				m := t.Meanings[max(0, own)]
				view.Says = m.Says
				if m.Source == id.String() {
					view.Passage, view.Quote = m.Passage, m.Quote
				} else {
					view.Title = known.titles[m.Source]
				}
			}
			out = append(out, view)
		}
		// What is explained counts as spoken of three times more.
		weight := func(t Term) int {
			if t.Says != "" {
				return t.Here + 3
			}
			return t.Here
		}
		slices.SortStableFunc(out, func(a, b Term) int { return weight(b) - weight(a) })
		return nil
	})
	return out, err
}

// Tied is a sentence of a source and another that says the same, otherwise, or more.
type Tied struct {
	Passage string         `json:"passage"`
	Quote   string         `json:"quote"`
	How     fact.How       `json:"how" enum:"repeats,contradicts,extends"`
	Other   proof.Evidence `json:"other"`
}

// Ties lists how the sentences of some passages of a source stand to others of the
// course, from a passage on, counted from 0.
func (a *App) Ties(ctx context.Context, account, course, id uuid.UUID, from, count int) ([]Tied, error) {
	out := []Tied{}
	err := a.read(ctx, account, course, anyMember, func(s store.Scope) error {
		if _, err := store.SourceOf(ctx, a.pool, s, id); err != nil {
			return err
		}
		stored, _, err := store.PassagesFrom(ctx, a.pool, s, id, from, count, 1<<30)
		if err != nil {
			return err
		}
		here := map[string]bool{}
		for _, p := range stored {
			here[p.ID] = true
		}
		known, err := a.study(ctx, s)
		if err != nil {
			return err
		}
		t := known.ties()
		for _, tie := range t.found {
			for _, p := range [][2]int{{tie.From, tie.To}, {tie.To, tie.From}} {
				mine, other := t.claims[p[0]], t.claims[p[1]]
				if mine.Source != id.String() || !here[mine.Passage] {
					continue
				}
				view := Tied{mine.Passage, mine.Quote, tie.How, proof.Evidence{Source: other.Source, Passage: other.Passage, Title: known.titles[other.Source], Quote: other.Quote}}
				if !slices.ContainsFunc(out, func(o Tied) bool { return o.Quote == view.Quote && o.Other.Quote == view.Other.Quote }) {
					out = append(out, view)
				}
			}
		}
		return nil
	})
	return out, err
}

// Hit is a passage that a search over all sources found.
type Hit struct {
	SourceID uuid.UUID      `json:"source_id"`
	Title    string         `json:"title" doc:"of the source"`
	Passage  string         `json:"passage"`
	Locator  source.Locator `json:"locator"`
	Excerpt  []Excerpt      `json:"excerpt" nullable:"false"`
}

// Excerpt is a piece of a passage; those that were sought are set off.
type Excerpt struct {
	Text   string `json:"text"`
	Sought bool   `json:"sought,omitempty"`
}

// inALine is a fact in a line.
func inALine(f fact.Fact) string {
	if f.Type == fact.Statement {
		return f.Quote
	}
	return strings.Join(strings.Fields(f.Subject+" "+f.Predicate+" "+f.Object+" "+f.Under), " ")
}

// Said is what the sources of a course say of a statement.
type Said struct {
	Verdict ground.Verdict   `json:"verdict" enum:"supported,contradicted,not-found"`
	Why     string           `json:"why"`
	Sure    float64          `json:"sure" doc:"from 0 to 1"`
	Nearest []proof.Evidence `json:"nearest" nullable:"false" doc:"the passage that decides, or the nearest one"`
}

// nearest is how many passages a statement is held against.
const nearest = 24

// LookUp says what the sources of a course say of a statement.
func (a *App) LookUp(ctx context.Context, account, course uuid.UUID, statement string) (Said, error) {
	out := Said{Verdict: ground.NotFound, Why: "The sources have nothing on this.", Sure: 1, Nearest: []proof.Evidence{}}
	err := a.read(ctx, account, course, anyMember, func(s store.Scope) error {
		sought := ground.Sought(statement)
		if len(sought) == 0 {
			return invalid("That says nothing that could be looked up; write a whole sentence.")
		}
		found, err := store.Near(ctx, a.pool, s, sought, nearest)
		if err != nil || len(found) == 0 {
			return err
		}
		titles := map[string]string{}
		var runs []ground.Source
		for i, p := range found {
			id := p.SourceID.String()
			titles[id] = p.Title
			if i == 0 || found[i-1].SourceID != p.SourceID || found[i-1].Ordinal+1 != p.Ordinal {
				runs = append(runs, ground.Source{ID: id, Title: p.Title})
			}
			last := &runs[len(runs)-1]
			last.Doc.Passages = append(last.Doc.Passages, passages([]store.Passage{p.Passage})[0])
		}
		j := ground.New(runs).Judge(statement)
		out.Verdict, out.Why, out.Sure = j.Verdict, j.Why, j.Sure
		if j.Quote != "" {
			out.Nearest = append(out.Nearest, proof.Evidence{Source: j.Source, Passage: j.Passage, Title: titles[j.Source], Quote: j.Quote, Locator: j.Locator})
		}
		return nil
	})
	return out, err
}

// Search finds words in all sources of a course, the best passages first.
func (a *App) Search(ctx context.Context, account, course uuid.UUID, words string) ([]Hit, error) {
	out := []Hit{}
	err := a.read(ctx, account, course, anyMember, func(s store.Scope) error {
		found, err := store.Search(ctx, a.pool, s, words)
		for _, h := range found {
			out = append(out, Hit{h.SourceID, h.Title, h.Passage, h.Locator, excerpt(h.Excerpt)})
		}
		return err
	})
	return out, err
}

// excerpt parts an excerpt at the marks around what was sought.
func excerpt(text string) []Excerpt {
	out := []Excerpt{}
	for text != "" {
		before, rest, ok := strings.Cut(text, store.HitStart)
		if before != "" {
			out = append(out, Excerpt{Text: before})
		}
		if !ok {
			break
		}
		sought, after, _ := strings.Cut(rest, store.HitEnd)
		out = append(out, Excerpt{sought, true})
		text = after
	}
	return out
}

// PictureOf reads a picture of a source.
func (a *App) PictureOf(ctx context.Context, account, course, id uuid.UUID, file string) ([]byte, error) {
	var out []byte
	err := a.read(ctx, account, course, anyMember, func(s store.Scope) (err error) {
		out, err = store.PictureOf(ctx, a.pool, s, id, file)
		return err
	})
	return out, err
}

// passages turns stored passages into the core's.
func passages(stored []store.Passage) []source.Passage {
	out := make([]source.Passage, len(stored))
	for i, p := range stored {
		out[i] = source.Passage{ID: p.ID, Kind: source.Kind(p.Kind), Text: p.Text, Locator: p.Locator, Confidence: p.Recognised, Emphasis: p.Emphasis}
		if p.Picture != nil {
			out[i].File, out[i].Caption, out[i].Labels = p.Picture.File, p.Picture.Caption, p.Picture.Labels
		}
		_ = json.Unmarshal(p.Rows, &out[i].Rows) // written by us
	}
	return out
}
