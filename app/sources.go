package app

import (
	"context"
	"crypto/sha256"
	"encoding/json"
	"fmt"
	"strings"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"

	"zincowl/core/kind"
	"zincowl/core/proof"
	"zincowl/core/question"
	"zincowl/core/source"
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
	Pages    int              `json:"pages" doc:"0 where the format has none"`
	Passages int              `json:"passages"`
	Drawn    int              `json:"drawn" doc:"passages from which a question was drawn"`
	Standing source.Standing  `json:"standing" enum:"rules,textbook,notes,talk"`
	Dated    string           `json:"dated" doc:"YYYY-MM-DD, or empty where it is not known"`
	Version  int              `json:"version" doc:"how often the text was brought"`
	Address  string           `json:"address" doc:"where it was fetched, or empty"`
	Warnings []source.Warning `json:"warnings"`
}

func sourceView(s store.Source) Source {
	out := Source{s.ID, s.Title, s.Origin, s.Kind, s.Language, s.Words, s.Pages, s.Passages, s.Drawn, source.Standing(s.Standing), "", s.Version, s.Address, []source.Warning{}}
	if s.Dated != nil {
		out.Dated = s.Dated.Format(time.DateOnly)
	}
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

// RemoveSource takes a source out. Questions drawn from it stay and are proofed
// again; without their evidence they wait on the bench.
func (a *App) RemoveSource(ctx context.Context, account, course, id uuid.UUID) error {
	return a.revise(ctx, account, course, editors, func(tx pgx.Tx, s store.Scope) error {
		if err := store.RemoveSource(ctx, tx, s, id); err != nil {
			return err
		}
		if err := a.weigh(ctx, tx, s); err != nil { // it may have been a past paper
			return err
		}
		return store.Announce(ctx, tx, s, "sources")
	})
}

// AboutSource is what a person says of a source.
type AboutSource struct {
	Title    string          `json:"title" maxLength:"200"`
	Standing source.Standing `json:"standing" enum:"rules,textbook,notes,talk"`
	Dated    string          `json:"dated" required:"false" doc:"YYYY-MM-DD, or empty"`
}

// ChangeSource sets a source's title, standing and date.
func (a *App) ChangeSource(ctx context.Context, account, course, id uuid.UUID, about AboutSource) (Source, error) {
	change := store.Source{ID: id, Title: strings.TrimSpace(about.Title), Standing: string(about.Standing)}
	if change.Title == "" {
		return Source{}, invalid("The source has no title; write what it is called.")
	}
	if about.Dated != "" {
		at, err := time.Parse(time.DateOnly, about.Dated)
		if err != nil {
			return Source{}, invalid("The date %q is no date; write it as 2024-03-01.", about.Dated)
		}
		change.Dated = &at
	}
	var out Source
	err := a.write(ctx, account, course, editors, func(tx pgx.Tx, s store.Scope) error {
		if err := store.Lock(ctx, tx, s); err != nil {
			return err
		}
		before, err := store.SourceOf(ctx, tx, s, id)
		if err != nil {
			return err
		}
		if err := store.ChangeSource(ctx, tx, s, change); err != nil {
			return err
		}
		stored, err := store.SourceOf(ctx, tx, s, id)
		if err != nil {
			return err
		}
		out = sourceView(stored)
		if was := sourceView(before); was.Standing != out.Standing || was.Dated != out.Dated { // another title changes nothing that it says
			if err := a.revised(ctx, tx, s); err != nil {
				return err
			}
		}
		return store.Announce(ctx, tx, s, "sources")
	})
	return out, err
}

// examined proofs a question, among those that are asked with it if there are any,
// and makes the version to be stored.
func examined(ctx context.Context, q question.Question, known study, beside *proof.Batch) (store.Version, proof.Report, error) {
	r, err := proof.ExamineBeside(ctx, q, known.library, beside)
	if err != nil {
		return store.Version{}, r, err
	}
	if r.Findings == nil {
		r.Findings = []proof.Finding{}
	}
	v := store.Version{Proof: store.Proof{Revision: known.revision, Checks: proof.Version, Verdict: string(r.Verdict), Findings: mustJSON(r.Findings), Ratings: mustJSON(r.Ratings)}}
	v.Body, v.Stimulus = encoded(q)
	v.Bands = proof.Bands(q)
	v.Evidence = evidencePassages(r.Findings)
	if r.Mend != nil {
		v.Mend, _ = encoded(*r.Mend)
	}
	return v, r, nil
}

// evidencePassages are the passages that findings rest on.
func evidencePassages(findings []proof.Finding) []store.CitedPassage {
	var out []store.CitedPassage
	for _, f := range findings {
		for _, e := range f.Evidence {
			if id, err := uuid.Parse(e.Source); err == nil {
				out = append(out, store.CitedPassage{Source: id, Passage: e.Passage})
			}
		}
	}
	return out
}

// encoded is a question as it is stored, apart from what it is asked about; their own
// types always encode.
func encoded(q question.Question) (json.RawMessage, *store.Stimulus) {
	var about *store.Stimulus
	q.Stimulus = ""
	if q.Given != nil {
		given := *q.Given
		given.ID, given.Line = "", 0
		given.ID = fmt.Sprintf("%x", sha256.Sum256(mustJSON(given)))[:32]
		about = &store.Stimulus{ID: given.ID, Body: mustJSON(given)}
		q.Given, q.Stimulus = nil, given.ID
	}
	data, err := kind.Encode(q)
	if err != nil {
		panic(err)
	}
	return data, about
}

// mustJSON encodes values of our own types, which always encode.
func mustJSON(v any) json.RawMessage {
	data, err := json.Marshal(v)
	if err != nil {
		panic(err)
	}
	return data
}
