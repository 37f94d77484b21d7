package split

import (
	"encoding/json"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"testing"

	"zincowl/core/question"
)

// stranger is a question of a paper as somebody wrote it down who never saw the
// reader.
type stranger struct {
	Label       string          `json:"label"`
	Kind        string          `json:"kind"`
	Stem        string          `json:"stem"`
	Options     []string        `json:"options"`
	Key         json.RawMessage `json:"given_key"`
	Explanation string          `json:"explanation"`
}

// reads says whether a question holds stem, options and, of a choice, the key.
func (s stranger) reads(q question.Question) bool {
	if plainWords(strings.ReplaceAll(q.Stem, "<<1>>", "____")) != plainWords(s.Stem) {
		return false
	}
	if s.Kind != "truefalse" && len(s.Options) > 0 {
		if len(q.Options) != len(s.Options) {
			return false
		}
		for i, o := range s.Options {
			if plainWords(q.Options[i].Text) != plainWords(o) {
				return false
			}
		}
	}
	var letter string
	if s.Kind == "choice" && json.Unmarshal(s.Key, &letter) == nil && len(letter) == 1 {
		return len(q.Key.Options) == 1 && q.Key.Options[0] == strings.ToLower(letter)
	}
	return true
}

// TestStrangers reads papers of people who never saw the reader. Words that were
// misread when a page was recognised stay as they are, which costs a few.
func TestStrangers(t *testing.T) {
	for _, set := range []string{"strangers", "strangers-later"} {
		t.Run(set, func(t *testing.T) { readStrangers(t, set) })
	}
}

func readStrangers(t *testing.T, set string) {
	names, err := filepath.Glob("testdata/" + set + "/*.txt")
	if err != nil || len(names) < 10 {
		t.Fatalf("%d papers, %v", len(names), err)
	}
	right, all := 0, 0
	for _, name := range names {
		text, err := os.ReadFile(name)
		if err != nil {
			t.Fatal(err)
		}
		data, err := os.ReadFile(strings.TrimSuffix(name, ".txt") + ".truth.json")
		if err != nil {
			t.Fatal(err)
		}
		var truth struct {
			Questions []stranger `json:"questions"`
		}
		if err := json.Unmarshal(data, &truth); err != nil {
			t.Fatal(err)
		}
		got, err := Text(string(text), nil, nil)
		if err != nil {
			t.Fatal(err)
		}
		nothingLost(t, string(text), got)
		for i, want := range truth.Questions {
			all++
			if slices.ContainsFunc(got.Questions, want.reads) { // columns that were copied block by block stay in the order of their lines
				right++
			} else if i < len(got.Questions) {
				t.Logf("%s %s: %q %v %v", filepath.Base(name), want.Label, got.Questions[i].Stem, got.Questions[i].Options, got.Questions[i].Key.Options)
			}
		}
	}
	t.Logf("%d of %d questions exactly right (%.1f%%)", right, all, 100*float64(right)/float64(all))
	if float64(right) < 0.83*float64(all) {
		t.Error("fewer than 83% of the questions are exactly right")
	}
}
