package pdf

import (
	"bytes"
	"image"
	"image/png"
	"regexp"
	"slices"

	"github.com/klippa-app/go-pdfium/enums"
	"github.com/klippa-app/go-pdfium/requests"
	"github.com/klippa-app/go-pdfium/responses"
)

// drawing is a picture on a page, as PNG.
type drawing struct {
	left, top, right, bottom float64
	data                     []byte
}

const (
	// fine is how finely pictures are drawn, in dots an inch.
	fine = 144
	// smallest is the width and height of a picture that shows something, in
	// points; smaller ones are ornaments.
	smallest = 40
	// mostObjects is how many objects of a page are looked at: a page of more is
	// a drawing of its own.
	mostObjects = 5000
)

// imageStream is how a file says that a part of it is a picture. Such parts are
// never packed with others, so that a file without it has no pictures, which is
// seen without asking page by page.
var imageStream = regexp.MustCompile(`/Subtype\s*/Image\b`)

// pictures draws what pictures a page shows. One that covers the whole page is
// its paper, not a picture.
func (o *opened) pictures(at requests.Page, size *responses.GetPageSize) ([]drawing, error) {
	count, err := o.FPDFPage_CountObjects(&requests.FPDFPage_CountObjects{Page: at})
	if err != nil {
		return nil, nil // what can't be counted can't be shown
	}
	var out []drawing
	for i := range min(count.Count, mostObjects) {
		object, err := o.FPDFPage_GetObject(&requests.FPDFPage_GetObject{Page: at, Index: i})
		if err != nil {
			continue
		}
		if kind, err := o.FPDFPageObj_GetType(&requests.FPDFPageObj_GetType{PageObject: object.PageObject}); err != nil || kind.Type != enums.FPDF_PAGEOBJ_IMAGE {
			continue
		}
		b, err := o.FPDFPageObj_GetBounds(&requests.FPDFPageObj_GetBounds{PageObject: object.PageObject})
		if err != nil {
			continue
		}
		out = append(out, drawing{left: max(0, float64(b.Left)), top: max(0, size.Height-float64(b.Top)), right: min(size.Width, float64(b.Right)), bottom: min(size.Height, size.Height-float64(b.Bottom))})
	}
	out = whole(out)
	out = slices.DeleteFunc(out, func(d drawing) bool {
		w, h := d.right-d.left, d.bottom-d.top
		return w < smallest || h < smallest || w*h > 0.85*size.Width*size.Height
	})
	if len(out) == 0 {
		return nil, nil
	}
	drawn, err := o.RenderPageInDPI(&requests.RenderPageInDPI{Page: at, DPI: fine})
	if err != nil {
		return nil, nil
	}
	defer drawn.Cleanup()
	page, ok := drawn.Result.RenderedImage.(interface {
		SubImage(image.Rectangle) image.Image
		Bounds() image.Rectangle
	})
	if !ok {
		return nil, nil
	}
	const scale = fine / float64(perInch)
	for i := range out {
		d := &out[i]
		part := image.Rect(int(d.left*scale), int(d.top*scale), int(d.right*scale+1), int(d.bottom*scale+1)).Intersect(page.Bounds())
		if d.data, err = encoded(page.SubImage(part)); err != nil {
			return nil, err
		}
	}
	return out, nil
}

// encoded is a picture as PNG, packed quickly.
func encoded(picture image.Image) ([]byte, error) {
	var data bytes.Buffer
	err := (&png.Encoder{CompressionLevel: png.BestSpeed}).Encode(&data, picture)
	return data.Bytes(), err
}

// whole joins the strips that some programs cut a picture into.
func whole(list []drawing) []drawing {
	for joined := true; joined; {
		joined = false
		for i := 0; i < len(list) && !joined; i++ {
			for j := i + 1; j < len(list); j++ {
				a, b := list[i], list[j]
				if a.left > b.right+2 || b.left > a.right+2 || a.top > b.bottom+2 || b.top > a.bottom+2 {
					continue
				}
				list[i] = drawing{left: min(a.left, b.left), top: min(a.top, b.top), right: max(a.right, b.right), bottom: max(a.bottom, b.bottom)}
				list = slices.Delete(list, j, j+1)
				joined = true
				break
			}
		}
	}
	return list
}

// before says whether a picture stands before a line in reading order: above it,
// in its column or across both.
func (d drawing) before(l line) bool {
	return d.bottom < l.top+0.5*l.size && d.left < l.column.right && d.right > l.column.left
}
