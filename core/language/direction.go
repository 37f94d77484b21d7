package language

import (
	"cmp"
	"math"
	"slices"
	"sync"
)

// Direction is where a word points among all words, by the company that it keeps, of length 1.
// What all words have in common is taken out of it: their mean, and the line along which
// common words part from rare ones (Mu and Viswanath, “All-but-the-top”, 2018). The zero
// Direction is that of a word nothing is known of.
type Direction [dimensions]float32

// share is what all words have in common.
type share struct{ mean, line [dimensions]float64 }

// counted are the commonest words by which the line is found.
const counted = 20_000

var shared = sync.OnceValue(func() *share {
	d := vectors()
	s := &share{}
	n := len(d.length)
	unit := func(i, k int) float64 { return float64(d.data[i*dimensions+k]) / float64(d.length[i]) }
	for i := range n {
		for k := range s.mean {
			s.mean[k] += unit(i, k) / float64(n)
		}
	}
	for k := range s.line {
		s.line[k] = 1
	}
	for range 12 { // the power method
		var next [dimensions]float64
		for i := range min(counted, n) {
			dot := 0.0
			for k := range s.line {
				dot += (unit(i, k) - s.mean[k]) * s.line[k]
			}
			for k := range next {
				next[k] += dot * (unit(i, k) - s.mean[k])
			}
		}
		length := 0.0
		for _, x := range next {
			length += x * x
		}
		for k := range next {
			s.line[k] = next[k] / math.Sqrt(length)
		}
	}
	return s
})

// DirectionOf is the direction of a word in base form.
func DirectionOf(word string) (out Direction) {
	at, known := ranks().at[word]
	if !known {
		return out
	}
	d, s := vectors(), shared()
	var x [dimensions]float64
	along := 0.0
	for k := range x {
		x[k] = float64(d.data[at*dimensions+k])/float64(d.length[at]) - s.mean[k]
		along += x[k] * s.line[k]
	}
	for k := range x {
		out[k] = float32(x[k] - along*s.line[k])
	}
	out.scale()
	return out
}

func (d *Direction) scale() {
	sum := float32(0)
	for _, x := range d {
		sum += x * x
	}
	if sum == 0 {
		return
	}
	length := float32(math.Sqrt(float64(sum)))
	for k := range d {
		d[k] /= length
	}
}

// Dot is how alike two directions are, from -1 to 1; 0 where one is not known.
func (d *Direction) Dot(o *Direction) float64 {
	sum := float32(0)
	for k, x := range d {
		sum += x * o[k]
	}
	return float64(sum)
}

// Toward is the direction of several together, each with its weight.
func Toward(several []Direction, weights []float64) (out Direction) {
	for i := range several {
		for k, x := range several[i] {
			out[k] += x * float32(weights[i])
		}
	}
	out.scale()
	return out
}

// Pole is what a word is an opposite by: the words near it that have opposites, and those
// opposites.
type Pole struct{ near, far []leaning }

// leaning is a word that has an opposite, by its number, with how near it is.
type leaning struct {
	word int
	near float64
}

// nearby is how alike words are of which the opposite of one is nearly that of the other.
const nearby = 0.55

// poles are the words that have opposites.
type poles struct {
	words      []string
	at         map[string]int
	directions []Direction
	against    [][]int
}

var polar = sync.OnceValue(func() *poles {
	p := &poles{at: map[string]int{}}
	for w := range related().against {
		if _, known := ranks().at[w]; known {
			p.words = append(p.words, w)
		}
	}
	slices.Sort(p.words)
	for i, w := range p.words {
		p.at[w] = i
	}
	p.directions, p.against = make([]Direction, len(p.words)), make([][]int, len(p.words))
	for i, w := range p.words {
		p.directions[i] = DirectionOf(w)
		for _, o := range related().against[w] {
			if at, known := p.at[o]; known {
				p.against[i] = append(p.against[i], at)
			}
		}
	}
	return p
})

// PoleOf looks a word in base form up.
func PoleOf(word string, d Direction) (out Pole) {
	p := polar()
	far := map[int]float64{}
	add := func(at int, near float64) {
		out.near = append(out.near, leaning{at, near})
		for _, o := range p.against[at] {
			far[o] = max(far[o], near)
		}
	}
	self, has := p.at[word]
	for i := range p.words {
		if has && i == self {
			add(i, 1)
		} else if near := d.Dot(&p.directions[i]); near > nearby {
			add(i, near)
		}
	}
	for at, near := range far {
		out.far = append(out.far, leaning{at, near})
	}
	slices.SortFunc(out.far, func(a, b leaning) int { return cmp.Compare(a.word, b.word) })
	return out
}

// Against is how much two words are opposites, from 0 to 1: 1 where one is the opposite of the
// other, less where it is near a word that is the opposite of one near the other.
func (p Pole) Against(o Pole) float64 {
	best := 0.0
	i, j := 0, 0
	for i < len(p.far) && j < len(o.near) {
		switch a, b := p.far[i], o.near[j]; {
		case a.word < b.word:
			i++
		case a.word > b.word:
			j++
		default:
			best = max(best, a.near*b.near)
			i, j = i+1, j+1
		}
	}
	return best
}
