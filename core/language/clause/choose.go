package clause

import (
	"math"
	"strings"

	"zincowl/core/language"
)

// once reads a sentence with the tags that its words have.
func once(text string, words []word) *parser {
	p := &parser{w: words, text: text}
	p.all()
	return p
}

// flip is a word with another tag, and what that costs.
type flip struct {
	at   int
	tag  string
	cost float64
}

// near is how much more another reading may cost and still make a clause uncertain.
const near = 0.32

// longest bounds the words of a sentence that is read: nobody writes longer ones, and a
// table or a list that lost its lines gives no clauses.
const longest = 250

// choose reads a sentence as it costs least, with at most two words read otherwise than
// tagged.
func choose(text string, words []word) Reading {
	if len(words) > longest {
		return Reading{Text: text, Cost: float64(len(words)), Left: float64(len(words)), Words: len(words)}
	}
	best := once(text, words)
	cost := best.cost
	flips := flipsOf(words)
	type other struct {
		p    *parser
		cost float64
	}
	var others []other
	taken := words
	for range 2 {
		already := spent(words, taken)
		var winner *parser
		var with []word
		winnerCost := cost
		for _, f := range flips {
			// What costs so much already can neither win nor come near.
			if taken[f.at].tag == f.tag || f.cost+already > cost+near {
				continue
			}
			changed := append([]word(nil), taken...)
			changed[f.at].tag = f.tag
			p := once(text, changed)
			total := p.cost + f.cost + already
			others = append(others, other{p, total})
			if total < winnerCost-1e-9 {
				winner, winnerCost, with = p, total, changed
			}
		}
		if winner == nil {
			break
		}
		others = append(others, other{best, cost})
		best, cost, taken = winner, winnerCost, with
		if best.cost == 0 {
			break
		}
	}
	r := Reading{Text: text, Cost: cost, Left: best.cost, Words: len(words)}
	for _, c := range best.out {
		r.Clauses = append(r.Clauses, best.finished(c))
	}
	for _, o := range others {
		if o.p == best || o.cost > cost+near {
			continue
		}
		for i := range r.Clauses {
			if !o.p.agrees(best, best.out[i]) {
				r.Clauses[i].Certain = false
			}
		}
	}
	return r
}

// spent is what the words that are read otherwise cost.
func spent(words, now []word) float64 {
	n := 0.0
	for i := range words {
		if words[i].tag != now[i].tag {
			n += flipCost(words[i], now[i].tag)
		}
	}
	return n
}

// agrees says whether another reading has the same clause.
func (p *parser) agrees(of *parser, c *part) bool {
	for _, o := range p.out {
		if o.verbs.main == c.verbs.main {
			return o.subject == c.subject && o.object == c.object && o.complement == c.complement && o.negated == c.negated && o.verbs.passive == c.verbs.passive
		}
	}
	return false
}

func (p *parser) span(r run) Span {
	if r.empty() {
		return Span{}
	}
	return Span{p.w[r.a].from, p.w[r.b-1].to}
}

// finished is a clause in offsets of the text.
func (p *parser) finished(c *part) Clause {
	main := p.w[c.verbs.main]
	out := Clause{
		Kind: c.kind, Predicate: main.text, Base: c.base, At: p.span(c.verbs.run), Subject: p.span(c.subject), Object: p.span(c.object), Complement: p.span(c.complement),
		Negated: c.negated, Modal: c.verbs.modal, Passive: c.verbs.passive, Past: c.verbs.past, Link: c.link, Of: c.of, Imperative: c.imperative, Adverbs: c.verbs.adverbs,
		Whole: p.span(c.whole),
	}
	for _, pr := range c.preps {
		out.Preps = append(out.Preps, Prep{strings.ToLower(p.text[p.w[pr.word.a].from:p.w[pr.word.b-1].to]), p.span(pr.object)})
	}
	doubtful := false
	switch strings.ToLower(c.verbs.modal) {
	case "would", "might", "could", "'d":
		doubtful = true
	}
	asked := c.kind == Nominal && (strings.EqualFold(c.link, "who") || strings.EqualFold(c.link, "why") || strings.EqualFold(c.link, "how")) // "who pays depends on …"
	out.Asserted = !asked && !c.supposed && !c.wished && !c.imperative && !p.question && !doubtful
	if c.of >= 0 && c.of < len(p.out) && c.kind != Relative && c.kind != Main {
		if over := p.out[c.of]; over != c && (over.supposed || over.wished && over.kind == Content) {
			out.Asserted = false
		}
	}
	sentential := c.kind == Relative && strings.EqualFold(c.link, "which") // it has no noun
	out.Certain = !c.doubt && !p.question && (!c.subject.empty() || c.imperative || sentential) && p.plain(c)
	return out
}

// plain says that nothing in a clause is of the sort that is often read wrong.
func (p *parser) plain(c *part) bool {
	for _, r := range []run{c.subject, c.object, c.complement} {
		commas, joins := 0, 0
		for k := r.a; k < r.b; k++ {
			switch w := p.w[k]; {
			case w.text == ",":
				commas++
			case w.tag == "CC":
				joins++
			case k > r.a && (governsClause(w) || conjunctions[w.lower] && w.tag == "IN" && !prepositions[w.lower]):
				return false // a clause within
			}
		}
		if r == c.subject && commas > 0 && !r.empty() && p.w[r.a].tag != "DT" && p.mixed(r) {
			return false // "after adjustments, the account …"
		}
		if r == c.subject && commas == 1 && joins == 0 && p.w[r.b-1].tag != "NNP" || r == c.subject && r.b-r.a > 14 {
			return false
		}
		if r == c.subject && joins > 0 && determiners[p.w[r.b-1].lower] {
			return false // "oxygen and enough" lacks its noun
		}
		if !r.empty() && (p.w[r.a].lower == "as" || p.w[r.a].lower == "than") {
			return false
		}
	}
	if copulas[c.base] && c.takes.Object < 4 && c.object.empty() && c.complement.empty() && !c.verbs.passive {
		switch c.base {
		case "look", "seem", "appear", "become", "remain", "feel", "sound", "taste", "smell", "prove":
			return c.objects > 0
		}
	}
	if !c.object.empty() && c.object.b < len(p.w) && c.object.b-c.object.a > 1 && p.w[c.object.a+1].lower == "of" && p.w[c.object.a].tag == "NN" {
		return false // "take hold of it"
	}
	for _, pr := range c.preps {
		switch word := p.w[pr.word.a].lower; {
		case c.base == "be" && c.complement.empty() && (word == "past" || word == "due" || word == "out" || word == "up" || word == "as"):
			return false
		case (word == "about" || word == "around") && p.w[pr.object.a].tag == "CD":
			return false
		}
	}
	main := p.w[c.verbs.main]
	noun, verb, adjective, _ := language.Met(c.base)
	if c.verbs.main == c.verbs.a && (noun > 3*(verb+1) || adjective > 3*(verb+1)) && c.verbs.modal == "" && main.lower == c.base {
		return false // a word that is seldom a verb
	}
	return true
}

// mixed says that an article stands behind a comma in what begins without one.
func (p *parser) mixed(r run) bool {
	for k := r.a; k+1 < r.b; k++ {
		if p.w[k].text == "," && p.w[k+1].tag == "DT" {
			return true
		}
	}
	return false
}

// flipsOf are the words that can be something else than tagged, in their order.
func flipsOf(words []word) []flip {
	var out []flip
	for i, w := range words {
		if len(w.text) < 2 || isPunct(w) || len(out) > 40 {
			continue
		}
		try := func(tag string) {
			if tag != w.tag {
				out = append(out, flip{i, tag, flipCost(w, tag)})
			}
		}
		switch w.tag {
		case "NN", "NNS", "NNP", "NNPS", "JJ", "VB", "VBP", "VBZ", "VBD", "VBN", "VBG", "RB", "IN", "JJR":
		default:
			continue
		}
		for _, f := range w.forms {
			switch f.Tag {
			case "VB":
				if w.tag != "VB" {
					try("VBP")
				}
			case "VBZ", "VBD", "VBN", "VBG", "VBP":
				try(f.Tag)
			}
		}
		if w.verb() || w.tag == "JJ" || w.tag == "RB" || w.tag == "IN" {
			single := language.Singular(w.lower)
			if single != w.lower && language.Can(single, 'n') {
				try("NNS")
			} else if language.Can(w.lower, 'n') {
				try("NN")
			}
		}
		if w.tag != "JJ" && language.Can(w.lower, 'a') {
			try("JJ")
		}
	}
	return out
}

// flipCost is how unlikely a word is to be what it was not tagged as.
func flipCost(w word, tag string) float64 {
	count := func(tag string) float64 {
		switch {
		case strings.HasPrefix(tag, "NN"):
			n, _, _, _ := language.Met(language.Singular(w.lower))
			return float64(n)
		case strings.HasPrefix(tag, "VB"):
			most := 0
			for _, f := range w.forms {
				if f.Tag == tag || f.Tag == "VB" && tag == "VBP" {
					_, v, _, _ := language.Met(f.Base)
					most = max(most, v)
				}
			}
			return float64(most)
		case strings.HasPrefix(tag, "JJ"):
			_, _, a, _ := language.Met(w.lower)
			return float64(a)
		case tag == "RB":
			_, _, _, r := language.Met(w.lower)
			return float64(r)
		}
		return 20
	}
	if w.tag == "VBD" && tag == "VBN" || w.tag == "VBN" && tag == "VBD" {
		return 0.3
	}
	if w.tag == "VBN" && tag == "JJ" || w.tag == "JJ" && tag == "VBN" {
		return 0.5
	}
	return 0.35 + math.Max(0, math.Min(1.6, 0.35*math.Log((count(w.tag)+2)/(count(tag)+2))))
}
