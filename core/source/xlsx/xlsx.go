// Package xlsx reads spreadsheets in Office Open XML (ISO/IEC 29500) through
// excelize: each sheet that is shown as a table below its name, numbers as the
// sheet shows them.
package xlsx

import (
	"bytes"
	"strings"

	"github.com/xuri/excelize/v2"

	"zincowl/core/source"
	"zincowl/core/source/archive"
	"zincowl/core/source/table"
)

// Is says whether an archive is a spreadsheet of this format.
func Is(a *archive.Archive) bool { return a.Has("xl/workbook.xml") }

const (
	// maxUnpacked is what a sheet may come to when unpacked, in bytes.
	maxUnpacked = 256 << 20
	maxRows     = 100_000
	maxColumns  = 256
	maxCells    = 2_000_000
)

// Read makes a document of a spreadsheet.
func Read(origin string, data []byte) (source.Document, error) {
	file, err := excelize.OpenReader(bytes.NewReader(data), excelize.Options{UnzipSizeLimit: maxUnpacked, UnzipXMLSizeLimit: maxUnpacked})
	if err != nil {
		return source.Document{}, source.Bad("This spreadsheet can't be opened (%v); save it again, or as CSV, and bring that.", err)
	}
	defer file.Close()
	b := source.NewBuilder(origin, "xlsx")
	sheets := file.GetSheetList()
	for _, name := range sheets {
		if shown, err := file.GetSheetVisible(name); err != nil || !shown {
			continue
		}
		rows, err := sheet(file, name)
		if err != nil {
			return source.Document{}, err
		}
		if len(rows) == 0 {
			continue
		}
		if len(sheets) > 1 {
			b.Heading(1, name, 0)
		}
		table.Add(b, rows)
	}
	doc := b.Document()
	if p, err := file.GetDocProps(); err == nil && source.Fold(p.Title) != "" {
		doc.Title = source.Fold(p.Title)
	} else if len(sheets) > 1 {
		doc.Title = origin // a sheet's name is not the title of all
	}
	return doc, nil
}

// sheet reads the rows of a sheet that hold something, one after the other: a
// single cell far out must not make millions of empty ones.
func sheet(file *excelize.File, name string) ([][]string, error) {
	unreadable := func(err error) error {
		return source.Bad("The sheet “%s” can't be read (%v); save the spreadsheet again, or the sheet as CSV, and bring that.", name, err)
	}
	cursor, err := file.Rows(name)
	if err != nil {
		return nil, unreadable(err)
	}
	defer cursor.Close()
	var rows [][]string
	cells := 0
	for n := 1; cursor.Next(); n++ {
		if n > maxRows || cells > maxCells {
			return nil, source.Bad("The sheet “%s” is larger than %d rows or %d cells; bring the part that you need.", name, maxRows, maxCells)
		}
		row, err := cursor.Columns()
		if err != nil {
			return nil, unreadable(err)
		}
		for len(row) > 0 && strings.TrimSpace(row[len(row)-1]) == "" {
			row = row[:len(row)-1]
		}
		if len(row) > maxColumns {
			return nil, source.Bad("The sheet “%s” has something in column %d and the limit is %d; bring the part that you need.", name, len(row), maxColumns)
		}
		for i := range row {
			row[i] = source.Fold(row[i])
		}
		if strings.Join(row, "") != "" {
			rows = append(rows, row)
			cells += len(row)
		}
	}
	return rows, nil
}
