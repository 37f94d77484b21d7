package pdf

import (
	"context"
	"errors"
	"fmt"
	"regexp"
	"slices"
	"strings"
	"unicode"

	"github.com/klippa-app/go-pdfium/requests"
	"github.com/klippa-app/go-pdfium/responses"

	"zincowl/core/source"
)

const (
	// sharpness is how finely a page is drawn to be recognised, in dots an inch.
	sharpness = 220
	// perInch is how many points an inch has.
	perInch = 72
	// faint is the certainty below which a word without letters is a speck.
	faint = 60
	// even is how far the size of a line may be from the usual and still be the
	// same: it is measured on letters of uneven height.
	even = 0.18
)

// Picture makes a document of a picture: the text recognised in it, laid out as
// a page is, and the picture itself with its labels.
func Picture(ctx context.Context, origin string, data []byte, recognise source.Recogniser) (source.Document, error) {
	if !source.Shows(data) {
		return source.Document{}, source.Bad("This picture is broken, too small or too large to be read; bring another copy.")
	}
	none := source.Bad("This is a picture; %s to have pictures read, or paste what it says.", source.HowToRecognise)
	if recognise == nil {
		return source.Document{}, none
	}
	seen, err := recognise(ctx, data)
	if errors.Is(err, source.ErrNoRecogniser) {
		return source.Document{}, none
	}
	if err != nil {
		return source.Document{}, err
	}
	if len(seen.Words) == 0 {
		return source.Document{}, source.Bad("No words were recognised in this picture; bring a sharper one, or paste what it says.")
	}
	doc := layout(origin, []page{pageOf(seen, 1)})
	b := source.NewBuilder(origin, "picture")
	b.Picture(data, "")
	shown := b.Document()
	doc.Kind, doc.Files = "picture", shown.Files
	for i := range doc.Passages {
		doc.Passages[i].Locator.Page = 0
	}
	for _, p := range shown.Passages {
		p.Labels, p.Confidence = seen.Labels(), seen.Confidence()
		p.Text = doc.Title
		doc.Passages = append(doc.Passages, p)
	}
	doc.Warnings = append(doc.Warnings, source.Warning{Says: fmt.Sprintf("This text was recognised in a picture, %d%% sure on the whole. Compare it with the paper where it matters.", seen.Confidence())})
	return doc, nil
}

// blank says whether a page holds no text of its own.
func blank(text *responses.GetPageTextStructured) bool {
	for _, c := range text.Chars {
		if strings.TrimSpace(plain(c.Text)) != "" {
			return false
		}
	}
	return true
}

// recognise draws a page and reads what the picture says.
func (o *opened) recognise(ctx context.Context, at requests.Page, size *responses.GetPageSize, recognise source.Recogniser) (page, error) {
	out := page{width: size.Width, height: size.Height}
	drawn, err := o.RenderPageInDPI(&requests.RenderPageInDPI{Page: at, DPI: sharpness, ImageFormat: requests.RenderImageFormatGrayscale})
	if err != nil {
		return out, nil // a page that can't be drawn has no text
	}
	picture, err := encoded(drawn.Result.RenderedImage)
	drawn.Cleanup()
	if err != nil {
		return out, err
	}
	seen, err := recognise(ctx, picture)
	if errors.Is(err, source.ErrNoRecogniser) {
		return out, nil
	}
	if err != nil {
		return out, err
	}
	scaled := pageOf(seen, perInch/float64(sharpness))
	out.runs, out.sure = scaled.runs, scaled.sure
	return out, nil
}

// pageOf makes a page of recognised words: each line that stands apart is a run,
// and lines whose sizes hardly differ have one size. A pixel is scale points.
func pageOf(seen source.Recognised, scale float64) page {
	out := page{width: float64(seen.Width) * scale, height: float64(seen.Height) * scale}
	var sizes []float64 // of the words of the run under way
	sum, n := 0.0, 0
	end := func() {
		if k := len(out.runs); k > 0 && len(sizes) > 0 {
			slices.Sort(sizes)
			out.runs[k-1].size = sizes[len(sizes)/2]
		}
		sizes = nil
	}
	var line source.Box
	for _, w := range seen.Words {
		if w.Confidence < faint && strings.IndexFunc(w.Text, func(r rune) bool { return unicode.IsLetter(r) || unicode.IsDigit(r) }) < 0 {
			continue
		}
		sum, n = sum+w.Confidence, n+1
		size := float64(w.Box.Bottom-w.Box.Top) / reach(w.Text) * scale
		r := run{left: float64(w.Box.Left) * scale, top: float64(w.Line.Top) * scale, right: float64(w.Box.Right) * scale, bottom: float64(w.Line.Bottom) * scale, text: w.Text}
		r.text = cubed.ReplaceAllStringFunc(r.text, func(unit string) string {
			return strings.NewReplacer("2", "²", "3", "³").Replace(unit)
		})
		if w.Text == "x" && line == w.Line && strings.Contains(out.runs[len(out.runs)-1].text, "=") {
			r.text = "×"
		}
		if w.Line != line && slices.Contains(mistaken, w.Text) {
			r.text = "•"
		}
		if k := len(out.runs); k > 0 && w.Line == line {
			if last := &out.runs[k-1]; r.left-last.right < 1.4*size && r.left > last.left {
				last.text += " " + r.text
				last.right = r.right
				sizes = append(sizes, size)
				continue
			}
		}
		end()
		line = w.Line
		out.runs = append(out.runs, r)
		sizes = append(sizes, size)
	}
	end()
	if len(out.runs) == 0 {
		return out
	}
	usual := usualSize(out.runs)
	for i := range out.runs {
		r := &out.runs[i]
		if r.size > usual*(1-even) && r.size < usual*(1+even) {
			r.size = usual
		}
		middle := (r.top + r.bottom) / 2
		r.top, r.bottom = middle-r.size/2, middle+r.size/2
	}
	out.sure = max(1, sum/float64(n))
	return out
}

// cubed is a unit whose raised figure was taken for a plain one.
var cubed = regexp.MustCompile(`\b(?:m|cm|mm|dm|km|ft)[23]\b`)

// mistaken are signs that a bullet is taken for.
var mistaken = []string{"¢", "«", "»", "°", "©", "®", "@", "e", "*", "+", "¢.", "o"}

// reach is how much of the size of its letters a word takes up in height: small
// letters take half, and what goes above and below adds to that.
func reach(word string) float64 {
	const small, above, below = 0.47, 0.25, 0.21
	out := small
	if strings.ContainsFunc(word, func(r rune) bool {
		return unicode.IsUpper(r) || unicode.IsDigit(r) || strings.ContainsRune("bdfhiklt!?/()[]|", r)
	}) {
		out += above
	}
	if strings.ContainsAny(word, "gjpqyQ,;()[]|/") {
		out += below
	}
	return out
}

// recognisedPages counts the pages whose text was recognised, and says how sure
// it is, in per cent.
func recognisedPages(pages []page) (n, sure int) {
	sum := 0.0
	for _, p := range pages {
		if p.sure > 0 {
			n++
			sum += p.sure
		}
	}
	if n > 0 {
		sure = int(sum/float64(n) + 0.5)
	}
	return n, sure
}
