package split

import (
	"fmt"
	"regexp"

	"zincowl/core/question"
)

// pictureLine is how the lines of a document say where a picture stands.
var pictureLine = regexp.MustCompile(`^\s*\[picture ([0-9a-f]{16})\]\s*$`)

func linePicture(file string) string { return "[picture " + file + "]" }

// show gives a picture to a question.
func (it *item) show(l *line) {
	l.as, l.of, l.why = Given, it, ""
	it.picture = append(it.picture, l)
}

// depicted gives the questions of an item its first picture: as a stimulus of
// its own, or as the picture of the one that it has.
func (p *paper) depicted(it *item) {
	if len(it.picture) == 0 {
		return
	}
	l := it.picture[0]
	if it.sti != nil {
		if it.sti.File == "" {
			it.sti.File = l.picture
		}
		return
	}
	s := &stimulus{Stimulus: question.Stimulus{ID: fmt.Sprintf("s%d", len(p.stimuli)+1), Kind: "picture", File: l.picture, Line: l.n}}
	p.stimuli = append(p.stimuli, s)
	for _, q := range it.out {
		q.Stimulus = s.ID
	}
}
