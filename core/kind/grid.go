package kind

import (
	"errors"
	"fmt"
	"maps"
	"regexp"
	"slices"
	"strconv"
	"strings"

	"zincowl/core/marking"
	"zincowl/core/maths/algebra"
	"zincowl/core/question"
)

// grid asks for the empty cells of a table. A cell is called by its row and column,
// counted from 1: r2c3.
type grid struct{ base }

var cellName = regexp.MustCompile(`^r(\d{1,2})c(\d{1,2})$`)

// CellAt finds a cell of a table by its name.
func CellAt(rows [][]string, name string) (row, column int, ok bool) {
	m := cellName.FindStringSubmatch(name)
	if m == nil {
		return 0, 0, false
	}
	row, _ = strconv.Atoi(m[1])
	column, _ = strconv.Atoi(m[2])
	row, column = row-1, column-1
	return row, column, row >= 0 && row < len(rows) && column >= 0 && column < len(rows[row])
}

// cells are the names of the cells of a key, row by row.
func cells(q question.Question) []string {
	return slices.SortedFunc(maps.Keys(q.Key.Cells), func(a, b string) int {
		ra, ca, _ := CellAt(q.Rows, a)
		rb, cb, _ := CellAt(q.Rows, b)
		return 100*(ra-rb) + ca - cb
	})
}

func (grid) Check(q question.Question) error {
	if len(q.Rows) < 2 || len(q.Rows[0]) < 2 || len(q.Rows) > 60 || len(q.Rows[0]) > 20 {
		return errors.New("A table has two rows and two columns at least, and 60 and 20 at most; the first row names the columns.")
	}
	for i, row := range q.Rows {
		if len(row) != len(q.Rows[0]) {
			return fmt.Errorf("Row %d of the table has %d cells and the first has %d.", i+1, len(row), len(q.Rows[0]))
		}
	}
	if len(q.Key.Cells) == 0 {
		return errors.New("The key fills no cell; say what belongs into the empty ones.")
	}
	for _, name := range cells(q) {
		row, column, ok := CellAt(q.Rows, name)
		switch {
		case !ok:
			return fmt.Errorf("The key fills the cell %s, and the table has none of that name.", name)
		case strings.TrimSpace(q.Rows[row][column]) != "":
			return fmt.Errorf("The key fills the cell %s, and there stands “%s”.", name, q.Rows[row][column])
		case len(accepted(q.Key.Cells[name])) == 0:
			return fmt.Errorf("The cell %s has no answer; give what belongs there.", name)
		}
	}
	return nil
}

// accepted are the answers of a cell; several are parted by a stroke.
func accepted(text string) (out []string) {
	for _, a := range strings.Split(text, "|") {
		if a = strings.TrimSpace(a); a != "" {
			out = append(out, a)
		}
	}
	return out
}

func (grid) Own(k question.Key) question.Key { return question.Key{Cells: k.Cells} }

func (grid) Key(q question.Question) string {
	var out []string
	for _, name := range cells(q) {
		first, _, _ := strings.Cut(q.Key.Cells[name], "|")
		out = append(out, strings.TrimSpace(first))
	}
	return strings.Join(out, ", ")
}

func (grid) Shown(q question.Question) Shown { return Shown{Rows: q.Rows} }

func (grid) Plain(q question.Question) []string {
	out := make([]string, len(q.Rows))
	for i, row := range q.Rows {
		out[i] = strings.Join(row, " | ")
	}
	return out
}

func (grid) Right(q question.Question) marking.Response {
	out := marking.Response{Cells: map[string]string{}}
	for _, name := range cells(q) {
		out.Cells[name] = accepted(q.Key.Cells[name])[0]
	}
	return out
}

func (grid) Mark(q question.Question, r marking.Response, _ algebra.Budget, out *marking.Result) {
	names := cells(q)
	out.Parts(len(names), func(i int) (string, []string) { return r.Cells[names[i]], accepted(q.Key.Cells[names[i]]) })
}
