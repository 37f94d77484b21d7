package writer

import (
	"slices"
	"strings"
	"testing"

	"zincowl/core/question"
)

const chronicle = `The works of Hollin

The first weir was built in 1871. Two slow filters were added in 1883 by the town. A flood carried the weir away in the spring of 1902.

Fever

In 1904 the council bought the mill above the weir. In 1911 the doctor of the town traced a fever to the open channel. The channel was covered in 1913.

Pumps

The steam pump was replaced in 1926 by two diesel pumps. It is said that the meter house dates from 1930 or 1931.
`

// Events are put in order by the years in the text, and only those that have one.
func TestEvents(t *testing.T) {
	m := studied(chronicle)
	years := map[int]string{}
	for _, e := range m.events() {
		years[e.year] = e.what
	}
	for year, what := range map[int]string{1871: "The first weir was built", 1902: "A flood carried the weir away", 1904: "The council bought the mill above the weir"} {
		if years[year] != what {
			t.Errorf("in %d: %q, want %q", year, years[year], what)
		}
	}
	if years[1930] != "" || years[1931] != "" {
		t.Errorf("%v", years)
	}
	orders, firsts, asked := 0, 0, 0
	for _, i := range m.ideas {
		q, err := i.write(source32(3, i.subject), Brief{}.withDefaults())
		if err != nil {
			continue
		}
		at := func(id string) int {
			o, _ := q.Option(id)
			for year, what := range years {
				if what == o.Text {
					return year
				}
			}
			t.Errorf("%s is no event", o.Text)
			return 0
		}
		switch i.frame {
		case "events":
			orders++
			if !slices.IsSortedFunc(q.Key.Order, func(a, b string) int { return at(a) - at(b) }) {
				t.Errorf("%v of %+v", q.Key.Order, q.Options)
			}
		case "first event":
			firsts++
			for _, o := range q.Options {
				if key := at(q.Key.Options[0]); strings.Contains(q.Stem, "first") && at(o.ID) < key || strings.Contains(q.Stem, "last") && at(o.ID) > key {
					t.Errorf("%s: %s is the key, beside %s", q.Stem, years[key], o.Text)
				}
			}
		case "year":
			asked++
			if o, _ := q.KeyOption(); !strings.Contains(i.from.text, o.Text) || !strings.HasPrefix(q.Stem, "In which year ") {
				t.Errorf("%s: %s", q.Stem, o.Text)
			}
		}
	}
	if orders == 0 || firsts == 0 || asked < 3 {
		t.Errorf("%d orders, %d first, %d years", orders, firsts, asked)
	}
}

// Statements are asked about together by what they speak of, from two places or more.
func TestThemes(t *testing.T) {
	m := studied(`Notes

Slow filters are scraped by hand. Slow filters need much ground. A slow filter must ripen for five days.

Washing

Rapid filters are washed with air and water. A rapid filter is washed when head loss reaches 2.4 m. Rapid filters hold particles deeper than slow filters do.
`)
	found := false
	for _, th := range m.themes() {
		passages := map[string]bool{}
		for _, s := range th.said {
			passages[s.Passage] = true
		}
		if len(th.said) < fewest || len(passages) < 2 {
			t.Errorf("%s: %d sentences of %d passages", th.name, len(th.said), len(passages))
		}
		found = found || strings.Contains(th.name, "filters")
	}
	if !found {
		t.Errorf("nothing is asked about filters: %+v", m.themes())
	}
	n := 0
	for _, i := range m.ideas {
		if i.level != question.Hard || i.from == nil || !strings.Contains(i.frame, "statements") {
			continue
		}
		q, err := i.write(source32(3, i.subject), Brief{used: map[string]int{}}.withDefaults())
		if err != nil {
			continue
		}
		n++
		if strings.Contains(q.Stem, "%") || len(q.Options) != 4 || len(q.Cites) != 4 {
			t.Errorf("%s %+v", q.Stem, q.Options)
		}
	}
	if n == 0 {
		t.Error("no statements are asked about together")
	}
}

// Terms that could be taken for each other are told apart, and what is said of several things is
// matched where none of it could be true of another.
func TestToldApart(t *testing.T) {
	m := studied(`Notes

A flash point is the temperature at which a liquid can be lit by a flame. An ignition point is the temperature at which a substance burns without a flame.

A clarifier lets heavy flocs sink into a hopper. A bar screen catches floating rubbish before the pumps. A contact tank gives chlorine thirty minutes to act. A weighbridge prints the load of each lorry that arrives.
`)
	frames := map[string]int{}
	for _, i := range m.ideas {
		q, err := i.write(source32(4, i.subject), Brief{}.withDefaults())
		if err != nil {
			continue
		}
		frames[i.frame]++
		switch i.frame {
		case "difference":
			if len(q.Key.Points) != 2 || q.Stem != "What is the difference between “flash point” and “ignition point”?" {
				t.Errorf("%s %q", q.Stem, q.Key.Points)
			}
		case "true of which":
			for _, p := range q.Key.Pairs {
				left, _ := q.Option(p[0])
				right := q.Matches[slices.IndexFunc(q.Matches, func(o question.Option) bool { return o.ID == p[1] })]
				if s := about(m, "A "+strings.ToLower(left.Text)); s == nil || !strings.Contains(s.text, strings.ToLower(right.Text[:1])+right.Text[1:]) {
					t.Errorf("%s is matched with %s", left.Text, right.Text)
				}
			}
		}
	}
	if frames["difference"] != 1 || frames["true of which"] == 0 {
		t.Errorf("%v", frames)
	}
}
