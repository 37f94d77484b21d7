package proof

import (
	"bufio"
	"encoding/json"
	"os"
	"strings"
	"testing"

	"zincowl/core/question"
	"zincowl/core/source"
	"zincowl/core/source/reader"
)

// handwritten is one line of testdata/questions.jsonl; see the README there.
type handwritten struct {
	Why      string            `json:"why"`
	Sound    bool              `json:"sound"`
	Least    Verdict           `json:"least"`
	Question question.Question `json:"question"`
}

func TestQuestionsAsPeopleWriteThem(t *testing.T) {
	data, err := os.ReadFile("testdata/notes.md")
	if err != nil {
		t.Fatal(err)
	}
	doc, err := reader.Read(t.Context(), "notes.md", data, source.Tools{})
	if err != nil {
		t.Fatal(err)
	}
	l := NewLibrary([]Source{{ID: "notes", Title: doc.Title, Doc: doc}})
	file, err := os.Open("testdata/questions.jsonl")
	if err != nil {
		t.Fatal(err)
	}
	defer file.Close()
	decided, total := 0, 0
	for lines := bufio.NewScanner(file); lines.Scan(); {
		var h handwritten
		if err := json.Unmarshal(lines.Bytes(), &h); err != nil {
			t.Fatal(err)
		}
		total++
		for i, c := range h.Question.Cites {
			h.Question.Cites[i].Passage = passageOf(doc, c.Quote)
		}
		r := Examine(h.Question, l)
		switch {
		case h.Sound && r.Verdict == Faulted, !h.Sound && r.Verdict == Cleared:
			t.Errorf("%s: %s is %s: %+v", h.Why, h.Question.Stem, r.Verdict, r.Findings)
		case h.Least != "" && r.Verdict != h.Least:
			t.Errorf("%s: %s is %s, want %s: %+v", h.Why, h.Question.Stem, r.Verdict, h.Least, r.Findings)
		}
		if r.Verdict == Cleared || r.Verdict == Faulted {
			decided++
		}
	}
	t.Logf("%d of %d decided", decided, total)
	if total < 38 || decided < total*7/10 {
		t.Errorf("only %d of %d were decided", decided, total)
	}
}

// passageOf is the passage that most of a quote comes from.
func passageOf(doc source.Document, quote string) string {
	start := strings.Join(strings.Fields(quote)[:5], " ")
	for _, p := range doc.Passages {
		if strings.Contains(p.Text, start) {
			return p.ID
		}
	}
	return ""
}
