package app

import (
	"context"
	"crypto/sha256"
	"fmt"
	"sync"

	"github.com/google/uuid"

	"zincowl/core/proof"
	"zincowl/core/writer"
	"zincowl/store"
)

// study is what was read of a course's sources.
type study struct {
	material *writer.Material
	library  *proof.Library
}

// studies keeps what was read of courses, while their sources stay the same, and
// sees to it that the same is read once, whoever waits for it.
type studies struct {
	mu       sync.Mutex
	byCourse map[uuid.UUID]*reading
	serial   uint64
}

// reading is a study that is under way or done.
type reading struct {
	key     string
	words   int
	used    uint64
	waiting int
	cancel  context.CancelFunc
	done    chan struct{}
	study   study
	err     error
}

// studiedWords is how many words of all courses together are kept studied.
const studiedWords = 4_000_000

// study reads the facts of all sources of a course, or returns what was read
// before if nothing has changed since. Reading stops when nobody waits for it any
// more.
func (a *App) study(ctx context.Context, s store.Scope) (study, error) {
	docs, err := a.documents(ctx, a.pool, s)
	if err != nil {
		return study{}, err
	}
	key, words := keyOf(docs)
	return a.studied.get(ctx, s.Course(), key, words, func(ctx context.Context) (study, error) {
		sources := make([]writer.Source, len(docs))
		for i, d := range docs {
			sources[i] = writer.Source{ID: d.id.String(), Title: d.doc.Title, Doc: d.doc, Topics: d.topics, Standing: d.standing, Dated: d.dated}
		}
		material, err := writer.StudyContext(ctx, sources)
		if err != nil {
			return study{}, err
		}
		library, err := libraryOf(ctx, docs)
		return study{material, library}, err
	})
}

// keyOf is a name for all that a study depends on, and how many words it reads.
func keyOf(docs []document) (string, int) {
	h, words := sha256.New(), 0
	for _, d := range docs {
		fmt.Fprintf(h, "%s %q %s %d\n", d.id, d.doc.Title, d.standing, d.dated.Unix())
		for _, p := range d.doc.Passages {
			fmt.Fprintf(h, "%s %s %d\n", p.ID, d.topics[p.ID], len(p.Text))
		}
		words += d.doc.Words()
	}
	return string(h.Sum(nil)), words
}

func (c *studies) get(ctx context.Context, course uuid.UUID, key string, words int, read func(context.Context) (study, error)) (study, error) {
	c.mu.Lock()
	c.serial++
	r := c.byCourse[course]
	if r == nil || r.key != key {
		r = &reading{key: key, words: words, done: make(chan struct{})}
		if c.byCourse == nil {
			c.byCourse = map[uuid.UUID]*reading{}
		}
		c.byCourse[course] = r
		apart, cancel := context.WithCancel(context.WithoutCancel(ctx))
		r.cancel = cancel
		go func() {
			defer cancel()
			r.study, r.err = read(apart)
			close(r.done)
			if r.err != nil {
				c.forget(course, r)
			}
		}()
	}
	r.used = c.serial
	r.waiting++
	c.makeRoom(r)
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

func (c *studies) forget(course uuid.UUID, r *reading) {
	c.mu.Lock()
	defer c.mu.Unlock()
	if c.byCourse[course] == r {
		delete(c.byCourse, course)
	}
}

// makeRoom lets go of the studies used longest ago that nobody waits for, until
// what is kept is within bounds or is the one that is needed.
func (c *studies) makeRoom(needed *reading) {
	for {
		total, oldest := 0, uuid.Nil
		for course, r := range c.byCourse {
			total += r.words
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
