package proof

import (
	"fmt"
	"math"
	"regexp"
	"slices"
	"strconv"
	"strings"

	"zincowl/core/kind"
	"zincowl/core/maths/units"
)

// moment is a point in time that stands in a text.
type moment struct {
	kind       momentKind
	seconds    float64 // since midnight, since the first of January, since Monday
	period     float64 // after which it comes again
	start, end int
}

type momentKind int

const (
	clock momentKind = iota
	weekday
	date
)

const day = 24 * 3600.0

var (
	clockTime = regexp.MustCompile(`(?i)\b([01]?\d|2[0-4])([.:])([0-5]\d)(?:\s*([ap])\.?m\b\.?|\s*(?:h|hrs|hours|o'clock)\b)?|\b(1[0-2]|[1-9])\s*(?:([ap])\.?m\b\.?|(o'clock)\b)|\b(noon|midday|midnight)\b`)
	// timeLike is what stands before a time that is written with a point.
	timeLike  = regexp.MustCompile(`(?i)\b(?:at|from|to|till|until|between|and|by|since|before|after|sits? down|starts?|begins?|leaves?|departs?|arrives?|ends?)\s+(?:exactly |about )?$`)
	ofTheYear = regexp.MustCompile(`(?i)\b(\d{1,2})(?:st|nd|rd|th)?\s+(?:of\s+)?(jan|feb|mar|apr|may|jun|jul|aug|sep|oct|nov|dec)[a-z]*\b|\b(january|february|march|april|may|june|july|august|september|october|november|december)\s+(\d{1,2})(?:st|nd|rd|th)?\b`)
	ofTheWeek = regexp.MustCompile(`(?i)\b(mon|tues|wednes|thurs|fri|satur|sun)day\b`)
)

var (
	monthDays = []int{31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31}
	months    = []string{"jan", "feb", "mar", "apr", "may", "jun", "jul", "aug", "sep", "oct", "nov", "dec"}
	weekdays  = []string{"mon", "tues", "wednes", "thurs", "fri", "satur", "sun"}
)

// moments finds the points in time of a text. "9.30" is one where it must be, or where
// a word such as "at" stands before it.
func moments(text string, mustBe bool) []moment {
	var out []moment
	for _, m := range clockTime.FindAllStringSubmatchIndex(text, -1) {
		at := func(i int) string {
			if m[2*i] < 0 {
				return ""
			}
			return strings.ToLower(text[m[2*i]:m[2*i+1]])
		}
		if m[0] > 0 && strings.ContainsAny(text[m[0]-1:m[0]], ".,:/") || m[1] < len(text)-1 && strings.ContainsAny(text[m[1]:m[1]+1], ":.,") && isDigit(text[m[1]+1]) {
			continue
		}
		hour, _ := strconv.Atoi(at(1) + at(5))
		minute, _ := strconv.Atoi(at(3))
		half := at(4) + at(6)
		found := moment{kind: clock, period: day, start: m[0], end: m[1]}
		switch {
		case at(8) == "midnight":
		case at(8) != "":
			hour = 12
		case half != "" && hour > 12:
			continue
		case half != "":
			if hour %= 12; half == "p" {
				hour += 12
			}
		case at(2) == "." && !mustBe && !timeLike.MatchString(text[:m[0]]) || at(2) == ":" && minute == 0 && hour < 3 && !mustBe:
			continue
		case hour <= 12 && at(1) != "" && !strings.HasPrefix(at(1), "0"):
			found.period = day / 2 // morning or afternoon is not said
		case at(7) != "":
			found.period = day / 2
		}
		found.seconds = float64(hour*3600 + minute*60)
		out = append(out, found)
	}
	for _, m := range ofTheYear.FindAllStringSubmatch(text, -1) {
		at := strings.Index(text, m[0])
		d, _ := strconv.Atoi(m[1] + m[4])
		month := slices.Index(months, strings.ToLower(m[2] + m[3])[:3])
		if d < 1 || d > monthDays[month]+1 {
			continue
		}
		days := d - 1
		for _, n := range monthDays[:month] {
			days += n
		}
		out = append(out, moment{date, float64(days) * day, 365 * day, at, at + len(m[0])})
	}
	for _, m := range ofTheWeek.FindAllStringSubmatchIndex(text, -1) {
		n := slices.Index(weekdays, strings.ToLower(text[m[2]:m[3]]))
		out = append(out, moment{weekday, float64(n) * day, 7 * day, m[0], m[1]})
	}
	slices.SortStableFunc(out, func(a, b moment) int { return a.start - b.start })
	return out
}

func isDigit(b byte) bool { return b >= '0' && b <= '9' }

// onlyMoment reads a text that is one point in time and nothing else.
func onlyMoment(text string) (moment, bool) {
	found := moments(text, true)
	if len(found) != 1 || strings.Trim(text[:found[0].start]+text[found[0].end:], " .") != "" {
		return moment{}, false
	}
	return found[0], true
}

// until is the time from one moment to the next one like another.
func (m moment) until(later moment) float64 {
	return math.Mod(later.seconds-m.seconds+2*later.period, math.Min(m.period, later.period))
}

// is says whether two moments may be the same. Whether the first day counts is not
// said of dates, so they may differ by one.
func (m moment) is(other moment) bool {
	period := math.Min(m.period, other.period)
	apart := math.Abs(math.Remainder(m.seconds-other.seconds, period))
	if m.kind == date {
		return apart <= day+1
	}
	return apart < 31
}

func (m moment) after(seconds float64) moment {
	m.seconds = math.Mod(m.seconds+seconds+10*m.period, m.period)
	return m
}

func (m moment) text() string {
	days := int(math.Round(m.seconds / day))
	switch m.kind {
	case weekday:
		name := weekdays[days%7] + "day"
		return strings.ToUpper(name[:1]) + name[1:]
	case date:
		for i, n := range monthDays {
			if days < n {
				return fmt.Sprintf("%d %s%s", days+1, strings.ToUpper(months[i][:1]), months[i][1:])
			}
			days -= n
		}
	}
	minutes := int(math.Round(m.seconds / 60))
	return fmt.Sprintf("%d:%02d", minutes/60, minutes%60)
}

// forwards are words by which it lies after that.
var forwards = regexp.MustCompile(`(?i)\b(?:later|after|ends?|ready|finish\w*|done|next|following|expires?|due|used up|arrives?|lasts?)\b`)

// backwards are words by which what is asked lies before what is told.
var backwards = regexp.MustCompile(`(?i)\b(?:before|ago|earlier|latest|(?:start|begin|leave|depart|set off|began|started|left|set out)\b[^.?]*\?|must\b[^.?]*\bby)\b`)

// moment asks whether the point in time that is the key can be reached from the one
// that the stem tells, by the times and counts that it tells.
func (x *examination) moment() []Finding {
	key, ok := onlyMoment(kind.KeyText(x.Question))
	if !ok || x.Stimulus != "" {
		return nil
	}
	told := slices.DeleteFunc(moments(x.Stem, true), func(m moment) bool { return m.kind != key.kind })
	if len(told) != 1 {
		return nil
	}
	from := told[0]
	var starts []result
	timed := false
	for _, f := range quantities(x.Stem[:from.start] + x.Stem[from.end:]) {
		g := asGiven(f)
		if f.Unit.Zero != nil || !g.bare() && g.dim != second.Dim || strings.HasPrefix(f.Unit.Text, "month") || strings.HasPrefix(f.Unit.Text, "year") {
			return nil
		}
		timed = timed || !g.bare()
		starts = append(starts, result{g, g.text})
	}
	if !timed || len(starts) > mostGivens {
		return nil
	}
	back := backwards.MatchString(x.Stem)
	reach := func(some []result) []result {
		return slices.DeleteFunc(ways(some), func(r result) bool { return r.dim != second.Dim })
	}
	for some := range subsets(starts) {
		for _, r := range reach(some) {
			if key.is(from.after(r.value)) || (back || !forwards.MatchString(x.Stem)) && key.is(from.after(-r.value)) {
				return nil
			}
		}
	}
	options := []moment{key}
	for _, o := range x.Options {
		m, ok := onlyMoment(o.Text)
		if !ok || m.kind != key.kind {
			return nil
		}
		options = append(options, m)
	}
	var all, offered []reached
	for _, r := range reach(starts) {
		for _, way := range []float64{r.value, -r.value} {
			to := reached{from.after(way), r.how}
			if way < 0 && !back || slices.ContainsFunc(all, func(o reached) bool { return o.is(to.moment) }) || len(x.Options) > 0 && !to.near(options) {
				continue
			}
			all = append(all, to)
			if slices.ContainsFunc(options[1:], to.is) {
				offered = append(offered, to)
			}
		}
	}
	f := Finding{Check: "reckon", Verdict: Unsure, At: "key"}
	switch {
	case len(offered) == 1:
		i := slices.IndexFunc(options[1:], offered[0].is)
		f.Title, f.Says = "Another option comes out", fmt.Sprintf("%s from %s makes %s, which is “%s”.", offered[0].how, from.text(), offered[0].text(), x.Options[i].Text)
	case len(offered) > 1 || len(all) == 0 || len(all) > 2:
		return nil
	case len(x.Options) > 0:
		f.Title, f.Says = "The right answer seems to be in none of the options", fmt.Sprintf("%s from %s makes %s, and no option says so.", all[0].how, from.text(), all[0].text())
	case len(all) == 1:
		f.Title, f.Says = "Another answer comes out", fmt.Sprintf("%s from %s makes %s.", all[0].how, from.text(), all[0].text())
	default:
		return nil
	}
	return []Finding{f}
}

// span asks whether the time between the two moments that a stem tells is the key, where
// it tells nothing else.
func (x *examination) span() []Finding {
	key, ok := amount(kind.KeyText(x.Question))
	found := moments(x.Stem, false)
	if !ok || !key.Unit.Same(second) || x.Stimulus != "" || len(found) != 2 || found[0].kind != clock || found[1].kind != clock || !spans.MatchString(x.Stem) {
		return nil
	}
	from, to := found[0], found[1]
	rest := asksHours.ReplaceAllString(x.Stem[:from.start]+x.Stem[from.end:to.start]+x.Stem[to.end:], "")
	if len(quantities(rest)) > 0 || timeWord.MatchString(rest) || interrupted.MatchString(rest) {
		return nil
	}
	between := from.until(to)
	is := func(q units.Quantity) bool {
		v, _ := q.In(second).Float64()
		return math.Abs(math.Remainder(v-between, math.Min(from.period, to.period))) < 31
	}
	if is(key) {
		return []Finding{{Check: "reckon", Verdict: Pass, At: "key", Title: "Reckoned", Says: fmt.Sprintf("From %s to %s it is %s.", from.text(), to.text(), kind.KeyText(x.Question)), shows: true}}
	}
	f := Finding{Check: "reckon", Verdict: Unsure, At: "key", Title: "Another answer comes out", Says: fmt.Sprintf("From %s to %s it is %.0f h %.0f min.", from.text(), to.text(), math.Floor(between/3600), math.Mod(between/60, 60))}
	return []Finding{f}
}

var (
	asksHours   = regexp.MustCompile(`(?i)\bhow many (?:hours?|minutes?)(?: and minutes)?\b|\bin (?:hours|minutes)\b|\bthe next (?:day|morning)\b`)
	interrupted = regexp.MustCompile(`(?i)\b(?:breaks?|paus\w+|stops?|stopped|rests?|delay\w*|late|early|time zones?|local time|behind|ahead|slow|fast)\b`)
)

var spans = regexp.MustCompile(`(?i)\b(?:how long|how many (?:hours|minutes)|what time does it take|duration|lasts?|for how long|takes?|took)\b`)

// reached is a moment with the working that leads to it.
type reached struct {
	moment
	how string
}

// near says whether a moment lies among options, the key first, or about as far from
// them as they are from each other.
func (m reached) near(options []moment) bool {
	if m.kind == weekday {
		return true
	}
	low, high := 0.0, 0.0
	from := func(o moment) float64 {
		return math.Remainder(o.seconds-options[0].seconds, math.Min(options[0].period, o.period))
	}
	for _, o := range options {
		low, high = math.Min(low, from(o)), math.Max(high, from(o))
	}
	apart := from(m.moment)
	return apart >= low-(high-low)/2-60 && apart <= high+(high-low)/2+60
}
