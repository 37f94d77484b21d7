// Package recognise reads the words in pictures with the program tesseract,
// where it is installed.
package recognise

import (
	"bytes"
	"context"
	"errors"
	"fmt"
	"os/exec"
	"slices"
	"strconv"
	"strings"
	"sync"
	"time"

	"zincowl/core/source"
)

// patience is how long one picture may take.
const patience = 2 * time.Minute

// spoken are the languages that are used where their data is installed, as
// tesseract names them.
var spoken = []string{"eng", "spa", "fra", "deu", "por", "ita"}

// languages finds what is installed; "" where the program is not.
var languages = sync.OnceValue(func() string {
	out, err := exec.Command("tesseract", "--list-langs").Output()
	if err != nil {
		return ""
	}
	var have []string
	for _, line := range strings.Fields(string(out)) {
		if slices.Contains(spoken, line) {
			have = append(have, line)
		}
	}
	slices.SortFunc(have, func(a, b string) int { return slices.Index(spoken, a) - slices.Index(spoken, b) })
	return strings.Join(have, "+")
})

// Installed says whether pictures can be read here.
func Installed() bool { return languages() != "" }

// Words reads a picture. It is a source.Recogniser.
func Words(ctx context.Context, picture []byte) (source.Recognised, error) {
	if !Installed() {
		return source.Recognised{}, source.ErrNoRecogniser
	}
	bounded, cancel := context.WithTimeout(ctx, patience)
	defer cancel()
	c := exec.CommandContext(bounded, "tesseract", "stdin", "stdout", "-l", languages(), "--psm", "3", "tsv")
	c.Stdin = bytes.NewReader(picture)
	c.Env = append(c.Environ(), "OMP_THREAD_LIMIT=1") // one page each, several at once
	var said bytes.Buffer
	c.Stderr = &said
	out, err := c.Output()
	switch {
	case ctx.Err() != nil:
		return source.Recognised{}, ctx.Err()
	case errors.Is(bounded.Err(), context.DeadlineExceeded):
		return source.Recognised{}, nil // as a picture in which nothing is read
	case err != nil:
		return source.Recognised{}, fmt.Errorf("tesseract could not read a picture: %w: %.200s", err, said.String())
	}
	return parse(string(out)), nil
}

// The columns of tesseract's table.
const (
	level = iota
	_     // page
	_     // block
	_     // paragraph
	_     // line
	_     // word
	left
	top
	width
	height
	confidence
	text
	columns
)

// The levels of its rows.
const (
	pageRow = "1"
	lineRow = "4"
	wordRow = "5"
)

// parse reads tesseract's table of words.
func parse(table string) source.Recognised {
	var out source.Recognised
	var line source.Box
	for row := range strings.Lines(table) {
		cells := strings.SplitN(strings.TrimRight(row, "\r\n"), "\t", columns)
		if len(cells) < columns-1 {
			continue
		}
		number := func(i int) int { n, _ := strconv.Atoi(cells[i]); return n }
		box := source.Box{Left: number(left), Top: number(top), Right: number(left) + number(width), Bottom: number(top) + number(height)}
		switch cells[level] {
		case pageRow:
			out.Width, out.Height = box.Right, box.Bottom
		case lineRow:
			line = box
		case wordRow:
			if len(cells) < columns || strings.TrimSpace(cells[text]) == "" {
				continue
			}
			sure, err := strconv.ParseFloat(cells[confidence], 64)
			if err != nil || sure < 0 {
				continue
			}
			out.Words = append(out.Words, source.Word{Text: strings.TrimSpace(cells[text]), Box: box, Line: line, Confidence: sure})
		}
	}
	return out
}
