package clause

import (
	"strings"
	"unicode"
	"unicode/utf8"

	"zincowl/core/language"
)

// run is a run of words, from a up to b.
type run struct{ a, b int }

func (r run) empty() bool { return r.b <= r.a }

// at is a word, or an empty one behind the end.
func (p *parser) at(i int) word {
	if i < 0 || i >= len(p.w) {
		return word{}
	}
	return p.w[i]
}

// lead finds several words that act as one, and how many they are.
func (p *parser) lead(i int) (kind string, n int) {
	if i >= len(p.w) || !leadFirst[p.w[i].lower] {
		return "", 0
	}
	for n := min(4, len(p.w)-i); n > 1; n-- {
		parts := make([]string, n)
		for k := range parts {
			parts[k] = p.w[i+k].lower
		}
		if kind := leads[strings.Join(parts, " ")]; kind != "" {
			return kind, n
		}
	}
	return "", 0
}

var leadFirst = func() map[string]bool {
	out := map[string]bool{}
	for l := range leads {
		first, _, _ := strings.Cut(l, " ")
		out[first] = true
	}
	return out
}()

// adverbs skips adverbs and says whether one of them negates.
func (p *parser) adverbs(i int) (int, bool) {
	negated := false
	for i < len(p.w) {
		w := p.w[i]
		if kind, n := p.lead(i); kind == "A" || kind == "N" {
			negated = negated || kind == "N"
			i += n
			continue
		}
		if w.lower == "not" || w.lower == "n't" || w.lower == "never" {
			negated = true
		} else if w.tag != "RB" && w.tag != "RBR" && w.tag != "RBS" && !(adverbial[w.lower] && w.tag != "CC" && !w.noun() && w.tag != "JJ") {
			break
		} else if _, n := p.lead(i); n > 0 {
			break
		}
		i++
	}
	return i, negated
}

func isPunct(w word) bool {
	r, _ := utf8.DecodeRuneInString(w.text)
	return !unicode.IsLetter(r) && !unicode.IsDigit(r) && !strings.ContainsRune("°%$€£+", r)
}

// base finds a noun group without what describes it from behind: determiners, numbers,
// adjectives, nouns. The head is its last noun.
func (p *parser) base(i int) (end, head int, ok bool) {
	j := i
	if kind, n := p.lead(j); kind == "Q" {
		j += n
	}
	for j < len(p.w) && j < i+5 {
		switch p.w[j].lower {
		case "about", "around", "nearly", "almost", "only", "just", "even", "roughly", "approximately", "over", "under", "hardly", "scarcely", "exactly", "not", "well", "barely", "some", "merely", "mainly", "mostly", "especially", "particularly":
			next := p.at(j + 1)
			if p.w[j].lower == "not" && next.lower != "all" && next.lower != "every" && next.lower != "only" && next.lower != "many" {
				return 0, 0, false
			}
			if next.tag == "CD" || next.tag == "DT" || next.tag == "PRP$" || next.tag == "PDT" || (p.w[j].lower == "only" || p.w[j].lower == "even" || p.w[j].lower == "just") && (next.noun() || next.tag == "JJ" || next.tag == "PRP") {
				j++
				continue
			}
		}
		break
	}
	w := p.at(j)
	if w.text == "" {
		return 0, 0, false
	}
	if w.tag == "PRP" || w.tag == "EX" {
		return j + 1, j, true
	}
	switch w.lower {
	case "something", "anything", "nothing", "everything", "someone", "anyone", "everyone", "nobody", "somebody", "anybody", "everybody":
		end := j + 1
		if p.at(end).tag == "JJ" && !p.at(end+1).noun() { // "nothing new"
			end++
		}
		return end, j, true
	}
	if w.lower == "no" && p.at(j+1).lower == "one" {
		return j + 2, j + 1, true
	}
	det := false
	start := j
	for j < len(p.w) {
		w := p.w[j]
		if w.tag == "DT" || w.tag == "PDT" || w.tag == "PRP$" || determiners[w.lower] && (w.tag != "RB" && w.tag != "IN" && w.tag != "WDT" && w.tag != "WP" && w.tag != "WP$" && w.tag != "RBR" && w.tag != "CC") {
			if w.lower == "that" && j > start {
				break
			}
			det = true
			j++
			continue
		}
		break
	}
	dets := j
	last, headAt := -1, -1
	for j < len(p.w) {
		w := p.w[j]
		next := p.at(j + 1)
		switch {
		case w.noun():
			last, headAt = j, j
		case w.tag == "CD" && (next.lower == "or" || next.lower == "to" || next.lower == "and") && (p.at(j+2).tag == "CD" || p.at(j+2).lower == "more" || p.at(j+2).lower == "fewer") && (p.at(j+3).noun() || p.at(j+3).tag == "JJ"): // "two or more columns"
			last, headAt = j+2, max(headAt, j)
			j += 2
		case w.tag == "CD":
			last, headAt = j, max(headAt, j)
		case w.tag == "POS" && last == j-1:
			last = j
		case w.tag == "JJ" || w.tag == "JJR" || w.tag == "JJS":
			if !det && j == dets && !p.leadsToNoun(j+1) {
				goto done
			}
			if last == j-1 && last >= 0 && p.w[last].noun() && !p.leadsToNoun(j+1) { // "the water clear"
				goto done
			}
			if p.leadsToNoun(j+1) || det && headAt < 0 {
				last = j
			} else {
				goto done
			}
		case (w.tag == "VBN" || w.tag == "VBG" || w.tag == "VBD" && det && headAt < 0) && p.leadsToNoun(j+1) && (j == dets || last == j-1) && (headAt < 0 || p.w[headAt].tag == "CD" || p.w[j-1].tag == "POS") && (det || w.tag == "VBN" && j == start && !p.verbal(j) || j > dets):
			last = j
		case (w.tag == "RB" || w.tag == "RBR" || w.tag == "RBS") && (det || last >= 0) && headAt < 0 && (next.tag == "JJ" || next.tag == "VBN" || next.tag == "VBG" || next.tag == "RB" || next.tag == "JJR") && p.leadsToNoun(j+1):
			last = j
		case (w.tag == "CC" || w.text == ",") && last == j-1 && headAt < 0 && last >= dets && (next.tag == "JJ" || next.tag == "JJR" || next.tag == "VBN" || next.tag == "VBG") && p.leadsToNoun(j+1):
			last = j
		case w.from == p.at(j-1).to && j > start && last == j-1 && (w.text == "+" || w.text == "%" || w.text == "-" || w.text == "°"):
			last = j
		default:
			goto done
		}
		j++
	}
done:
	if headAt >= 0 && last == j-1 && j < len(p.w) && (p.w[headAt].tag == "CD" || p.amount(i, headAt)) {
		switch p.w[j].lower { // "about 40 per cent more"
		case "more", "less", "fewer":
			if !p.at(j+1).noun() && p.at(j+1).tag != "JJ" {
				return j + 1, headAt, true
			}
		}
	}
	if headAt >= 0 && p.at(max(last, headAt)+1).lower == "or" && (p.w[headAt].tag == "CD" || p.amount(i, headAt)) {
		switch p.at(max(last, headAt) + 2).lower { // "10 % or more"
		case "more", "less", "so", "above", "over", "below", "under", "fewer":
			return max(last, headAt) + 3, headAt, true
		}
	}
	if headAt >= 0 {
		end = max(last, headAt) + 1
		for end > headAt+1 && (p.w[end-1].tag == "POS" || p.w[end-1].tag == "JJ" || p.w[end-1].text == ",") && p.w[end-1].text != "+" {
			end--
		}
		return end, headAt, true
	}
	if last >= dets && det { // "the former", "the injured"
		return last + 1, last, true
	}
	if det && dets > start {
		w := p.w[dets-1]
		if pronouns[w.lower] || w.lower == "another" || w.lower == "enough" {
			return dets, dets - 1, true
		}
	}
	if w := p.at(start); !det && pronouns[w.lower] && w.tag != "RB" && w.tag != "IN" && w.tag != "JJ" && w.tag != "CC" {
		return start + 1, start, true
	}
	return 0, 0, false
}

// leadsToNoun says whether words before a noun lead to one.
func (p *parser) leadsToNoun(i int) bool {
	for k := i; k < len(p.w) && k < i+5; k++ {
		switch w := p.w[k]; {
		case w.noun():
			return true
		case w.tag == "JJ", w.tag == "CD", w.tag == "JJR", w.tag == "JJS", w.tag == "VBN", w.tag == "VBG":
		case w.tag == "RB" && p.at(k+1).tag == "JJ":
		case w.tag == "CC" && (p.at(k+1).tag == "JJ" || p.at(k+1).tag == "JJR" || p.at(k+1).tag == "VBN"):
		case w.text == "," && p.at(k+1).tag == "JJ":
		default:
			return false
		}
	}
	return false
}

// verbal says that a participle at the beginning governs what follows rather than
// describing it.
func (p *parser) verbal(i int) bool {
	next := p.at(i + 1)
	return next.tag == "DT" || next.tag == "PRP$" || next.tag == "PRP" || next.tag == "IN" || next.tag == "TO"
}

// group finds a noun group with its "of" phrases and what is joined to it by "and" and
// "or". Where a verb has come before, a last part that begins a clause of its own is
// left to that.
func (p *parser) group(i int, afterVerb bool) (end, head int, ok bool) {
	end, head, ok = p.withOf(i)
	if !ok {
		return
	}
	if w := p.w[head]; w.tag == "PRP" && w.lower != "it" && w.lower != "they" && w.lower != "them" && w.lower != "you" {
		return end, head, ok
	}
	k := end
	parts := 0
	for {
		next, final := k, false
		if p.at(next).text == "," {
			next++
		}
		switch w := p.at(next); {
		case w.lower == "and" || w.lower == "or" || w.lower == "nor" || w.text == "&":
			next++
			final = true
		case next == k:
			return end, head, true
		}
		if kind, n := p.lead(next); kind == "CC" {
			next += n
			final = true
		}
		if a, _ := p.adverbs(next); a == next+1 && final && p.at(next).lower != "not" { // "and also salt"
			if p.at(a).tag == "PRP" { // "and so it sinks"
				return end, head, true
			}
			next = a
		}
		e, _, ok := p.withOf(next)
		if !ok {
			return end, head, true
		}
		if p.at(k).text == "," && final && afterVerb && p.clauseAhead(next) {
			return end, head, true
		}
		if afterVerb && final && p.finiteAt(e) {
			return end, head, true
		}
		if final && afterVerb && subjects[p.at(next).lower] {
			return end, head, true
		}
		k = e
		if !final {
			parts++
		}
		if final {
			end = e
			if parts++; parts == 1 && p.at(next-1).lower == "and" && p.at(next-2).text == "," {
				p.cost += 0.5 // two parts need no comma
			}
			if p.at(e).text == "," { // "A, B and C, D and E" is more than one
				return end, head, true
			}
		}
	}
}

// amount says that there is a number in a noun group.
func (p *parser) amount(i, head int) bool {
	for k := i; k < head; k++ {
		if p.w[k].tag == "CD" {
			return true
		}
	}
	return false
}

func (p *parser) withOf(i int) (end, head int, ok bool) {
	end, head, ok = p.base(i)
	if ok && times[p.at(end+1).lower] && p.w[head].noun() && p.amount(i, head) { // "40 m³ an hour"
		switch p.at(end).lower {
		case "a", "an", "per", "each", "every":
			end += 2
		}
	}
	for ok && p.at(end).lower == "of" {
		e, _, more := p.base(end + 1)
		if !more {
			break
		}
		end = e
		// "of iron and steel" where the head takes a list
		if (p.at(end).lower == "and" || p.at(end).lower == "or") && p.w[e-1].noun() {
			if e2, _, more := p.base(end + 1); more && !p.finiteAt(e2) && p.at(e2).lower != "of" {
				end = e2
			}
		}
	}
	return
}

// verbs is a group of verbs.
type verbs struct {
	run
	main    int
	modal   string
	negated bool
	passive bool
	finite  bool
	past    bool
	form    string // "", "to", "ing" or "en"
	adverbs []string
}

func finiteTag(tag string) bool { return tag == "VBZ" || tag == "VBP" || tag == "VBD" || tag == "VB" }

// finiteAt says whether a finite verb group begins at i, behind adverbs.
func (p *parser) finiteAt(i int) bool {
	v, ok := p.verbsAt(i)
	return ok && v.finite
}

// verbsAt finds a verb group: modal, auxiliaries, negation, adverbs and the main verb.
func (p *parser) verbsAt(i int) (v verbs, ok bool) {
	j, neg := p.adverbs(i)
	v.negated, v.a = neg, i
	for k := i; k < j; k++ {
		v.adverbs = append(v.adverbs, p.w[k].lower)
	}
	skip := func(k int) int {
		if p.at(k).text == "," { // "does not, however, prove"
			if e, _ := p.adverbs(k + 1); e > k+1 && p.at(e).text == "," && e < k+4 {
				k = e + 1
			}
		}
		e, neg := p.adverbs(k)
		if p.at(e).text == "," && e > k {
			if e2, _ := p.adverbs(e + 1); e2 > e+1 && p.at(e2).text == "," && e2 < e+4 {
				e = e2 + 1
			}
		}
		v.negated = v.negated || neg
		for ; k < e; k++ {
			if p.w[k].text != "," {
				v.adverbs = append(v.adverbs, p.w[k].lower)
			}
		}
		return e
	}
	w := p.at(j)
	switch {
	case w.tag == "MD":
		v.modal, v.finite = w.text, true
		v.negated = v.negated || w.lower == "can't" || w.lower == "won't" || w.lower == "cannot" || w.lower == "shan't"
		j = skip(j + 1)
		if p.at(j).tag == "TO" {
			j++
		}
		if !p.baseVerb(j) {
			return v, false
		}
	case w.tag == "TO":
		j = skip(j + 1)
		v.form = "to"
		if !p.baseVerb(j) {
			return v, false
		}
	case w.tag == "VBG":
		v.form = "ing"
	case w.tag == "VBN":
		v.form = "en"
	case finiteTag(w.tag):
		v.finite = true
		v.past = w.tag == "VBD"
	default:
		return v, false
	}
	for range 5 {
		w = p.at(j)
		// What stands behind the verb is of the group only if another verb follows.
		before, beforeAdverbs := v.negated, len(v.adverbs)
		next := skip(j + 1)
		n := p.at(next)
		switch w.base() {
		case "have":
			if n.tag == "VBN" || n.tag == "VBD" || n.lower == "been" {
				j = next
				v.past = true
				continue
			}
			if n.tag == "TO" && v.modal == "" && v.finite {
				if k, _ := p.adverbs(next + 1); p.baseVerb(k) {
					v.modal = w.text + " to"
					j = k
					continue
				}
			}
		case "be":
			if n.tag == "TO" && v.finite && v.modal == "" && p.at(next+1).lower == "be" { // "is to be left open"
				if k, _ := p.adverbs(next + 2); p.at(k).tag == "VBN" || p.at(k).tag == "VBD" {
					v.modal, v.passive = w.text+" to", true
					j = k
					goto end
				}
			}
			if n.tag == "VBG" && n.lower != "being" && !p.nounAfter(next) {
				j = next
				continue
			}
			if n.lower == "being" && (p.at(next+1).tag == "VBN" || p.at(next+1).tag == "VBD") {
				v.passive = true
				j = next + 1
				goto end
			}
			if (n.tag == "VBN" || n.tag == "VBD" && len(n.forms) > 0) && !p.nounAfter(next) {
				if n.lower == "been" {
					j = next
					continue
				}
				v.passive = true
				j = next
				goto end
			}
		case "do":
			if (n.tag == "VB" || n.tag == "VBP" || v.negated && language.Can(n.lower, 'v')) && v.finite && n.base() != "do" && v.modal == "" {
				j = next
				continue
			}
		}
		v.negated, v.adverbs = before, v.adverbs[:beforeAdverbs]
		break
	}
end:
	v.main, v.b = j, j+1
	return v, true
}

// nounAfter says that a participle describes a noun behind it: "is running water".
func (p *parser) nounAfter(i int) bool {
	return p.at(i+1).noun() && !p.at(i+2).verb() && p.at(i).tag == "VBN" && p.at(i-1).tag == "DT"
}

func (p *parser) baseVerb(i int) bool {
	w := p.at(i)
	if w.tag == "VB" || w.tag == "VBP" {
		return true
	}
	for _, f := range w.forms {
		if f.Tag == "VB" && w.tag != "DT" && w.tag != "PRP" && w.tag != "IN" {
			return true
		}
	}
	return false
}

// governsClause says that a pronoun is a subject, which no preposition governs.
func governsClause(w word) bool {
	switch w.lower {
	case "he", "she", "they", "we", "i":
		return true
	}
	return false
}

// finitesAhead counts the finite verbs from i to the end of what is said.
func (p *parser) finitesAhead(i int) int {
	n := 0
	for i < len(p.w) && !p.ends(i) {
		if v, ok := p.verbsAt(i); ok && v.finite {
			n++
			i = v.b
		} else {
			i++
		}
	}
	return n
}

// clauseAhead says whether a clause with a subject begins at i.
func (p *parser) clauseAhead(i int) bool {
	cost := p.cost
	defer func() { p.cost = cost }() // looking ahead costs nothing
	i, _ = p.adverbs(i)
	switch p.at(i).lower {
	case "him", "them", "me", "us", "her":
		if p.at(i).tag == "PRP" {
			return false
		}
	}
	j, _, ok := p.group(i, false)
	if !ok {
		return false
	}
	for range 6 {
		if p.finiteAt(j) {
			return true
		}
		switch w := p.at(j); {
		case (prepositions[w.lower] && w.tag != "RB" || w.lower == "of"):
			e, _, ok := p.group(j+1, true)
			if !ok || governsClause(p.at(j+1)) {
				return false
			}
			j = e
		case w.text == "," && !p.finiteAt(j+1):
			e, _, ok := p.group(j+1, false)
			if !ok || p.at(e).text != "," || !p.finiteAt(e+1) {
				return false
			}
			j = e + 1
		case w.text == "," && relativesOf[p.at(j+1).lower] && p.at(j+1).lower != "that", relativesOf[w.lower] && w.lower != "when" && w.lower != "why":
			// A finite verb for the relative clause, and another for the noun.
			found := 0
			for k := j + 1; k < len(p.w) && k < j+25 && !p.ends(k); {
				v, ok := p.verbsAt(k)
				switch {
				case ok && v.finite:
					found++
					k = v.b
				case conjunctions[p.w[k].lower] && found > 0 && p.w[k].tag != "WDT":
					return false
				default:
					k++
				}
				if found == 2 {
					return true
				}
			}
			return false
		case w.tag == "VBN" || w.tag == "VBG":
			j++
			if e, _, ok := p.group(j, true); ok {
				j = e
			}
		case w.tag == "TO":
			v, ok := p.verbsAt(j)
			if !ok {
				return false
			}
			j = v.b
			if e, _, ok := p.group(j, true); ok {
				j = e
			}
		default:
			return false
		}
	}
	return false
}
