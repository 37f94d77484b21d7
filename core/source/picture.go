package source

import (
	"bytes"
	"context"
	"crypto/sha256"
	"encoding/hex"
	"errors"
	"image"
	_ "image/jpeg" // pictures come as JPEG or PNG
	_ "image/png"
	"regexp"
	"strings"
)

// Tools are what a reader may use; each may be left out.
type Tools struct {
	Progress  Progress
	Recognise Recogniser
}

// Told tells of progress where somebody listens.
func (t Tools) Told(done, of int) {
	if t.Progress != nil {
		t.Progress(done, of)
	}
}

// Recogniser reads the words in a picture (PNG or JPEG). The error is
// ErrNoRecogniser where the system has nothing to do it with.
type Recogniser func(ctx context.Context, picture []byte) (Recognised, error)

// ErrNoRecogniser says that pictures can't be read here.
var ErrNoRecogniser = errors.New("there is no program here that recognises text in pictures")

// HowToRecognise is what an operator does to have pictures read.
const HowToRecognise = "install tesseract-ocr on the server (on Debian: apt install tesseract-ocr)"

// Recognised are the words in a picture. Lengths are in pixels, from the top
// left corner.
type Recognised struct {
	Width, Height int
	Words         []Word
}

// Word is a recognised word with the line it stands on and how sure it is, in
// per cent.
type Word struct {
	Text       string
	Box        Box
	Line       Box
	Confidence float64
}

// Box is where something stands in a picture.
type Box struct {
	Left   int `json:"left"`
	Top    int `json:"top"`
	Right  int `json:"right"`
	Bottom int `json:"bottom"`
}

// Label is a piece of text within a picture.
type Label struct {
	Text string `json:"text"`
	Box  Box    `json:"box"`
}

// Confidence is the mean certainty of all words, in per cent.
func (r Recognised) Confidence() int {
	if len(r.Words) == 0 {
		return 0
	}
	sum := 0.0
	for _, w := range r.Words {
		sum += w.Confidence
	}
	return int(sum/float64(len(r.Words)) + 0.5)
}

// Labels are the lines of a picture, each as one label.
func (r Recognised) Labels() []Label {
	var out []Label
	var line Box
	for i, w := range r.Words {
		if i > 0 && w.Line == line {
			last := &out[len(out)-1]
			last.Text += " " + w.Text
			last.Box.Left, last.Box.Top = min(last.Box.Left, w.Box.Left), min(last.Box.Top, w.Box.Top)
			last.Box.Right, last.Box.Bottom = max(last.Box.Right, w.Box.Right), max(last.Box.Bottom, w.Box.Bottom)
			continue
		}
		line = w.Line
		out = append(out, Label{w.Text, w.Box})
	}
	return out
}

// IsPicture says whether bytes are a picture of a kind that is read.
func IsPicture(data []byte) bool {
	return bytes.HasPrefix(data, []byte("\x89PNG\r\n\x1a\n")) || bytes.HasPrefix(data, []byte("\xff\xd8\xff"))
}

const (
	// least is the width and height of a picture that shows something, in pixels.
	least = 48
	// maxPixels is what a picture may hold; a small file can claim far more.
	maxPixels = 120 << 20
	// maxPictures is how many pictures of one document are kept.
	maxPictures = 500
)

// Shows says whether a picture is large enough to show something and not so
// large that opening it would be a trap.
func Shows(data []byte) bool {
	config, _, err := image.DecodeConfig(bytes.NewReader(data))
	return err == nil && config.Width >= least && config.Height >= least && config.Width*config.Height <= maxPixels
}

// Picture adds a picture of the document, with the words that its author put in
// its place. Ornaments and what is no picture are left out.
func (b *Builder) Picture(data []byte, alternative string) {
	if !IsPicture(data) || !Shows(data) || len(b.doc.Files) >= maxPictures {
		return
	}
	sum := sha256.Sum256(data)
	name := hex.EncodeToString(sum[:8])
	if b.doc.Files == nil {
		b.doc.Files = map[string][]byte{}
	}
	if _, again := b.doc.Files[name]; again {
		return
	}
	b.doc.Files[name] = data
	at := b.at(0)
	b.doc.Passages = append(b.doc.Passages, Passage{ID: passageID(b.origin, name, 1), Kind: Picture, Text: Fold(alternative), File: name, Locator: at})
}

var namesFigure = regexp.MustCompile(`(?i)^(?:figure|fig\.|plate|diagram|chart|photo|abbildung|abb\.|figura|illustration)\s*[\dA-Z]`)

// captions gives pictures the caption that stands below or above them.
func captions(list []Passage) {
	for i := range list {
		if list[i].Kind != Picture {
			continue
		}
		for _, j := range []int{i + 1, i - 1} {
			if j >= 0 && j < len(list) && (list[j].Kind == Caption || list[j].Kind == Paragraph && namesFigure.MatchString(list[j].Text)) {
				list[j].Kind = Caption
				list[i].Caption = list[j].Text
				break
			}
		}
	}
}

// Recognise reads the labels of a document's pictures. What a picture says is
// part of its text, so that it is found.
func Recognise(ctx context.Context, doc *Document, recognise Recogniser) error {
	for i := range doc.Passages {
		p := &doc.Passages[i]
		if p.Kind != Picture || len(p.Labels) > 0 {
			continue
		}
		r, err := recognise(ctx, doc.Files[p.File])
		if errors.Is(err, ErrNoRecogniser) {
			return nil
		}
		if err != nil {
			return err
		}
		p.Labels, p.Confidence = r.Labels(), r.Confidence()
		parts := []string{p.Text}
		for _, l := range p.Labels {
			parts = append(parts, l.Text)
		}
		p.Text = Fold(strings.Join(parts, " "))
	}
	return nil
}
