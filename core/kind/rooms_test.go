package kind

import (
	"encoding/json"
	"math/rand/v2"
	"reflect"
	"slices"
	"strings"
	"testing"

	"zincowl/core/marking"
	"zincowl/core/question"
)

func options(texts ...string) (out []question.Option) {
	for i, t := range texts {
		out = append(out, question.Option{ID: question.Letter(i), Text: t, Why: "said of " + t})
	}
	return out
}

// samples are a sound question of every kind.
var samples = []question.Question{
	{Kind: question.Choice, Stem: "What is a weir?", Options: options("a plate", "a pipe", "a pump"), Key: question.Key{Options: []string{"a"}}},
	{Kind: question.Choices, Stem: "Which are gates?", Options: options("a penstock", "a weir", "a sluice", "a rake"), Key: question.Key{Options: []string{"a", "c"}}},
	{Kind: question.TrueFalse, Stem: "A weir is a plate.", Options: []question.Option{{ID: "true", Text: "True"}, {ID: "false", Text: "False"}}, Key: question.Key{Options: []string{"true"}}},
	{Kind: question.Numeric, Stem: "How much is lost?", Key: question.Key{Value: "4.5", Unit: "kg", Tolerance: "1%"}},
	{Kind: question.Blanks, Stem: "A <<1>> holds <<2>> litres.", Key: question.Key{Blanks: [][]string{{"bund", "wall"}, {"15"}}}},
	{Kind: question.Expression, Stem: "Simplify x + x.", Key: question.Key{Expression: "2x"}},
	{Kind: question.Solution, Stem: "Solve x² = 4.", Key: question.Key{Set: "finite", Values: []string{"-2", "2"}}},
	{Kind: question.Short, Stem: "Why is it washed?", Key: question.Key{Reference: "To take the mud out."}},
	{Kind: question.Essay, Stem: "Discuss washing.", Key: question.Key{Reference: "Washing takes the mud out of the bed.", Points: []string{"Washing takes the mud out of the bed"}}},
	{Kind: question.Match, Stem: "What does what?", Options: options("rake", "penstock"), Matches: []question.Option{{ID: "1", Text: "shuts"}, {ID: "2", Text: "lifts"}, {ID: "3", Text: "pumps"}}, Key: question.Key{Pairs: [][]string{{"a", "2"}, {"b", "1"}}}},
	{Kind: question.Order, Stem: "In which order?", Options: options("rinse", "drain", "fill", "settle"), Key: question.Key{Order: []string{"b", "a", "c", "d"}}},
	{Kind: question.Grid, Stem: "Fill the table.", Rows: [][]string{{"pump", "flow"}, {"P1", ""}, {"", "40 m³/h"}}, Key: question.Key{Cells: map[string]string{"r2c2": "55 m³/h", "r3c1": "P2 | pump 2"}}},
}

// Every room keeps what all of them promise: a sound question is sound, its key is
// right and is shown nowhere before the answer, and it comes back from the store.
func TestEveryRoom(t *testing.T) {
	seen := map[question.Kind]bool{}
	for _, q := range samples {
		q.Level, q.ID = question.Easy, "q1"
		seen[q.Kind] = true
		if err := Validate(q); err != nil {
			t.Errorf("%s: %v", q.Kind, err)
		}
		if KeyText(q) == "" {
			t.Errorf("%s has no words for its key", q.Kind)
		}
		right := Mark(q, Right(q))
		if right.Unmarked || right.Percent != 100 {
			t.Errorf("%s: its own key is worth %d%%: %s", q.Kind, right.Percent, right.Feedback)
		}
		if nothing := Mark(q, marking.Response{}); nothing.Percent != 0 || nothing.Unmarked || !strings.Contains(nothing.Feedback, KeyText(q)) {
			t.Errorf("%s: nothing is worth %+v", q.Kind, nothing)
		}
		if wrong := Mark(q, marking.Response{Options: []string{"z"}, Text: "nonsense 7 that is nowhere"}); wrong.Percent != 0 {
			t.Errorf("%s: nonsense is worth %d%%", q.Kind, wrong.Percent)
		}
		shown, err := json.Marshal(Show(q))
		if err != nil || strings.Contains(string(shown), "said of") || strings.Contains(string(shown), "55 m³/h") {
			t.Errorf("%s shows %s, %v", q.Kind, shown, err)
		}
		dealt := Deal(q, rand.New(rand.NewPCG(1, 2)))
		if !slices.Equal(slices.Sorted(slices.Values(dealt)), slices.Sorted(slices.Values(ids(Show(q).Options)))) {
			t.Errorf("%s deals %v", q.Kind, dealt)
		}
		if len(Plain(q)) == 0 || Plain(q)[0] != q.Stem {
			t.Errorf("%s is printed as %q", q.Kind, Plain(q))
		}
		stored, err := Encode(q)
		if err != nil {
			t.Fatal(err)
		}
		back, err := Decode(stored)
		if err != nil || !reflect.DeepEqual(q, back) {
			t.Errorf("%s comes back as %+v, %v", q.Kind, back, err)
		}
		response, err := json.Marshal(Right(q))
		var again marking.Response
		if err != nil || json.Unmarshal(response, &again) != nil || Mark(q, again).Percent != 100 {
			t.Errorf("%s: the key as a response is %s, %v", q.Kind, response, err)
		}
		// What belongs to another kind is not kept.
		strange := q
		strange.Key.Value, strange.Key.Expression, strange.Key.Reference = "7", "7", "7"
		stored, _ = Encode(strange)
		if back, _ = Decode(stored); KeyText(back) != KeyText(strange) || q.Kind != question.Numeric && back.Key.Value != "" {
			t.Errorf("%s keeps %+v", q.Kind, back.Key)
		}
	}
	for _, k := range Names() {
		if !seen[k] {
			t.Errorf("%s is not tried", k)
		}
	}
	if _, err := Decode([]byte(`{"schema":2,"kind":"choice"}`)); err == nil || !strings.Contains(err.Error(), "later") {
		t.Errorf("what a later version wrote: %v", err)
	}
}

func TestShares(t *testing.T) {
	by := map[question.Kind]question.Question{}
	for _, q := range samples {
		by[q.Kind] = q
	}
	for _, c := range []struct {
		kind    question.Kind
		r       marking.Response
		percent int
		says    string
	}{
		{question.Choices, marking.Response{Options: []string{"a"}}, 50, "There is more: a sluice."},
		{question.Choices, marking.Response{Options: []string{"a", "b"}}, 0, "“a weir” is not among them"},
		{question.Choices, marking.Response{Options: []string{"a", "b", "c"}}, 50, "Right is a penstock; a sluice."},
		{question.Choices, marking.Response{Options: []string{"a", "b", "c", "d"}}, 0, "not among them"},
		{question.Choices, marking.Response{Text: "a penstock; a sluice"}, 100, "Right."},
		{question.Match, marking.Response{Pairs: [][]string{{"a", "2"}, {"b", "3"}}}, 50, "Right is penstock – shuts."},
		{question.Order, marking.Response{Options: []string{"b", "a", "d", "c"}}, 66, "Right is drain → rinse → fill → settle."},
		{question.Order, marking.Response{Options: []string{"d", "c", "a", "b"}}, 0, "Right is drain"},
		{question.Order, marking.Response{Options: []string{"b", "a"}}, 16, "Right is drain"},
		{question.Order, marking.Response{Text: "drain, rinse, fill, settle"}, 100, "Right."},
		{question.Grid, marking.Response{Cells: map[string]string{"r2c2": "55 m³/h", "r3c1": "P3"}}, 50, "Right is P2."},
		{question.Grid, marking.Response{Cells: map[string]string{"r2c2": "55 m³/h", "r3c1": "Pump 2"}}, 100, "Right."},
		{question.Blanks, marking.Response{Blanks: []string{"the wall", "fifteen"}}, 100, "Right."},
	} {
		if got := Mark(by[c.kind], c.r); got.Percent != c.percent || !strings.Contains(got.Feedback, c.says) {
			t.Errorf("%s %+v is worth %d%%, not %d: %s", c.kind, c.r, got.Percent, c.percent, got.Feedback)
		}
	}
}

func TestWhatDoesNotFit(t *testing.T) {
	by := map[question.Kind]question.Question{}
	for _, q := range samples {
		q.Level = question.Easy
		by[q.Kind] = q
	}
	for _, c := range []struct {
		kind   question.Kind
		change func(*question.Question)
		says   string
	}{
		{question.Choices, func(q *question.Question) { q.Key.Options = nil }, "names no option"},
		{question.Choices, func(q *question.Question) { q.Key.Options = []string{"a", "a"} }, "twice"},
		{question.Match, func(q *question.Question) { q.Key.Pairs[0] = []string{"a"} }, "each pair"},
		{question.Match, func(q *question.Question) { q.Key.Pairs = [][]string{{"a", "9"}} }, "not there"},
		{question.Match, func(q *question.Question) { q.Key.Pairs = [][]string{{"a", "1"}, {"a", "2"}} }, "twice"},
		{question.Order, func(q *question.Question) { q.Key.Order = []string{"a", "b", "c"} }, "every step once"},
		{question.Order, func(q *question.Question) { q.Key.Order = nil }, "no order"},
		{question.Order, func(q *question.Question) { q.Options = q.Options[:2] }, "three to 8 steps"},
		{question.Grid, func(q *question.Question) { q.Key.Cells = map[string]string{"r9c9": "x"} }, "none of that name"},
		{question.Grid, func(q *question.Question) { q.Key.Cells = map[string]string{"r1c1": "x"} }, "there stands “pump”"},
		{question.Grid, func(q *question.Question) { q.Key.Cells = map[string]string{"r2c2": " | "} }, "no answer"},
		{question.Grid, func(q *question.Question) { q.Rows = [][]string{{"a", "b"}, {"c"}} }, "Row 2 of the table"},
		{question.Grid, func(q *question.Question) { q.Rows = nil }, "two rows and two columns"},
	} {
		q := by[c.kind]
		q.Key.Pairs = slices.Clone(q.Key.Pairs)
		c.change(&q)
		if err := Validate(q); err == nil || !strings.Contains(err.Error(), c.says) {
			t.Errorf("%s: %v, not %q", c.kind, err, c.says)
		}
	}
}
