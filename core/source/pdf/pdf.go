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
	"sync"
	"time"

	"github.com/klippa-app/go-pdfium"
	pdfiumerrors "github.com/klippa-app/go-pdfium/errors"
	"github.com/klippa-app/go-pdfium/references"
	"github.com/klippa-app/go-pdfium/requests"
	"github.com/klippa-app/go-pdfium/webassembly"
	"github.com/tetratelabs/wazero"
	"github.com/tetratelabs/wazero/api"
	"github.com/tetratelabs/wazero/experimental"

	"zincowl/core/source"
)

const (
	// sandboxes is how many files are read at the same time.
	sandboxes = 2
	// memory is what one sandbox may take, in pages of 64 KiB: 1 GiB.
	memory = 16 << 10
	// patience is how long a file waits for a free sandbox.
	patience = 2 * time.Minute
)

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
func Read(ctx context.Context, origin string, data []byte, progress source.Progress) (source.Document, error) {
	sandboxes, err := pool()
	if err != nil {
		return source.Document{}, fmt.Errorf("starting the reader of PDF files: %w", err)
	}
	instance, err := sandboxes.GetInstance(patience)
	if err != nil {
		return source.Document{}, source.Bad("Other PDF files are being read for a long time; bring this one again in some minutes.")
	}
	broken := false
	defer func() {
		if broken {
			_ = instance.Kill() // its memory can't be trusted any more
			return
		}
		_ = instance.Close()
	}()
	pages, title, err := readPages(ctx, instance, data, progress)
	if err := ctx.Err(); err != nil {
		return source.Document{}, err
	}
	if err != nil {
		bad := new(source.BadInput)
		broken = !errors.As(err, &bad)
		if broken {
			return source.Document{}, source.Bad("This PDF is damaged in a way that its reader did not survive; print it to a new PDF and bring that.")
		}
		return source.Document{}, err
	}
	empty := 0
	for _, p := range pages {
		if len(p.runs) == 0 {
			empty++
		}
	}
	if empty == len(pages) {
		return source.Document{}, source.Bad("This PDF holds pictures of its pages and no text; bring one with text in it, or paste what it says.")
	}
	doc := layout(origin, pages)
	doc.Pages = len(pages)
	if title != "" && doc.Title == origin {
		doc.Title = title
	}
	if empty > 0 {
		doc.Warnings = append(doc.Warnings, source.Warning{Says: fmt.Sprintf("%d of %d pages hold no text, perhaps pictures; they were not read.", empty, len(pages))})
	}
	return doc, nil
}

// readPages takes the runs of every page out of a file. The error is a
// *source.BadInput where the file is at fault, else the sandbox is.
func readPages(ctx context.Context, instance pdfium.Pdfium, data []byte, progress source.Progress) ([]page, string, error) {
	opened, err := instance.OpenDocument(&requests.OpenDocument{File: &data})
	switch {
	case errors.Is(err, pdfiumerrors.ErrPassword), errors.Is(err, pdfiumerrors.ErrSecurity):
		return nil, "", source.Bad("This PDF is locked with a password; open it, save it without one and bring that.")
	case err != nil:
		return nil, "", source.Bad("This PDF is damaged and can't be opened; print it to a new PDF in a program that still shows it, and bring that.")
	}
	defer instance.FPDF_CloseDocument(&requests.FPDF_CloseDocument{Document: opened.Document})
	count, err := instance.FPDF_GetPageCount(&requests.FPDF_GetPageCount{Document: opened.Document})
	if err != nil {
		return nil, "", err
	}
	if count.PageCount == 0 {
		return nil, "", source.Bad("This PDF has no page; choose another file.")
	}
	pages := make([]page, count.PageCount)
	for i := range pages {
		if err := ctx.Err(); err != nil {
			return nil, "", err
		}
		progress(i, len(pages))
		if pages[i], err = readPage(instance, opened.Document, i); err != nil {
			return nil, "", err
		}
	}
	title := ""
	if meta, err := instance.FPDF_GetMetaText(&requests.FPDF_GetMetaText{Document: opened.Document, Tag: "Title"}); err == nil {
		title = source.Fold(meta.Value)
	}
	return pages, title, nil
}

func readPage(instance pdfium.Pdfium, document references.FPDF_DOCUMENT, index int) (page, error) {
	at := requests.Page{ByIndex: &requests.PageByIndex{Document: document, Index: index}}
	size, err := instance.GetPageSize(&requests.GetPageSize{Page: at})
	if err != nil {
		return page{}, nil // a page that can't be opened has no text; the others may
	}
	text, err := instance.GetPageTextStructured(&requests.GetPageTextStructured{
		Page: at, Mode: requests.GetPageTextStructuredModeChars, CollectFontInformation: true,
	})
	if err != nil {
		return page{}, err
	}
	p := page{width: size.Width, height: size.Height, runs: runsOf(text.Chars, size.Height)}
	return p, nil
}
