package app

import (
	"context"
	"crypto/sha256"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"strings"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"

	"zincowl/core/fact"
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
	Verdicts []proof.Verdict `json:"verdicts" enum:"cleared,held,faulted,unproven" doc:"of the questions drawn from it"`
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

// document is a stored source as the core knows it.
type document struct {
	id     uuid.UUID
	doc    source.Document
	topics map[string]string

	standing source.Standing
	dated    time.Time
}

// AddSource reads bytes and stores what they hold, at once.
func (a *App) AddSource(ctx context.Context, account, course uuid.UUID, name string, data []byte) (Source, error) {
	read, err := a.readFile(ctx, FileOf(name, data), steps{})
	if err != nil {
		return Source{}, err
	}
	var kept outcome
	err = a.write(ctx, account, course, editors, func(tx pgx.Tx, s store.Scope) error {
		kept, err = a.keepSource(ctx, tx, s, read)
		return err
	})
	if err != nil {
		return Source{}, err
	}
	var out Source
	err = a.read(ctx, account, course, anyMember, func(s store.Scope) error {
		stored, err := store.SourceOf(ctx, a.pool, s, kept.source)
		out = sourceView(stored)
		return err
	})
	return out, err
}

// brought is a document with what it was made from.
type brought struct {
	store.Source
	doc   source.Document
	hash  []byte
	facts map[string][]Found // by passage
}

// steps hear how far a reading is: its pages, then the passages that were looked
// through for facts. Each may be left out.
type steps struct{ pages, facts source.Progress }

// pasted is the name of text that came without one.
const pasted = "Pasted text"

// document reads bytes. An *Invalid says what is wrong with them.
func (a *App) document(ctx context.Context, f File, progress source.Progress) (source.Document, error) {
	doc, err := a.reader(ctx, f, progress)
	if bad := new(source.BadInput); errors.As(err, &bad) {
		return source.Document{}, invalid("%s", bad.Says)
	}
	return doc, err
}

// readFile reads bytes into a document with its facts. An *Invalid says what is
// wrong with them.
func (a *App) readFile(ctx context.Context, f File, told steps) (brought, error) {
	name := strings.TrimSpace(f.Name)
	if name == "" {
		name = pasted
	}
	sum := sha256.New()
	doc, err := a.document(ctx, File{name, f.Size, io.TeeReader(f.Data, sum)}, told.pages)
	if err == nil {
		_, err = io.Copy(sum, f.Data) // what the reader had no need of
	}
	if err != nil {
		return brought{}, err
	}
	out := brought{store.Source{Title: doc.Title, Origin: name, Standing: string(source.GuessStanding(doc)), Pages: doc.Pages}, doc, sum.Sum(nil), findings(ctx, doc, told.facts)}
	if err := ctx.Err(); err != nil {
		return brought{}, err // what was found is not all there is
	}
	if name == pasted && doc.Title == name && len(doc.Passages) > 0 {
		out.Title = opening(doc.Passages[0].Text)
	}
	if at := source.GuessDate(doc); !at.IsZero() {
		out.Dated = &at
	}
	return out, nil
}

// findings are the facts of a document as the margin lists them, by passage.
func findings(ctx context.Context, doc source.Document, told source.Progress) map[string][]Found {
	out := map[string][]Found{}
	for _, f := range fact.ReadParts(ctx, doc.Passages, source.Tools{Progress: told}.Told) {
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
		}
		out[f.Passage] = append(out[f.Passage], item)
	}
	return out
}

// outcome is what became of something that was brought.
type outcome struct {
	source   uuid.UUID
	version  int // 1 for a new source
	proofed  int // questions drawn from passages that are no longer there, proofed again
	benched  int // of those, how many wait on the bench now
	passages int // that are new or changed, of a new version
}

// keepSource stores what was read. The same bytes twice are refused with the
// name they are known by; a file of a known name that has much of its text is
// its new version.
func (a *App) keepSource(ctx context.Context, tx pgx.Tx, s store.Scope, b brought) (outcome, error) {
	if old, err := store.SourceByHash(ctx, tx, s, b.hash); err == nil {
		return outcome{}, invalid("This text is among your sources already, as “%s”.", old.Title)
	}
	if err := a.roomToKeep(ctx, tx, s, b.doc.Words(), b.Pages); err != nil {
		return outcome{}, err
	}
	sorter, _, err := a.sorter(ctx, tx, s, b.doc.Passages)
	if err != nil {
		return outcome{}, err
	}
	b.ID = uuid.New()
	rows := passageRows(b, places(sorter, b.doc.Passages))
	old, err := a.earlier(ctx, tx, s, b)
	if err != nil {
		return outcome{}, err
	}
	if old == nil {
		if err := store.AddSource(ctx, tx, s, b.Source, b.doc, b.hash, rows, a.now()); err != nil {
			return outcome{}, fmt.Errorf("storing the source: %w", err)
		}
		if _, err := a.settle(ctx, tx, s, nil); err != nil {
			return outcome{}, err
		}
		return outcome{source: b.ID, version: 1}, store.Announce(ctx, tx, s, "sources")
	}
	b.ID = old.ID
	fresh, err := store.ReplaceSource(ctx, tx, s, b.Source, b.doc, b.hash, rows)
	if err != nil {
		return outcome{}, fmt.Errorf("storing the new version: %w", err)
	}
	out := outcome{source: old.ID, version: old.Version + 1, passages: fresh}
	cut, err := store.DrawnFromNothing(ctx, tx, s, old.ID)
	if err != nil {
		return outcome{}, err
	}
	out.proofed = len(cut)
	if out.benched, err = a.settle(ctx, tx, s, cut); err != nil {
		return outcome{}, err
	}
	return out, store.Announce(ctx, tx, s, "sources")
}

// newVersionShare is the part of its passages that a file has in common with
// the source it is a new version of.
const newVersionShare = 0.2

// earlier finds the source that a document is a new version of; nil where it is
// a source of its own.
func (a *App) earlier(ctx context.Context, tx pgx.Tx, s store.Scope, b brought) (*store.Source, error) {
	if b.Origin == pasted {
		return nil, nil
	}
	same, err := store.SourcesByOrigin(ctx, tx, s, b.Origin)
	if err != nil {
		return nil, err
	}
	ids := make([]string, len(b.doc.Passages))
	for i, p := range b.doc.Passages {
		ids[i] = p.ID
	}
	for i := range same {
		kept, err := store.CountPassages(ctx, tx, s, same[i].ID, ids)
		if err != nil {
			return nil, err
		}
		if float64(kept) >= newVersionShare*float64(min(len(ids), max(1, same[i].Passages))) {
			return &same[i], nil
		}
	}
	return nil, nil
}

// passageRows are the passages of a document as they are stored.
func passageRows(b brought, places map[string]store.Placement) []store.Passage {
	out := make([]store.Passage, len(b.doc.Passages))
	for i, p := range b.doc.Passages {
		out[i] = store.Passage{ID: p.ID, Kind: string(p.Kind), Text: p.Text, Locator: p.Locator, Facts: mustJSON(list(b.facts[p.ID])), Recognised: p.Confidence, Placement: places[p.ID]}
		if p.File != "" {
			out[i].Picture = &store.Picture{File: p.File, Caption: p.Caption, Labels: p.Labels}
		}
		if p.Rows != nil {
			out[i].Rows = mustJSON(p.Rows)
		}
	}
	return out
}

// list is a slice that is never null in JSON.
func list[T any](s []T) []T {
	if s == nil {
		return []T{}
	}
	return s
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
			_ = json.Unmarshal(stored[i].Facts, &view.Facts) // written by us
			out.List = append(out.List, view)
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
		out[i] = source.Passage{ID: p.ID, Kind: source.Kind(p.Kind), Text: p.Text, Locator: p.Locator, Confidence: p.Recognised}
		if p.Picture != nil {
			out[i].File, out[i].Caption, out[i].Labels = p.Picture.File, p.Picture.Caption, p.Picture.Labels
		}
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
		if len(drawn) > 0 {
			docs, err := a.documents(ctx, tx, s)
			if err != nil {
				return err
			}
			library, err := libraryOf(ctx, docs)
			if err != nil {
				return err
			}
			if _, err := a.proofAnew(ctx, tx, s, library, drawn); err != nil {
				return err
			}
		}
		if err := a.weigh(ctx, tx, s); err != nil { // it may have been a past paper
			return err
		}
		return store.Announce(ctx, tx, s, "sources")
	})
}

// settle proofs questions again after the sources have changed, and after them
// those drawn from what another source overrules now. It says how many of the
// former that were in the bank wait on the bench now.
func (a *App) settle(ctx context.Context, tx pgx.Tx, s store.Scope, questions []store.Question) (int, error) {
	docs, err := a.documents(ctx, tx, s)
	if err != nil || len(questions) == 0 && len(docs) < 2 {
		return 0, err
	}
	library, err := libraryOf(ctx, docs)
	if err != nil {
		return 0, err
	}
	benched, err := a.proofAnew(ctx, tx, s, library, questions)
	if err != nil {
		return 0, err
	}
	lost, err := a.overruled(ctx, tx, s, library)
	if err != nil {
		return 0, err
	}
	_, err = a.proofAnew(ctx, tx, s, library, lost)
	return benched, err
}

// proofAnew proofs questions again, and says how many that were in the bank wait
// on the bench now.
func (a *App) proofAnew(ctx context.Context, tx pgx.Tx, s store.Scope, library *proof.Library, questions []store.Question) (int, error) {
	benched := 0
	for _, q := range questions {
		v, err := store.VersionOf(ctx, tx, s, q.ID, q.Version)
		if err != nil {
			return 0, err
		}
		body, err := decode(v.Body)
		if err != nil {
			return 0, err
		}
		v, report, err := examined(ctx, body, library)
		if err != nil {
			return 0, err
		}
		v.Version = q.Version
		state := q.State
		if report.Verdict != proof.Cleared && state == "bank" && !q.Kept {
			state = "bench"
			benched++
		}
		if err := store.AddProof(ctx, tx, s, q.ID, v, state); err != nil {
			return 0, err
		}
	}
	return benched, nil
}

// overruled lists the questions drawn from what another source overrules.
func (a *App) overruled(ctx context.Context, tx pgx.Tx, s store.Scope, library *proof.Library) ([]store.Question, error) {
	var out []store.Question
	for id, passages := range library.Overruled() {
		drawn, err := store.DrawnFromPassages(ctx, tx, s, uuid.MustParse(id), passages)
		if err != nil {
			return nil, err
		}
		out = append(out, drawn...)
	}
	return out, nil
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
		docs, err := a.documents(ctx, tx, s)
		if err != nil {
			return err
		}
		var before []store.Question
		if len(docs) > 1 {
			library, err := libraryOf(ctx, docs)
			if err != nil {
				return err
			}
			if before, err = a.overruled(ctx, tx, s, library); err != nil {
				return err
			}
		}
		if err := store.ChangeSource(ctx, tx, s, change); err != nil {
			return err
		}
		if _, err := a.settle(ctx, tx, s, before); err != nil {
			return err
		}
		stored, err := store.SourceOf(ctx, tx, s, id)
		if err != nil {
			return err
		}
		out = sourceView(stored)
		return store.Announce(ctx, tx, s, "sources")
	})
	return out, err
}

// documents reads all sources of a course as the core knows them.
func (a *App) documents(ctx context.Context, db store.DB, s store.Scope) ([]document, error) {
	sources, err := store.Sources(ctx, db, s)
	if err != nil {
		return nil, fmt.Errorf("reading the sources: %w", err)
	}
	out := make([]document, 0, len(sources))
	for _, src := range sources {
		if src.Kind == paperKind {
			continue // a model for questions, never evidence
		}
		stored, err := store.Passages(ctx, db, s, src.ID)
		if err != nil {
			return nil, fmt.Errorf("reading the passages of %s: %w", src.Title, err)
		}
		d := document{id: src.ID, doc: source.Document{Title: src.Title, Language: src.Language, Kind: src.Kind, Passages: passages(stored)}, topics: map[string]string{}}
		d.standing = source.Standing(src.Standing)
		if src.Dated != nil {
			d.dated = *src.Dated
		}
		for _, p := range stored {
			if p.TopicID != nil {
				d.topics[p.ID] = p.TopicID.String()
			}
		}
		out = append(out, d)
	}
	return out, nil
}

func libraryOf(ctx context.Context, docs []document) (*proof.Library, error) {
	sources := make([]proof.Source, len(docs))
	for i, d := range docs {
		sources[i] = proof.Source{ID: d.id.String(), Title: d.doc.Title, Doc: d.doc, Standing: d.standing, Dated: d.dated}
	}
	return proof.NewLibraryContext(ctx, sources)
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
func examined(ctx context.Context, q question.Question, l *proof.Library) (store.Version, proof.Report, error) {
	r, err := proof.ExamineContext(ctx, q, l)
	if err != nil {
		return store.Version{}, r, err
	}
	if r.Findings == nil {
		r.Findings = []proof.Finding{}
	}
	v := store.Version{Body: mustJSON(q), Verdict: string(r.Verdict), Findings: mustJSON(r.Findings)}
	if r.Mend != nil {
		v.Mend = mustJSON(r.Mend)
	}
	return v, r, nil
}

// mustJSON encodes values of our own types, which always encode.
func mustJSON(v any) json.RawMessage {
	data, err := json.Marshal(v)
	if err != nil {
		panic(err)
	}
	return data
}
