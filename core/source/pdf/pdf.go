// Package pdf reads PDF files through PDFium, compiled to WebAssembly and run in
// its sandbox: a broken or hostile file can spoil its own reading and nothing
// else.
//
// PDFium gives runs of text with their place, size and weight (run.go). From
// these the reading order is found: columns and lines (line.go), then headings,
// paragraphs, items and tables (block.go), with running headers and page numbers
// taken out and words that were cut at a line's end joined. Every passage knows
// its page.
package pdf

import (
	"context"
	"errors"
	"fmt"
	"math"
	"runtime"
	"strings"
	"sync"
	"sync/atomic"
	"time"

	"github.com/klippa-app/go-pdfium"
	pdfiumerrors "github.com/klippa-app/go-pdfium/errors"
	"github.com/klippa-app/go-pdfium/references"
	"github.com/klippa-app/go-pdfium/requests"
	"github.com/klippa-app/go-pdfium/responses"
	"github.com/klippa-app/go-pdfium/webassembly"
	"github.com/tetratelabs/wazero"
	"github.com/tetratelabs/wazero/api"
	"github.com/tetratelabs/wazero/experimental"
	"golang.org/x/sync/errgroup"

	"zincowl/core/source"
)

const (
	// most is how many sandboxes there are at the same time, and thin the size
	// of a file from which it is read in one of them alone, in bytes.
	most = 4
	thin = 48 << 20
	// memory is what one sandbox may take, in pages of 64 KiB: 1 GiB.
	memory = 16 << 10
	// patience is how long a file waits for a free sandbox.
	patience = 2 * time.Minute
	// share is how many pages a sandbox reads before it asks for more.
	share = 16
)

// MaxPages is the longest file that is read.
const MaxPages = 5000

// A page takes some bytes of its file, if it is not one that is shown many times;
// a few may be.
const (
	fewPages = 50
	thinnest = 60
)

// sandboxes is how many files, or shares of one, are read at the same time.
var sandboxes = min(most, max(2, runtime.NumCPU()))

var cacheFolder string

// CacheIn names a folder for the compiled sandbox, which else is compiled anew,
// for some seconds, by every process that reads a PDF. It is to be called before
// the first file is read.
func CacheIn(folder string) { cacheFolder = folder }

var pool = sync.OnceValues(func() (pdfium.Pool, error) {
	config := wazero.NewRuntimeConfig().WithCoreFeatures(api.CoreFeaturesV2 | experimental.CoreFeaturesExceptionHandling).WithMemoryLimitPages(memory)
	if cacheFolder != "" {
		if cache, err := wazero.NewCompilationCacheWithDir(cacheFolder); err == nil {
			config = config.WithCompilationCache(cache)
		}
	}
	return webassembly.Init(webassembly.Config{MinIdle: 1, MaxIdle: sandboxes, MaxTotal: sandboxes, RuntimeConfig: config})
})

// Is says whether bytes are a PDF file.
func Is(data []byte) bool {
	for i := 0; i+5 <= min(len(data), 1024); i++ {
		if string(data[i:i+5]) == "%PDF-" {
			return true
		}
	}
	return false
}

// Read makes a document of a PDF file, page by page, until the context ends.
func Read(ctx context.Context, origin string, data []byte, tools source.Tools) (source.Document, error) {
	free, err := pool()
	if err != nil {
		return source.Document{}, fmt.Errorf("starting the reader of PDF files: %w", err)
	}
	first, err := open(ctx, free, data, patience)
	if err != nil {
		return source.Document{}, err
	}
	first.pictured = imageStream.Match(data)
	pages, err := first.readAll(ctx, free, data, tools)
	title := first.title()
	first.close(err != nil)
	switch {
	case ctx.Err() != nil:
		return source.Document{}, ctx.Err()
	case err != nil:
		return source.Document{}, source.Bad("This PDF is damaged in a way that its reader did not survive; print it to a new PDF and bring that.")
	}
	empty := 0
	for _, p := range pages {
		if len(p.runs) == 0 {
			empty++
		}
	}
	if empty == len(pages) {
		if tools.Recognise == nil {
			return source.Document{}, source.Bad("This PDF holds pictures of its pages and no text; %s to have them read, or bring one with text in it.", source.HowToRecognise)
		}
		return source.Document{}, source.Bad("This PDF holds pictures of its pages, and no words were recognised in them; bring a sharper copy, or paste what it says.")
	}
	doc := layout(origin, pages)
	doc.Pages = len(pages)
	if title != "" && doc.Title == origin {
		doc.Title = title
	}
	if seen, sure := recognisedPages(pages); seen > 0 {
		doc.Warnings = append(doc.Warnings, source.Warning{Says: fmt.Sprintf("%d of %d pages are pictures; their text was recognised, %d%% sure on the whole. Compare it with the paper where it matters.", seen, len(pages), sure)})
	}
	if empty > 0 && tools.Recognise == nil {
		doc.Warnings = append(doc.Warnings, source.Warning{Says: fmt.Sprintf("%d of %d pages hold no text, perhaps pictures; %s to have them read.", empty, len(pages), source.HowToRecognise)})
	} else if empty > 0 {
		doc.Warnings = append(doc.Warnings, source.Warning{Says: fmt.Sprintf("%d of %d pages hold no text, perhaps pictures; they were not read.", empty, len(pages))})
	}
	return doc, nil
}

// opened is a file in a sandbox.
type opened struct {
	pdfium.Pdfium
	document references.FPDF_DOCUMENT
	pages    int
	pictured bool // the file holds pictures
}

// open waits for a sandbox and opens a file in it. The error is a
// *source.BadInput where the file is at fault.
func open(ctx context.Context, free pdfium.Pool, data []byte, patience time.Duration) (*opened, error) {
	instance, err := free.GetInstance(patience)
	if err != nil {
		return nil, source.Bad("Other PDF files are being read for a long time; bring this one again in some minutes.")
	}
	o := &opened{Pdfium: instance}
	in, err := instance.OpenDocument(&requests.OpenDocument{File: &data})
	switch {
	case errors.Is(err, pdfiumerrors.ErrPassword), errors.Is(err, pdfiumerrors.ErrSecurity):
		err = source.Bad("This PDF is locked with a password; open it, save it without one and bring that.")
	case err != nil:
		err = source.Bad("This PDF is damaged and can't be opened; print it to a new PDF in a program that still shows it, and bring that.")
	default:
		o.document = in.Document
		count, counted := instance.FPDF_GetPageCount(&requests.FPDF_GetPageCount{Document: o.document})
		switch {
		case counted != nil:
			err = source.Bad("This PDF is damaged and its pages can't be counted; print it to a new PDF and bring that.")
		case count.PageCount == 0:
			err = source.Bad("This PDF has no page; choose another file.")
		case count.PageCount > MaxPages:
			err = source.Bad("This PDF has %d pages and the limit is %d; split it at a chapter and bring the parts.", count.PageCount, MaxPages)
		case count.PageCount > fewPages && count.PageCount*thinnest > len(data):
			err = source.Bad("This PDF says that it has %d pages, which %d bytes can't hold; print it to a new PDF and bring that.", count.PageCount, len(data))
		default:
			o.pages = count.PageCount
		}
	}
	if err != nil {
		o.close(false)
		return nil, err
	}
	return o, nil
}

// close gives a sandbox back, or ends one whose memory can't be trusted any
// more.
func (o *opened) close(broken bool) {
	if broken {
		_ = o.Kill()
		return
	}
	if o.document != "" {
		_, _ = o.FPDF_CloseDocument(&requests.FPDF_CloseDocument{Document: o.document})
	}
	_ = o.Close()
}

// title is what the file says it is called, or "".
func (o *opened) title() string {
	meta, err := o.FPDF_GetMetaText(&requests.FPDF_GetMetaText{Document: o.document, Tag: "Title"})
	if err != nil {
		return ""
	}
	return source.Fold(meta.Value)
}

// readAll takes the runs of every page out of a file, with the help of the
// sandboxes that are free. An error means that a sandbox broke, or the context
// ended.
func (o *opened) readAll(ctx context.Context, free pdfium.Pool, data []byte, tools source.Tools) ([]page, error) {
	pages := make([]page, o.pages)
	var next atomic.Int64
	var telling sync.Mutex
	done := 0
	group, ctx := errgroup.WithContext(ctx)
	read := func(o *opened) error {
		for {
			from := int(next.Add(share)) - share
			for i := from; i < min(from+share, len(pages)); i++ {
				if err := ctx.Err(); err != nil {
					return err
				}
				p, err := o.readPage(ctx, i, tools.Recognise)
				if err != nil {
					return err
				}
				pages[i] = p
				telling.Lock()
				done++
				tools.Told(done, len(pages))
				telling.Unlock()
			}
			if from >= len(pages) {
				return nil
			}
		}
	}
	group.Go(func() error { return read(o) })
	for range min(sandboxes-1, (len(pages)-1)/(2*share)) {
		if len(data) > thin {
			break
		}
		group.Go(func() error {
			help, err := open(ctx, free, data, time.Millisecond)
			if err != nil {
				return nil // all are busy with other files
			}
			help.pictured = o.pictured
			err = read(help)
			help.close(err != nil)
			return err
		})
	}
	return pages, group.Wait()
}

func (o *opened) readPage(ctx context.Context, index int, recognise source.Recogniser) (page, error) {
	loaded, err := o.FPDF_LoadPage(&requests.FPDF_LoadPage{Document: o.document, Index: index})
	if err != nil {
		return page{}, nil // a page that can't be opened has no text; the others may
	}
	defer o.FPDF_ClosePage(&requests.FPDF_ClosePage{Page: loaded.Page})
	at := requests.Page{ByReference: &loaded.Page}
	size, err := o.GetPageSize(&requests.GetPageSize{Page: at})
	if err != nil {
		return page{}, err
	}
	text, err := o.GetPageTextStructured(&requests.GetPageTextStructured{Page: at, Mode: requests.GetPageTextStructuredModeBoth})
	if err != nil {
		return page{}, err
	}
	if recognise != nil && blank(text) {
		return o.recognise(ctx, at, size, recognise)
	}
	fonts, err := o.fonts(at, text)
	if err != nil {
		return page{}, err
	}
	out := page{width: size.Width, height: size.Height, runs: runsOf(text.Chars, fonts, size.Height)}
	if o.pictured {
		out.pictures, err = o.pictures(at, size)
	}
	return out, err
}

// fonts finds the font of every letter of a page. Letters of one rectangle share
// their font, so that it is asked for once: asking for each letter takes more
// than all the rest.
func (o *opened) fonts(at requests.Page, text *responses.GetPageTextStructured) ([]*font, error) {
	out := make([]*font, len(text.Chars))
	if len(text.Chars) == 0 {
		return out, nil
	}
	loaded, err := o.FPDFText_LoadPage(&requests.FPDFText_LoadPage{Page: at})
	if err != nil {
		return nil, err
	}
	defer o.FPDFText_ClosePage(&requests.FPDFText_ClosePage{TextPage: loaded.TextPage})
	known := make([]*font, len(text.Rects))
	r, last := 0, &font{}
	for i, c := range text.Chars {
		if plain(c.Text) == " " || c.Text == "" {
			out[i] = last
			continue
		}
		found := r
		for found < len(text.Rects) && !holds(text.Rects[found].PointPosition, c.PointPosition) {
			found++
		}
		if found < len(text.Rects) {
			r = found
			if known[r] == nil {
				known[r] = o.font(loaded.TextPage, i)
			}
			last = known[r]
		}
		out[i] = last
	}
	return out, nil
}

// holds says whether the middle of a letter lies in a rectangle. PDFium measures
// upwards from the page's foot.
func holds(r, c responses.CharPosition) bool {
	x, y := (c.Left+c.Right)/2, (c.Top+c.Bottom)/2
	return r.Left-slack <= x && x <= r.Right+slack && r.Bottom-slack <= y && y <= r.Top+slack
}

// slack is what rectangles are rounded by, in points.
const slack = 0.05

// font asks for the font of one letter; what PDFium can't say stays empty.
func (o *opened) font(text references.FPDF_TEXTPAGE, index int) *font {
	out := &font{}
	if size, err := o.FPDFText_GetFontSize(&requests.FPDFText_GetFontSize{TextPage: text, Index: index}); err == nil {
		out.size = size.FontSize
		if m, err := o.FPDFText_GetMatrix(&requests.FPDFText_GetMatrix{TextPage: text, Index: index}); err == nil {
			out.size *= math.Hypot(float64(m.Matrix.C), float64(m.Matrix.D))
		}
	}
	weight := 0
	if w, err := o.FPDFText_GetFontWeight(&requests.FPDFText_GetFontWeight{TextPage: text, Index: index}); err == nil {
		weight = w.FontWeight
	}
	if info, err := o.FPDFText_GetFontInfo(&requests.FPDFText_GetFontInfo{TextPage: text, Index: index}); err == nil {
		out.name = info.FontName
	}
	lower := strings.ToLower(out.name)
	out.fixed, out.symbols = fixedPitch(lower), symbolFont(out.name)
	named := strings.Contains(lower, "italic") || strings.Contains(lower, "roman") || strings.Contains(lower, "regular") // what a font calls itself says more than its weight
	out.bold = weight >= 600 && !named || strings.Contains(lower, "bold") || strings.Contains(lower, "black") || strings.HasPrefix(lower, "cmbx")
	return out
}
