package proof

import (
	"regexp"
	"slices"
	"strconv"

	"zincowl/core/language"
	"zincowl/core/question"
)

// What happened when stands in the words quoted: each event with the one year that stands
// beside it.

var (
	aYear    = regexp.MustCompile(`\b(?:1\d{3}|20\d{2})\b`)
	inYear   = regexp.MustCompile(`(?i)\b(?:in|since) which year\b`)
	byTime   = regexp.MustCompile(`(?i)\b(?:happened|happen|took place|came|occurred)\b.*\b(?:first|last|earliest|latest)\b`)
	backward = regexp.MustCompile(`(?i)\b(?:last|latest)\b`)
)

// yearOf is the year that the words quoted give an event; it is not ok where they give none, or
// more than one.
func (x *examination) yearOf(event string) (year int, ok bool) {
	stems := language.Stems(event)
	for _, c := range x.Cites {
		found := aYear.FindAllString(c.Quote, -1)
		if len(found) != 1 || len(stems) == 0 || common(language.Stems(c.Quote), stems)*10 < len(stems)*9 {
			continue
		}
		n, _ := strconv.Atoi(found[0])
		if ok && n != year {
			return 0, false
		}
		year, ok = n, true
	}
	return year, ok
}

// dated asks of events whether the key has them in the order of their years.
func (x *examination) dated() []Finding {
	if inYear.MatchString(x.Stem) {
		event := inYear.ReplaceAllString(x.Stem, "")
		year, ok := x.yearOf(event)
		at := slices.IndexFunc(x.Options, func(o question.Option) bool { return o.Text == strconv.Itoa(year) })
		if !ok || at < 0 {
			return nil
		}
		return x.settled([]string{x.Options[at].ID}, "The year stands in the source", "The words quoted have what the stem asks about, and this year alone.")
	}
	if !byTime.MatchString(x.Stem) {
		return nil
	}
	at := map[string]int{}
	options := slices.Clone(x.Options)
	for _, o := range options {
		year, ok := x.yearOf(o.Text)
		if !ok {
			return nil
		}
		at[o.ID] = year
	}
	slices.SortStableFunc(options, func(a, b question.Option) int {
		if backward.MatchString(x.Stem) {
			a, b = b, a
		}
		return at[a.ID] - at[b.ID]
	})
	for i := 1; i < len(options); i++ {
		if at[options[i].ID] == at[options[i-1].ID] {
			return nil // which came first can't be told
		}
	}
	if len(x.Key.Order) == 0 {
		return x.settled([]string{options[0].ID}, "The years were compared", "By the years in the words quoted the key comes before the others.")
	}
	for i, o := range options {
		if x.Key.Order[i] != o.ID {
			return []Finding{{Check: "stated", Verdict: Fail, At: "key", Title: "The key is wrong", Says: "By the years in the words quoted “" + o.Text + "” stands in another place.", Evidence: x.quoted()}}
		}
	}
	return x.shown("The years were compared", "The key has the events in the order of the years in the words quoted.")
}
