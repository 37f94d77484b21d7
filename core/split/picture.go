package split

import (
	"fmt"
	"regexp"

	"zincowl/core/question"
)

// pictureLine is how the lines of a document say where a picture stands.
var pictureLine = regexp.MustCompile(`^\s*\[picture ([0-9a-f]{16})\]\s*$`)

func linePicture(file string) string { return "[picture " + file + "]" }

// picture takes a line where a picture stands: it belongs to what several
// questions are asked about, while that goes on; to the question under way, as
// long as that is not whole; else to the next one.
func (w *walker) picture(l *line) {
	switch {
	case l.hint == Left:
		l.as, l.why = Left, "set aside by hand"
	case w.open && w.sti != nil && l.hint == "":
		w.sti.File = l.picture
		w.toStimulus(l)
	case w.cur != nil && l.hint != Given && l.hint != Start && (l.hint != "" || !w.complete()):
		w.cur.show(l)
	default:
		l.as, l.why = Left, "a picture with no question below it"
		w.shown = append(w.shown, l)
	}
}

// show gives a picture to a question.
func (it *item) show(l *line) {
	l.as, l.of, l.why = Given, it, ""
	it.pictures = append(it.pictures, l)
}

// depicted gives the questions of an item its first picture: as a stimulus of
// its own, or as the picture of the one that it has.
func (p *paper) depicted(it *item) {
	if len(it.pictures) == 0 {
		return
	}
	l := it.pictures[0]
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
