package fact

import (
	"testing"
	"time"

	"zincowl/core/source"
)

func claims(t *testing.T, from []struct {
	name, text string
	standing   source.Standing
	year       int
}) []Claim {
	t.Helper()
	var out []Claim
	for _, s := range from {
		b := source.NewBuilder(s.name, "text")
		b.Text(source.Paragraph, s.text, 1)
		for _, f := range Read(b.Document().Passages) {
			c := Claim{Fact: f, Source: s.name, Standing: s.standing}
			if s.year > 0 {
				c.Dated = time.Date(s.year, 1, 1, 0, 0, 0, 0, time.UTC)
			}
			out = append(out, c)
		}
	}
	return out
}

func TestSettle(t *testing.T) {
	type from = []struct {
		name, text string
		standing   source.Standing
		year       int
	}
	for name, c := range map[string]struct {
		from from
		wins map[string]string // the source overruled, by whom
	}{
		"the higher standing": {from{
			{"notes", "The chlorine residual at the last tap must be at least 0.1 mg/L.", source.Notes, 2026},
			{"rules", "At the last tap the chlorine residual must be at least 0.2 mg/L.", source.Rules, 2019},
		}, map[string]string{"notes": "rules"}},
		"the newer": {from{
			{"old", "The turbidity of the filtrate must not exceed 0.5 NTU.", source.Rules, 2001},
			{"new", "The turbidity of the filtrate must not exceed 0.3 NTU.", source.Rules, 2020},
		}, map[string]string{"old": "new"}},
		"a chain": {from{
			{"talk", "The turbidity of the filtrate must not exceed 1 NTU.", source.Talk, 0},
			{"notes", "The turbidity of the filtrate must not exceed 0.5 NTU.", source.Notes, 0},
			{"rules", "The turbidity of the filtrate must not exceed 0.3 NTU.", source.Rules, 0},
		}, map[string]string{"talk": "rules", "notes": "rules"}},
		"equals": {from{
			{"a", "The turbidity of the filtrate must not exceed 0.5 NTU.", source.Notes, 0},
			{"b", "The turbidity of the filtrate must not exceed 0.3 NTU.", source.Notes, 0},
		}, nil},
		"the same in another unit": {from{
			{"a", "A filter is washed after 72 hours at the latest.", source.Notes, 0},
			{"b", "A filter is washed after 3 days at the latest.", source.Rules, 0},
		}, nil},
		"another thing": {from{
			{"a", "The turbidity of the raw water must not exceed 50 NTU.", source.Notes, 0},
			{"b", "The turbidity of the filtrate after the wash must not exceed 0.3 NTU.", source.Rules, 0},
		}, nil},
		"the other direction": {from{
			{"a", "The residual in the clear well must be at least 0.2 mg/L.", source.Notes, 0},
			{"b", "The residual in the clear well must not exceed 4 mg/L.", source.Rules, 0},
		}, nil},
		"formulas": {from{
			{"talk", "Loss = flow × 3, where the loss is in m and the flow is in m.", source.Talk, 0},
			{"book", "Loss = flow × 2, where the loss is in m and the flow is in m.", source.Textbook, 0},
		}, map[string]string{"talk": "book"}},
	} {
		all := claims(t, c.from)
		got := map[string]string{}
		overruled, disputed := Settle(all)
		for lost, by := range overruled {
			got[all[lost].Source] = all[by].Source
		}
		if want := name == "equals"; (len(disputed) == 1) != want || !want && len(disputed) > 0 {
			t.Errorf("%s: disputed are %v", name, disputed)
		}
		if len(got) != len(c.wins) {
			t.Errorf("%s: overruled are %v, want %v (of %d claims)", name, got, c.wins, len(all))
		}
		for lost, by := range c.wins {
			if got[lost] != by {
				t.Errorf("%s: %s is overruled by %q, want %q", name, lost, got[lost], by)
			}
		}
	}
}
