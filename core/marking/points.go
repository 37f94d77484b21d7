package marking

import (
	"cmp"
	"math"
	"slices"
	"strings"

	"zincowl/core/language"
)

// Points is what an answer in words is held against: what it has to say, point by point, and
// what else the key and its sources say. It does not change and may be shared, but not at the
// same time.
type Points struct {
	texts      []string
	points     [][]word
	asked      map[string]bool // the base forms of the question's words, which to repeat earns nothing
	key        []word          // of all of it
	known      map[string]bool // the base forms of the key's words
	vocabulary map[string]bool // and they as they stand
	length     int             // of the model answer, in words

	tongue *language.Tongue // where it is not English
}

// NewPoints reads the points that an answer to a question has to make, beside a model answer and
// what sources say of it.
func NewPoints(question, reference string, points, sources []string) *Points {
	p := &Points{texts: points, asked: map[string]bool{}, known: map[string]bool{}, vocabulary: map[string]bool{}, length: max(1, len(strings.Fields(reference)))}
	if tongue, ok := abroad(append([]string{question, reference}, points...)...); ok {
		p.tongue = tongue
		return p
	}
	for _, w := range wordsOf(question) {
		if w.content {
			p.asked[w.lemma] = true
		}
	}
	for _, text := range points {
		p.points = append(p.points, wordsOf(text))
	}
	p.key = wordsOf(reference + "\n" + strings.Join(sources, "\n") + "\n" + strings.Join(points, "\n"))
	for _, w := range p.key {
		p.vocabulary[w.lower] = true
		if w.content {
			p.known[w.lemma] = true
		}
	}
	return p
}

// Measure is what each point is judged by: how much of the point the answer has, by words that
// mean the same (soft, exact, in one stretch), whether it denies it or has opposites in its
// place, how point and answer align; and for all points the same together, and how the answer is
// written. Nothing comes of an answer without words, or of a key that is not English.
func (p *Points) Measure(answer string) [][]float64 {
	answer = mended(answer, p.vocabulary)
	said := wordsOf(answer)
	content := contents(said, false)
	if len(content) == 0 || p.tongue != nil {
		return nil
	}
	about := p.about(answer, said)
	var each, aligned [][]float64
	for _, point := range p.points {
		each = append(each, p.coverage(point, said))
		aligned = append(aligned, align(point, said))
	}
	about = append(about, mean(each)...)
	about = append(about, least(each)[:6]...)
	about = append(about, mean(aligned)...)
	about = append(about, most(aligned)[2], p.turned(said))
	out := make([][]float64, len(p.points))
	for i := range p.points {
		out[i] = slices.Concat(each[i], aligned[i], about)
	}
	return out
}

// about measures how an answer is written.
func (p *Points) about(answer string, said []word) []float64 {
	var fresh []*word // what the question does not say already
	verbs, denied, ours := 0.0, 0.0, 0.0
	for _, w := range contents(said, true) {
		if !p.asked[w.lemma] {
			fresh = append(fresh, w)
		}
	}
	for i := range said {
		w := &said[i]
		if w.verb {
			verbs++
		}
		if w.denies {
			denied++
		}
		if w.content && p.vocabulary[w.lower] {
			ours++
		}
	}
	new, kept, weight := 0.0, 0.0, 0.0
	for _, w := range fresh {
		best := 0.0
		for _, k := range contents(p.key, true) {
			best = max(best, w.alike(k))
		}
		if best < 0.55 {
			new++
		}
		if p.known[w.lemma] {
			kept++
		}
		weight += w.weight
	}
	words, telling := float64(max(1, len(said))), float64(max(1, len(contents(said, false))))
	n := float64(max(1, len(fresh)))
	return []float64{
		listed(answer, verbs, float64(len(said))), float64(len(fresh)) / float64(max(1, len(p.points))), float64(len(fresh)),
		new / n, kept / n, weight / n, verbs / words, denied / words, float64(len(p.points)),
		min(1, words/40), min(2, words/float64(p.length)), telling / words, ours / telling,
	}
}

// listed says whether an answer is a list of words that says nothing of them: hardly a verb, and
// short items.
func listed(answer string, verbs, words float64) float64 {
	items := 1.0
	for _, sign := range []string{",", "/", ";", "\n", "->", "→"} {
		items += float64(strings.Count(answer, sign))
	}
	if words >= 3 && verbs/words < 0.08 && words/items <= 3.4 {
		return 1
	}
	return 0
}

// coverage measures how much of a point an answer has.
func (p *Points) coverage(point, said []word) []float64 {
	all := contents(point, true)
	fresh := slices.DeleteFunc(slices.Clone(all), func(w *word) bool { return p.asked[w.lemma] })
	if len(fresh) == 0 {
		fresh = all
	}
	var at []int // of the answer's words that tell
	for i := range said {
		if said[i].content {
			at = append(at, i)
		}
	}
	if len(fresh) == 0 {
		return make([]float64, 18)
	}
	total := 0.0
	alike := make([][]float64, len(fresh))
	best := make([]float64, len(fresh))
	soft, exact, half := 0.0, 0.0, 0.0
	for i, w := range fresh {
		total += w.weight
		for _, j := range at {
			alike[i] = append(alike[i], w.alike(&said[j]))
		}
		best[i] = slices.Max(alike[i])
		soft += best[i] * w.weight
		if best[i] >= 0.95 {
			exact += w.weight
		}
		if best[i] > 0.5 {
			half++
		}
	}
	// The stretch that has most of it.
	size := max(4, min(len(at), 2*len(all)+2))
	within, from, to := 0.0, 0, len(at)
	for o := 0; o == 0 || o+size <= len(at); o++ {
		end := min(len(at), o+size)
		sum := 0.0
		for i, w := range fresh {
			sum += slices.Max(alike[i][o:end]) * w.weight
		}
		if sum/total > within+1e-9 {
			within, from, to = sum/total, o, end
		}
	}
	low, high := len(said), -1
	for i := range fresh {
		for o := from; o < to; o++ {
			if alike[i][o] > 0.5 && alike[i][o] == slices.Max(alike[i][from:to]) {
				low, high = min(low, at[o]), max(high, at[o]+1)
				break
			}
		}
	}
	if high < 0 {
		low, high = at[from], at[to-1]+1
	}
	denied, denies := denials(said[max(0, low-3):min(len(said), high+2)]), denials(point)
	turned, opposed := 0.0, 0.0
	for _, w := range all {
		there, other := false, false
		for _, j := range at[from:to] {
			there = there || said[j].lemma == w.lemma
			other = other || language.Opposite(w.lemma, said[j].lemma)
		}
		if other {
			opposed++
			if !there {
				turned++
			}
		}
	}
	var there, here []language.Direction
	var weighs, weigh []float64
	for _, w := range fresh {
		there, weighs = append(there, w.direction), append(weighs, w.weight)
	}
	foreign := 0.0
	for _, j := range at[from:to] {
		w := &said[j]
		here, weigh = append(here, w.direction), append(weigh, w.weight)
		near := 0.0
		for _, o := range all {
			near = max(near, w.alike(o))
		}
		if near < 0.5 && !p.known[w.lemma] {
			foreign++
		}
	}
	one, other := language.Toward(there, weighs), language.Toward(here, weigh)
	sorted := slices.Sorted(slices.Values(best))
	middle := median(weighs)
	rare := 1.0
	for i, w := range fresh {
		if w.weight >= middle {
			rare = min(rare, best[i])
		}
	}
	return []float64{
		soft / total, exact / total, within, sorted[0], rare, one.Dot(&other),
		float64((denied + denies) % 2), float64(denied - denies), float64(denies), turned, opposed,
		foreign / float64(to-from), order(all, said), float64(len(fresh)), half / float64(len(fresh)), float64(high - low), total / 5, sorted[len(sorted)/2],
	}
}

// denials is how many words deny something.
func denials(words []word) (n int) {
	for _, w := range words {
		if w.denies {
			n++
		}
	}
	return n
}

// order is the share of pairs of words that the answer has the other way round than the point.
func order(point []*word, said []word) float64 {
	var places []int
	for _, w := range point {
		if i := slices.IndexFunc(said, func(o word) bool { return o.lemma == w.lemma }); i >= 0 {
			places = append(places, i)
		}
	}
	pairs, crossed := 0.0, 0.0
	for i := range places {
		for _, later := range places[i+1:] {
			pairs++
			if places[i] > later {
				crossed++
			}
		}
	}
	return crossed / max(1, pairs)
}

// What it costs to leave a word of the point out of an alignment, as a share of its weight; a word of
// the answer; and from where on two words that are not the same go together.
const (
	leftOut  = 0.25
	passed   = 0.15
	together = 0.35
)

// align lays a point along the stretch of the answer that is most like it (Smith and Waterman,
// 1981), words that mean nearly the same on one another, and measures what stands in the way:
// opposites, denials, other words in the same place, other numbers.
func align(point, said []word) []float64 {
	n, m := len(point), len(said)
	type step uint8
	const (
		ends step = iota
		both
		up
		left
	)
	score, way := make([]float64, (n+1)*(m+1)), make([]step, (n+1)*(m+1))
	at := func(i, j int) int { return i*(m+1) + j }
	top, endI, endJ := 0.0, 0, 0
	for i := range n {
		for j := range m {
			a, b := &point[i], &said[j]
			worth := -0.3
			switch {
			case a.lower == b.lower || a.lemma == b.lemma:
				worth = a.weight
			case a.content && b.content:
				worth = a.weight * (a.alike(b) - together)
			}
			best, by := 0.0, ends
			for _, o := range []struct {
				score float64
				by    step
			}{{score[at(i, j)] + worth, both}, {score[at(i, j+1)] - leftOut*a.weight, up}, {score[at(i+1, j)] - passed, left}} {
				if o.score > best {
					best, by = o.score, o.by
				}
			}
			score[at(i+1, j+1)], way[at(i+1, j+1)] = best, by
			if best > top {
				top, endI, endJ = best, i+1, j+1
			}
		}
	}
	total := 0.0
	for _, w := range point {
		total += w.weight
	}
	total = max(0.1, total)
	pairs, unlike, signs := 0, 0.0, 0.0
	low, high := 0, 0
	for i, j := endI, endJ; i > 0 && j > 0 && way[at(i, j)] != ends; {
		switch way[at(i, j)] {
		case up:
			i--
		case left:
			j--
		default:
			i, j = i-1, j-1
			if pairs == 0 {
				high = j
			}
			low = j
			pairs++
			if a, b := &point[i], &said[j]; a.content && b.content {
				if a.alike(b) < 0.6 {
					unlike += a.weight
				}
				if a.denied != b.denied {
					signs += a.weight
				}
			}
		}
	}
	span := said[max(0, low-4):min(m, high+5)]
	missing, extra := apart(point, span), apart(span, point)
	strongest, sum := 0.0, 0.0
	for _, a := range missing {
		for _, b := range extra {
			by := a.against(b)
			strongest = max(strongest, by)
			sum += by
		}
	}
	inside := denials(said[max(0, low-1):min(m, high+1)]) // among the words that go together, or right before
	denied, denies := denials(span), denials(point)
	return []float64{
		top / total, float64(pairs) / float64(max(1, n)), strongest, min(3, sum), float64((denied + denies) % 2), float64(denied - denies),
		unlike / total, float64(len(missing)) / float64(max(1, n)), float64(len(extra)) / float64(max(1, len(span))), otherNumbers(point, span), float64((inside + denies) % 2), signs / total,
	}
}

// apart are the words of one text that another does not have, and that may turn it round.
func apart(words, from []word) []*word {
	var out []*word
	for i := range words {
		w := &words[i]
		if (w.content || small[w.lower]) && !slices.ContainsFunc(from, func(o word) bool { return o.lemma == w.lemma || o.lower == w.lemma }) {
			out = append(out, w)
		}
	}
	return out
}

// otherNumbers says whether both have numbers, and none in common.
func otherNumbers(point, span []word) float64 {
	has, common := false, false
	numbers := map[string]bool{}
	for _, w := range point {
		if w.lower[0] >= '0' && w.lower[0] <= '9' {
			numbers[w.lower] = true
		}
	}
	for _, w := range span {
		if w.lower[0] >= '0' && w.lower[0] <= '9' {
			has, common = true, common || numbers[w.lower]
		}
	}
	if len(numbers) > 0 && has && !common {
		return 1
	}
	return 0
}

// turned is how many words of an answer, for each point, are opposites of words of the key that it
// does not use.
func (p *Points) turned(said []word) float64 {
	sum := 0.0
	key := contents(p.key, true)
	for _, w := range contents(said, true) {
		if p.known[w.lemma] {
			continue
		}
		best := 0.0
		for _, k := range key {
			best = max(best, w.against(k))
		}
		sum += best
	}
	return sum / float64(max(1, len(p.points)))
}

func fold(rows [][]float64, f func(a, b float64) float64) []float64 {
	out := slices.Clone(rows[0])
	for _, r := range rows[1:] {
		for k, x := range r {
			out[k] = f(out[k], x)
		}
	}
	return out
}

func least(rows [][]float64) []float64 { return fold(rows, math.Min) }
func most(rows [][]float64) []float64  { return fold(rows, math.Max) }

func mean(rows [][]float64) []float64 {
	out := fold(rows, func(a, b float64) float64 { return a + b })
	for k := range out {
		out[k] /= float64(len(rows))
	}
	return out
}

func median(values []float64) float64 {
	sorted := slices.SortedFunc(slices.Values(values), cmp.Compare[float64])
	return sorted[len(sorted)/2]
}
