package writer

import (
	"fmt"
	"math/rand/v2"
	"slices"
	"strings"
	"testing"

	"zincowl/core/question"
	"zincowl/core/source"
	"zincowl/core/source/plain"
)

// studied is a text as the writer knows it.
func studied(text string) *Material {
	return Study([]Source{{ID: "notes", Doc: plain.Read("notes.txt", text), Topics: map[string]string{}}})
}

// about finds the sentence that a text was read as, by its beginning.
func about(m *Material, begins string) *said {
	for _, s := range m.lore.said {
		if strings.HasPrefix(s.text, begins) {
			return s
		}
	}
	return nil
}

const filters = `Filters

A rapid filter is a bed of graded sand that holds particles through its whole depth. It is washed when head loss reaches 2.4 m. A slow filter works at its surface, where a living layer forms. The layer is only a millimetre thick. This is why it is scraped and not washed. The slow filter covers more ground than the rapid filter. However, the works still runs both. There are three reasons for that. Wash water is held in a tank. The tank must be covered, so that no leaves fall in.

1.2 Open the outlet valve slowly after a wash. When starting a pump, close the valve first. Never run a pump dry, because its seal burns within seconds. If the turbidity rises above 1 NTU, the filter must be washed at once. Alum reacts faster in warm water than in cold water.
`

// What leans on other sentences is not asked about; what only points to a thing of the
// trade is.
func TestStandsAlone(t *testing.T) {
	m := studied(filters)
	for begins, want := range map[string]bool{
		"A rapid filter is a bed":                true,
		"This is why":                            false,
		"The layer is only":                      false, // the layer was brought in just before
		"The slow filter covers":                 true,
		"There are three reasons":                false,
		"If the turbidity rises":                 true,
		"You must open the outlet valve slowly":  true,
		"When starting a pump, you must close":   true,
		"You must never run a pump dry, because": true,
		"Alum reacts faster":                     true,
	} {
		s := about(m, begins)
		if s == nil && want {
			t.Errorf("%q is not among the sentences", begins)
		} else if s != nil && s.alone != want {
			t.Errorf("%q stands alone: %v, want %v", s.text, s.alone, want)
		}
	}
}

// What a sentence points to may stand in the sentence itself.
func TestWhatPointsWithin(t *testing.T) {
	for text, want := range map[string]bool{
		"Water is led from one basin to another by a siphon.":                               true,
		"Another basin is filled by a siphon in the night.":                                 false,
		"Warm beds clog faster than cold ones do in winter.":                                true,
		"A wrong entry is struck out in such a way that it can be read.":                    true,
		"In winter such a valve freezes within the hour.":                                   false,
		"Particles above 2 mm are gravel, and those from 1 mm on are coarse sand.":          true,
		"Those of the second basin are raked out by hand.":                                  false,
		"Every filter has two valves, and the operator on shift closes both.":               true,
		"After a wash both are closed by the operator on shift.":                            false,
		"A permit is given to anyone who has shown that he can read a gauge.":               true,
		"After the wash he can read the gauge from the gallery.":                            false,
		"The filtrate meter compares the flow going in with that leaving the bed.":          true,
		"Nobody may enter the chamber alone, whether they hold a permit or not.":            true,
		"A bed that has run for three days may need a wash, although an old one may not.":   true,
		"Because of that the outlet valve is closed by hand.":                               false,
		"For something to settle, two things are needed: still water and enough time.":      true,
		"Beats the meter in the end, since a meter sees no leak.":                           false,
		"You must further in, behind the outlet wall, stands the oldest pump of the works.": false,
	} {
		m := studied("Notes\n\n" + text)
		s := about(m, text[:10])
		if got := s != nil && s.alone; got != want {
			t.Errorf("%q stands alone: %v", text, got)
		}
	}
}

// A sentence that leans on the one before it is asked about together with that, and only what
// it says itself is told wrong.
func TestBackedSentences(t *testing.T) {
	m := studied("Notes\n\nThe wash pump is driven by a diesel engine. It must be started at least 10 minutes before a wash.\n\nThe gallery is locked at night. We keep its key at the gate.")
	if len(m.lore.backed) != 1 {
		t.Fatalf("%d sentences are backed", len(m.lore.backed))
	}
	s := m.lore.backed[0]
	if s.text != "The wash pump is driven by a diesel engine. It must be started at least 10 minutes before a wash." || s.Quote != s.text {
		t.Errorf("%q, from %q", s.text, s.Quote)
	}
	told := m.lore.falsehoods(s, rand.New(rand.NewPCG(1, 2)))
	if len(told) == 0 {
		t.Error("nothing is told wrong")
	}
	for _, f := range told {
		if !strings.HasPrefix(f.text, "The wash pump is driven by a diesel engine. It ") {
			t.Errorf("%q has what only backs it changed", f.text)
		}
	}
}

// A false statement has one thing changed, and not by a bound that what is true entails.
func TestFalsehoods(t *testing.T) {
	for _, c := range []struct {
		text      string
		want, not []string
	}{
		{"Alum reacts faster in warm water than in cold water.", []string{"slower"}, nil},
		{"A tank must hold at least 20 days of chemical.", []string{"at most"}, []string{" 10 ", " 16 "}},
		{"A sample must be read within 20 minutes of its taking.", []string{" 10 "}, []string{" 30 ", " 40 "}},
		{"A filter that has run for more than 70 hours must be washed.", []string{"need not", "less than"}, []string{" 105 ", " 140 "}},
		{"If the flow exceeds 40 m³/h, the second pump must be started.", nil, []string{" 60 ", " 80 "}},
		{"The bed may not be washed with raw water.", []string{"may be"}, nil},
		{"Never run a pump dry, because its seal burns.", nil, []string{"need not"}},
		{"The valve is opened before the pump is started by the operator on shift.", nil, []string{"after"}},
		{"The rate of the reaction falls as the water grows colder.", []string{"rises"}, nil},
		{"The meter was sold to the works in 1987 by its maker.", []string{"19"}, []string{"bought"}},
		{"Each filter has two valves and a gauge.", []string{"three", "four"}, nil},
	} {
		m := studied("Notes\n\n" + c.text)
		var got []string
		for seed := range uint64(12) {
			for _, s := range m.lore.said {
				for _, f := range m.lore.falsehoods(s, rand.New(rand.NewPCG(seed, 3))) {
					got = append(got, f.text)
					if f.text == s.text || f.was == f.became {
						t.Errorf("%q is not changed", f.text)
					}
				}
			}
		}
		for _, w := range c.want {
			if !slices.ContainsFunc(got, func(s string) bool { return strings.Contains(s, w) }) {
				t.Errorf("%q is never told with %q: %q", c.text, w, slices.Compact(got))
			}
		}
		for _, w := range c.not {
			if slices.ContainsFunc(got, func(s string) bool { return strings.Contains(s, w) }) {
				t.Errorf("%q is told with %q: %q", c.text, w, slices.Compact(got))
			}
		}
	}
}

// Two things of one sentence change places where it tells them apart.
func TestSwappedThings(t *testing.T) {
	m := studied("Notes\n\nThe slow filter is scraped, whereas the rapid filter is washed. The slow filter and the rapid filter hold sand.")
	s := about(m, "The slow filter is scraped")
	f := m.lore.swapped(s)
	if len(f) != 1 || f[0].text != "The rapid filter is scraped, whereas the slow filter is washed." {
		t.Errorf("%+v", f)
	}
}

func TestHalves(t *testing.T) {
	for text, want := range map[string]string{
		"The old bed is washed because the sand is fine.":               "Why is this so? The old bed is washed. → the sand is fine",
		"The tank must be covered, so that no leaves fall in.":          "What is this for? The tank must be covered. → no leaves fall in",
		"When the residual falls below the limit, the dose is raised.":  "What follows when the residual falls below the limit? → the dose is raised",
		"A sample is thrown away if its bottle was opened in the van.":  "Under what condition does this hold? A sample is thrown away. → its bottle was opened in the van",
		"The pump has run since 1998 without any repair worth telling.": "",
		"The bed works only if it is wet.":                              "",
	} {
		m := studied("Notes\n\n" + text)
		got := ""
		for _, s := range m.lore.said {
			for _, h := range halvesOf(s) {
				if ask, ok := h.openly(); ok {
					got = ask + " → " + h.asked
				}
			}
		}
		if got != want {
			t.Errorf("%q is asked %q, want %q", text, got, want)
		}
	}
}

// The amount that breaks a limit is beyond it, and the limit itself keeps to it.
func TestLimitCases(t *testing.T) {
	m := studied("Notes\n\nA tank must hold at least 20 days of chemical.\n\nThe turbidity of the filtrate must not exceed 0.3 NTU.")
	n := 0
	for _, i := range m.limitCases() {
		n++
		q, err := i.write(rand.New(rand.NewPCG(1, 1)), Brief{Options: 4})
		if err != nil {
			t.Fatal(err)
		}
		key, _ := q.KeyOption()
		if q.Level = i.level; q.Level != question.Hard || !slices.Contains([]string{"15 days", "0.4 NTU"}, key.Text) {
			t.Errorf("%s %+v: the key is %q", q.Stem, q.Options, key.Text)
		}
	}
	if n != 2 {
		t.Errorf("%d limits are applied to cases", n)
	}
}

// A condition applies to the one amount on its side of the number.
func TestConditionCases(t *testing.T) {
	for text, want := range map[string]string{
		"A filter that has run for more than 80 hours must be washed.":                     "90 hours",
		"If the tank holds less than 80 litres of chlorine, a new load must be ordered.":   "70 litres",
		"If no more than 80 litres of chlorine are left, a new load must be ordered.":      "70 litres",
		"If at least 80 litres of chlorine are left, the load must be sent back.":          "90 litres",
		"Unless more than 80 litres of chlorine are left, a new load must be ordered.":     "",
		"A tank that has run dry for 80 hours must be rinsed before it is filled by hand.": "",
	} {
		got := ""
		for _, i := range studied("Notes\n\n" + text).limitCases() {
			q, err := i.write(rand.New(rand.NewPCG(1, 1)), Brief{Options: 4})
			if key, ok := q.KeyOption(); ok && err == nil {
				got = key.Text
			}
		}
		if got != want {
			t.Errorf("%q applies to %q, want %q", text, got, want)
		}
	}
}

func TestCards(t *testing.T) {
	m := Study(course(t))
	b := Brief{Count: 1, Seed: 4, Cards: CardBrief{Count: 30}}
	cards, err := Cards(t.Context(), m, b)
	if err != nil || len(cards) != 30 {
		t.Fatalf("%d cards, %v", len(cards), err)
	}
	kinds := map[string]int{}
	for _, c := range cards {
		kinds[c.Kind]++
		if c.Front == "" || c.Back == "" || len(c.Cites) != 1 {
			t.Errorf("%+v", c)
		}
		for _, mask := range c.Masks {
			if !strings.Contains(c.Back, mask.Text) {
				t.Errorf("what is covered, %q, is not on the back: %q", mask.Text, c.Back)
			}
		}
	}
	for _, k := range []string{"term", "question", "blank", "cell"} {
		if kinds[k] == 0 {
			t.Errorf("there is no card of the kind %s: %v", k, kinds)
		}
	}
	again, _ := Cards(t.Context(), m, b)
	for i := range again {
		if again[i].ID != cards[i].ID {
			t.Fatal("the same seed gives other cards")
		}
	}
	b.Cards = CardBrief{Count: 10, Kinds: []string{"term"}, Length: "short", Include: []string{"chlorine"}}
	some, err := Cards(t.Context(), m, b)
	if err != nil || len(some) == 0 {
		t.Fatalf("%d cards on chlorine, %v", len(some), err)
	}
	for _, c := range some {
		if c.Kind != "term" || len(strings.Fields(c.Back)) > 14 || !strings.Contains(strings.ToLower(c.Front+c.Back), "chlorine") {
			t.Errorf("%+v", c)
		}
	}
	for _, bad := range []CardBrief{{Count: -1}, {Count: 1, Kinds: []string{"song"}}, {Count: 1, Length: "endless"}} {
		if err := (Brief{Count: 1, Cards: bad}).Check(); err == nil || strings.Count(err.Error(), ".") != 1 {
			t.Errorf("%+v: %v", bad, err)
		}
	}
}

// Sources in Spanish bear blanks, meanings and numbers in Spanish.
func TestSpanishSources(t *testing.T) {
	doc := plain.Read("notas.txt", "Los filtros\n\nUn filtro lento es un lecho de arena fina que trabaja en su superficie. El agua limpia se guarda en un depósito de 900 metros cúbicos. Esto se hace dos veces al año.\n")
	doc.Language = "es"
	m := Study([]Source{{ID: "notas", Doc: doc, Topics: map[string]string{}}})
	qs, _ := draft(t, m, Brief{Count: 10, Seed: 2})
	if len(qs) < 3 {
		t.Fatalf("%d questions", len(qs))
	}
	for _, q := range qs {
		if q.Language != "es" || strings.Contains(q.Stem, "Esto") {
			t.Errorf("%s: %s", q.Language, q.Stem)
		}
	}
}

// A formula that names no units, or whose names are pieces of its legend, bears nothing.
func TestFormulasThatCannotBeTold(t *testing.T) {
	for text, want := range map[string]bool{
		"The dose is D = F × C, where D is the dose in mg, F is the flow in L and C is the concentration in mg/L.":  true,
		"The worth is A = L + C, where A is the assets, L is the debts and C is the capital.":                       false,
		"A = L + C, where A is what is owned in $, L is what would be left in $ and C is what they put in in $.":    false,
		"The score is z = x/s, where z is a number without units, x is the value as a number and s a plain number.": true,
	} {
		m := studied("Notes\n\n" + text)
		got := slices.ContainsFunc(m.ideas, func(i *idea) bool { return i.formula != "" })
		if got != want {
			t.Errorf("%q bears questions: %v", text, got)
		}
	}
}

// Two limits of one passage that another source overrules are both left alone.
func TestNothingIsDrawnFromWhatIsOverruled(t *testing.T) {
	notes := plain.Read("notes.txt", "Notes\n\nThe chlorine residual at the last tap must be at least 0.1 mg/L. The turbidity of filtered water must not exceed 0.5 NTU.")
	rules := plain.Read("rules.txt", "Rules\n\nThe chlorine residual at the last tap must be at least 0.2 mg/L. The turbidity of filtered water must not exceed 0.3 NTU.")
	m := Study([]Source{{ID: "notes", Doc: notes, Standing: source.Notes}, {ID: "rules", Doc: rules, Standing: source.Rules}})
	for _, i := range m.ideas {
		if i.source == "notes" {
			t.Errorf("%s is drawn from what the rules overrule", i.subject)
		}
	}
	if len(m.ideas) == 0 {
		t.Error("nothing is drawn from the rules")
	}
}

// A picture with labels gives cards that cover some of them in their places; a page of
// recognised text is no such picture.
func TestLabelsAreCovered(t *testing.T) {
	label := func(text string, at int) source.Label {
		return source.Label{Text: text, Box: source.Box{Left: at, Top: at, Right: at + 40, Bottom: at + 10}}
	}
	labels := []source.Label{label("inlet", 1), label("sand bed", 20), label("gravel", 40), label("outlet", 60), label("3", 80), label("valve", 90), label("valve", 95)}
	picture := source.Passage{ID: "p1", Kind: source.Picture, File: "a.png", Caption: "A slow filter.", Labels: labels}
	page := picture
	page.ID, page.Labels = "p2", nil
	for i := range 40 {
		page.Labels = append(page.Labels, label(fmt.Sprintf("word%d of the page", i), i))
	}
	m := Study([]Source{{ID: "s", Doc: source.Document{Passages: []source.Passage{picture, page}}, Topics: map[string]string{}}})
	cards, err := Cards(t.Context(), m, Brief{Count: 1, Cards: CardBrief{Count: 9, Kinds: []string{"region"}}})
	if err != nil {
		t.Fatal(err)
	}
	var covered []string
	for _, c := range cards {
		if c.File != "a.png" || c.Source != "s" || len(c.Masks) > mostMasked {
			t.Errorf("%+v", c)
		}
		for _, m := range c.Masks {
			covered = append(covered, m.Text)
			if m.Box == nil || m.Box.Right-m.Box.Left != 40 {
				t.Errorf("%q is covered at %v", m.Text, m.Box)
			}
		}
	}
	if got := strings.Join(covered, ", "); got != "inlet, sand bed, gravel, outlet" && got != "outlet, inlet, sand bed, gravel" {
		t.Errorf("covered: %s", got)
	}
}
