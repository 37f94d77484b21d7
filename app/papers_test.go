package app_test

import (
	"errors"
	"os"
	"strings"
	"testing"

	"github.com/google/uuid"

	"zincowl/app"
	"zincowl/core/proof"
	"zincowl/core/question"
	"zincowl/core/split"
)

const pastPaper = `Intake attendant, spring 2024

1. A trash rack is a heavy grid that
a) keeps logs out of an intake
b) softens water
c) holds salt water
Answer: a

2. A softener adds hardness to water. (T/F)
Answer: False

Use the table for question 3.
Pump    Flow (m³/h)
P1      40
P2      55

3. Which pump lifts more?

4. A flow of 6 m³/s passes an area of 4 m². What is the approach velocity in m/s?
Answer: 15 m/s`

func TestAPastPaperIsCorrectedThenBrought(t *testing.T) {
	w := newWorld(t)
	w.brings("evening.txt", notes)
	text := app.PaperText{Text: pastPaper}
	p, err := w.SplitPaper(ctx, w.owner, w.course, text)
	if err != nil || len(p.Questions) != 4 || len(p.Stimuli) != 1 || p.Questions[2].Stimulus != "s1" || !p.Questions[2].Key.Empty() {
		t.Fatalf("split into %+v, %v", p, err)
	}
	text.Keys = []app.PaperKey{{Line: p.Questions[2].Origin.Line, Key: "P2"}}
	id := uuid.New()
	if _, err := w.BringPaper(ctx, w.owner, w.course, id, text); err != nil {
		t.Fatal(err)
	}
	if err := w.RunArrival(ctx, w.owner, w.course, id); err != nil {
		t.Fatal(err)
	}
	a := w.arrival(id)
	if a.State != "read" || a.Name != "Intake attendant, spring 2024" || !strings.Contains(a.Says, "4 questions wait on the bench. 1 of them are shown to be wrong.") {
		t.Errorf("arrived as %+v", a)
	}
	sources, err := w.Sources(ctx, w.owner, w.course)
	if err != nil || len(sources) != 2 || sources[1].Kind != "paper" || sources[1].Dated != "2024-01-01" || sources[1].Passages != 4 || sources[1].Drawn != 4 {
		t.Errorf("the paper is %+v, %v", sources, err)
	}
	bench, err := w.Bench(ctx, w.owner, w.course)
	if err != nil || len(bench) != 4 {
		t.Fatalf("%d on the bench, %v", len(bench), err)
	}
	kinds := map[question.Kind]app.BenchItem{}
	for _, b := range bench {
		kinds[b.Kind] = b
	}
	if b := kinds[question.Numeric]; b.Verdict != proof.Faulted {
		t.Errorf("the planted error is %s", b.Verdict)
	}
	if q, err := w.Question(ctx, w.owner, w.course, kinds[question.Short].ID); err != nil || q.About == nil || q.About.Kind != "table" || q.From != "import" {
		t.Errorf("with its table: %+v, %v", q, err)
	}
	if q, err := w.Judge(ctx, w.owner, w.course, kinds[question.Short].ID, "bank", 1); err != nil || q.State != "bank" || !q.Kept {
		t.Errorf("a written answer is kept by hand: %+v, %v", q, err)
	}
	if q, err := w.Judge(ctx, w.owner, w.course, kinds[question.TrueFalse].ID, "bank", 1); err != nil || q.State != "bank" || !q.Kept {
		t.Errorf("kept by hand: %+v, %v", q, err)
	}
	// Past papers are models, never evidence.
	bears, err := w.CanBear(ctx, w.owner, w.course)
	if err != nil {
		t.Fatal(err)
	}
	before := bears[0].Easy.Can
	if err := w.RemoveSource(ctx, w.owner, w.course, sources[1].ID); err != nil {
		t.Fatal(err)
	}
	if bears, err = w.CanBear(ctx, w.owner, w.course); err != nil || bears[0].Easy.Can != before {
		t.Errorf("without the paper the sources bear %d questions, with it %d; %v", bears[0].Easy.Can, before, err)
	}
	// The same questions again are recognised.
	id = uuid.New()
	text.Text += "\n"
	if _, err := w.BringPaper(ctx, w.owner, w.course, id, text); err != nil {
		t.Fatal(err)
	}
	if err := w.RunArrival(ctx, w.owner, w.course, id); err != nil {
		t.Fatal(err)
	}
	if a := w.arrival(id); !strings.Contains(a.Says, "0 questions wait") || !strings.Contains(a.Says, "4 that you had already") {
		t.Errorf("brought again: %+v", a)
	}
}

func TestWhatIsNoPaperIsRefused(t *testing.T) {
	w := newWorld(t)
	_, err := w.SplitPaper(ctx, w.owner, w.course, app.PaperText{Text: "  "})
	says(t, err, "nothing in this text")
	_, err = w.BringPaper(ctx, w.owner, w.course, uuid.New(), app.PaperText{Text: "Just a line", Hints: []split.Hint{{Line: 1, As: split.Left}}})
	says(t, err, "No question was found")
	if _, err := w.SplitPaper(ctx, w.person("stranger"), w.course, app.PaperText{Text: pastPaper}); !errors.Is(err, app.ErrNotFound) {
		t.Errorf("a stranger splits: %v", err)
	}
	data, err := os.ReadFile("../core/source/reader/testdata/notes.docx")
	if err != nil {
		t.Fatal(err)
	}
	if got, err := w.PaperLines(ctx, w.owner, w.course, "paper.docx", data); err != nil || !strings.Contains(got.Text, "Reservoir notes\n") {
		t.Errorf("a document reads as %.80q, %v", got.Text, err)
	}
	_, err = w.PaperLines(ctx, w.owner, w.course, "x.bin", []byte("a\x00b"))
	says(t, err, "zero byte")
}

// A question keeps the picture of its paper.
func TestPastQuestionsKeepTheirPictures(t *testing.T) {
	w := newWorld(t)
	picture, err := os.ReadFile("../core/source/pdf/testdata/scan.jpg")
	if err != nil {
		t.Fatal(err)
	}
	const file = "0123456789abcdef"
	id := uuid.New()
	text := "1. What does it show?\n[picture " + file + "]\na) a round\nb) a rake\nAnswer: a\n"
	if _, err := w.BringPaper(ctx, w.owner, w.course, id, app.PaperText{Text: text, Pictures: map[string][]byte{file: picture, "00000000000000aa": []byte("no picture")}}); err != nil {
		t.Fatal(err)
	}
	if err := w.RunArrival(ctx, w.owner, w.course, id); err != nil {
		t.Fatal(err)
	}
	paper := w.arrival(id).SourceID
	list, err := w.Bench(ctx, w.owner, w.course)
	if err != nil || len(list) != 1 {
		t.Fatalf("%+v, %v", list, err)
	}
	q, err := w.Question(ctx, w.owner, w.course, list[0].ID)
	if err != nil || q.About == nil || q.About.File != file || q.About.Source != paper.String() {
		t.Fatalf("it is asked about %+v, %v", q.About, err)
	}
	if data, err := w.PictureOf(ctx, w.owner, w.course, *paper, file); err != nil || len(data) != len(picture) {
		t.Errorf("the picture has %d bytes, %v", len(data), err)
	}
}

// A past paper among the sources of a brief is no source of it but the model: its kinds and
// options are kept to, and none of its questions is asked again.
func TestABatchIsLikeAPaper(t *testing.T) {
	w := newWorld(t)
	w.drafted(1)
	paper := uuid.New()
	if _, err := w.BringPaper(ctx, w.owner, w.course, paper, app.PaperText{Text: onOneTable}); err != nil {
		t.Fatal(err)
	}
	if err := w.RunArrival(ctx, w.owner, w.course, paper); err != nil {
		t.Fatal(err)
	}
	var from []uuid.UUID
	for _, s := range w.sources() {
		if s.Kind == "paper" {
			from = append(from, s.ID)
		}
	}
	id := uuid.New()
	if _, err := w.StartBatch(ctx, w.owner, w.course, id, app.Brief{Count: 6, Sources: from, Seed: 3}); err != nil {
		t.Fatal(err)
	}
	if err := w.RunBatch(ctx, w.owner, w.course, id); err != nil {
		t.Fatal(err)
	}
	var drafted, others, options int
	if err := w.pool.QueryRow(ctx, `select count(*), count(*) filter (where q.kind <> 'choice'), count(*) filter (where jsonb_array_length(v.body->'options') <> 3)
		from questions q join question_versions v on v.question_id = q.id where q.batch_id = $1`, id).Scan(&drafted, &others, &options); err != nil || drafted == 0 || others != 0 || options != 0 {
		t.Errorf("%d drafted, %d of another kind, %d with more or fewer options than the paper has, %v", drafted, others, options, err)
	}
}
