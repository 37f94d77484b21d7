package fact

import (
	"cmp"
	"context"
	"math"
	"slices"
	"strings"

	"zincowl/core/language"
	"zincowl/core/source"
)

// How one fact stands to another.
type How string

// What a fact can be to another: the same again, otherwise, or more about the same.
const (
	Repeats     How = "repeats"
	Contradicts How = "contradicts"
	Extends     How = "extends"
)

// Tie says how a claim stands to another, both by their index.
type Tie struct {
	From, To int
	How      How
}

const (
	// same is the share of common words, rare ones counting more, from which two
	// sentences say the same, or contradict each other where they differ in a number or a
	// negation.
	same = 0.62
	// ties bounds how many others are named for one fact.
	ties = 4
)

// said is what a claim says, as it is compared.
type said struct {
	words   map[string]bool
	numbers map[string]bool
	subject string
	denied  bool
	formula bool
	weight  float64
}

// Relate finds which claims repeat, contradict or extend which others, in other
// sentences. Each pair is told once, from the later to the earlier. It ends early, with
// less, when the context does.
func Relate(ctx context.Context, claims []Claim) []Tie {
	all := make([]said, len(claims))
	often := map[string]int{}
	for i, c := range claims {
		all[i] = saidBy(c.Fact)
		for w := range all[i].words {
			often[w]++
		}
	}
	weigh := func(w string) float64 { return math.Log(1 + float64(len(claims))/float64(often[w])) }
	for i := range all {
		for w := range all[i].words {
			all[i].weight += weigh(w)
		}
	}
	known := map[string][]int{} // by a rare word or by subject
	var out []Tie
	for i := range claims {
		if ctx.Err() != nil {
			return out
		}
		keys := rarest(all[i].words, often)
		if all[i].subject != "" {
			keys = append(keys, "\x00"+all[i].subject)
		}
		found := map[int]How{}
		for _, k := range keys {
			for _, j := range known[k] {
				if _, ok := found[j]; !ok && apart(claims[i], claims[j]) {
					if how := relation(all[i], all[j], weigh); how != "" && !(how == Extends && claims[i].Passage == claims[j].Passage) {
						found[j] = how
					}
				}
			}
			if len(known[k]) < crowd {
				known[k] = append(known[k], i)
			}
		}
		others := make([]int, 0, len(found))
		for j := range found {
			others = append(others, j)
		}
		rank := map[How]int{Contradicts: 0, Repeats: 1, Extends: 2}
		slices.SortFunc(others, func(a, b int) int { return cmp.Or(cmp.Compare(rank[found[a]], rank[found[b]]), cmp.Compare(a, b)) })
		for _, j := range others[:min(ties, len(others))] {
			out = append(out, Tie{i, j, found[j]})
		}
	}
	return out
}

// apart says that two claims stand in different sentences.
func apart(a, b Claim) bool {
	return source.Fold(a.Quote) != source.Fold(b.Quote) && !strings.Contains(a.Quote, b.Quote) && !strings.Contains(b.Quote, a.Quote) || a.Source != b.Source
}

func saidBy(f Fact) said {
	out := said{words: map[string]bool{}, numbers: map[string]bool{}, formula: f.Type == Formula}
	english, _ := language.In("en")
	for _, s := range language.Split(f.Quote) {
		for _, t := range s.Tokens {
			switch {
			case t.Text[0] >= '0' && t.Text[0] <= '9':
				out.numbers[t.Text] = true
			case english.Denying(t.Lower):
				out.denied = !out.denied
			}
		}
	}
	for w := range language.Stems(f.Quote) {
		if !hollow[w] && (w[0] < '0' || w[0] > '9') {
			out.words[w] = true
		}
	}
	subject := f.For
	if subject == "" {
		subject = f.Subject
	}
	if f.Type != Statement && f.Type != Limit && !anaphoric(subject) {
		var stems []string
		for w := range language.Stems(subject) {
			stems = append(stems, w)
		}
		if slices.Sort(stems); len(stems) > 0 && len(stems) < 4 {
			out.subject = strings.Join(stems, " ")
		}
	}
	return out
}

// relation is how what is said stands to something else that is said.
func relation(a, b said, weigh func(string) float64) How {
	common := 0.0
	for w := range a.words {
		if b.words[w] {
			common += weigh(w)
		}
	}
	alike := common / max(1e-9, a.weight+b.weight-common)
	if alike >= same && len(a.words) >= 3 && !(a.formula && a.subject != b.subject) {
		other := otherNumbers(a.numbers, b.numbers)
		switch {
		case other && a.denied == b.denied, a.denied != b.denied && !other && alike > 0.75, opposed(a.words, b.words) && a.denied == b.denied:
			return Contradicts
		case !other && a.denied == b.denied:
			return Repeats
		}
		return ""
	}
	if a.subject != "" && a.subject == b.subject {
		return Extends
	}
	return ""
}

// otherNumbers says that each of two has a number that the other lacks.
func otherNumbers(a, b map[string]bool) bool { return lacks(a, b) && lacks(b, a) }

// lacks says that a number of one is not among those of another.
func lacks(one, other map[string]bool) bool {
	for n := range one {
		if !other[n] {
			return true
		}
	}
	return false
}

// opposed says that a word of one that the other lacks is the opposite of one of the
// other's.
func opposed(a, b map[string]bool) bool {
	for x := range a {
		if b[x] {
			continue
		}
		for y := range b {
			if !a[y] && language.Opposite(x, y) {
				return true
			}
		}
	}
	return false
}
