package app_test

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"math"
	"strings"
	"sync"
	"sync/atomic"
	"testing"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"
	"github.com/jackc/pgx/v5/pgxpool"

	"zincowl/app"
	"zincowl/core/kind"
	"zincowl/core/proof"
	"zincowl/core/question"
	"zincowl/core/syllabus"
	"zincowl/pglocal/pgtest"
	"zincowl/store"
)

func TestMain(m *testing.M) { pgtest.Main(m) }

var ctx = context.Background()

const notes = `Evening notes

Screening

A bar screen is a row of parallel bars that catches floating rubbish. A fine screen is a sheet of mesh that catches leaves and fish. A rake is a toothed arm that lifts rubbish off the bars of a screen. A trash rack is a heavy grid that keeps logs out of an intake. A penstock is a sliding gate that shuts the flow into a channel. The head loss over a bar screen must not exceed 150 mm.

Approach velocity = flow / area, where the approach velocity is in m/s, the flow is in m³/s and the area is in m².

Softening

A zeolite is a mineral that swaps sodium for calcium. A brine tank is a vessel that holds strong salt water for regeneration. A resin bed is a column of beads that takes calcium out of water. A softener is a machine that removes hardness from water. A bypass is a pipe that leads water around a softener.

Salt used = salt dose × volume of resin, where the salt used is in kg, the salt dose is in g/L and the volume of resin is in m³.
`

// queued counts how often the worker was woken.
type queued struct{ woken atomic.Int32 }

func (q *queued) Wake(context.Context, pgx.Tx, uuid.UUID) error {
	q.woken.Add(1)
	return nil
}

// world is an application with one owner, at a time that the test moves.
type world struct {
	*app.App
	t      testing.TB
	pool   *pgxpool.Pool
	queue  *queued
	now    time.Time
	owner  uuid.UUID
	course uuid.UUID
}

func newWorld(t testing.TB) *world {
	t.Helper()
	w := &world{t: t, pool: pgtest.Pool(t), queue: &queued{}, now: time.Date(2026, 5, 4, 9, 0, 0, 0, time.UTC)}
	w.App = app.New(w.pool, w.queue, func() time.Time { return w.now })
	w.owner = w.person("owner")
	c, err := w.AddCourse(ctx, w.owner, app.NewCourse{
		CourseText: app.CourseText{Title: "Intake attendant", ExamDate: "2026-06-01", PassMark: 60},
		Topics:     []app.SyllabusTopic{{Title: "Screening", Given: &syllabus.Weight{Value: 3, Unit: syllabus.Marks}}, {Title: "Softening", Given: &syllabus.Weight{Value: 2, Unit: syllabus.Marks}}},
	})
	if err != nil {
		t.Fatal(err)
	}
	w.course = c.ID
	return w
}

// settled draws the consequences of what was changed, as the worker does.
func (w *world) settled() {
	w.t.Helper()
	if err := w.RunSettle(ctx, w.course); err != nil {
		w.t.Fatal(err)
	}
}

func (w *world) person(name string) uuid.UUID {
	w.t.Helper()
	a, codes, err := w.SignUp(ctx, name, "a long sentence")
	if err != nil || len(codes) != 8 {
		w.t.Fatalf("signing up: %d codes, %v", len(codes), err)
	}
	return a.ID
}

// drafted brings the notes and drafts n questions from them.
func (w *world) drafted(n int) app.Batch {
	w.t.Helper()
	if _, err := w.AddSource(ctx, w.owner, w.course, "evening.txt", []byte(notes)); err != nil {
		w.t.Fatal(err)
	}
	return w.batch(n, 5)
}

func (w *world) batch(n int, seed uint64) app.Batch {
	w.t.Helper()
	id := uuid.New()
	if _, err := w.StartBatch(ctx, w.owner, w.course, id, app.Brief{Count: n, Seed: seed}); err != nil {
		w.t.Fatal(err)
	}
	if err := w.RunBatch(ctx, w.owner, w.course, id); err != nil {
		w.t.Fatal(err)
	}
	b, err := w.Batch(ctx, w.owner, w.course, id)
	if err != nil {
		w.t.Fatal(err)
	}
	return b
}

func (w *world) bench() []app.BenchItem {
	w.t.Helper()
	list, err := w.Bench(ctx, w.owner, w.course)
	if err != nil {
		w.t.Fatal(err)
	}
	return list
}

func (w *world) counts() app.Counts {
	w.t.Helper()
	c, err := w.Course(ctx, w.owner, w.course)
	if err != nil {
		w.t.Fatal(err)
	}
	return c.Counts
}

// says asks for an Invalid whose sentence holds a text.
func says(t *testing.T, err error, text string) {
	t.Helper()
	var bad *app.Invalid
	if !errors.As(err, &bad) || !strings.Contains(bad.Says, text) {
		t.Errorf("got %v, want a sentence with %q", err, text)
	}
}

func TestAccounts(t *testing.T) {
	w := newWorld(t)
	for _, c := range []struct{ name, password, says string }{
		{"x", "a long sentence", "2 to 60 characters"},
		{"  OWNER ", "a long sentence", "is taken"},
		{"somebody", "short", "at least 10 characters"},
		{"somebody", strings.Repeat("x", 201), "at most 200"},
	} {
		_, _, err := w.SignUp(ctx, c.name, c.password)
		says(t, err, c.says)
	}
	if _, err := w.SignIn(ctx, "Owner", "a long sentence", ""); err != nil {
		t.Error(err)
	}
	for _, name := range []string{"owner", "nobody"} {
		if _, err := w.SignIn(ctx, name, "the wrong sentence", ""); !errors.Is(err, app.ErrSignIn) {
			t.Errorf("%s: %v", name, err)
		}
	}
	_, codes, err := w.SignUp(ctx, "forgetful", "a long sentence")
	if err != nil {
		t.Fatal(err)
	}
	if _, err := w.Recover(ctx, "forgetful", strings.ToUpper(strings.ReplaceAll(codes[3], "-", " ")), "quite another one"); err != nil {
		t.Error(err)
	}
	_, err = w.Recover(ctx, "forgetful", codes[3], "and a third one")
	says(t, err, "used before")
	_, err = w.Recover(ctx, "owner", codes[4], "somebody else's code")
	says(t, err, "do not belong together")
	if _, err := w.SignIn(ctx, "forgetful", "quite another one", ""); err != nil {
		t.Error(err)
	}
	fresh, err := w.Reset(ctx, "forgetful")
	if err != nil {
		t.Fatal(err)
	}
	if _, err := w.SignIn(ctx, "forgetful", fresh, ""); err != nil {
		t.Error("the operator's password does not work:", err)
	}
	if err := w.ChangeSettings(ctx, w.owner, app.Settings{Theme: "dark"}); err != nil {
		t.Fatal(err)
	}
	if me, err := w.Me(ctx, w.owner); err != nil || me.Settings != (app.Settings{Theme: "dark"}) {
		t.Errorf("%+v, %v", me, err)
	}
}

func TestCourses(t *testing.T) {
	w := newWorld(t)
	c, err := w.Course(ctx, w.owner, w.course)
	if err != nil || *c.DaysToExam != 28 || c.Role != store.Owner || len(c.Topics) != 2 {
		t.Errorf("%+v, %v", c, err)
	}
	for _, bad := range []struct {
		change func(*app.CourseText)
		says   string
	}{
		{func(c *app.CourseText) { c.Title = " " }, "no title"},
		{func(c *app.CourseText) { c.ExamDate = "soon" }, "is no date"},
	} {
		text := c.CourseText
		bad.change(&text)
		_, err := w.ChangeCourse(ctx, w.owner, w.course, text, c.Version)
		says(t, err, bad.says)
	}
	text := c.CourseText
	text.Title = "Intake attendant, second class"
	changed, err := w.ChangeCourse(ctx, w.owner, w.course, text, c.Version)
	if err != nil || changed.Version != c.Version+1 || changed.Topics[0].ID != c.Topics[0].ID {
		t.Errorf("%+v, %v", changed, err)
	}
	if _, err := w.ChangeCourse(ctx, w.owner, w.course, text, c.Version); !errors.Is(err, app.ErrStale) {
		t.Errorf("an old version was written over: %v", err)
	}
}

// Nobody takes a name that looks like another's.
func TestNamesThatLookAlike(t *testing.T) {
	w := newWorld(t)
	w.person("Anna Berg")
	for name, says_ := range map[string]string{
		"anna  berg": "is taken", "ANNA BERG": "is taken", "Anna\u00a0Berg": "is taken", "Ａｎｎａ Ｂｅｒｇ": "is taken",
		"Anna\u200bBerg": "can't be seen", "Anna Berg\u202e": "can't be seen", "\u2066Anna Berg\u2069": "can't be seen", "Anna\u00adBerg": "can't be seen",
		"Anna\u0000Berg": "can't be seen", "Anna\u3164Berg": "can't be seen", "Anna\ufe0fBerg": "can't be seen", "\u2800\u2800": "can't be seen", "\u00a0\u00a0": "2 to 60",
	} {
		_, _, err := w.SignUp(ctx, name, "a long sentence")
		if bad := new(app.Invalid); !errors.As(err, &bad) || !strings.Contains(bad.Says, says_) {
			t.Errorf("%q: %v", name, err)
		}
	}
	for _, name := range []string{"Ánna Bérg", "王小明", "O'Neill-Smith", "أحمد", "Łukasz 2"} {
		if _, _, err := w.SignUp(ctx, name, "a long sentence"); err != nil {
			t.Errorf("%q: %v", name, err)
		}
	}
	if _, err := w.SignIn(ctx, " ánna   bérg ", "a long sentence", ""); err != nil {
		t.Error(err)
	}
}

func TestRoles(t *testing.T) {
	w := newWorld(t)
	w.drafted(6)
	stranger, candidate, tutor := w.person("stranger"), w.person("candidate"), w.person("tutor")
	s, err := store.Enter(ctx, w.pool, w.owner, w.course)
	if err != nil {
		t.Fatal(err)
	}
	for who, role := range map[uuid.UUID]store.Role{candidate: store.Candidate, tutor: store.Tutor} {
		if err := store.AddMember(ctx, w.pool, s, who, role); err != nil {
			t.Fatal(err)
		}
	}
	c, err := w.Course(ctx, w.owner, w.course)
	if err != nil {
		t.Fatal(err)
	}
	for name, do := range map[string]struct {
		as   func(who uuid.UUID) error
		want map[uuid.UUID]error
	}{
		"read":  {func(who uuid.UUID) error { _, err := w.Sources(ctx, who, w.course); return err }, map[uuid.UUID]error{stranger: app.ErrNotFound}},
		"bench": {func(who uuid.UUID) error { _, err := w.Bench(ctx, who, w.course); return err }, map[uuid.UUID]error{stranger: app.ErrNotFound, candidate: app.ErrForbidden}},
		"drill": {func(who uuid.UUID) error {
			_, err := w.StartDrill(ctx, who, w.course, uuid.New(), app.Ask{Count: 2})
			return err
		},
			map[uuid.UUID]error{stranger: app.ErrNotFound}},
		"change": {func(who uuid.UUID) error {
			_, err := w.ChangeCourse(ctx, who, w.course, c.CourseText, c.Version)
			return err
		},
			map[uuid.UUID]error{stranger: app.ErrNotFound, candidate: app.ErrForbidden, tutor: app.ErrForbidden}},
	} {
		for _, who := range []uuid.UUID{stranger, candidate, tutor} {
			if err := do.as(who); !errors.Is(err, do.want[who]) {
				t.Errorf("%s: got %v, want %v", name, err, do.want[who])
			}
		}
	}
	if list, err := w.Courses(ctx, stranger); err != nil || len(list) != 0 {
		t.Errorf("a stranger sees %v, %v", list, err)
	}
}

func TestSourcesAreReadWholeOrNotAtAll(t *testing.T) {
	w := newWorld(t)
	_, err := w.AddSource(ctx, w.owner, w.course, "bad.txt", []byte("a\x00b"))
	says(t, err, "zero byte")
	w.drafted(8)
	_, err = w.AddSource(ctx, w.owner, w.course, "again.txt", []byte(notes))
	says(t, err, "among your sources already, as “Evening notes”")
	list, err := w.Sources(ctx, w.owner, w.course)
	if err != nil || len(list) != 1 || list[0].Title != "Evening notes" || list[0].Drawn == 0 {
		t.Fatalf("%+v, %v", list, err)
	}
	r, err := w.Reading(ctx, w.owner, w.course, list[0].ID, 0)
	if err != nil {
		t.Fatal(err)
	}
	verdicts, facts := 0, map[string]int{}
	for _, p := range r.List {
		verdicts += len(p.Verdicts)
		for _, f := range p.Facts {
			facts[string(f.Type)]++
		}
		if p.Kind != "heading" && p.TopicID == nil {
			t.Errorf("%q belongs to no topic", p.Text)
		}
	}
	if verdicts != 8 || facts["definition"] != 10 || facts["formula"] != 2 || facts["limit"] != 1 {
		t.Errorf("%d questions drawn, facts %v", verdicts, facts)
	}
	if w.counts().Ready != 8 {
		t.Errorf("%+v", w.counts())
	}
	if err := w.RemoveSource(ctx, w.owner, w.course, list[0].ID); err != nil {
		t.Fatal(err)
	}
	w.settled()
	if c := w.counts(); c.Sources != 0 || c.Ready != 0 || c.Waiting != 8 {
		t.Errorf("without their evidence: %+v", c)
	}
}

func TestBatches(t *testing.T) {
	w := newWorld(t)
	id := uuid.New()
	_, err := w.StartBatch(ctx, w.owner, w.course, id, app.Brief{Count: 5})
	says(t, err, "nothing to draw from")
	b := w.drafted(8)
	if b.State != "done" || b.Drafted != 8 || b.Cleared != 8 {
		t.Errorf("%+v", b)
	}
	_, err = w.StartBatch(ctx, w.owner, w.course, id, app.Brief{Count: 5, Levels: map[question.Level]int{question.Easy: 6}})
	says(t, err, "add up to 6")

	// Asked for twice, it is one.
	woken := w.queue.woken.Load()
	for range 2 {
		if _, err := w.StartBatch(ctx, w.owner, w.course, id, app.Brief{Count: 5, Seed: 5}); err != nil {
			t.Fatal(err)
		}
	}
	if n := w.queue.woken.Load() - woken; n > 1 {
		t.Errorf("the worker was woken %d times for one batch", n)
	}
	// Run twice, it drafts once; what the course has is not drafted again.
	for range 2 {
		if err := w.RunBatch(ctx, w.owner, w.course, id); err != nil {
			t.Fatal(err)
		}
	}
	if again, err := w.Batch(ctx, w.owner, w.course, id); err != nil || again.Drafted != 5 {
		t.Errorf("%+v, %v", again, err)
	}
	stems := map[string]bool{}
	for _, q := range w.bench() {
		full, err := w.Question(ctx, w.owner, w.course, q.ID)
		if err != nil || stems[full.Stem] {
			t.Errorf("%q, %v", full.Stem, err)
		}
		stems[full.Stem] = true
	}

	// Stopped before it ran, it drafts nothing.
	stopped := uuid.New()
	if _, err := w.StartBatch(ctx, w.owner, w.course, stopped, app.Brief{Count: 5}); err != nil {
		t.Fatal(err)
	}
	if _, err := w.CancelBatch(ctx, w.owner, w.course, stopped); err != nil {
		t.Fatal(err)
	}
	if err := w.RunBatch(ctx, w.owner, w.course, stopped); err != nil {
		t.Error(err)
	}
	if b, err := w.Batch(ctx, w.owner, w.course, stopped); err != nil || b.State != "cancelled" || b.Drafted != 0 {
		t.Errorf("%+v, %v", b, err)
	}
	failed := uuid.New()
	if _, err := w.StartBatch(ctx, w.owner, w.course, failed, app.Brief{Count: 5}); err != nil {
		t.Fatal(err)
	}
	if err := w.FailBatch(ctx, failed); err != nil {
		t.Fatal(err)
	}
	if b, err := w.Batch(ctx, w.owner, w.course, failed); err != nil || b.State != "failed" || b.Failure == "" {
		t.Errorf("%+v, %v", b, err)
	}
}

func TestBatchGoesOnWhereItStopped(t *testing.T) {
	w := newWorld(t)
	if _, err := w.AddSource(ctx, w.owner, w.course, "evening.txt", []byte(notes)); err != nil {
		t.Fatal(err)
	}
	id := uuid.New()
	if _, err := w.StartBatch(ctx, w.owner, w.course, id, app.Brief{Count: 20, Seed: 3}); err != nil {
		t.Fatal(err)
	}
	half, cancel := context.WithCancel(ctx)
	go func() {
		for {
			if b, err := w.Batch(ctx, w.owner, w.course, id); err != nil || b.Drafted >= 4 {
				cancel()
				return
			}
		}
	}()
	_ = w.RunBatch(half, w.owner, w.course, id)
	if err := w.RunBatch(ctx, w.owner, w.course, id); err != nil {
		t.Fatal(err)
	}
	if b, err := w.Batch(ctx, w.owner, w.course, id); err != nil || b.State != "done" || b.Drafted+len(b.Declined) != 20 {
		t.Errorf("%+v, %v", b, err)
	}
}

func TestBenchCoversTheKey(t *testing.T) {
	w := newWorld(t)
	w.drafted(10)
	for _, q := range w.bench() {
		covered, err := w.Question(ctx, w.owner, w.course, q.ID)
		if err != nil {
			t.Fatal(err)
		}
		data, _ := json.Marshal(covered)
		for _, word := range []string{`"key"`, `"why"`, `"slip"`, `"findings"`, `"worked"`, `"revealed"`} {
			if strings.Contains(string(data), word) {
				t.Errorf("%s is not covered: %s", word, data)
			}
		}
	}
	q := w.bench()[0]
	open, err := w.Uncover(ctx, w.owner, w.course, q.ID)
	if err != nil || open.Revealed == nil || len(open.Revealed.Findings) == 0 || !open.Uncovered {
		t.Fatalf("%+v, %v", open, err)
	}
	if w.counts().Ready != 9 {
		t.Errorf("an uncovered question does not rest: %+v", w.counts())
	}
	first := *open.RestsUntil
	w.now = w.now.Add(24 * time.Hour)
	if open, err = w.Uncover(ctx, w.owner, w.course, q.ID); err != nil || !open.RestsUntil.Equal(first) {
		t.Errorf("looking again makes it rest until %v, not %v; %v", open.RestsUntil, first, err)
	}
	w.now = w.now.Add(6*24*time.Hour + time.Minute)
	if w.counts().Ready != 10 {
		t.Errorf("after seven days it still rests: %+v", w.counts())
	}
	if again, err := w.Question(ctx, w.owner, w.course, q.ID); err != nil || again.Revealed != nil {
		t.Errorf("after seven days it is still uncovered: %v", err)
	}
}

// edit is the question as it stands, for a test to change.
func (w *world) edit(id uuid.UUID) (app.Edit, app.Benched) {
	w.t.Helper()
	open, err := w.Uncover(ctx, w.owner, w.course, id)
	if err != nil {
		w.t.Fatal(err)
	}
	q := open.Revealed.Question
	return app.Edit{Stem: q.Stem, Level: open.Level, TopicID: open.TopicID, Options: open.Options, Key: q.Key}, open
}

func (w *world) ofKind(kind question.Kind, word string) app.BenchItem {
	w.t.Helper()
	for _, q := range w.bench() {
		full, err := w.Question(ctx, w.owner, w.course, q.ID)
		if err != nil {
			w.t.Fatal(err)
		}
		if q.Kind == kind && strings.Contains(full.Stem, word) {
			return q
		}
	}
	w.t.Fatalf("there is no %s with %q on the bench", kind, word)
	return app.BenchItem{}
}

func TestEditsAreProofedAgain(t *testing.T) {
	w := newWorld(t)
	w.drafted(24)
	item := w.ofKind(question.Choice, "What is a")
	e, open := w.edit(item.ID)
	right := e.Key.Options[0]
	for _, o := range e.Options {
		if o.ID != right {
			e.Key = question.Key{Options: []string{o.ID}}
		}
	}
	wrong, err := w.EditQuestion(ctx, w.owner, w.course, item.ID, e, open.Version)
	if err != nil || wrong.Verdict != proof.Faulted || !wrong.Correction || wrong.State != "bench" || wrong.Version != 2 {
		t.Fatalf("%+v, %v", wrong, err)
	}
	_, err = w.Judge(ctx, w.owner, w.course, item.ID, "bank", 2)
	says(t, err, "shown to be wrong")
	if _, err := w.EditQuestion(ctx, w.owner, w.course, item.ID, e, 1); !errors.Is(err, app.ErrStale) {
		t.Errorf("an old version was edited: %v", err)
	}
	if _, err := w.AcceptCorrection(ctx, w.owner, w.course, item.ID, 1, open.Proof); err == nil {
		t.Error("a correction of an old version was accepted")
	}
	mended, err := w.AcceptCorrection(ctx, w.owner, w.course, item.ID, 2, wrong.Proof)
	if err != nil || mended.Verdict != proof.Cleared || mended.State != "bank" || mended.Revealed.Question.Key.Options[0] != right {
		t.Errorf("%+v, %v", mended, err)
	}
	_, err = w.AcceptCorrection(ctx, w.owner, w.course, item.ID, 3, mended.Proof)
	says(t, err, "knows no correction")

	e.Stem = ""
	_, err = w.EditQuestion(ctx, w.owner, w.course, item.ID, e, 3)
	says(t, err, "stem is empty")
	if _, err := w.EditQuestion(ctx, w.owner, w.course, uuid.New(), e, 1); !errors.Is(err, app.ErrNotFound) {
		t.Error(err)
	}
}

func TestAnEditKeepsWhatStillHolds(t *testing.T) {
	w := newWorld(t)
	w.drafted(24)
	item := w.ofKind(question.Choice, "What is a")
	e, open := w.edit(item.ID)
	key := e.Key.Options[0]
	changed := ""
	for i, o := range e.Options {
		if o.ID != key && changed == "" {
			e.Options[i].Text, changed = "a thing of quite another sort", o.ID
		}
	}
	now, err := w.EditQuestion(ctx, w.owner, w.course, item.ID, e, open.Version)
	if err != nil {
		t.Fatal(err)
	}
	for _, o := range now.Revealed.Question.Options {
		if (o.ID == changed) != (o.Why == "") {
			t.Errorf("option %s is so because %q", o.ID, o.Why)
		}
	}
}

func TestKeptQuestionsNeverMoveTheEstimate(t *testing.T) {
	w := newWorld(t)
	w.drafted(20)
	item := w.ofKind(question.Choice, "What is a")
	e, open := w.edit(item.ID)
	e.Stem = strings.Replace(e.Stem, "What is a", "What might a visitor to the works admire most in a", 1)
	odd, err := w.EditQuestion(ctx, w.owner, w.course, item.ID, e, open.Version)
	if err != nil || odd.Verdict != proof.Unproven {
		t.Fatalf("%s, %v", odd.Verdict, err)
	}
	kept, err := w.Judge(ctx, w.owner, w.course, item.ID, "bank", odd.Version)
	if err != nil || !kept.Kept {
		t.Fatalf("%+v, %v", kept, err)
	}
	w.now = w.now.Add(8 * 24 * time.Hour)
	in := func(ask app.Ask) bool {
		run, err := w.StartDrill(ctx, w.owner, w.course, uuid.New(), ask)
		if err != nil {
			t.Fatal(err)
		}
		for _, p := range run.Places {
			shown, err := w.DrillItem(ctx, w.owner, w.course, run.ID, p.Position)
			if err != nil {
				t.Fatal(err)
			}
			if shown.Stem == e.Stem {
				if shown.Verdict != proof.Unproven {
					t.Errorf("its mark is %s", shown.Verdict)
				}
				_, err := w.Answer(ctx, w.owner, w.course, run.ID, p.Position, app.Answer{ID: uuid.New(), Confidence: "no idea"})
				if err != nil {
					t.Fatal(err)
				}
				return true
			}
		}
		return false
	}
	if in(app.Ask{Count: 50}) {
		t.Error("a kept question entered a drill that did not ask for such")
	}
	if !in(app.Ask{Count: 50, Kept: true}) {
		t.Error("a kept question did not enter the drill that asked for such")
	}
	gaps, err := w.Gaps(ctx, w.owner, w.course)
	if err != nil {
		t.Fatal(err)
	}
	for _, g := range gaps {
		if g.Answered != 0 {
			t.Errorf("%s moved by a kept question: %+v", g.Title, g)
		}
	}
}

func TestDrill(t *testing.T) {
	w := newWorld(t)
	_, err := w.StartDrill(ctx, w.owner, w.course, uuid.New(), app.Ask{Count: 5})
	says(t, err, "No question is ready")
	w.drafted(24)
	id := uuid.New()
	run, err := w.StartDrill(ctx, w.owner, w.course, id, app.Ask{Count: 6})
	if err != nil || run.Total != 6 || run.Next != 1 || run.Label != "Every topic, 6 questions" {
		t.Fatalf("%+v, %v", run, err)
	}
	if again, err := w.StartDrill(ctx, w.owner, w.course, id, app.Ask{Count: 9}); err != nil || again.Total != 6 {
		t.Errorf("asked for twice it is %+v, %v", again, err)
	}
	if _, err := w.StartDrill(ctx, w.owner, w.course, uuid.New(), app.Ask{Count: 3, Topics: []uuid.UUID{uuid.New()}}); !errors.Is(err, app.ErrNotFound) {
		t.Errorf("a topic of nobody: %v", err)
	}
	stranger := w.person("stranger")
	s, err := store.Enter(ctx, w.pool, w.owner, w.course)
	if err != nil {
		t.Fatal(err)
	}
	if err := store.AddMember(ctx, w.pool, s, stranger, store.Candidate); err != nil {
		t.Fatal(err)
	}
	if _, err := w.Drill(ctx, stranger, w.course, id); !errors.Is(err, app.ErrNotFound) {
		t.Errorf("another member reads the drill: %v", err)
	}

	before, err := w.DrillItem(ctx, w.owner, w.course, id, 1)
	if err != nil || before.Feedback != nil {
		t.Fatalf("%+v, %v", before, err)
	}
	_, err = w.Answer(ctx, w.owner, w.course, id, 1, app.Answer{ID: uuid.New(), Confidence: "sure"})
	says(t, err, "Nothing is chosen or typed")
	answer := app.Answer{ID: uuid.New(), Confidence: "no idea", Seconds: 4}
	after, err := w.Answer(ctx, w.owner, w.course, id, 1, answer)
	if err != nil || after.Feedback == nil || after.Feedback.Percent != 0 || after.Feedback.RightText == "" || len(after.Feedback.Evidence) == 0 {
		t.Fatalf("%+v, %v", after, err)
	}
	// Sent again, with the same id or another answer, nothing changes.
	right := app.Answer{ID: uuid.New(), Confidence: "sure", Given: app.Given{Options: after.Feedback.Key.Options, Text: after.Feedback.RightText, Blanks: []string{after.Feedback.RightText}}}
	for _, in := range []app.Answer{answer, right} {
		if again, err := w.Answer(ctx, w.owner, w.course, id, 1, in); err != nil || again.Feedback.Percent != 0 {
			t.Errorf("%+v, %v", again.Feedback, err)
		}
	}
	for p := 2; p <= 6; p++ {
		if _, err := w.Answer(ctx, w.owner, w.course, id, p, app.Answer{ID: uuid.New(), Confidence: "no idea"}); err != nil {
			t.Fatal(err)
		}
	}
	run, err = w.Drill(ctx, w.owner, w.course, id)
	if err != nil || run.Answered != 6 || run.Next != 0 || run.FinishedAt == nil {
		t.Errorf("%+v, %v", run, err)
	}
	if _, err := w.DrillItem(ctx, w.owner, w.course, id, 7); !errors.Is(err, app.ErrNotFound) {
		t.Error(err)
	}
	if list, err := w.Drills(ctx, w.owner, w.course); err != nil || len(list) != 1 {
		t.Errorf("%+v, %v", list, err)
	}
}

// solve answers a place from the bank's own key, or with a wrong option.
func (w *world) solve(drill uuid.UUID, position int, right bool) app.DrillItem {
	w.t.Helper()
	s, err := store.Enter(ctx, w.pool, w.owner, w.course)
	if err != nil {
		w.t.Fatal(err)
	}
	item, err := store.ItemAt(ctx, w.pool, s, drill, position)
	if err != nil {
		w.t.Fatal(err)
	}
	var q question.Question
	if err := json.Unmarshal(item.Body, &q); err != nil {
		w.t.Fatal(err)
	}
	known := kind.Right(q)
	in := app.Answer{ID: uuid.New(), Confidence: "hunch", Given: app.Given{Options: known.Options, Text: known.Text, Blanks: known.Blanks, Pairs: known.Pairs, Cells: known.Cells}}
	if !right {
		in.Given = app.Given{Text: "1", Blanks: []string{"nothing of the sort"}}
		if len(known.Pairs) > 1 { // each with what belongs to the next
			in.Given = app.Given{}
			for i, p := range known.Pairs {
				in.Given.Pairs = append(in.Given.Pairs, []string{p[0], known.Pairs[(i+1)%len(known.Pairs)][1]})
			}
		}
		if len(known.Cells) > 0 {
			in.Given = app.Given{Cells: map[string]string{}}
			for at := range known.Cells {
				in.Given.Cells[at] = "nothing of the sort"
			}
		}
		for _, o := range q.Options {
			if len(known.Options) > 0 && o.ID != known.Options[0] && len(known.Pairs) == 0 {
				in.Given = app.Given{Options: []string{o.ID}}
			}
		}
	}
	out, err := w.Answer(ctx, w.owner, w.course, drill, position, in)
	if err != nil {
		w.t.Fatal(err)
	}
	if right != (out.Feedback.Percent == 100) {
		w.t.Errorf("%q answered %+v is %d%%", q.Stem, in.Given, out.Feedback.Percent)
	}
	return out
}

func TestGapsFollowTheAnswers(t *testing.T) {
	w := newWorld(t)
	w.drafted(30)
	c, err := w.Course(ctx, w.owner, w.course)
	if err != nil {
		t.Fatal(err)
	}
	for i, right := range []bool{true, false} { // screening known, softening not
		run, err := w.StartDrill(ctx, w.owner, w.course, uuid.New(), app.Ask{Count: 8, Topics: []uuid.UUID{c.Topics[i].ID}})
		if err != nil {
			t.Fatal(err)
		}
		for p := 1; p <= run.Total; p++ {
			out := w.solve(run.ID, p, right)
			if q := out.Kind; !right && q == question.Choice && (out.Feedback.Slip == nil || out.Feedback.Slip.Why == "" || out.Feedback.Slip.Made < 1) {
				t.Errorf("%q: the slip is %+v", out.Stem, out.Feedback.Slip)
			}
		}
	}
	gaps, err := w.Gaps(ctx, w.owner, w.course)
	if err != nil || gaps[0].Title != "Softening" {
		t.Fatalf("%+v, %v", gaps, err)
	}
	for _, g := range gaps {
		if want := map[string]float64{"Screening": 60, "Softening": 40}[g.Title]; g.Weight != want || math.Abs(g.AtStake-g.Weight*(1-g.Estimate.Share)) > 1e-9 {
			t.Errorf("%+v", g)
		}
	}
	if w.counts().Gaps != 1 {
		t.Errorf("%+v", w.counts())
	}
	// What was missed comes first again; what costs most gets the most places.
	run, err := w.StartDrill(ctx, w.owner, w.course, uuid.New(), app.Ask{Count: 8})
	if err != nil {
		t.Fatal(err)
	}
	soft := 0
	for p := 1; p <= run.Total; p++ {
		item, err := w.DrillItem(ctx, w.owner, w.course, run.ID, p)
		if err != nil {
			t.Fatal(err)
		}
		if item.Topic == "Softening" {
			soft++
		}
	}
	if soft < 6 {
		t.Errorf("%d of %d places are for what costs most", soft, run.Total)
	}
}

func TestAFirstAnswerAfterTheKeyWeighsHalf(t *testing.T) {
	w := newWorld(t)
	w.drafted(10)
	for _, q := range w.bench() {
		if _, err := w.Uncover(ctx, w.owner, w.course, q.ID); err != nil {
			t.Fatal(err)
		}
	}
	w.now = w.now.Add(8 * 24 * time.Hour)
	run, err := w.StartDrill(ctx, w.owner, w.course, uuid.New(), app.Ask{Count: 10})
	if err != nil {
		t.Fatal(err)
	}
	for p := 1; p <= run.Total; p++ {
		w.solve(run.ID, p, true)
	}
	var weight float64
	if err := w.pool.QueryRow(ctx, "select avg(weight)::float8 from attempts").Scan(&weight); err != nil || weight != 0.5 {
		t.Errorf("the first answers weigh %v, %v", weight, err)
	}
}

// Many at once: no answer is lost or counted twice, and nobody waits for
// somebody who waits for them.
func TestAnswersAtOnce(t *testing.T) {
	w := newWorld(t)
	w.drafted(30)
	run, err := w.StartDrill(ctx, w.owner, w.course, uuid.New(), app.Ask{Count: 20})
	if err != nil {
		t.Fatal(err)
	}
	var group sync.WaitGroup
	failed := make(chan error, 200)
	for p := 1; p <= run.Total; p++ {
		for range 4 {
			group.Go(func() {
				if _, err := w.Answer(ctx, w.owner, w.course, run.ID, p, app.Answer{ID: uuid.New(), Confidence: "no idea"}); err != nil {
					failed <- fmt.Errorf("place %d: %w", p, err)
				}
				if _, err := w.StartDrill(ctx, w.owner, w.course, uuid.New(), app.Ask{Count: 3}); err != nil {
					failed <- err
				}
			})
		}
	}
	group.Wait()
	close(failed)
	for err := range failed {
		t.Error(err)
	}
	var n int
	if err := w.pool.QueryRow(ctx, "select count(*) from attempts").Scan(&n); err != nil || n != run.Total {
		t.Errorf("%d responses for %d places, %v", n, run.Total, err)
	}
}
