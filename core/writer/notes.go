package writer

import (
	"fmt"
	"math/rand/v2"
	"regexp"
	"slices"
	"strings"

	"zincowl/core/fact"
	"zincowl/core/language"
	"zincowl/core/language/realise"
	"zincowl/core/question"
)

// Notes name a thing and put behind a mark what is to be known of it: "Osmosis — water crosses
// a membrane towards the stronger solution". Or they list things of one sort of what the
// heading names: "Signs: raised pulse, dry tongue".

// entry is a line of notes on one thing.
type entry struct {
	*said
	name string // of the thing
	says string // what is put behind the mark
	on   map[string]bool
}

// roster is a line of notes that lists things of a sort.
type roster struct {
	*said
	sort  string // "signs"
	of    string // what the heading names
	items []string
}

// noted is a line of notes: a name, a mark, and what belongs to the name.
var noted = regexp.MustCompile(`^([^:=—–]{2,60}?)(?:: | [=—–-] )(.+)$`)

// entries are the lines of notes that name a thing.
func (m *Material) entries() (entries []entry, rosters []roster) {
	seen := map[*said]bool{}
	for s, f := range m.lore.facts() {
		line := noted.FindStringSubmatch(s.text)
		if f.Type != fact.Note && f.Type != fact.Definition || f.Hedged || line == nil || seen[s] {
			continue
		}
		seen[s] = true
		name, says := strings.TrimSpace(line[1]), strings.TrimRight(strings.TrimSpace(line[2]), ".;,! ")
		if list := listed(says); collects(name) && len(list) >= 3 {
			if of := m.lore.topic(f.About); of != "" {
				rosters = append(rosters, roster{s, strings.ToLower(name), of, list})
			}
			continue
		}
		e := entry{s, name, says, language.Stems(says)}
		if naming(name) && tells(says) && !speaksOf(language.Stems(name), e.on) {
			entries = append(entries, e)
		}
	}
	// What is noted of one name in several places belongs to something that the notes do not
	// name again.
	times := map[string]int{}
	for _, e := range entries {
		times[nameKey(e.name)]++
	}
	return slices.DeleteFunc(entries, func(e entry) bool { return times[nameKey(e.name)] > 1 }), rosters
}

// admonitions are labels that only call for attention.
var admonitions = language.WordSet(`warning caution note danger tip important attention notice remember beware example hint`)

// collects says whether a label is a sort of things: "Causes".
func collects(label string) bool {
	return !strings.Contains(label, " ") && language.Plural(strings.ToLower(label)) && language.Can(language.Singular(strings.ToLower(label)), 'n') && strings.ToUpper(label) != label
}

// naming says whether a label names one thing by itself.
func naming(label string) bool {
	bare, _, _ := strings.Cut(label, " (")
	if admonitions[strings.ToLower(bare)] {
		return false
	}
	parsed, ok := language.Single(bare)
	if !ok || len(parsed.Tokens) > 4 || strings.ContainsAny(label, "0123456789?!→") || collects(label) {
		return false
	}
	last := parsed.Tokens[len(parsed.Tokens)-1]
	noun, verb, adjective, adverb := language.Met(language.Singular(last.Lower))
	if vague[language.Singular(last.Lower)] {
		return false
	}
	if len(parsed.Tokens) == 1 { // the tagger has nothing to go by
		return !leaning[last.Lower] && 2*noun >= max(verb, adverb) && noun >= adjective && !hollowNouns[last.Lower] && !announced[last.Lower]
	}
	for _, t := range parsed.Tokens {
		if leaning[t.Lower] || !(t.Noun() || t.Tag == "JJ" || t.Tag == "VBG" || t.Tag == "VBN" || t.Lower == "with" || t.Lower == "of") {
			return false
		}
	}
	return true
}

// tells says whether what is noted can be understood beside the name of what it is noted
// of.
func tells(says string) bool {
	words := strings.Fields(says)
	if len(words) < 3 || len(words) > 20 || len(language.Stems(says)) < 2 || strings.ContainsAny(says, "?!→=") || strings.Count(says, "(") != strings.Count(says, ")") {
		return false
	}
	for _, w := range words {
		if w = strings.ToLower(strings.Trim(w, ".,;:()")); leaning[w] || personally[w] || w == "other" || w == "it" || w == "they" || w == "that" {
			return false
		}
	}
	return true
}

// states says whether a text has a finite verb of its own, not of a clause within it.
func states(text string) bool {
	parsed, _ := parse(text)
	for _, t := range parsed.Tokens {
		if t.Tag == "WDT" || t.Tag == "WP" || t.Tag == "WRB" || clausal[t.Lower] {
			return false
		}
		if finite(t) {
			return true
		}
	}
	return false
}

// personally are words of somebody who speaks of persons.
var personally = language.WordSet(`he she his her him you your they their them same`)

// listed are the items of a list between commas, brackets left whole.
func listed(text string) []string {
	var out []string
	depth, from := 0, 0
	add := func(to int) {
		item := strings.TrimSpace(strings.TrimPrefix(strings.TrimSpace(strings.Trim(text[from:to], "!;. ")), "and "))
		if n := len(strings.Fields(item)); n == 0 || n > 6 {
			depth = -1 << 20 // no list
		}
		out = append(out, item)
	}
	for i, r := range text {
		switch {
		case r == '(':
			depth++
		case r == ')':
			depth--
		case r == ',' && depth == 0:
			add(i)
			from = i + 1
		}
	}
	add(len(text))
	if depth < 0 || strings.ContainsAny(text, ":;→=") || len(out) > 8 {
		return nil
	}
	return out
}

// topic is what a heading names, as it stands within a sentence; empty where it names nothing.
func (l *lore) topic(heading string) string {
	name := language.Unnumbered(heading)
	if before, after, ok := strings.Cut(name, " = "); ok { // "TOO DRY = FVD (fluid volume deficit)"
		name = after
		if len(strings.Fields(after)) > 6 {
			name = before
		}
	}
	for _, stop := range []string{", ", ": ", " – ", " — ", " - "} {
		name, _, _ = strings.Cut(name, stop)
	}
	words := strings.Fields(strings.TrimSpace(name))
	if len(words) == 0 || len(words) > 6 || strings.ContainsAny(name, "?!.") {
		return ""
	}
	capitals := len(words) > 1 && strings.ToUpper(name) == name
	for i, w := range words {
		// "SODIUM" is set in capitals, "FVD" is not.
		if small := strings.ToLower(w); strings.ToUpper(w) == w && len(w) > 3 && (language.Can(language.Singular(small), 'n') || len(w) > 5) || capitals && l.small[small] {
			words[i] = small
		}
	}
	return l.within(strings.Join(words, " "))
}

// noteIdeas ask for what notes say of things.
func (m *Material) noteIdeas() []*idea {
	entries, rosters := m.entries()
	var out []*idea
	for at, e := range entries {
		var beside []entry // those near it, of the same heading first
		for _, o := range entries[max(0, at-6):min(len(entries), at+7)] {
			if o.src == e.src && !strings.EqualFold(o.name, e.name) && overlap(o.on, e.on) < 0.5 && !m.lore.maybeTrue(language.Stems(o.name), e.on) {
				beside = append(beside, o)
			}
		}
		sortBy(beside, func(o entry) float64 { return -m.lore.likeness(e.said, o.said) })
		if len(beside) < 3 {
			continue
		}
		out = append(out,
			e.idea(question.Choice, question.Easy, "noted which", func(r *rand.Rand, b Brief) (question.Question, error) { return m.notedOf(e, beside, b, r) }),
			e.idea(question.Choice, question.Easy, "noted what", func(r *rand.Rand, b Brief) (question.Question, error) { return m.whatIsNoted(e, beside, b, r) }))
		if place, ok := numberIn(e.said); ok {
			out = append(out, e.idea(question.Choice, question.Easy, "complete", func(r *rand.Rand, b Brief) (question.Question, error) { return m.complete(e.said, place, nil, b, r) }))
		}
	}
	for at := 0; at+4 <= len(entries); at += 4 {
		group := entries[at : at+4]
		if group[0].src != group[3].src || !apartAll(group) {
			continue
		}
		i := group[0].idea(question.Match, question.Medium, "noted pairs", func(r *rand.Rand, _ Brief) (question.Question, error) { return pairNotes(group, r) })
		i.subject = "notes around " + group[0].Quote
		out = append(out, i)
	}
	for n := range min(2, len(entries)/4) { // further apart: what stands in several places
		var group []entry
		for at := n; at < len(entries) && len(group) < 4; at += max(1, len(entries)/4) {
			if e := entries[at]; e.src == entries[n].src && apartAll(append(slices.Clone(group), e)) {
				group = append(group, e)
			}
		}
		if len(group) == 4 {
			i := group[0].idea(question.Choices, question.Hard, "noted together", func(r *rand.Rand, _ Brief) (question.Question, error) { return belongTogether(group, n == 1, r) })
			i.subject = "notes across " + group[0].Quote
			out = append(out, i)
		}
	}
	return append(out, m.rosterIdeas(rosters)...)
}

// belongTogether asks which names stand with what is noted of them, two of four having what is
// noted of each other; or which do not.
func belongTogether(group []entry, not bool, r *rand.Rand) (question.Question, error) {
	q := question.Question{Stem: "Which of these belong together?", LevelBecause: []string{"several places"}, Title: shorten("What belongs together: "+group[0].name+", "+group[1].name, 60)}
	if not {
		q.Stem = "Which of these do NOT belong together?"
	}
	var options []question.Option
	order := r.Perm(4)
	for to, at := range order {
		e, says, why := group[at], group[at], "The source says so."
		if to < 2 { // the first two are exchanged
			says = group[order[1-to]]
			why = "Of that the source says: “" + sentence(e.Quote) + "”"
		}
		options = append(options, question.Option{Text: realise.Upper(e.name) + ": " + says.says, Why: why})
		q.Cites = append(q.Cites, e.cite())
		q.Explanation += sentence(e.Quote) + " "
	}
	q.Explanation = strings.TrimSpace(q.Explanation)
	return dealt(q, options, func(i int) bool { return (i < 2) == not }, r), nil
}

// apartAll says whether none of some notes could be taken for another.
func apartAll(group []entry) bool {
	for i, a := range group {
		for _, b := range group[:i] {
			if overlap(a.on, b.on) > 0.4 || strings.EqualFold(a.name, b.name) || speaksOf(language.Stems(a.name), b.on) || speaksOf(language.Stems(b.name), a.on) {
				return false
			}
		}
	}
	return true
}

func (e entry) note() string { return realise.Upper(e.says) }

// notedOf asks of what something is noted.
func (m *Material) notedOf(e entry, beside []entry, b Brief, r *rand.Rand) (question.Question, error) {
	q := question.Question{
		Title: "What is described: " + shorten(e.says, 40), Stem: "To which of these does “" + e.says + "” belong?",
		Cites: []question.Cite{e.cite()}, Explanation: sentence(e.Quote),
	}
	var wrong []question.Option
	for _, o := range beside[:min(len(beside), 5)] {
		wrong = append(wrong, question.Option{Text: realise.Upper(o.name), Slip: "thing-of-the-same-kind", Why: "Of that the source says: “" + sentence(o.Quote) + "”"})
	}
	r.Shuffle(len(wrong), func(i, j int) { wrong[i], wrong[j] = wrong[j], wrong[i] })
	return offer(q, realise.Upper(e.name), wrong, b.Options, r)
}

// whatIsNoted asks what is noted of something.
func (m *Material) whatIsNoted(e entry, beside []entry, b Brief, r *rand.Rand) (question.Question, error) {
	q := question.Question{
		Title: "What belongs to " + shorten(e.name, 44), Stem: "Which of these belongs to “" + e.name + "”?",
		Cites: []question.Cite{e.cite()}, Explanation: sentence(e.Quote),
	}
	var wrong []question.Option
	for _, o := range beside {
		if near(len(o.says), len(e.says)) && !m.lore.maybeTrue(language.Stems(e.name), o.on) {
			wrong = append(wrong, question.Option{Text: o.note(), Slip: "true-of-another", Why: "That belongs to “" + o.name + "”."})
		}
	}
	return offer(q, e.note(), wrong, b.Options, r)
}

// pairNotes asks which note belongs to what.
func pairNotes(group []entry, r *rand.Rand) (question.Question, error) {
	q := question.Question{Stem: "Match each of these with what belongs to it.", Title: shorten("What belongs to which: "+group[0].name+", "+group[1].name, 60)}
	var pairs []pair
	for _, e := range group {
		pairs = append(pairs, pair{e.name, e.says, e.term})
	}
	return matched(q, pairs, r), nil
}

// rosterIdeas ask for what belongs to a list, and tell it from the same list of something
// else.
func (m *Material) rosterIdeas(rosters []roster) []*idea {
	var out []*idea
	for _, t := range rosters {
		stem := fmt.Sprintf("What are the %s of %s? Name all %s.", t.sort, t.of, counted(min(len(t.items), 7)))
		if len(t.items) <= 7 {
			out = append(out, t.idea(question.Short, question.Easy, "list", func(*rand.Rand, Brief) (question.Question, error) {
				points := make([]string, len(t.items))
				for i, item := range t.items {
					points[i] = realise.Upper(item)
				}
				return shortly(t.said, shorten(stem, 56), stem, points, nil), nil
			}))
		}
		var others []roster
		for _, o := range rosters {
			if o.sort == t.sort && o.src == t.src && o.of != t.of {
				others = append(others, o)
			}
		}
		if len(others) > 0 {
			out = append(out,
				t.idea(question.Choices, question.Medium, "belongs", func(r *rand.Rand, b Brief) (question.Question, error) { return m.belongs(t, others, 2+r.IntN(2), b, r) }),
				t.idea(question.Choice, question.Medium, "belongs one", func(r *rand.Rand, b Brief) (question.Question, error) { return m.belongs(t, others, 1, b, r) }))
		}
	}
	return out
}

// belongs asks what belongs to a list, among what belongs to the same list of something else.
func (m *Material) belongs(t roster, others []roster, right int, b Brief, r *rand.Rand) (question.Question, error) {
	q := question.Question{
		Title: realise.Upper(t.sort) + " of " + shorten(t.of, 40), Stem: fmt.Sprintf("Which of these are %s of %s?", t.sort, t.of),
		Cites: []question.Cite{t.cite()}, Explanation: sentence(t.Quote), LevelBecause: []string{"contrast"},
	}
	if right == 1 {
		one := language.Singular(t.sort)
		q.Stem = fmt.Sprintf("Which of these is %s of %s?", withIndefinite(one), t.of)
	}
	own := language.Stems(t.Quote)
	var wrong []question.Option
	for _, o := range others {
		for _, item := range o.items {
			if !speaksOf(language.Stems(item), own) {
				wrong = append(wrong, question.Option{Text: realise.Upper(item), Slip: "true-of-the-other", Why: fmt.Sprintf("That is among the %s of %s.", o.sort, o.of)})
			}
		}
	}
	total := max(4, b.Options)
	if right > 1 {
		total = right + 2 + r.IntN(2)
	}
	if len(t.items) < right || len(wrong) < total-right {
		return q, fmt.Errorf("Too few %s of other things stand in the sources.", t.sort)
	}
	r.Shuffle(len(wrong), func(i, j int) { wrong[i], wrong[j] = wrong[j], wrong[i] })
	picked := r.Perm(len(t.items))[:right]
	options := make([]question.Option, 0, total)
	for _, i := range picked {
		options = append(options, question.Option{Text: realise.Upper(t.items[i]), Why: "This is what the source says."})
	}
	options = append(options, wrong[:total-right]...)
	return dealt(q, options, func(i int) bool { return i < right }, r), nil
}
