package fact

import (
	"cmp"
	"slices"
	"strings"
	"time"

	"zincowl/core/language"
	"zincowl/core/maths/units"
	"zincowl/core/source"
)

// Claim is a fact with the source that makes it and how much that counts.
type Claim struct {
	Fact
	Source   string
	Standing source.Standing
	Dated    time.Time
}

const (
	// alike is the share of common words from which two limits speak of the same
	// thing.
	alike = 0.6
	// crowd is how many claims may share a rare word before it is too common to
	// compare them all by it.
	crowd = 60
)

// Settle finds claims that a claim of another source overrules: two limits of
// the same thing with different numbers, or two formulas for the same quantity
// from the same others that differ. The source of higher standing wins, then the
// newer one. The first result leads from the index of each overruled claim to that of
// the one which stands. Where neither wins both stand, and the second has the pair, unless
// something else overrules one of them.
func Settle(claims []Claim) (overruled map[int]int, disputed [][2]int) {
	words := make([]map[string]bool, len(claims))
	often := map[string]int{}
	for i, c := range claims {
		words[i] = subjectWords(c.Fact)
		for w := range words[i] {
			often[w]++
		}
	}
	shared := map[string][]int{}
	out := map[int]int{}
	var equal [][2]int
	for i := range claims {
		for _, w := range rarest(words[i], often) {
			if len(shared[w]) >= crowd {
				continue
			}
			for _, j := range shared[w] {
				if claims[i].Source != claims[j].Source && disagree(claims[i].Fact, claims[j].Fact, words[i], words[j]) {
					switch order := Outranks(claims[i], claims[j]); {
					case order < 0:
						out[j] = i
					case order > 0:
						out[i] = j
					default:
						equal = append(equal, [2]int{j, i})
					}
				}
			}
			shared[w] = append(shared[w], i)
		}
	}
	for i := range out { // what overrules may itself be overruled
		for {
			next, also := out[out[i]]
			if !also {
				break
			}
			out[i] = next
		}
	}
	slices.SortFunc(equal, func(a, b [2]int) int { return cmp.Or(cmp.Compare(a[0], b[0]), cmp.Compare(a[1], b[1])) })
	equal = slices.DeleteFunc(slices.Compact(equal), func(p [2]int) bool {
		_, one := out[p[0]]
		_, other := out[p[1]]
		return one || other
	})
	return out, equal
}

// Outranks orders two claims by how much their sources count: below zero where the first wins.
func Outranks(a, b Claim) int {
	if n := cmp.Compare(a.Standing.Rank(), b.Standing.Rank()); n != 0 {
		return n
	}
	if a.Dated.IsZero() || b.Dated.IsZero() {
		return 0
	}
	return b.Dated.Compare(a.Dated)
}

// subjectWords are the stems of what a fact speaks of, without its numbers.
func subjectWords(f Fact) map[string]bool {
	switch f.Type {
	case Limit:
		return language.Stems(f.Quote[:f.At] + " " + f.Quote[min(len(f.Quote), f.At+len(f.Object)):])
	case Formula:
		return language.Stems(f.Subject)
	}
	return nil
}

// rarest are the three words of a claim that the fewest others use.
func rarest(words map[string]bool, often map[string]int) []string {
	list := make([]string, 0, len(words))
	for w := range words {
		list = append(list, w)
	}
	slices.SortFunc(list, func(a, b string) int { return cmp.Or(cmp.Compare(often[a], often[b]), cmp.Compare(a, b)) })
	return list[:min(3, len(list))]
}

func disagree(a, b Fact, words, others map[string]bool) bool {
	if a.Type != b.Type {
		return false
	}
	switch a.Type {
	case Limit:
		return likeness(words, others) >= alike && direction(a.Predicate) == direction(b.Predicate) && differ(a, b)
	case Formula:
		return strings.EqualFold(a.Subject, b.Subject) && sameVariables(a, b) && source.Fold(a.Object) != source.Fold(b.Object)
	}
	return false
}

func likeness(a, b map[string]bool) float64 {
	common := 0
	for w := range a {
		if b[w] {
			common++
		}
	}
	if common == 0 {
		return 0
	}
	return float64(common) / float64(len(a)+len(b)-common)
}

// direction says whether a limit binds from below (-1), from above (1), or
// neither can be told (0).
func direction(phrase string) int {
	for _, p := range []string{"at least", "no less", "not less", "not fall below", "not be less", "minimum", "or more", "or longer"} {
		if strings.Contains(phrase, p) {
			return -1
		}
	}
	for _, p := range []string{"at most", "no more", "not more", "no longer", "exceed", "maximum", "up to", "within", "no later", "or less", "at the latest"} {
		if strings.Contains(phrase, p) {
			return 1
		}
	}
	return 0
}

// differ says whether the numbers of two limits are of one dimension and not
// equal.
func differ(a, b Fact) bool {
	x, ok := units.ParseQuantity(a.Object)
	y, also := units.ParseQuantity(b.Object)
	return ok && also && x.Unit.Dim == y.Unit.Dim && y.In(x.Unit).Cmp(x.Value) != 0
}

func sameVariables(a, b Fact) bool {
	if a.Equation == nil || b.Equation == nil || len(a.Equation.Variables) != len(b.Equation.Variables) {
		return false
	}
	names := map[string]bool{}
	for _, v := range a.Equation.Variables {
		names[strings.ToLower(v.Name)] = true
	}
	for _, v := range b.Equation.Variables {
		if !names[strings.ToLower(v.Name)] {
			return false
		}
	}
	return true
}
