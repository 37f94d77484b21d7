package app_test

import (
	"errors"
	"os"
	"slices"
	"strings"
	"testing"

	"github.com/google/uuid"

	"zincowl/app"
	"zincowl/core/syllabus"
)

// outlined gives the world's course an outline as a person pastes it.
func (w *world) outlined(text string) app.Syllabus {
	w.t.Helper()
	read, err := w.ReadOutline(ctx, w.owner, w.course, "", []byte(text))
	if err != nil {
		w.t.Fatal(err)
	}
	now, err := w.Syllabus(ctx, w.owner, w.course)
	if err != nil {
		w.t.Fatal(err)
	}
	for i := range read.Topics { // known topics keep their ids
		for _, t := range now.Topics {
			if strings.EqualFold(t.Title, read.Topics[i].Title) {
				read.Topics[i].ID = t.ID
			}
		}
	}
	if _, err := w.ChangeSyllabus(ctx, w.owner, w.course, read.Topics, now.Version); err != nil {
		w.t.Fatal(err)
	}
	w.settled()
	out, err := w.Syllabus(ctx, w.owner, w.course)
	if err != nil {
		w.t.Fatal(err)
	}
	return out
}

func topicNamed(t *testing.T, s app.Syllabus, title string) app.TopicView {
	t.Helper()
	at := slices.IndexFunc(s.Topics, func(t app.TopicView) bool { return t.Title == title })
	if at < 0 {
		t.Fatalf("no topic %q in %+v", title, s.Topics)
	}
	return s.Topics[at]
}

func TestSyllabus(t *testing.T) {
	w := newWorld(t)
	w.drafted(30)
	before, err := w.Syllabus(ctx, w.owner, w.course)
	if err != nil {
		t.Fatal(err)
	}
	screening := topicNamed(t, before, "Screening")
	if screening.Passages == 0 || screening.Easy == 0 || screening.Share.Total != 60 || screening.Share.Basis != syllabus.Given {
		t.Errorf("screening is %+v", screening)
	}
	// A deeper outline with statements: what was placed is placed anew.
	s := w.outlined("1. Screening (60%)\n1.1 Bar screens and rakes\n1.1.1 say what a rake lifts off the bars of a screen\n1.2 Approach velocity\n2. Softening (40%)\n3. Boilers\n")
	bars, velocity, boilers := topicNamed(t, s, "Bar screens and rakes"), topicNamed(t, s, "Approach velocity"), topicNamed(t, s, "Boilers")
	if topicNamed(t, s, "Screening").ID != screening.ID || bars.Depth != 1 || bars.Share.Own != 30 || bars.Passages == 0 || velocity.Passages == 0 {
		t.Errorf("%+v\n%+v", bars, velocity)
	}
	if len(bars.CanDo) != 1 || bars.CanDo[0].Passages == 0 {
		t.Errorf("the statement is %+v", bars.CanDo)
	}
	if boilers.Passages+boilers.Easy+boilers.Medium+boilers.Hard != 0 || boilers.Share.Basis != syllabus.Equal {
		t.Errorf("nothing is on boilers, and they are %+v", boilers)
	}
	// Questions go along with the passage that they were drawn from.
	placed, err := w.PlacedIn(ctx, w.owner, w.course, &bars.ID)
	if err != nil {
		t.Fatal(err)
	}
	for _, p := range placed {
		if p.SourceID != nil {
			if err := w.PlacePassage(ctx, w.owner, w.course, *p.SourceID, p.Passage, app.Belonging{TopicID: &boilers.ID}); err != nil {
				t.Fatal(err)
			}
		}
	}
	if s, err = w.Syllabus(ctx, w.owner, w.course); err != nil {
		t.Fatal(err)
	}
	if now := topicNamed(t, s, "Boilers"); now.Passages != bars.Passages || now.Easy != bars.Easy || topicNamed(t, s, "Bar screens and rakes").Easy != 0 {
		t.Errorf("boilers have %+v, bar screens had %+v", now.Covers, bars.Covers)
	}
	// A drill on a topic takes what is below it along.
	run, err := w.StartDrill(ctx, w.owner, w.course, uuid.New(), app.Ask{Count: 5, Topics: []uuid.UUID{screening.ID}})
	if err != nil || run.Total == 0 {
		t.Errorf("a drill on screening: %+v, %v", run, err)
	}
	// An old version is not written over.
	if _, err := w.ChangeSyllabus(ctx, w.owner, w.course, nil, before.Version); !errors.Is(err, app.ErrStale) {
		t.Errorf("an old outline was taken: %v", err)
	}
	for _, bad := range []struct {
		topics []app.SyllabusTopic
		says   string
	}{
		{[]app.SyllabusTopic{{Title: "A"}, {Title: "a "}}, "stands there twice"},
		{[]app.SyllabusTopic{{Title: "A"}, {Title: ""}}, "Topic 2 has no name"},
		{[]app.SyllabusTopic{{Title: "A", Given: &syllabus.Weight{Value: -1}}}, "not between"},
	} {
		_, err := w.ChangeSyllabus(ctx, w.owner, w.course, bad.topics, s.Version)
		says(t, err, bad.says)
	}
	// The same name below two topics is no repeat.
	if _, err := w.ChangeSyllabus(ctx, w.owner, w.course, []app.SyllabusTopic{{Title: "A"}, {Title: "Safety", Depth: 1}, {Title: "B"}, {Title: "Safety", Depth: 1}}, s.Version); err != nil {
		t.Error(err)
	}
	if _, err := w.Syllabus(ctx, w.person("stranger"), w.course); !errors.Is(err, app.ErrNotFound) {
		t.Errorf("a stranger sees it: %v", err)
	}
}

// What a person places stays, whatever happens to the outline and the text.
func TestAPersonsPlaceSticks(t *testing.T) {
	w := newWorld(t)
	a := w.brings("evening.txt", notes)
	if a.SourceID == nil {
		t.Fatal("nothing was read")
	}
	s := w.outlined("Screening\nSoftening\n")
	softening := topicNamed(t, s, "Softening").ID
	find := func(words string) app.Passage {
		r, err := w.Reading(ctx, w.owner, w.course, *a.SourceID, 0)
		if err != nil {
			t.Fatal(err)
		}
		for _, p := range r.List {
			if strings.Contains(p.Text, words) {
				return p
			}
		}
		t.Fatalf("no passage says %q", words)
		return app.Passage{}
	}
	velocity := find("Approach velocity =")
	if velocity.By != "words" || velocity.Sure < 50 || *velocity.TopicID == softening {
		t.Fatalf("by its words it is placed %+v", velocity)
	}
	if err := w.PlacePassage(ctx, w.owner, w.course, *a.SourceID, velocity.ID, app.Belonging{TopicID: &softening}); err != nil {
		t.Fatal(err)
	}
	w.outlined("Screening\nSoftening\nHardness\n")
	w.brings("evening.txt", notes+"\nA last line about nothing.\n")
	if p := find("Approach velocity ="); p.By != "person" || p.Sure != 100 || *p.TopicID != softening {
		t.Errorf("after an edit of the outline and a new version it is %+v", p)
	}
	// A heading takes what stands below it along; back to the words.
	if err := w.PlacePassage(ctx, w.owner, w.course, *a.SourceID, find("Screening").ID, app.Belonging{TopicID: &softening}); err != nil {
		t.Fatal(err)
	}
	if p := find("A bar screen is"); p.By != "person" || *p.TopicID != softening {
		t.Errorf("below the heading it is %+v", p)
	}
	if err := w.PlacePassage(ctx, w.owner, w.course, *a.SourceID, find("Screening").ID, app.Belonging{ByWords: true}); err != nil {
		t.Fatal(err)
	}
	w.settled()
	if p := find("A bar screen is"); p.By != "words" || p.TopicID == nil || *p.TopicID == softening {
		t.Errorf("by its words again it is %+v", p)
	}
	other := newWorldIn(w)
	if err := w.PlacePassage(ctx, w.owner, w.course, *a.SourceID, velocity.ID, app.Belonging{TopicID: &other}); !errors.Is(err, app.ErrNotFound) {
		t.Errorf("a topic of another course was taken: %v", err)
	}
}

// newWorldIn makes another course of the same owner and gives its topic.
func newWorldIn(w *world) uuid.UUID {
	w.t.Helper()
	c, err := w.AddCourse(ctx, w.owner, app.NewCourse{CourseText: app.CourseText{Title: "Other", PassMark: 50}, Topics: []app.SyllabusTopic{{Title: "Elsewhere"}}})
	if err != nil {
		w.t.Fatal(err)
	}
	return c.Topics[0].ID
}

// Missing weights come from past papers, named, and follow where a person
// places a past question.
func TestWeightsFromPastPapers(t *testing.T) {
	w := newWorld(t)
	w.brings("evening.txt", notes)
	w.outlined("Screening\nSoftening\n")
	paper := uuid.New()
	if _, err := w.BringPaper(ctx, w.owner, w.course, paper, app.PaperText{Title: "Spring paper", Text: "1. What does a bar screen catch?\na) rubbish\nb) salt\nAnswer: a\n\n2. What lifts rubbish off a screen?\na) a rake\nb) brine\nAnswer: a\n\n3. What does a softener remove?\na) hardness\nb) leaves\nAnswer: a\n"}); err != nil {
		t.Fatal(err)
	}
	if err := w.RunArrival(ctx, w.owner, w.course, paper); err != nil {
		t.Fatal(err)
	}
	s, err := w.Syllabus(ctx, w.owner, w.course)
	if err != nil {
		t.Fatal(err)
	}
	screening, softening := topicNamed(t, s, "Screening"), topicNamed(t, s, "Softening")
	if screening.Share.Basis != syllabus.Estimated || !slices.Equal(screening.Share.Papers, []string{"Spring paper"}) || !slices.Equal(s.Papers, []string{"Spring paper"}) {
		t.Errorf("screening is %+v", screening.Share)
	}
	if screening.Share.Own <= softening.Share.Own || screening.Share.Low >= screening.Share.Own || screening.Share.High <= screening.Share.Own {
		t.Errorf("%+v and %+v", screening.Share, softening.Share)
	}
	placed, err := w.PlacedIn(ctx, w.owner, w.course, &screening.ID)
	if err != nil {
		t.Fatal(err)
	}
	moved := 0
	for _, p := range placed {
		if p.QuestionID != nil {
			moved++
			if err := w.PlaceQuestion(ctx, w.owner, w.course, *p.QuestionID, app.Belonging{TopicID: &softening.ID}); err != nil {
				t.Fatal(err)
			}
		}
	}
	if s, err = w.Syllabus(ctx, w.owner, w.course); err != nil {
		t.Fatal(err)
	}
	if now := topicNamed(t, s, "Screening"); moved != 2 || now.Share.Own >= 20 || now.Share.Low != 0 {
		t.Errorf("%d were moved, and screening is %+v", moved, now.Share)
	}
}

func TestOutlinesAreProposedAndRefused(t *testing.T) {
	w := newWorld(t)
	if _, err := w.ProposeOutline(ctx, w.owner, w.course); err == nil {
		t.Error("without sources topics are proposed")
	}
	w.brings("evening.txt", notes)
	o, err := w.ProposeOutline(ctx, w.owner, w.course)
	if err != nil || len(o.Topics) != 2 || o.Topics[0].Title != "Screening" {
		t.Errorf("%+v, %v", o, err)
	}
	_, err = w.ReadOutline(ctx, w.owner, w.course, "", []byte(" \n "))
	says(t, err, "No topic was found")
	o, err = w.ReadOutline(ctx, w.owner, w.course, "outline.csv", []byte("Topic,Weight (%)\nScreening,60\nSoftening,40\n"))
	if err != nil || len(o.Topics) != 2 || *o.Topics[1].Given != (syllabus.Weight{Value: 40, Unit: syllabus.Percent}) {
		t.Errorf("%+v, %v", o, err)
	}
}

// Without its papers an estimate falls back to equal shares, and a topic that is
// taken out leaves what belonged to it in none.
func TestWhatIsTakenOutLeavesItsTraces(t *testing.T) {
	w := newWorld(t)
	w.brings("evening.txt", notes)
	w.outlined("Screening\nSoftening\n")
	paper := uuid.New()
	if _, err := w.BringPaper(ctx, w.owner, w.course, paper, app.PaperText{Title: "Autumn paper", Text: "1. What lifts rubbish off a screen?\na) a rake\nb) brine\nAnswer: a\n"}); err != nil {
		t.Fatal(err)
	}
	if err := w.RunArrival(ctx, w.owner, w.course, paper); err != nil {
		t.Fatal(err)
	}
	read := func() app.Syllabus {
		s, err := w.Syllabus(ctx, w.owner, w.course)
		if err != nil {
			t.Fatal(err)
		}
		return s
	}
	if s := read(); topicNamed(t, s, "Screening").Share.Basis != syllabus.Estimated {
		t.Errorf("with a paper it is %+v", topicNamed(t, s, "Screening").Share)
	}
	if err := w.RemoveSource(ctx, w.owner, w.course, *w.arrival(paper).SourceID); err != nil {
		t.Fatal(err)
	}
	s := read()
	if share := topicNamed(t, s, "Screening").Share; share.Basis != syllabus.Equal || share.Own != 50 || len(s.Papers) != 0 {
		t.Errorf("without it it is %+v", share)
	}
	before := s.Nowhere.Passages
	had := topicNamed(t, s, "Softening").Passages
	s = w.outlined("Screening\nBoilers\n")
	if s.Nowhere.Passages < before+had/2 {
		t.Errorf("%d passages belong nowhere, %d did and %d were of the topic taken out", s.Nowhere.Passages, before, had)
	}
	// An outline can be emptied, and everything still works.
	if s, err := w.ChangeSyllabus(ctx, w.owner, w.course, nil, s.Version); err != nil || len(s.Topics) != 0 || s.Nowhere.Passages == 0 {
		t.Errorf("emptied it is %+v, %v", s, err)
	}
	if gaps, err := w.Gaps(ctx, w.owner, w.course); err != nil || len(gaps) != 0 {
		t.Errorf("gaps are %+v, %v", gaps, err)
	}
	if placed, err := w.PlacedIn(ctx, w.owner, w.course, nil); err != nil || len(placed) == 0 {
		t.Errorf("in no topic are %+v, %v", placed, err)
	}
}

// Sub-topics are topics of their own where the marks are, under their parent's
// name.
func TestGapsOfATree(t *testing.T) {
	w := newWorld(t)
	w.drafted(30)
	w.outlined("Screening 60%\n  Bar screens and rakes\n  Approach velocity\nSoftening 40%\n")
	gaps, err := w.Gaps(ctx, w.owner, w.course)
	if err != nil {
		t.Fatal(err)
	}
	sum, within := 0.0, map[string]string{}
	for _, g := range gaps {
		sum += g.Weight
		within[g.Title] = g.Within
	}
	if sum < 99.9 || sum > 100.1 || within["Bar screens and rakes"] != "Screening" || within["Softening"] != "" {
		t.Errorf("%g in all, within %v", sum, within)
	}
	if b, err := w.CanBear(ctx, w.owner, w.course); err != nil || len(b) < 4 {
		t.Errorf("%+v, %v", b, err)
	}
}

// An outline that came as a document is read by its headings.
func TestAnOutlineAsADocument(t *testing.T) {
	w := newWorld(t)
	data, err := os.ReadFile("../core/source/testdata/screens-converted.docx")
	if err != nil {
		t.Fatal(err)
	}
	o, err := w.ReadOutline(ctx, w.owner, w.course, "outline.docx", data)
	if err != nil {
		t.Fatal(err)
	}
	var titles []string
	for _, topic := range o.Topics {
		titles = append(titles, strings.Repeat(">", topic.Depth)+topic.Title)
	}
	if !slices.Contains(titles, "Coarse screens") || !slices.Contains(titles, ">Raking by hand") || len(o.Leftovers) == 0 {
		t.Errorf("its topics are %q", titles)
	}
	_, err = w.ReadOutline(ctx, w.owner, w.course, "outline.pdf", []byte("%PDF-1.7 …"))
	says(t, err, "This PDF is damaged")
	if _, err := w.ReadOutline(ctx, w.person("stranger"), w.course, "", []byte("Dosing 20%")); !errors.Is(err, app.ErrNotFound) {
		t.Errorf("a stranger reads one: %v", err)
	}
}
