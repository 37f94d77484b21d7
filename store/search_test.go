package store_test

import (
	"cmp"
	"context"
	"fmt"
	"math/rand/v2"
	"slices"
	"strconv"
	"strings"
	"testing"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"
	"github.com/jackc/pgx/v5/pgxpool"

	"zincowl/core/source"
	"zincowl/pglocal/pgtest"
	"zincowl/store"
)

func TestMain(m *testing.M) { pgtest.Main(m) }

const (
	// many is how many passages are searched, and allowed how long the median
	// search may take.
	many    = 1_000_000
	allowed = 50 * time.Millisecond
)

// large fills a course with a million passages and gives it with a source of words, as
// unevenly spread as in a language: the n-th is used 1/n as often as the first.
func large(b *testing.B) (*pgxpool.Pool, store.Scope, func() string) {
	ctx := context.Background()
	pool := pgtest.Pool(b)
	account, now := uuid.New(), time.Now()
	if _, err := pool.Exec(ctx, `insert into accounts (id, name, name_key, password, created_at) values ($1, 'a', 'a', '', $2)`, account, now); err != nil {
		b.Fatal(err)
	}
	s, err := store.AddCourse(ctx, pool, account, store.Course{ID: uuid.New(), Title: "Large", PassMark: 60}, now)
	if err != nil {
		b.Fatal(err)
	}
	r := rand.New(rand.NewPCG(1, 2))
	spread := rand.NewZipf(r, 1.05, 4, 40_000)
	word := func() string { return fmt.Sprintf("w%dx", spread.Uint64()) }
	src := store.Source{ID: uuid.New(), Title: "Large", Standing: "notes"}
	if err := store.AddSource(ctx, pool, s, src, source.Document{Kind: "text", Language: "en"}, []byte("x"), nil, now); err != nil {
		b.Fatal(err)
	}
	rows := pgx.CopyFromFunc(func() func() ([]any, error) {
		n := 0
		return func() ([]any, error) {
			if n == many {
				return nil, nil
			}
			n++
			text := make([]string, 30)
			for i := range text {
				text[i] = word()
			}
			return []any{src.ID, fmt.Sprintf("p%d", n), s.Course(), n, "paragraph", strings.Join(text, " "), map[string]any{}, "en"}, nil
		}
	}())
	if _, err := pool.CopyFrom(ctx, pgx.Identifier{"passages"}, []string{"source_id", "id", "course_id", "ordinal", "kind", "text", "locator", "language"}, rows); err != nil {
		b.Fatal(err)
	}
	if _, err := pool.Exec(ctx, `vacuum analyze passages`); err != nil {
		b.Fatal(err)
	}
	return pool, s, word
}

// BenchmarkSearch looks up words, rare ones and such that stand everywhere, in a
// million passages of one course.
func BenchmarkSearch(b *testing.B) {
	ctx := context.Background()
	pool, s, word := large(b)
	var took []time.Duration
	hits := 0
	for b.Loop() {
		words := word()
		if len(took)%2 == 1 {
			words += " " + word()
		}
		start := time.Now()
		found, err := store.Search(ctx, pool, s, words)
		if err != nil {
			b.Fatal(err)
		}
		took = append(took, time.Since(start))
		hits += len(found)
	}
	slices.Sort(took)
	b.ReportMetric(float64(took[len(took)/2])/float64(allowed), "median-of-50ms")
	b.ReportMetric(float64(took[len(took)*9/10])/float64(allowed), "90%-of-50ms")
	b.ReportMetric(float64(hits)/float64(len(took)), "hits")
}

// rank is how rare a word of large is.
func rank(word string) int {
	n, _ := strconv.Atoi(strings.Trim(word, "wx"))
	return n
}

// BenchmarkNear finds what may speak of a statement of seven words, each with another that
// means the same, in a million passages. The first of them are as common as words are, the
// others as likely rare as common.
func BenchmarkNear(b *testing.B) {
	pool, s, word := large(b)
	r := rand.New(rand.NewPCG(3, 4))
	var took []time.Duration
	for b.Loop() {
		var words [][]string
		for range 7 {
			words = append(words, []string{word(), fmt.Sprintf("w%dx", r.IntN(40_000))})
		}
		slices.SortFunc(words, func(a, b []string) int { return cmp.Compare(rank(b[0]), rank(a[0])) }) // rare ones first
		start := time.Now()
		if _, err := store.Near(b.Context(), pool, s, words, 24); err != nil {
			b.Fatal(err)
		}
		took = append(took, time.Since(start))
	}
	slices.Sort(took)
	b.ReportMetric(float64(took[len(took)/2])/float64(2*allowed), "median-of-100ms")
	b.ReportMetric(float64(took[len(took)*9/10])/float64(2*allowed), "90%-of-100ms")
}
