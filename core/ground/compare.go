package ground

import (
	"fmt"
	"math/big"
	"slices"
	"strings"

	"zincowl/core/language"
	"zincowl/core/language/clause"
)

// comparison is a statement held against the sentences that cover it best.
type comparison struct {
	index     *Index
	statement string
	said      reading
	best      int // the sentence; -1 where there is none
	window    []int
	values    map[string]float64
	found     map[string]string // what to say of it
}

// likeness is how alike two words must be to count as found.
const likeness = 0.45

// match is a term of the statement with where it was found.
type match struct {
	term     int // of the statement
	sentence int // in the window
	at       int // of the term there
	score    float64
}

// compare finds what covers a statement best and compares.
func (x *Index) compare(statement string) *comparison {
	c := &comparison{index: x, statement: statement, said: read(statement, true, tongueOf(statement, x.languages)), best: -1, values: map[string]float64{}, found: map[string]string{}}
	if len(c.said.terms) == 0 || len(x.sentences) == 0 {
		return c
	}
	// How alike each word of the sources is to each term.
	alike := make([]map[string]float64, len(c.said.terms))
	room := x.room()
	defer x.rooms.Put(room)
	scores, best := room.scores, room.best
	total := 0.0
	// add gives each sentence in which words stand the most that one of them is worth.
	add := func(words map[string]float64, in map[string][]int, worth float64) {
		var met []int
		for w, a := range words {
			for _, s := range in[w] {
				if best[s] == 0 {
					met = append(met, s)
				}
				best[s] = max(best[s], a)
			}
		}
		for _, s := range met {
			scores[s] += best[s] * worth
			best[s] = 0
		}
	}
	for i, t := range c.said.terms {
		alike[i] = x.likeTo(t.lemma, c.said.tongue.Code)
		total += t.weight
		add(alike[i], x.in, t.weight)
		add(alike[i], x.under, 0.15*t.weight)
	}
	for _, a := range c.said.amounts {
		if !small(a.value) {
			for _, s := range x.with[a.value.RatString()] {
				scores[s] += 0.5
			}
		}
	}
	// The best few, each with its neighbours.
	bestScore := -1.0
	for _, s := range highest(scores, 4) {
		trial := *c
		trial.values, trial.found = map[string]float64{}, map[string]string{}
		trial.around(s, alike, total)
		if v := trial.values["cover"] + 0.3*trial.values["straight"] - asked(x.sentences[s]); v > bestScore+0.02 {
			bestScore = v
			*c = trial
		}
	}
	return c
}

// room is where scores of all sentences are counted; it is used again, as an index may have
// many thousands.
type room struct{ scores, best []float64 }

func (x *Index) room() *room {
	if r, ok := x.rooms.Get().(*room); ok {
		clear(r.scores)
		return r
	}
	return &room{make([]float64, len(x.sentences)), make([]float64, len(x.sentences))}
}

// asked is what a question loses against a sentence that says something.
func asked(s sentence) float64 {
	if s.asks {
		return 0.25
	}
	return 0
}

// highest are the places of the n highest scores above zero, the highest first; of equal
// ones the first counts more.
func highest(scores []float64, n int) []int {
	var out []int
	for i, v := range scores {
		if v <= 0 || len(out) == n && v <= scores[out[n-1]] {
			continue
		}
		k := len(out)
		for k > 0 && scores[out[k-1]] < v {
			k--
		}
		out = slices.Insert(out, k, i)
		out = out[:min(n, len(out))]
	}
	return out
}

func small(v *big.Rat) bool { return v.IsInt() && v.Num().IsInt64() && v.Num().Int64() <= 2 }

// around compares with one sentence and its neighbours.
func (c *comparison) around(s int, alike []map[string]float64, total float64) {
	x := c.index
	c.best = s
	c.window = nil
	for k := max(0, s-2); k <= min(len(x.sentences)-1, s+2); k++ {
		if x.sentences[k].run == x.sentences[s].run {
			c.window = append(c.window, k)
		}
	}
	v := c.values
	matches := make([]match, len(c.said.terms))
	own, wide, exact, missing, unknown, worst := 0.0, 0.0, 0.0, 0.0, 0.0, 0.0
	verbs, verbsFound := 0.0, 0.0
	for i, t := range c.said.terms {
		best := match{term: i, sentence: -1}
		inOwn := 0.0
		for _, k := range c.window {
			decay := 1.0
			switch k - s {
			case 1, -1:
				decay = 0.85
			case 2, -2:
				decay = 0.65
			}
			for _, w := range x.sentences[k].terms {
				a := alike[i][w.lemma]
				if k == s {
					inOwn = max(inOwn, a)
				}
				if a*decay > best.score {
					best = match{i, k, w.at, a * decay}
				}
			}
		}
		for _, h := range x.sentences[s].heads {
			if a := 0.7 * alike[i][h.lemma]; a > best.score {
				best = match{i, -1, 0, a}
			}
		}
		matches[i] = best
		own += inOwn * t.weight
		wide += best.score * t.weight
		if best.score >= 0.8 {
			exact += t.weight
		}
		if best.score < 0.5 {
			missing += t.weight
			worst = max(worst, t.weight)
		}
		if len(alike[i]) == 0 {
			unknown += t.weight
		}
		if t.verb {
			verbs += t.weight
			verbsFound += best.score * t.weight
		}
	}
	v["own"], v["cover"], v["exact"], v["missing"], v["unknown"], v["worst"] = own/total, wide/total, exact/total, missing/total, unknown/total, min(1, worst/1.5)
	if verbs > 0 {
		v["verbs"] = verbsFound / verbs
	} else {
		v["verbs"] = 0.6
	}
	v["length"] = min(1, float64(len(c.said.terms))/12)
	c.numbers(alike)
	c.negation(matches)
	c.polarity(alike)
	c.scope()
	c.roles(alike)
	c.reasons(matches)
	c.order(alike)
	c.pairs(alike)
	c.parallel(alike)
	c.signs(matches)
	c.scoped(matches)
	c.replaced(matches, alike)
	c.clauseByClause(matches)
	c.contrast(matches)
	c.exchanged(matches)
	c.thanCrossed(alike)
}

// replaced looks for words of the statement that stand where the source has another of
// the same kind.
func (c *comparison) replaced(matches []match, alike []map[string]float64) {
	theirs := c.index.sentences[c.best].reading
	taken := map[string]bool{}
	for i := range c.said.terms {
		for _, w := range theirs.terms {
			if alike[i][w.lemma] >= 0.7 {
				taken[w.lemma] = true
			}
		}
	}
	free, all := 0.0, 0.0
	for _, w := range theirs.terms {
		all += w.weight
		if !taken[w.lemma] {
			free += w.weight
		}
	}
	if all > 0 {
		c.values["theirs left"] = free / all // what the source says and the statement does not
	}
	c.values["theirs length"] = min(1, float64(len(theirs.terms))/25)
	for i, t := range c.said.terms {
		if matches[i].score >= 0.75 {
			continue
		}
		sense := c.index.senseOf(t.lemma)
		for _, w := range theirs.terms {
			if taken[w.lemma] || w.verb != t.verb {
				continue
			}
			a := sense.Alike(c.index.senseOf(w.lemma))
			if kind := language.NounKind(t.lemma); kind != "" && kind == language.NounKind(w.lemma) {
				a = max(a, 0.4)
			}
			if a >= 0.35 && a < 0.75 {
				c.values["replaced"] = max(c.values["replaced"], a*min(1, t.weight))
			}
		}
	}
}

// clauseByClause says how well the worst and the best covered clause of the statement are
// covered.
func (c *comparison) clauseByClause(matches []match) {
	low, high, n := 1.0, 0.0, 0
	for _, a := range c.said.clauses.Clauses {
		sum, all := 0.0, 0.0
		for i, t := range c.said.terms {
			tok := c.said.tokens[t.at]
			if tok.Start >= a.Whole.From && tok.End <= a.Whole.To {
				sum += matches[i].score * t.weight
				all += t.weight
			}
		}
		if all == 0 {
			continue
		}
		n++
		low, high = min(low, sum/all), max(high, sum/all)
	}
	if n > 0 {
		c.values["worst clause"], c.values["best clause"] = low, high
	}
	c.values["clauses"] = min(1, float64(n)/4)
	// The least found of the words that tell most.
	least := 1.0
	for i, t := range c.said.terms {
		if t.weight >= 0.7 {
			least = min(least, matches[i].score)
		}
	}
	c.values["least telling"] = least
}

// chunk is the stretch between commas, semicolons and "and" around a token.
func chunk(r reading, at int) (from, to int) {
	edge := func(i int) bool {
		switch r.tokens[i].Lower {
		case ",", ";", ":", "and", "but", "whereas", "while", "–", "—":
			return true
		}
		return false
	}
	from, to = at, at+1
	for from > 0 && !edge(from-1) {
		from--
	}
	for to < len(r.tokens) && !edge(to) {
		to++
	}
	return from, to
}

// like says how nearly a word of the statement means the same as one of the sources.
func (c *comparison) like(alike []map[string]float64) func(mine, theirs string) float64 {
	return func(mine, theirs string) float64 {
		for i, t := range c.said.terms {
			if t.lemma == mine {
				return alike[i][theirs]
			}
		}
		return 0
	}
}

// numbers compares amounts: each of the statement with that of the source which stands
// among the same words.
func (c *comparison) numbers(alike []map[string]float64) {
	v := c.values
	for _, a := range c.said.amounts {
		if a.value.Cmp(big.NewRat(1, 1)) == 0 && a.unit != "%" {
			continue // "one" is no number to hold against another
		}
		v["number"] = 1
		type found struct {
			amount
			near  float64
			equal bool
		}
		var all []found
		for _, k := range c.window {
			r := c.index.sentences[k].reading
			decay := 1.0
			if k != c.best {
				decay = 0.7
			}
			for _, b := range r.amounts {
				equal := a.value.Cmp(b.value) == 0
				if a.unit != b.unit && !(equal && (a.unit == "" || b.unit == "" || language.Alike(a.unit, b.unit) > 0.5)) {
					if !equal || k != c.best {
						continue
					}
					decay *= 0.5
				}
				from, to := chunk(r, b.at)
				near := 0.3
				for i, t := range c.said.terms {
					best := 0.0
					for _, w := range r.terms {
						if w.at >= from && w.at < to {
							best = max(best, alike[i][w.lemma])
						}
					}
					near += best * t.weight
				}
				all = append(all, found{b, near * decay, equal})
			}
		}
		best, same := 0.0, 0.0
		other := ""
		for _, f := range all {
			if f.equal {
				same = max(same, f.near)
			} else if f.near > best {
				best, other = f.near, strings.TrimSpace(shown(f.value)+" "+f.unit)
			}
		}
		switch {
		case same == 0 && best == 0:
			v["no number"] = 1
		case same >= best:
			v["same number"] = max(v["same number"], same/(same+best))
		default:
			v["other number"] = max(v["other number"], best/(same+best))
			c.found["number"] = other
		}
	}
	if v["other number"] > 0 || v["no number"] > 0 {
		v["same number"] *= 0.5
	}
}

func shown(v *big.Rat) string {
	if v.IsInt() {
		return v.Num().String()
	}
	f, _ := v.Float64()
	return fmt.Sprintf("%g", f)
}

// negation compares how often both deny, and looks for opposites.
func (c *comparison) negation(matches []match) {
	v := c.values
	// What is denied in the clause that covers the statement.
	theirs := c.index.sentences[c.best].reading
	mine := c.said.negated
	near := 0
	for _, m := range matches {
		if m.sentence != c.best || m.score < 0.6 {
			continue
		}
		for d := max(0, m.at-4); d < m.at+2 && d < len(theirs.tokens); d++ {
			if theirs.denies(d) {
				near++
				break
			}
		}
	}
	denies := 0.0
	if near > 0 {
		denies = 1
	}
	if (mine%2 == 1) != (denies == 1) {
		v["denied once"] = 1
	}
	if mine > 0 && denies == 1 {
		v["denied twice"] = 1
	}
	if mine > 0 {
		v["denies"] = 1
	}
	if theirs.negated > 0 {
		v["they deny"] = 1
	}
	// Clause against clause: the predicate that both have.
	for _, a := range c.said.clauses.Clauses {
		for _, k := range c.window {
			for _, b := range c.index.sentences[k].clauses.Clauses {
				if a.Negated != b.Negated && a.Base != "be" && a.Base != "have" && language.Alike(a.Base, b.Base) >= 0.8 {
					v["predicate denied"] = 1
				}
			}
		}
	}
	for i, t := range c.said.terms {
		if matches[i].score >= 0.9 {
			continue
		}
		for _, k := range c.window {
			for _, w := range c.index.sentences[k].terms {
				if language.Opposite(t.lemma, w.lemma) {
					if k == c.best {
						v["opposite"] = 1
					}
					v["opposite near"] = 1
					c.found["opposite"] = w.lemma
				}
			}
		}
	}
}

// denials counts what denies in a clause, in words and by its verb.
func denials(r reading, a clause.Clause) int {
	n := 0
	if a.Negated {
		n++
	}
	for i, t := range r.tokens {
		if t.Start >= a.Whole.From && t.End <= a.Whole.To && r.denies(i) && !simply[plainly(t)] {
			n++
		}
	}
	return n
}

// simply are the words of negation that a clause counts already.
var simply = language.WordSet(`not no never neither nor none nothing nobody cannot`)

// polarity holds each clause of the statement against the clause that says most nearly
// the same: whether one denies what the other says, by negation or by an opposite.
func (c *comparison) polarity(alike []map[string]float64) {
	like := c.like(alike)
	v := c.values
	for _, a := range c.said.clauses.Clauses {
		subject := termsWithin(c.said, a.Subject.From, a.Subject.To)
		rest := predicateTerms(c.said, a)
		if len(rest) == 0 {
			continue
		}
		best, differs, opposed := 0.0, false, false
		for _, k := range c.window {
			decay := 1.0
			if k != c.best {
				decay = 0.85
			}
			r := c.index.sentences[k].reading
			for _, b := range r.clauses.Clauses {
				theirSubject, theirRest := termsWithin(r, b.Subject.From, b.Subject.To), predicateTerms(r, b)
				score := decay * (0.7*within(rest, append(theirRest, theirSubject...), like) + 0.3*within(subject, append(theirSubject, theirRest...), like))
				if len(subject) == 0 {
					score = decay * within(rest, theirRest, like)
				}
				if score <= best+0.02 {
					continue
				}
				best = score
				differs = denials(c.said, a)%2 != denials(r, b)%2
				opposed = false
				for _, x := range rest {
					for _, y := range theirRest {
						opposed = opposed || x != y && language.Opposite(x, y)
					}
				}
			}
		}
		switch {
		case differs && opposed, !differs && !opposed:
			v["polarity same"] = max(v["polarity same"], best)
		default:
			v["polarity other"] = max(v["polarity other"], best)
		}
		if opposed {
			v["opposed"] = max(v["opposed"], best)
		}
	}
}

func has(r reading, words map[string]bool) bool {
	for w := range r.words {
		if words[w] {
			return true
		}
	}
	return false
}

// scope compares how far both reach.
func (c *comparison) scope() {
	v := c.values
	theirs := c.index.sentences[c.best].reading
	mineWide, theirsWide := has(c.said, c.said.tongue.All), has(theirs, theirs.tongue.All)
	if mineWide && !theirsWide {
		v["wider"] = 1
	}
	if mineWide && theirsWide {
		v["as wide"] = 1
	}
	if mineWide && has(theirs, theirs.tongue.Some) {
		v["wider than narrow"] = 1
	}
	mineOnly, theirsOnly := has(c.said, c.said.tongue.Only), has(theirs, theirs.tongue.Only)
	if mineOnly && !theirsOnly {
		v["only mine"] = 1
	}
	if theirsOnly && !mineOnly {
		v["only theirs"] = 1
	}
	if has(c.said, c.said.tongue.Some) {
		v["narrow"] = 1
	}
}

// termsWithin are the lemmas of a text's terms within byte offsets of it.
func termsWithin(r reading, from, to int) []string {
	var out []string
	for _, t := range r.terms {
		tok := r.tokens[t.at]
		if tok.Start >= from && tok.End <= to {
			out = append(out, t.lemma)
		}
	}
	return out
}

// within says how much of one set of words is in another: how much of the first, weighed by what its words tell.
func within(a, b []string, alike func(x, y string) float64) float64 {
	if len(a) == 0 {
		return 0
	}
	sum, all := 0.0, 0.0
	for _, x := range a {
		best := 0.0
		for _, y := range b {
			best = max(best, alike(x, y))
		}
		w := telling(x)
		sum += best * w
		all += w
	}
	return sum / all
}

// roles compares who does what: whether a clause of the source has the statement's
// subject and what is said of it in the same places, or the other way round, or in two
// different clauses.
func (c *comparison) roles(alike []map[string]float64) {
	like := c.like(alike)
	v := c.values
	straight, crossed, split, n := 0.0, 0.0, 0.0, 0.0
	for _, a := range c.said.clauses.Clauses {
		if a.Subject.Empty() {
			continue
		}
		subject := termsWithin(c.said, a.Subject.From, a.Subject.To)
		rest := predicateTerms(c.said, a)
		if len(subject) == 0 || len(rest) == 0 {
			continue
		}
		n++
		s, x, bestSubject, bestRest := 0.0, 0.0, 0.0, 0.0
		for _, k := range c.window {
			decay := 1.0
			if k != c.best {
				decay = 0.8
			}
			r := c.index.sentences[k].reading
			for _, b := range r.clauses.Clauses {
				theirSubject := termsWithin(r, b.Subject.From, b.Subject.To)
				theirRest := predicateTerms(r, b)
				ss, rr := decay*within(subject, theirSubject, like), decay*within(rest, theirRest, like)
				sr, rs := decay*within(subject, theirRest, like), decay*within(rest, theirSubject, like)
				s = max(s, min(ss, rr))
				x = max(x, min(sr, rs))
				bestSubject, bestRest = max(bestSubject, ss), max(bestRest, rr)
			}
		}
		straight = max(straight, s)
		crossed = max(crossed, x-s)
		split = max(split, min(bestSubject, bestRest)-s)
	}
	v["straight"], v["crossed"], v["split"] = straight, max(0, crossed), max(0, split)
	if n == 0 {
		v["no clause"] = 1
	}
	// "more X than Y": which of the two stands behind "than".
	mine := thanSides(c.said)
	if mine != nil {
		v["compares"] = 1
		for _, k := range c.window {
			other := thanSides(c.index.sentences[k].reading)
			if other == nil {
				continue
			}
			surely := func(x, y string) float64 {
				if like(x, y) >= 0.8 {
					return 1
				}
				return 0
			}
			same := within(mine[0], other[0], surely) + within(mine[1], other[1], surely)
			swapped := within(mine[0], other[1], surely) + within(mine[1], other[0], surely)
			if swapped > same+0.3 {
				v["than swapped"] = 1
			}
			if same > swapped+0.3 {
				v["than same"] = 1
			}
		}
	}
}

// thanSides are the terms of what is compared: of the subject before "than", and of the
// few words behind it.
func thanSides(r reading) [][]string {
	at := slices.IndexFunc(r.tokens, func(t language.Token) bool { return t.Lower == "than" })
	if at < 0 {
		return nil
	}
	out := [][]string{nil, nil}
	for _, c := range r.clauses.Clauses {
		if c.Whole.From <= r.tokens[at].Start && c.Whole.To >= r.tokens[at].Start && !c.Subject.Empty() && c.Subject.To <= r.tokens[at].Start {
			out[0] = termsWithin(r, c.Subject.From, c.Subject.To)
		}
	}
	for _, t := range r.terms {
		switch {
		case t.at > at && t.at <= at+4:
			out[1] = append(out[1], t.lemma)
		case t.at < at && len(out[0]) == 0 && !t.verb:
			out[0] = append(out[0], t.lemma)
		}
	}
	if len(out[0]) == 0 || len(out[1]) == 0 {
		return nil
	}
	return out
}

// predicateTerms are the terms of a clause besides its subject.
func predicateTerms(r reading, a clause.Clause) []string {
	var out []string
	for _, span := range []clause.Span{a.At, a.Object, a.Complement} {
		out = append(out, termsWithin(r, span.From, span.To)...)
	}
	for _, p := range a.Preps {
		out = append(out, termsWithin(r, p.Object.From, p.Object.To)...)
	}
	return out
}

// reasons compares why something is so.
func (c *comparison) reasons(matches []match) {
	at := -1
	for i, t := range c.said.tokens {
		if i > 0 && c.said.tongue.Why[t.Lower] {
			at = i
			break
		}
	}
	v := c.values
	theirs := false
	for _, k := range c.window {
		for _, t := range c.index.sentences[k].tokens {
			switch t.Lower {
			case "therefore", "so", "hence", "why", "thus", "as":
				theirs = true
			}
			theirs = theirs || c.index.sentences[k].tongue.Why[t.Lower]
		}
	}
	if theirs {
		v["they reason"] = 1
	}
	if at < 0 {
		return
	}
	v["reasons"] = 1
	what, why, whatAll, whyAll := 0.0, 0.0, 0.0, 0.0
	for i, t := range c.said.terms {
		if t.at < at {
			what += matches[i].score * t.weight
			whatAll += t.weight
		} else {
			why += matches[i].score * t.weight
			whyAll += t.weight
		}
	}
	if whatAll > 0 {
		v["what found"] = what / whatAll
	}
	if whyAll > 0 {
		v["why found"] = why / whyAll
		v["why missing"] = 1 - why/whyAll
	}
}

// why says in a sentence what the verdict rests on.
func (c *comparison) why(verdict Verdict) string {
	if c.best < 0 {
		return "The sources have nothing on this."
	}
	switch verdict {
	case Supported:
		return "The source says the same in other words."
	case Contradicted:
		switch {
		case c.found["number"] != "" && c.values["other number"] > 0:
			return "The source gives another figure: " + strings.TrimSpace(c.found["number"]) + "."
		case c.values["than swapped"] > 0 || c.values["crossed"] > 0.3 || c.values["halves crossed"] > 0.2:
			return "The source has it the other way round."
		case c.values["opposite"] > 0:
			return fmt.Sprintf("The source says the opposite (“%s”).", c.found["opposite"])
		case c.values["denied once"] > 0:
			return "One of the two denies what the other says."
		case c.values["wider"] > 0 || c.values["only mine"] > 0:
			return "The source does not say it of all that the statement says it of."
		case c.values["other order"] > 0:
			return "The source has another order."
		case c.values["reasons"] > 0:
			return "The source gives another reason."
		}
		return "The source says otherwise."
	}
	return "The sources speak of this and do not say it."
}
