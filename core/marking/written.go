package marking

import (
	"bytes"
	"compress/gzip"
	_ "embed"
	"encoding/json"
	"fmt"
	"math"
	"slices"
	"strings"
	"sync"

	"zincowl/core/tree"
)

//go:embed model.json.gz
var modelData []byte

// judge are the trees by which a point is found, contradicted or missing; tools/markfit fits
// them to answers that examiners marked.
var judge = sync.OnceValue(func() tree.Model {
	var m tree.Model
	z, err := gzip.NewReader(bytes.NewReader(modelData))
	if err == nil {
		err = json.NewDecoder(z).Decode(&m)
	}
	if err != nil {
		panic("the model of package marking: " + err.Error()) // it is part of the program
	}
	return m
})

// From how sure it is that a point is found it earns something, and from where on all of it.
const (
	earns    = 0.35
	earnsAll = 0.8
)

// PercentOf is what an answer is worth by the probabilities that each point is found,
// contradicted and missing. All points weigh the same.
func PercentOf(points [][3]float64) float64 {
	sum := 0.0
	for _, p := range points {
		sum += credit(p)
	}
	return 100 * sum / float64(max(1, len(points)))
}

func credit(p [3]float64) float64 { return min(1, max(0, (p[0]-earns)/(earnsAll-earns))) }

// Standing is how a point stands in an answer.
type Standing string

// The standings.
const (
	Made         Standing = "found"
	HalfMade     Standing = "half"
	Missed       Standing = "missing"
	SaidContrary Standing = "contradicted"
)

// Point is a point of a key with how it stands in an answer.
type Point struct {
	Text     string   `json:"text"`
	Standing Standing `json:"standing" enum:"found,half,missing,contradicted"`
	Sure     float64  `json:"sure" doc:"how likely it stands so, from 0 to 1"`
}

// Judge says how each point stands in an answer.
func (p *Points) Judge(answer string) (points []Point, percent int) {
	if p.tongue != nil {
		return p.byStems(answer)
	}
	measures := p.Measure(answer)
	if measures == nil {
		for _, text := range p.texts {
			points = append(points, Point{text, Missed, 1})
		}
		return points, 0
	}
	var all [][3]float64
	for i, x := range measures {
		o := judge().Probabilities(x)
		all = append(all, o)
		at := Point{Text: p.texts[i]}
		switch c := credit(o); {
		case c >= 0.6:
			at.Standing, at.Sure = Made, o[0]
		case c > 0.15:
			at.Standing, at.Sure = HalfMade, 1-math.Abs(2*o[0]-1)
		case o[1] > o[2]:
			at.Standing, at.Sure = SaidContrary, o[1]
		default:
			at.Standing, at.Sure = Missed, o[2]
		}
		points = append(points, at)
	}
	return points, int(math.Round(PercentOf(all)))
}

// doubtful is how sure all points together have to be, below which a mark is only a proposal.
const doubtful = 0.7

// Written marks an answer in words point by point.
func (out *Result) Written(p *Points, answer string) {
	out.Points, out.Percent = p.Judge(answer)
	sure := 0.0
	for _, at := range out.Points {
		sure += at.Sure / float64(len(out.Points))
	}
	out.Doubtful = sure < doubtful
	out.sum()
}

// By marks an answer in words as somebody says that its points stand, in the order of the key, and
// gives what it is worth then; half made counts half.
func (out *Result) By(standings []Standing) (percent int, err error) {
	if len(standings) != len(out.Points) {
		return 0, fmt.Errorf("The answer is marked by %d points, and %d were marked.", len(out.Points), len(standings))
	}
	half := 0
	points := slices.Clone(out.Points)
	for i, s := range standings {
		switch s {
		case Made:
			half += 2
		case HalfMade:
			half++
		case Missed, SaidContrary:
		default:
			return 0, fmt.Errorf("A point is found, half, missing or contradicted, and not %q.", s)
		}
		points[i].Standing, points[i].Sure = s, 1
	}
	out.Points, out.Percent, out.Doubtful = points, (100*half+len(points))/(2*len(points)), false
	out.sum()
	return out.Percent, nil
}

// sum says of a marked answer what was found and what is to add.
func (out *Result) sum() {
	out.Found, out.Missing, out.Contradicted = []string{}, []string{}, []string{}
	for _, at := range out.Points {
		switch at.Standing {
		case Made:
			out.Found = append(out.Found, at.Text)
		case SaidContrary:
			out.Contradicted = append(out.Contradicted, at.Text)
		default:
			out.Missing = append(out.Missing, at.Text)
		}
	}
	switch {
	case len(out.Contradicted) > 0:
		out.Feedback = fmt.Sprintf("Your answer seems to say otherwise than “%s”.", strings.TrimSuffix(out.Contradicted[0], "."))
	case len(out.Missing) > 0:
		out.Feedback = fmt.Sprintf("To add: %s.", strings.TrimSuffix(out.Missing[0], "."))
	default:
		out.Feedback = "All of it is there."
	}
}

// SameWords says whether two answers are the same words in the same order, but for signs, capital
// letters and articles.
func SameWords(a, b string) bool {
	x := canonical(a)
	return x != "" && x == canonical(b)
}
