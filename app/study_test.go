package app

import (
	"context"
	"errors"
	"sync"
	"testing"

	"github.com/google/uuid"
)

// Whoever waits for the same, it is read once, and kept.
func TestTheSameIsReadOnce(t *testing.T) {
	var c studies
	course, gate := uuid.New(), make(chan struct{})
	reads := 0
	read := func(context.Context) (study, error) {
		reads++
		<-gate
		return study{}, nil
	}
	var all sync.WaitGroup
	for range 8 {
		all.Go(func() {
			if _, err := c.get(t.Context(), course, 1, read); err != nil {
				t.Error(err)
			}
		})
	}
	close(gate)
	all.Wait()
	if _, err := c.get(t.Context(), course, 1, read); err != nil || reads != 1 {
		t.Errorf("read %d times, %v", reads, err)
	}
	if _, err := c.get(t.Context(), course, 2, read); err != nil || reads != 2 {
		t.Errorf("what changed is read %d times, %v", reads, err)
	}
}

// Reading goes on as long as one waits for it, and stops when none does.
func TestNobodyReadsForNobody(t *testing.T) {
	var c studies
	course, stopped, began := uuid.New(), make(chan struct{}, 2), make(chan struct{}, 2)
	read := func(ctx context.Context) (study, error) {
		began <- struct{}{}
		<-ctx.Done()
		stopped <- struct{}{}
		return study{}, ctx.Err()
	}
	first, leave := context.WithCancel(t.Context())
	second, leaveToo := context.WithCancel(t.Context())
	ended := make(chan error, 2)
	for _, ctx := range []context.Context{first, second} {
		go func() {
			_, err := c.get(ctx, course, 1, read)
			ended <- err
		}()
		if ctx == first {
			<-began
		}
	}
	leave()
	if err := <-ended; !errors.Is(err, context.Canceled) {
		t.Error(err)
	}
	// The second may have come too late to share the first's reading; either way
	// somebody reads until it leaves too.
	leaveToo()
	if err := <-ended; !errors.Is(err, context.Canceled) {
		t.Error(err)
	}
	<-stopped
	// A reading that was given up is begun anew.
	if _, err := c.get(t.Context(), course, 1, func(context.Context) (study, error) { return study{}, nil }); err != nil {
		t.Error(err)
	}
}

// What is kept is bounded by its words; what was used longest ago goes first.
func TestWhatIsKeptIsBounded(t *testing.T) {
	var c studies
	reads := map[uuid.UUID]int{}
	get := func(course uuid.UUID, words int) {
		t.Helper()
		if _, err := c.get(t.Context(), course, 1, func(context.Context) (study, error) {
			reads[course]++
			return study{words: words}, nil
		}); err != nil {
			t.Fatal(err)
		}
	}
	a, b, huge := uuid.New(), uuid.New(), uuid.New()
	get(a, studiedWords/2)
	get(b, studiedWords/2)
	get(a, studiedWords/2)
	get(uuid.New(), 10) // b goes
	get(a, studiedWords/2)
	get(b, studiedWords/2)
	if reads[a] != 1 || reads[b] != 2 {
		t.Errorf("read %d and %d times", reads[a], reads[b])
	}
	get(huge, 3*studiedWords) // larger than all that is kept, and still read
	get(huge, 3*studiedWords)
	if reads[huge] != 1 || len(c.byCourse) != 1 {
		t.Errorf("the largest is read %d times and %d are kept", reads[huge], len(c.byCourse))
	}
}
