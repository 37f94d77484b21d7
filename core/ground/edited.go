package ground

import (
	"slices"
	"strings"

	"zincowl/core/language"
)

// A statement that repeats a sentence of the source but for a word or two is decided by
// these alone: whatever else they share says only that both speak of the same thing. The
// words are aligned as they follow each other (Needleman and Wunsch, 1970), and what stands
// between the same words in both is held against each other.

const (
	leastWords = 5   // of a statement that are aligned at all
	mostSaid   = 4   // words of a stretch that stands for another one
	repeated   = 0.7 // how much of a statement the sentence has, word for word
	wholly     = 0.9 // how much of it the sentence has where it says just that
	asSynonym  = 0.8 // how alike two words are that stand for each other
)

// edit is a stretch of a statement and the one that the source has in its place; either may
// be empty.
type edit struct{ mine, theirs []language.Token }

// edits aligns a statement with a sentence: the stretches in which they differ, and which
// share of the statement's words both have. What the sentence has before the first common
// word, or behind the last, is left out.
func edits(mine, theirs []language.Token) (out []edit, share float64) {
	n, m := len(mine), len(theirs)
	if n < leastWords || m < leastWords {
		return nil, 0
	}
	same := func(i, j int) bool {
		return mine[i].Lower == theirs[j].Lower || len(mine[i].Lower) > 3 && language.Content(mine[i].Lower) && lemmaOf(mine[i]) == lemmaOf(theirs[j])
	}
	best := make([][]int, n+1)
	for i := range best {
		best[i] = make([]int, m+1)
	}
	for i := n - 1; i >= 0; i-- {
		for j := m - 1; j >= 0; j-- {
			best[i][j] = max(best[i+1][j], best[i][j+1])
			if same(i, j) {
				best[i][j] = max(best[i][j], 1+best[i+1][j+1])
			}
		}
	}
	share = float64(best[0][0]) / float64(n)
	if share < repeated {
		return nil, share
	}
	fromI, fromJ := 0, -1 // where the stretch that is open begins
	for i, j := 0, 0; i < n && j < m; {
		switch {
		case same(i, j) && best[i][j] == 1+best[i+1][j+1]:
			if fromJ < 0 {
				if i > 0 { // as many words of the sentence as may stand for the first ones
					out = append(out, edit{mine[:i], theirs[max(0, j-i):j]})
				}
			} else if i > fromI || j > fromJ {
				out = append(out, edit{mine[fromI:i], theirs[fromJ:j]})
			}
			i, j = i+1, j+1
			fromI, fromJ = i, j
		case best[i+1][j] >= best[i][j+1]:
			i++
		default:
			j++
		}
	}
	if fromI < n && fromJ >= 0 {
		out = append(out, edit{mine[fromI:], theirs[fromJ:min(m, fromJ+n-fromI)]})
	}
	return out, share
}

func lemmaOf(t language.Token) string { return language.Lemma(t.Lower, t.Tag) }

// words are the tokens that are words or numbers, without articles.
func worded(tokens []language.Token) []language.Token {
	return slices.DeleteFunc(slices.Clone(tokens), func(t language.Token) bool {
		return !t.Word() && (t.Text[0] < '0' || t.Text[0] > '9') || t.Lower == "the" || t.Lower == "a" || t.Lower == "an"
	})
}

// edited judges a statement that repeats a sentence but for one stretch. It is not ok where
// no sentence is repeated so, or where it can't be told what the difference means.
func (c *comparison) edited() (v Verdict, sure float64, ok bool) {
	mine := worded(c.said.tokens)
	for _, k := range c.window {
		found, share := edits(mine, worded(c.index.sentences[k].reading.tokens))
		if share < repeated {
			continue
		}
		other := -1
		for i, e := range found {
			switch {
			case sayNothing(e.mine) && sayNothing(e.theirs):
			case other >= 0:
				return "", 0, false // more than one thing is said otherwise
			default:
				other = i
			}
		}
		if other < 0 {
			if share >= wholly && c.unconditional(k, mine) {
				c.best = k
				return Supported, 0.95, true
			}
			continue
		}
		e := found[other]
		if denialAlone(e.mine) != denialAlone(e.theirs) && share >= repeated {
			c.best = k
			c.values["denied once"] = 1
			return Contradicted, 0.9, true
		}
		if len(e.mine) == 0 || len(e.theirs) == 0 || len(e.mine) > mostSaid || len(e.theirs) > mostSaid {
			continue
		}
		v, sure = c.instead(e)
		if v == "" {
			continue
		}
		c.best = k
		return v, sure, true
	}
	return "", 0, false
}

// sayNothing says whether words tell nothing by which a statement could be true or false.
func sayNothing(words []language.Token) bool {
	return !slices.ContainsFunc(words, func(t language.Token) bool {
		return language.Content(t.Lower) || contrasts[t.Lower] != nil || relating[t.Lower] || t.Text[0] >= '0' && t.Text[0] <= '9' || denying[t.Lower]
	})
}

// denying are words that deny what they stand with.
var denying = language.WordSet(`no not never none neither nor cannot without`)

// denialAlone says whether words deny and say nothing else.
func denialAlone(words []language.Token) bool {
	n := 0
	for _, t := range words {
		switch {
		case denying[t.Lower] || strings.HasSuffix(t.Lower, "n't") || strings.HasSuffix(t.Lower, "n’t"):
			n++
		case language.Content(t.Lower):
			return false
		}
	}
	return n == 1
}

// instead says what it means that a statement has some words where the source has others:
// opposites and other numbers contradict, as do things of one kind; words for the same
// support; of anything else the source says something, and not this.
func (c *comparison) instead(e edit) (Verdict, float64) {
	mine, theirs := contentOf(e.mine), contentOf(e.theirs)
	for _, a := range e.mine {
		for _, b := range e.theirs {
			if contrasts[a.Lower][b.Lower] || opposed(lemmaOf(a), lemmaOf(b)) {
				c.found["opposite"], c.values["opposite"] = b.Text, 1
				return Contradicted, 0.9
			}
		}
	}
	if len(mine) == 0 || len(theirs) == 0 {
		return "", 0
	}
	a, b := mine[len(mine)-1], theirs[len(theirs)-1] // the heads
	number := func(t language.Token) bool { return t.Text[0] >= '0' && t.Text[0] <= '9' }
	switch {
	case number(a) || number(b):
		return "", 0 // amounts are compared with their units
	case language.Alike(lemmaOf(a), lemmaOf(b)) >= asSynonym:
		return "", 0
	case !language.Known(lemmaOf(a)) || !language.Known(lemmaOf(b)):
		return NotFound, 0.7
	}
	ka, kb := language.NounKind(lemmaOf(a)), language.NounKind(lemmaOf(b))
	if ka != "" && ka == kb {
		c.found["instead"] = b.Text
		return Contradicted, 0.8
	}
	return NotFound, 0.7
}

// hedging are words under which a sentence does not state what it says.
var hedging = language.WordSet(`if unless whether only except hardly seldom rarely supposed alleged claimed said believed thought suggested false untrue wrong myth mistaken until`)

// unconditional says whether what a sentence has beside a statement leaves it as it is: no
// word denies it, or puts it under a condition.
func (c *comparison) unconditional(k int, mine []language.Token) bool {
	if c.index.sentences[k].asks {
		return false
	}
	had := map[string]bool{}
	for _, t := range mine {
		had[t.Lower] = true
	}
	return !slices.ContainsFunc(c.index.sentences[k].reading.tokens, func(t language.Token) bool {
		return !had[t.Lower] && (denying[t.Lower] || hedging[t.Lower] || contrasts[t.Lower] != nil)
	})
}

// facing are beginnings of words that face each other.
var facing = [][2]string{{"in", "out"}, {"up", "down"}, {"over", "under"}, {"pre", "post"}, {"inter", "intra"}, {"hyper", "hypo"}, {"ex", "im"}, {"as", "de"}, {"in", "de"}, {"in", "ex"}}

// opposed says whether two words are opposites, or one is that of another word for the
// other, or only their beginnings part them and face each other ("inlet", "outlet").
func opposed(a, b string) bool {
	if a == b {
		return false
	}
	if language.Opposite(a, b) {
		return true
	}
	for _, f := range facing {
		for _, g := range [][2]string{f, {f[1], f[0]}} {
			if rest, ok := strings.CutPrefix(a, g[0]); ok && len(rest) > 2 && b == g[1]+rest {
				return true
			}
		}
	}
	for _, s := range language.Synonyms(a) {
		if s != b && language.Opposite(s, b) && !slices.Contains(language.Synonyms(b), a) {
			return true
		}
	}
	return false
}

// contentOf are the words that tell most: those that are not small.
func contentOf(words []language.Token) []language.Token {
	return slices.DeleteFunc(slices.Clone(words), func(t language.Token) bool {
		return !language.Content(t.Lower) && (t.Text[0] < '0' || t.Text[0] > '9')
	})
}
