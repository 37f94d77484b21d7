package app

import (
	"context"
	"encoding/json"
	"fmt"
	"sync"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"

	"zincowl/core/fact"
	"zincowl/core/proof"
	"zincowl/core/source"
	"zincowl/core/term"
	"zincowl/core/writer"
	"zincowl/store"
)

// study is what was read of a course's sources, at a revision of it.
type study struct {
	revision int64
	words    int
	material *writer.Material
	library  *proof.Library

	// What is asked for seldom is made when it is.
	titles map[string]string // by source
	terms  func() []term.Term
	ties   func() ties
}

// ties are the claims of a course and how they stand to one another.
type ties struct {
	claims []fact.Claim
	found  []fact.Tie
}

// patience is how long terms or ties of a course are looked for at most; what has not
// been found by then is not shown.
const patience = 20 * time.Second

// studies keeps what was read of courses, and sees to it that the same is read once,
// whoever waits for it.
type studies struct {
	mu       sync.Mutex
	byCourse map[uuid.UUID]*reading
	serial   uint64
}

// reading is a study that is under way or done.
type reading struct {
	revision int64 // that the course had at least when it began
	used     uint64
	waiting  int
	cancel   context.CancelFunc
	done     chan struct{}
	study    study
	err      error
}

// studiedWords is how many words of all courses together are kept studied.
const studiedWords = 4_000_000

// study studies all sources of a course, or returns what was studied before if nothing
// has changed since. It stops when nobody waits for it any more.
func (a *App) study(ctx context.Context, s store.Scope) (study, error) {
	revision, err := store.RevisionOf(ctx, a.pool, s)
	if err != nil {
		return study{}, err
	}
	return a.studied.get(ctx, s.Course(), revision, func(ctx context.Context) (study, error) {
		docs, revision, err := a.documents(ctx, s)
		if err != nil {
			return study{}, err
		}
		out := study{revision: revision, titles: map[string]string{}}
		writing, proofing := make([]writer.Source, len(docs)), make([]proof.Source, len(docs))
		for i, d := range docs {
			writing[i] = writer.Source{ID: d.id.String(), Title: d.doc.Title, Doc: d.doc, Facts: d.facts, Topics: d.topics, Standing: d.standing, Dated: d.dated}
			proofing[i] = proof.Source{ID: d.id.String(), Title: d.doc.Title, Doc: d.doc, Facts: d.facts, Standing: d.standing, Dated: d.dated}
			out.words += d.doc.Words()
			out.titles[d.id.String()] = d.doc.Title
		}
		out.terms = sync.OnceValue(func() []term.Term {
			ctx, cancel := context.WithTimeout(context.Background(), patience)
			defer cancel()
			sources := make([]term.Source, len(docs))
			for i, d := range docs {
				sources[i] = term.Source{ID: d.id.String(), Doc: d.doc, Facts: d.facts}
			}
			return term.Collect(ctx, sources)
		})
		out.ties = sync.OnceValue(func() ties {
			ctx, cancel := context.WithTimeout(context.Background(), patience)
			defer cancel()
			var t ties
			for _, d := range docs {
				for _, f := range d.facts {
					t.claims = append(t.claims, fact.Claim{Fact: f, Source: d.id.String(), Standing: d.standing, Dated: d.dated})
				}
			}
			t.found = fact.Relate(ctx, t.claims)
			return t
		})
		if out.material, err = writer.StudyContext(ctx, writing); err != nil {
			return study{}, err
		}
		out.library, err = proof.NewLibraryContext(ctx, proofing)
		return out, err
	})
}

// document is a stored source as the core knows it.
type document struct {
	id     uuid.UUID
	doc    source.Document
	facts  []fact.Fact // nil where a better reader has still to read them
	topics map[string]string

	standing source.Standing
	dated    time.Time
}

// documents reads all sources of a course as the core knows them, past papers left
// out, and the revision at which that is.
func (a *App) documents(ctx context.Context, s store.Scope) ([]document, int64, error) {
	var sources []store.Studied
	var revision int64
	err := pgx.BeginTxFunc(ctx, a.pool, pgx.TxOptions{IsoLevel: pgx.RepeatableRead, AccessMode: pgx.ReadOnly}, func(tx pgx.Tx) (err error) {
		if revision, err = store.RevisionOf(ctx, tx, s); err != nil {
			return err
		}
		sources, err = store.Study(ctx, tx, s)
		return err
	})
	if err != nil {
		return nil, 0, fmt.Errorf("reading the sources: %w", err)
	}
	out := make([]document, len(sources))
	for i, src := range sources {
		d := document{id: src.ID, doc: source.Document{Title: src.Title, Language: src.Language, Kind: src.Kind, Passages: passages(src.Passages)}, topics: map[string]string{}}
		d.standing = source.Standing(src.Standing)
		if src.Dated != nil {
			d.dated = *src.Dated
		}
		if src.Reader == fact.Version {
			d.facts = []fact.Fact{}
		}
		for _, p := range src.Passages {
			if p.TopicID != nil {
				d.topics[p.ID] = p.TopicID.String()
			}
			if d.facts == nil || string(p.Facts) == "[]" {
				continue
			}
			var read []fact.Fact
			if err := json.Unmarshal(p.Facts, &read); err != nil {
				return nil, 0, fmt.Errorf("reading the facts of %s: %w", src.Title, err)
			}
			d.facts = append(d.facts, read...)
		}
		out[i] = d
	}
	return out, revision, nil
}

func (c *studies) get(ctx context.Context, course uuid.UUID, revision int64, read func(context.Context) (study, error)) (study, error) {
	c.mu.Lock()
	c.serial++
	r := c.byCourse[course]
	if r == nil || r.revision < revision {
		r = &reading{revision: revision, done: make(chan struct{})}
		if c.byCourse == nil {
			c.byCourse = map[uuid.UUID]*reading{}
		}
		c.byCourse[course] = r
		apart, cancel := context.WithCancel(context.WithoutCancel(ctx))
		r.cancel = cancel
		go func() {
			defer cancel()
			known, err := read(apart)
			c.finish(course, r, known, err)
		}()
	}
	r.used = c.serial
	r.waiting++
	c.mu.Unlock()
	defer func() {
		c.mu.Lock()
		defer c.mu.Unlock()
		if r.waiting--; r.waiting > 0 {
			return
		}
		select {
		case <-r.done:
		default: // nobody waits any more
			r.cancel()
			if c.byCourse[course] == r {
				delete(c.byCourse, course)
			}
		}
	}()
	select {
	case <-r.done:
		return r.study, r.err
	case <-ctx.Done():
		return study{}, ctx.Err()
	}
}

// finish hands a study to whoever waits for it. One that failed is not kept.
func (c *studies) finish(course uuid.UUID, r *reading, known study, err error) {
	c.mu.Lock()
	defer c.mu.Unlock()
	if r.study, r.err = known, err; err == nil {
		r.revision = max(r.revision, known.revision)
		c.makeRoom(r)
	} else if c.byCourse[course] == r {
		delete(c.byCourse, course)
	}
	close(r.done)
}

// makeRoom lets go of the studies used longest ago that nobody waits for, until
// what is kept is within bounds or is the one that is needed.
func (c *studies) makeRoom(needed *reading) {
	for {
		total, oldest := 0, uuid.Nil
		for course, r := range c.byCourse {
			total += r.study.words
			if r != needed && r.waiting == 0 && (oldest == uuid.Nil || r.used < c.byCourse[oldest].used) {
				oldest = course
			}
		}
		if total <= studiedWords || oldest == uuid.Nil {
			return
		}
		delete(c.byCourse, oldest)
	}
}
