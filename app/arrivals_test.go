package app_test

import (
	"context"
	"errors"
	"fmt"
	"io"
	"strings"
	"testing"
	"time"

	"github.com/google/uuid"

	"zincowl/app"
	"zincowl/core/source"
)

// brings brings a text and does the worker's part.
func (w *world) brings(name, text string) app.Arrival {
	w.t.Helper()
	id := uuid.New()
	if a, err := w.Bring(ctx, w.owner, w.course, id, app.FileOf(name, []byte(text))); err != nil || a.State != "queued" {
		w.t.Fatalf("brought %+v, %v", a, err)
	}
	if err := w.RunArrival(ctx, w.owner, w.course, id); err != nil {
		w.t.Fatal(err)
	}
	w.settled()
	return w.arrival(id)
}

func (w *world) arrival(id uuid.UUID) app.Arrival {
	w.t.Helper()
	all, err := w.Arrivals(ctx, w.owner, w.course)
	if err != nil {
		w.t.Fatal(err)
	}
	for _, a := range all {
		if a.ID == id {
			return a
		}
	}
	w.t.Fatal("the arrival is not listed")
	return app.Arrival{}
}

func TestWhatIsBroughtIsReadInTheBackground(t *testing.T) {
	w := newWorld(t)
	a := w.brings("evening.txt", notes)
	if a.State != "read" || a.SourceID == nil || a.Says != "" {
		t.Fatalf("arrived as %+v", a)
	}
	r, err := w.Reading(ctx, w.owner, w.course, *a.SourceID, 0)
	if err != nil || r.Title != "Evening notes" || r.Standing != source.Notes || r.Version != 1 {
		t.Errorf("reads %+v, %v", r.Source, err)
	}
	facts := 0
	for _, p := range r.List {
		facts += len(p.Facts)
	}
	if facts < 10 {
		t.Errorf("%d facts are shown", facts)
	}
	if again := w.brings("evening.txt", notes); again.State != "refused" || !strings.Contains(again.Says, "as “Evening notes”") {
		t.Errorf("the same bytes arrive as %+v", again)
	}
	if bad := w.brings("x.txt", "a\x00b"); bad.State != "refused" || !strings.Contains(bad.Says, "zero byte") {
		t.Errorf("a file that is no text arrives as %+v", bad)
	}
	// Bringing the same id again brings nothing; a finished one runs no more.
	if b, err := w.Bring(ctx, w.owner, w.course, a.ID, app.FileOf("other.txt", []byte("x"))); err != nil || b.State != "read" {
		t.Errorf("brought twice: %+v, %v", b, err)
	}
	if n := w.queue.woken.Load(); n < 3 {
		t.Errorf("the worker was woken %d times for three arrivals", n)
	}
	if err := w.RunArrival(ctx, w.owner, w.course, a.ID); err != nil {
		t.Error(err)
	}
	w.now = w.now.Add(time.Hour)
	if all, err := w.Arrivals(ctx, w.owner, w.course); err != nil || len(all) != 0 {
		t.Errorf("an hour later %d arrivals are still listed, %v", len(all), err)
	}
}

func TestAReadingIsCancelledAndItsProgressSeen(t *testing.T) {
	w := newWorld(t)
	id := uuid.New()
	var seen app.Arrival
	w.UseReader(func(ctx context.Context, f app.File, progress source.Progress) (source.Document, error) {
		w.now = w.now.Add(time.Second)
		progress(3, 9)
		seen = w.arrival(id)
		if _, err := w.CancelArrival(ctx, w.owner, w.course, id); err != nil {
			t.Error(err)
		}
		w.now = w.now.Add(time.Second)
		progress(4, 9)
		return source.Document{}, ctx.Err()
	})
	if _, err := w.Bring(ctx, w.owner, w.course, id, app.FileOf("long.txt", []byte("x"))); err != nil {
		t.Fatal(err)
	}
	if err := w.RunArrival(ctx, w.owner, w.course, id); err != nil {
		t.Error(err)
	}
	if seen.State != "reading" || seen.Done != 3 || seen.Pages != 9 {
		t.Errorf("under way it was seen as %+v", seen)
	}
	if a := w.arrival(id); a.State != "cancelled" || a.SourceID != nil {
		t.Errorf("it ended as %+v", a)
	}
	if all, err := w.Sources(ctx, w.owner, w.course); err != nil || len(all) != 0 {
		t.Errorf("%d sources came of it, %v", len(all), err)
	}
}

func TestAChangedFileIsANewVersion(t *testing.T) {
	w := newWorld(t)
	w.drafted(20)
	bank := func() (cleared int) {
		all, err := w.Bench(ctx, w.owner, w.course)
		if err != nil {
			t.Fatal(err)
		}
		for _, q := range all {
			if q.Verdict == "cleared" {
				cleared++
			}
		}
		return cleared
	}
	before := bank()
	a := w.brings("evening.txt", strings.Replace(notes, "A penstock is a sliding gate", "A penstock is a steel gate", 1))
	if a.State != "read" || !strings.HasPrefix(a.Says, "A new version: ") {
		t.Fatalf("arrived as %+v", a)
	}
	all, err := w.Sources(ctx, w.owner, w.course)
	if err != nil || len(all) != 1 || all[0].Version != 2 {
		t.Fatalf("there are %+v, %v", all, err)
	}
	if !strings.Contains(a.Says, "proofed again") || bank() >= before {
		t.Errorf("%q, with %d of %d cleared left", a.Says, bank(), before)
	}
	// Another text under the same name is another source.
	if a := w.brings("evening.txt", "Kilns\n\nA kiln is an oven that fires clay. A hod is a tray on a pole that carries bricks."); a.State != "read" || a.Says != "" {
		t.Errorf("arrived as %+v", a)
	}
	if all, err = w.Sources(ctx, w.owner, w.course); err != nil || len(all) != 2 {
		t.Errorf("there are %d sources, %v", len(all), err)
	}
}

func TestAPersonSaysHowMuchASourceCounts(t *testing.T) {
	w := newWorld(t)
	a := w.brings("evening.txt", notes)
	got, err := w.ChangeSource(ctx, w.owner, w.course, *a.SourceID, app.AboutSource{Title: " Night notes ", Standing: source.Rules, Dated: "2025-02-03"})
	if err != nil || got.Title != "Night notes" || got.Standing != source.Rules || got.Dated != "2025-02-03" {
		t.Errorf("changed to %+v, %v", got, err)
	}
	_, err = w.ChangeSource(ctx, w.owner, w.course, *a.SourceID, app.AboutSource{Title: " ", Standing: source.Rules})
	says(t, err, "has no title")
	if _, err := w.ChangeSource(ctx, w.owner, w.course, uuid.New(), app.AboutSource{Title: "x", Standing: source.Rules}); !errors.Is(err, app.ErrNotFound) {
		t.Errorf("a source that is not there: %v", err)
	}
}

func TestAddressesAreFetched(t *testing.T) {
	w := newWorld(t)
	id := uuid.New()
	bring := func(address string) app.Arrival {
		id = uuid.New()
		if _, err := w.BringAddress(ctx, w.owner, w.course, id, address); err != nil {
			t.Fatal(err)
		}
		if err := w.RunArrival(ctx, w.owner, w.course, id); err != nil {
			t.Fatal(err)
		}
		return w.arrival(id)
	}
	if a := bring("works.example/page"); a.State != "refused" || !strings.Contains(a.Says, "does not fetch") {
		t.Errorf("without a fetcher: %+v", a)
	}
	w.UseFetcher(func(ctx context.Context, address string) (app.Fetched, error) {
		if strings.HasSuffix(address, "gone") {
			return app.Fetched{}, source.Bad("There is no such page.")
		}
		return app.Fetched{Address: address + "/", Name: "page.html", Data: []byte("<html><title>Weirs</title><body><p>A weir is a notched plate.")}, nil
	})
	a := bring("works.example/page")
	if a.State != "read" || a.Name != "works.example/page" {
		t.Fatalf("fetched as %+v", a)
	}
	if r, err := w.Reading(ctx, w.owner, w.course, *a.SourceID, 0); err != nil || r.Address != "https://works.example/page/" || r.Title != "Weirs" {
		t.Errorf("reads %+v, %v", r.Source, err)
	}
	if a := bring("http://works.example/gone"); a.State != "refused" || a.Says != "There is no such page." {
		t.Errorf("what is not there arrives as %+v", a)
	}
	for address, want := range map[string]string{"": "no web address", "https://": "no web address", "mailto://x": "begins with", "https://a:b@works.example/": "a password"} {
		_, err := w.BringAddress(ctx, w.owner, w.course, uuid.New(), address)
		says(t, err, want)
	}
}

func TestPicturesAreKeptAndReplaced(t *testing.T) {
	w := newWorld(t)
	w.UseReader(func(ctx context.Context, f app.File, progress source.Progress) (source.Document, error) {
		data, err := io.ReadAll(f.Data)
		if err != nil {
			return source.Document{}, err
		}
		file := string(data)
		return source.Document{Title: "Plan", Kind: "docx", Language: "en", Files: map[string][]byte{file: []byte("bytes of " + file)}, Passages: []source.Passage{
			{ID: "p1", Kind: source.Paragraph, Text: "A weir is a notched plate.", Confidence: 91},
			{ID: file, Kind: source.Picture, Text: "a plan", File: file, Caption: "Figure 1", Labels: []source.Label{{Text: "inlet"}}},
		}}, nil
	})
	a := w.brings("plan.docx", "first")
	r, err := w.Reading(ctx, w.owner, w.course, *a.SourceID, 0)
	if err != nil || len(r.List) != 2 || r.List[0].Confidence != 91 || r.List[1].File != "first" || r.List[1].Caption != "Figure 1" || r.List[1].Labels[0].Text != "inlet" {
		t.Fatalf("reads %+v, %v", r.List, err)
	}
	if data, err := w.PictureOf(ctx, w.owner, w.course, *a.SourceID, "first"); err != nil || string(data) != "bytes of first" {
		t.Errorf("the picture is %q, %v", data, err)
	}
	w.brings("plan.docx", "second")
	if _, err := w.PictureOf(ctx, w.owner, w.course, *a.SourceID, "first"); !errors.Is(err, app.ErrNotFound) {
		t.Errorf("a picture of the version before is still there: %v", err)
	}
	if data, err := w.PictureOf(ctx, w.owner, w.course, *a.SourceID, "second"); err != nil || string(data) != "bytes of second" {
		t.Errorf("the new picture is %q, %v", data, err)
	}
	if _, err := w.PictureOf(ctx, w.person("stranger"), w.course, *a.SourceID, "second"); !errors.Is(err, app.ErrNotFound) {
		t.Errorf("a stranger sees it: %v", err)
	}
}

// Rules that say otherwise than the notes fault what was drawn from those; when
// the person says that they count for less, it is cleared again.
func TestAHigherStandingOverrulesWhatWasDrawn(t *testing.T) {
	w := newWorld(t)
	w.drafted(40)
	faulted := func() (n int) {
		all, err := w.Bench(ctx, w.owner, w.course)
		if err != nil {
			t.Fatal(err)
		}
		for _, q := range all {
			if q.Verdict == "faulted" {
				n++
			}
		}
		return n
	}
	before := faulted()
	a := w.brings("rules.txt", "Screening rules\n\nThe head loss over a bar screen must not exceed 100 mm.")
	if n := faulted(); n <= before {
		t.Fatalf("%d questions are faulted, %d were before", n, before)
	}
	if _, err := w.ChangeSource(ctx, w.owner, w.course, *a.SourceID, app.AboutSource{Title: "Screening rules", Standing: source.Talk}); err != nil {
		t.Fatal(err)
	}
	w.settled()
	if n := faulted(); n != before {
		t.Errorf("when the rules count least %d questions are faulted, %d were at first", n, before)
	}
}

// Sources that count as much hold what rests on either; once one counts more, what rested on the other
// is faulted, and what rested on none of them never was.
func TestDisputedThenOverruled(t *testing.T) {
	w := newWorld(t)
	w.drafted(40)
	count := func() map[string]int {
		out := map[string]int{}
		all, err := w.Bench(ctx, w.owner, w.course)
		if err != nil {
			t.Fatal(err)
		}
		for _, q := range all {
			out[string(q.Verdict)]++
		}
		return out
	}
	ours := w.sources()[0]
	before := count()
	a := w.brings("more.txt", "Screening, once more\n\nThe head loss over a bar screen must not exceed 100 mm.")
	if _, err := w.ChangeSource(ctx, w.owner, w.course, *a.SourceID, app.AboutSource{Title: "Once more", Standing: ours.Standing}); err != nil {
		t.Fatal(err)
	}
	w.settled()
	equal := count()
	if equal["held"] <= before["held"] {
		t.Fatalf("of equal standing: %v, before %v", equal, before)
	}
	if _, err := w.ChangeSource(ctx, w.owner, w.course, *a.SourceID, app.AboutSource{Title: "Once more", Standing: source.Rules}); err != nil {
		t.Fatal(err)
	}
	w.settled()
	if over := count(); over["faulted"] <= equal["faulted"] || over["held"] >= equal["held"] {
		t.Errorf("of higher standing: %v, of equal %v", over, equal)
	}
}

func TestWordsAreFoundInAllSources(t *testing.T) {
	w := newWorld(t)
	w.brings("evening.txt", notes)
	w.brings("deutsch.txt", "Filter\n\nDer Filter ist ein Bett aus Sand, das die Teilchen aus dem Wasser nimmt. Die Betten werden gewaschen, und das Wasser wird nicht getrunken.")
	find := func(words string) []app.Hit {
		hits, err := w.Search(ctx, w.owner, w.course, words)
		if err != nil {
			t.Fatal(err)
		}
		return hits
	}
	hits := find("sliding gates")
	if len(hits) == 0 || hits[0].Title != "Evening notes" {
		t.Fatalf("found %+v", hits)
	}
	sought := ""
	for _, e := range hits[0].Excerpt {
		if e.Sought {
			sought += e.Text + " "
		}
	}
	if sought != "sliding gate " {
		t.Errorf("set off is %q", sought)
	}
	if hits := find("bett"); len(hits) == 0 || hits[0].Title != "Filter" || !strings.Contains(fmt.Sprint(hits[0].Excerpt), "{Betten true}") {
		t.Errorf("word forms of another language: %+v", hits)
	}
	for _, nothing := range []string{"kiln", "'); drop table sources; --", "\"", "-", "&|!"} {
		if hits := find(nothing); len(hits) != 0 {
			t.Errorf("%q finds %+v", nothing, hits)
		}
	}
	if _, err := w.Search(ctx, w.person("stranger"), w.course, "gate"); !errors.Is(err, app.ErrNotFound) {
		t.Errorf("a stranger searches: %v", err)
	}
}

// What is found in a long text is told while the rest is still being read.
func TestFactsAreToldWhileReading(t *testing.T) {
	w := newWorld(t)
	var long strings.Builder
	for i := range 8 {
		fmt.Fprintf(&long, "# Part %d\n\n", i)
		for k := range 320 {
			fmt.Fprintf(&long, "A weir of kind %d in part %d is a plate over which the water of a basin flows.\n\n", k, i)
		}
	}
	id := uuid.New()
	if _, err := w.Bring(ctx, w.owner, w.course, id, app.FileOf("long.md", []byte(long.String()))); err != nil {
		t.Fatal(err)
	}
	ended := make(chan error, 1)
	go func() { ended <- w.RunArrival(ctx, w.owner, w.course, id) }()
	told := ""
	for told == "" {
		select {
		case err := <-ended:
			t.Fatalf("it ended, %v, and told nothing", err)
		case <-time.After(5 * time.Millisecond):
			if a := w.arrival(id); strings.Contains(a.Says, " found in ") {
				told = a.Says
			}
		}
	}
	if !strings.Contains(told, "lately: “A weir of kind") {
		t.Errorf("it tells %q", told)
	}
	if err := <-ended; err != nil {
		t.Fatal(err)
	}
}
