package app

import (
	"context"
	"crypto/sha256"
	"encoding/json"
	"errors"
	"fmt"
	"strings"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"

	"zincowl/core/fact"
	"zincowl/core/proof"
	"zincowl/core/question"
	"zincowl/core/source"
	"zincowl/core/source/reader"
	"zincowl/store"
)

// Source is a source as the list shows it.
type Source struct {
	ID       uuid.UUID        `json:"id"`
	Title    string           `json:"title"`
	Origin   string           `json:"origin"`
	Kind     string           `json:"kind"`
	Language string           `json:"language"`
	Words    int              `json:"words"`
	Passages int              `json:"passages"`
	Drawn    int              `json:"drawn" doc:"passages from which a question was drawn"`
	Warnings []source.Warning `json:"warnings"`
}

// Passage is a passage in the reading view.
type Passage struct {
	ID       string          `json:"id"`
	Kind     string          `json:"kind"`
	Text     string          `json:"text"`
	Rows     [][]string      `json:"rows,omitempty"`
	Locator  source.Locator  `json:"locator"`
	TopicID  *uuid.UUID      `json:"topic_id,omitempty"`
	Verdicts []proof.Verdict `json:"verdicts" enum:"cleared,held,faulted,unproven" doc:"of the questions drawn from it"`
	Facts    []Found         `json:"facts" doc:"what was read in it"`
}

// Found is a fact as the margin lists it.
type Found struct {
	Type  fact.Type `json:"type"`
	Name  string    `json:"name"`
	Says  string    `json:"says"`
	LaTeX string    `json:"latex,omitempty"`
	Units string    `json:"units,omitempty" doc:"what is wrong with the units of a formula"`
}

// Reading is a source with its passages.
type Reading struct {
	Source
	List []Passage `json:"list"`
}

// document is a stored source as the core knows it.
type document struct {
	id     uuid.UUID
	doc    source.Document
	topics map[string]string
}

// AddSource reads bytes and stores what they hold. The same bytes twice are
// refused with the name they are known by.
func (a *App) AddSource(ctx context.Context, account, course uuid.UUID, name string, data []byte) (Source, error) {
	name = strings.TrimSpace(name)
	if name == "" {
		name = "Pasted text"
	}
	doc, err := reader.Read(name, data)
	if bad := new(source.BadInput); errors.As(err, &bad) {
		return Source{}, invalid("%s", bad.Says)
	}
	if err != nil {
		return Source{}, err
	}
	sum := sha256.Sum256(data)
	added := store.Source{ID: uuid.New(), Title: doc.Title, Origin: name}
	if name == "Pasted text" && doc.Title == name && len(doc.Passages) > 0 {
		added.Title = opening(doc.Passages[0].Text)
	}
	err = a.write(ctx, account, course, editors, func(tx pgx.Tx, s store.Scope) error {
		if old, err := store.SourceByHash(ctx, tx, s, sum[:]); err == nil {
			return invalid("This text is among your sources already, as “%s”.", old.Title)
		}
		topics, err := store.Topics(ctx, tx, s)
		if err != nil {
			return err
		}
		assigned := assign(document{doc: doc}, topics)
		if err := store.AddSource(ctx, tx, s, added, doc, sum[:], assigned, a.now()); err != nil {
			return err
		}
		return store.Announce(ctx, tx, s, "sources")
	})
	if err != nil {
		return Source{}, err
	}
	var out Source
	err = a.read(ctx, account, course, anyMember, func(s store.Scope) error {
		stored, err := store.SourceOf(ctx, a.pool, s, added.ID)
		out = sourceView(stored)
		return err
	})
	return out, err
}

// opening is the first few words of a text, as a title.
func opening(text string) string {
	f := strings.Fields(text)
	if len(f) > 7 {
		return strings.Join(f[:7], " ") + "…"
	}
	return strings.Join(f, " ")
}

func sourceView(s store.Source) Source {
	out := Source{s.ID, s.Title, s.Origin, s.Kind, s.Language, s.Words, s.Passages, s.Drawn, []source.Warning{}}
	_ = json.Unmarshal(s.Warnings, &out.Warnings) // written by us
	return out
}

// Sources lists a course's sources.
func (a *App) Sources(ctx context.Context, account, course uuid.UUID) ([]Source, error) {
	out := []Source{}
	err := a.read(ctx, account, course, anyMember, func(s store.Scope) error {
		stored, err := store.Sources(ctx, a.pool, s)
		for _, src := range stored {
			out = append(out, sourceView(src))
		}
		return err
	})
	return out, err
}

// Reading opens a source in place.
func (a *App) Reading(ctx context.Context, account, course, id uuid.UUID) (Reading, error) {
	var out Reading
	err := a.read(ctx, account, course, anyMember, func(s store.Scope) error {
		src, err := store.SourceOf(ctx, a.pool, s, id)
		if err != nil {
			return err
		}
		out.Source, out.List = sourceView(src), []Passage{}
		stored, err := store.Passages(ctx, a.pool, s, id)
		if err != nil {
			return err
		}
		found := map[string][]Found{}
		for _, f := range fact.Read(passages(stored)) {
			item := Found{Type: f.Type, Name: f.Subject, Says: f.Object}
			switch f.Type {
			case fact.Limit:
				item.Name, item.Says = f.Object, f.Quote
			case fact.Formula:
				item.LaTeX = f.Equation.LaTeX()
				item.Says = f.Equation.Text
				if err := f.Equation.CheckUnits(); err != nil {
					item.Units = err.Error()
				}
			}
			found[f.Passage] = append(found[f.Passage], item)
		}
		for i, p := range passages(stored) {
			view := Passage{p.ID, string(p.Kind), p.Text, p.Rows, p.Locator, stored[i].TopicID, []proof.Verdict{}, found[p.ID]}
			for _, v := range stored[i].Verdicts {
				view.Verdicts = append(view.Verdicts, proof.Verdict(v))
			}
			if view.Facts == nil {
				view.Facts = []Found{}
			}
			out.List = append(out.List, view)
		}
		return nil
	})
	return out, err
}

// passages turns stored passages into the core's.
func passages(stored []store.Passage) []source.Passage {
	out := make([]source.Passage, len(stored))
	for i, p := range stored {
		out[i] = source.Passage{ID: p.ID, Kind: source.Kind(p.Kind), Text: p.Text, Locator: p.Locator}
		_ = json.Unmarshal(p.Rows, &out[i].Rows) // written by us
	}
	return out
}

// RemoveSource takes a source out. Questions drawn from it stay and are
// proofed again; without their evidence they wait on the bench.
func (a *App) RemoveSource(ctx context.Context, account, course, id uuid.UUID) error {
	return a.write(ctx, account, course, editors, func(tx pgx.Tx, s store.Scope) error {
		drawn, err := store.DrawnFrom(ctx, tx, s, id)
		if err != nil {
			return err
		}
		if err := store.RemoveSource(ctx, tx, s, id); err != nil {
			return err
		}
		docs, err := a.documents(ctx, tx, s)
		if err != nil {
			return err
		}
		library := libraryOf(docs)
		for _, q := range drawn {
			v, err := store.VersionOf(ctx, tx, s, q.ID, q.Version)
			if err != nil {
				return err
			}
			body, err := decode(v.Body)
			if err != nil {
				return err
			}
			v, report := examined(body, library)
			v.Version = q.Version
			state := q.State
			if report.Verdict != proof.Cleared && state == "bank" && !q.Kept {
				state = "bench"
			}
			if err := store.AddProof(ctx, tx, s, q.ID, v, state); err != nil {
				return err
			}
		}
		return store.Announce(ctx, tx, s, "sources")
	})
}

// documents reads all sources of a course as the core knows them.
func (a *App) documents(ctx context.Context, db store.DB, s store.Scope) ([]document, error) {
	sources, err := store.Sources(ctx, db, s)
	if err != nil {
		return nil, fmt.Errorf("reading the sources: %w", err)
	}
	out := make([]document, 0, len(sources))
	for _, src := range sources {
		stored, err := store.Passages(ctx, db, s, src.ID)
		if err != nil {
			return nil, fmt.Errorf("reading the passages of %s: %w", src.Title, err)
		}
		d := document{id: src.ID, doc: source.Document{Title: src.Title, Language: src.Language, Kind: src.Kind, Passages: passages(stored)}, topics: map[string]string{}}
		for _, p := range stored {
			if p.TopicID != nil {
				d.topics[p.ID] = p.TopicID.String()
			}
		}
		out = append(out, d)
	}
	return out, nil
}

func libraryOf(docs []document) *proof.Library {
	sources := make([]proof.Source, len(docs))
	for i, d := range docs {
		sources[i] = proof.Source{ID: d.id.String(), Title: d.doc.Title, Doc: d.doc}
	}
	return proof.NewLibrary(sources)
}

// decode reads a stored question.
func decode(body json.RawMessage) (question.Question, error) {
	var q question.Question
	if err := json.Unmarshal(body, &q); err != nil {
		return q, fmt.Errorf("reading a stored question: %w", err)
	}
	return q, nil
}

// examined proofs a question and makes the version to be stored.
func examined(q question.Question, l *proof.Library) (store.Version, proof.Report) {
	r := proof.Examine(q, l)
	if r.Findings == nil {
		r.Findings = []proof.Finding{}
	}
	v := store.Version{Body: mustJSON(q), Verdict: string(r.Verdict), Findings: mustJSON(r.Findings)}
	if r.Mend != nil {
		v.Mend = mustJSON(r.Mend)
	}
	return v, r
}

// mustJSON encodes values of our own types, which always encode.
func mustJSON(v any) json.RawMessage {
	data, err := json.Marshal(v)
	if err != nil {
		panic(err)
	}
	return data
}
