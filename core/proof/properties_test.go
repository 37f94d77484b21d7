package proof

import (
	"encoding/json"
	"regexp"
	"slices"
	"strings"
	"testing"

	"zincowl/core/kind"
	"zincowl/core/question"
	"zincowl/core/source"
	"zincowl/core/source/reader"
)

// libraryOf has some texts as sources, each by its name.
func libraryOf(t testing.TB, texts map[string]string) *Library {
	t.Helper()
	var sources []Source
	for name, text := range texts {
		doc, err := reader.Read(t.Context(), name+".md", []byte(text), source.Tools{})
		if err != nil {
			t.Fatal(err)
		}
		sources = append(sources, Source{ID: name, Title: name, Doc: doc})
	}
	slices.SortFunc(sources, func(a, b Source) int { return strings.Compare(a.ID, b.ID) })
	return NewLibrary(sources)
}

// What is said of a question is the same each time; a source on something else never turns
// what was cleared into faulted; and a source that is corrected leaves nothing cleared that
// rests on what it said before.
func TestWhatAVerdictRestsOn(t *testing.T) {
	half := subjectNames[:len(subjectNames)/2]
	cleared, corrected := 0, 0
	for i, name := range half {
		text, posed := posedIn(t, name)
		unrelated, _ := posedIn(t, half[(i+1)%len(half)])
		alone := libraryOf(t, map[string]string{name: text})
		again := libraryOf(t, map[string]string{name: text})
		beside := libraryOf(t, map[string]string{name: text, "another": unrelated})
		for _, p := range posed {
			q := p.Question
			r := Examine(q, alone)
			one, _ := json.Marshal(r)
			if two, _ := json.Marshal(Examine(q, again)); string(one) != string(two) {
				t.Errorf("%q is proofed as\n%s\nand as\n%s", q.Stem, one, two)
			}
			if r.Verdict != Cleared {
				continue
			}
			cleared++
			if got := Examine(q, beside); got.Verdict == Faulted {
				t.Errorf("%q is faulted beside a source on something else: %v", q.Stem, objections(got.Findings))
			}
			was, is := renumbered(q, telling(r))
			if was == "" || !strings.Contains(text, was) {
				continue
			}
			corrected++
			if got := Examine(q, libraryOf(t, map[string]string{name: strings.ReplaceAll(text, was, is)})); got.Verdict == Cleared {
				t.Errorf("%q is still cleared where the source says %q instead of %q", q.Stem, is, was)
			}
		}
	}
	if cleared < 50 || corrected == 0 {
		t.Errorf("%d questions were cleared, and the sources of %d corrected", cleared, corrected)
	}
}

var aNumber = regexp.MustCompile(`\d+`)

// renumbered is the sentence that a finding quotes, and the same with another number in
// place of one that the question's key or statement has; both are empty where there is none.
func renumbered(q question.Question, f Finding) (was, is string) {
	if len(f.Evidence) == 0 {
		return "", ""
	}
	said := kind.KeyText(q)
	if q.Kind == question.TrueFalse {
		said = q.Stem
	}
	was = f.Evidence[0].Quote
	for _, n := range aNumber.FindAllString(said, -1) {
		if strings.Count(was, n) == 1 {
			return was, strings.Replace(was, n, "7"+n, 1)
		}
	}
	return "", ""
}
