package app

import (
	"context"
	"crypto/sha256"
	"errors"
	"fmt"
	"io"
	"strings"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"

	"zincowl/core/fact"
	"zincowl/core/source"
	"zincowl/store"
)

// AddSource reads bytes and stores what they hold, at once.
func (a *App) AddSource(ctx context.Context, account, course uuid.UUID, name string, data []byte) (Source, error) {
	read, err := a.readFile(ctx, FileOf(name, data), steps{})
	if err != nil {
		return Source{}, err
	}
	s, err := enter(ctx, a.pool, account, course, editors)
	if err != nil {
		return Source{}, err
	}
	var kept outcome
	err = a.keepSource(ctx, s, read, func(_ pgx.Tx, o outcome) error {
		kept = o
		return nil
	})
	if err != nil {
		return Source{}, err
	}
	stored, err := store.SourceOf(ctx, a.pool, s, kept.source)
	return sourceView(stored), err
}

// brought is a document with what it was made from.
type brought struct {
	store.Source
	doc   source.Document
	hash  []byte
	facts []fact.Fact
}

// steps hear how far a reading is: its pages, then the passages that were looked
// through for facts. Each may be left out.
type steps struct {
	pages source.Progress
	facts func(done, of int, found []fact.Fact)
}

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
	out := brought{store.Source{Title: doc.Title, Origin: name, Standing: string(source.GuessStanding(doc)), Pages: doc.Pages}, doc, sum.Sum(nil), nil}
	out.facts = fact.ReadParts(ctx, doc.Passages, told.facts)
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

// outcome is what became of something that was brought.
type outcome struct {
	source   uuid.UUID
	version  int // 1 for a new source
	passages int // that are new or changed, of a new version
	cut      int // questions drawn from passages that are no longer there
}

// keepSource sorts what was read into topics and stores it, in a transaction that also
// does what it is given. The same bytes twice are refused with the name they are known
// by; a file of a known name that has much of its text is its new version.
func (a *App) keepSource(ctx context.Context, s store.Scope, b brought, also func(tx pgx.Tx, o outcome) error) error {
	b.ID = uuid.New()
	for {
		sorter, _, revision, err := a.sorter(ctx, s, b.doc.Passages)
		if err != nil {
			return err
		}
		rows := passageRows(b, places(sorter, b.doc.Passages))
		err = a.reviseAt(ctx, s, revision, func(tx pgx.Tx, s store.Scope) error { // else it was sorted by another outline, perhaps
			kept, err := a.storeSource(ctx, tx, s, b, rows)
			if err != nil {
				return err
			}
			return also(tx, kept)
		})
		if !errors.Is(err, errMoved) {
			return err
		}
	}
}

func (a *App) storeSource(ctx context.Context, tx pgx.Tx, s store.Scope, b brought, rows []store.Passage) (outcome, error) {
	if old, err := store.SourceByHash(ctx, tx, s, b.hash); err == nil {
		return outcome{}, invalid("This text is among your sources already, as “%s”.", old.Title)
	}
	if err := a.roomToKeep(ctx, tx, s, b.doc.Words(), b.Pages); err != nil {
		return outcome{}, err
	}
	old, err := a.earlier(ctx, tx, s, b)
	if err != nil {
		return outcome{}, err
	}
	out := outcome{source: b.ID, version: 1}
	if old == nil {
		if err := store.AddSource(ctx, tx, s, b.Source, b.doc, b.hash, rows, a.now()); err != nil {
			return outcome{}, fmt.Errorf("storing the source: %w", err)
		}
	} else {
		out.source, out.version = old.ID, old.Version+1
		b.ID = old.ID
		if out.passages, err = store.ReplaceSource(ctx, tx, s, b.Source, b.doc, b.hash, rows); err != nil {
			return outcome{}, fmt.Errorf("storing the new version: %w", err)
		}
	}
	if err := store.KeepFacts(ctx, tx, s, out.source, fact.Version, byPassage(b.facts)); err != nil {
		return outcome{}, fmt.Errorf("storing the facts: %w", err)
	}
	if out.cut, err = store.CountCut(ctx, tx, s, out.source); err != nil {
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
		out[i] = store.Passage{ID: p.ID, Kind: string(p.Kind), Text: p.Text, Locator: p.Locator, Recognised: p.Confidence, Emphasis: p.Emphasis, Placement: places[p.ID]}
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
