package app

import (
	"context"
	"slices"
	"strings"

	"github.com/google/uuid"

	"zincowl/core/fact"
	"zincowl/core/maths"
	"zincowl/core/maths/decimal"
	"zincowl/core/maths/units"
	"zincowl/core/question"
	"zincowl/core/source"
	"zincowl/core/writer"
	"zincowl/store"
)

// Formula is how a typed formula is understood.
type Formula struct {
	LaTeX     string     `json:"latex,omitempty"`
	Variables []Variable `json:"variables"`
	Says      string     `json:"says,omitempty" doc:"what is missing for it to be understood"`
	Units     string     `json:"units,omitempty" doc:"what is wrong with its units"`
	Samples   []Sample   `json:"samples"`
}

// Variable is a quantity of a formula.
type Variable struct {
	LaTeX   string `json:"latex"`
	Meaning string `json:"meaning"`
	Unit    string `json:"unit,omitempty"`
	Value   string `json:"value,omitempty" doc:"of a constant"`
}

// Sample is a question that a formula bears, without its answer.
type Sample struct {
	Level question.Level `json:"level"`
	Stem  string         `json:"stem"`
}

// UnderstandFormula says how a formula is understood that somebody types; nothing is kept.
func (a *App) UnderstandFormula(ctx context.Context, account, course uuid.UUID, text string) (Formula, error) {
	out := Formula{Variables: []Variable{}, Samples: []Sample{}}
	err := a.read(ctx, account, course, anyMember, func(store.Scope) error {
		text := typedFormula(text)
		f, err := fact.TypedFormula(text)
		if err != nil {
			out.Says = err.Error()
			return nil
		}
		out.LaTeX = f.LaTeX()
		for _, v := range f.Variables {
			shown := Variable{LaTeX: maths.LaTeX(maths.Name(v.Name)), Meaning: v.Meaning, Unit: v.Unit.Text}
			if v.Value != nil {
				shown.Value = units.With(decimal.Exact(v.Value), v.Unit)
			}
			out.Variables = append(out.Variables, shown)
		}
		if err := f.CheckUnits(); err != nil {
			out.Units = err.Error()
			return nil
		}
		out.Samples, err = samples(ctx, text)
		return err
	})
	return out, err
}

// samples are one question of each level that a formula bears.
func samples(ctx context.Context, text string) ([]Sample, error) {
	out := []Sample{}
	doc := source.Document{Passages: []source.Passage{{ID: "typed", Kind: source.Paragraph, Text: text}}}
	material := writer.Study([]writer.Source{{ID: "typed", Doc: doc}})
	brief := writer.Brief{Count: len(question.Levels), Levels: map[question.Level]int{}, Kinds: map[question.Kind]float64{question.Numeric: 1}, Seed: 1}
	for _, l := range question.Levels {
		brief.Levels[l] = 1
	}
	_, err := writer.Draft(ctx, material, brief, func(q question.Question) error {
		out = append(out, Sample{q.Level, q.Stem})
		return nil
	})
	slices.SortStableFunc(out, func(a, b Sample) int {
		return slices.Index(question.Levels, a.Level) - slices.Index(question.Levels, b.Level)
	})
	return out, err
}

// BringFormula takes a typed formula in as a source of its own.
func (a *App) BringFormula(ctx context.Context, account, course, id uuid.UUID, text string) (Arrival, error) {
	text = typedFormula(text)
	f, err := fact.TypedFormula(text)
	if err != nil {
		return Arrival{}, invalid("%s", err)
	}
	if err := f.CheckUnits(); err != nil {
		return Arrival{}, invalid("Nothing could be asked about this formula, as %s; correct its units.", err)
	}
	return a.bring(ctx, account, course, store.Arrival{ID: id, Sort: "source", Name: "Formula for " + f.Subject().Meaning}, FileOf("", []byte(text+"\n")))
}

// typedFormula is a formula as one sentence, so that it is read as a paragraph.
func typedFormula(text string) string {
	text = strings.TrimRight(strings.Join(strings.Fields(text), " "), ".;, ")
	if text == "" {
		return ""
	}
	return text + "."
}
