package proof

import (
	"strings"
	"testing"

	"zincowl/core/question"
	"zincowl/core/source"
)

func weirKeeping() (*Library, source.Document) {
	doc := source.Document{Title: "Weir keeping"}
	for i, text := range []string{
		"A sluice is greased with tallow in winter, because oil would run off.",
		"The keeper reads the gauge twice a day and writes the level into the log.",
		"A flashboard is taken out before the river rises above 2.4 m.",
	} {
		doc.Passages = append(doc.Passages, source.Passage{ID: string(rune('a' + i)), Kind: source.Paragraph, Text: text})
	}
	return NewLibrary([]Source{{ID: "weir", Title: doc.Title, Doc: doc}}), doc
}

// Each kind of challenge, upheld, turned down and left to a person.
func TestDispute(t *testing.T) {
	l, _ := weirKeeping()
	greased := func(key string) question.Question {
		q := choice("With what is a sluice greased in winter?", "paint", "tallow", "wax", "soap")
		q.Key.Options = []string{key}
		return q
	}
	flow := func(key string) question.Question {
		q := choice("A pump lifts 3 m³ a minute. How long does it need for 45 m³?", "12 minutes", "15 minutes", "42 minutes", "135 minutes")
		q.Key.Options = []string{key}
		return q
	}
	tide := choice("Which bank is steeper?", "the left one", "the right one", "the upper one")
	for name, c := range map[string]struct {
		q       question.Question
		claim   Claim
		outcome string
		says    string
		key     string
	}{
		"another option, and so it is":        {greased("a"), Claim{Kind: "option", Option: "b"}, Upheld, "tallow", "b"},
		"another option, and it is not":       {greased("b"), Claim{Kind: "option", Option: "a"}, TurnedDown, "tallow", ""},
		"the key itself":                      {greased("b"), Claim{Kind: "option", Option: "b"}, TurnedDown, "key already", ""},
		"another option of which nobody says": {tide, Claim{Kind: "option", Option: "b"}, Withdrawn, "Neither", ""},
		"a right working":                     {flow("a"), Claim{Kind: "working", Says: "45 / 3 = 15"}, Upheld, "15 minutes", "b"},
		"a wrong working":                     {flow("b"), Claim{Kind: "working", Says: "45 − 3 = 42\n42 − 3 = 40"}, TurnedDown, "fails in this line: it is 39", ""},
		"a working to another end":            {flow("b"), Claim{Kind: "working", Says: "45 − 3 = 42"}, TurnedDown, "stands", ""},
		"a working in words":                  {flow("b"), Claim{Kind: "working", Says: "it is obvious"}, Withdrawn, "step", ""},
		"two readings with one answer":        {flow("b"), Claim{Kind: "readings", Readings: []Sense{{"a minute", "15 minutes"}, {"an hour", "15 minutes"}}}, TurnedDown, "same answer", ""},
		"one reading only":                    {flow("b"), Claim{Kind: "readings", Readings: []Sense{{"a minute", "15 minutes"}}}, Withdrawn, "both readings", ""},
		"an answer that can't be given":       {flow("b"), Claim{Kind: "readings", Readings: []Sense{{"a minute", "15 minutes"}, {"an hour", "9 days"}}}, TurnedDown, "none of the answers", ""},
		"a passage that says so":              {greased("a"), Claim{Kind: "source", Source: "weir", Passage: "a"}, Upheld, "tallow", "b"},
		"a passage that says as the key":      {greased("b"), Claim{Kind: "source", Source: "weir", Passage: "a"}, TurnedDown, "which is the key", ""},
		"a passage on something else":         {tide, Claim{Kind: "source", Source: "weir", Passage: "b"}, Withdrawn, "could not be shown", ""},
		"a passage of nowhere":                {greased("a"), Claim{Kind: "source", Source: "weir", Passage: "z"}, TurnedDown, "no evidence", ""},
		"a sentence that names an option":     {greased("a"), Claim{Kind: "words", Says: "My notes say tallow."}, Upheld, "tallow", "b"},
		"a sentence with a sum":               {flow("b"), Claim{Kind: "words", Says: "but 45 / 3 = 14"}, TurnedDown, "fails", ""},
		"a sentence that says nothing":        {tide, Claim{Kind: "words", Says: "This is unfair."}, Withdrawn, "Nothing in this", ""},
	} {
		r, err := Dispute(t.Context(), c.q, l, c.claim)
		if err != nil {
			t.Fatal(err)
		}
		if r.Outcome != c.outcome || !strings.Contains(r.Says, c.says) {
			t.Errorf("%s: %s, %s", name, r.Outcome, r.Says)
		}
		if c.key != "" && (r.Mend == nil || r.Mend.Key.Options[0] != c.key) {
			t.Errorf("%s: the key is to be %v", name, r.Mend)
		}
		if c.key == "" && r.Mend != nil {
			t.Errorf("%s: the key is changed to %v", name, r.Mend.Key)
		}
	}
}

// What was upheld is cleared by the same checks, and can't be upheld again.
func TestUpheldIsCleared(t *testing.T) {
	l, _ := weirKeeping()
	q := choice("With what is a sluice greased in winter?", "paint", "tallow", "wax", "soap")
	r, err := Dispute(t.Context(), q, l, Claim{Kind: "option", Option: "b"})
	if err != nil || r.Mend == nil {
		t.Fatalf("%+v, %v", r, err)
	}
	if again := Examine(*r.Mend, l); again.Verdict != Cleared {
		t.Errorf("%s: %+v", again.Verdict, again.Findings)
	}
	back, err := Dispute(t.Context(), *r.Mend, l, Claim{Kind: "option", Option: "a"})
	if err != nil || back.Outcome != TurnedDown {
		t.Errorf("%+v, %v", back, err)
	}
}
