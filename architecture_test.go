// Package zincowl_test holds the tree to its plan: which package may use which.
package zincowl_test

import (
	"encoding/json"
	"errors"
	"go/ast"
	"go/parser"
	"go/token"
	"io"
	"os"
	"os/exec"
	"regexp"
	"slices"
	"strings"
	"testing"

	"zincowl/core/kind"
)

// rooms are the parts of the tree from the top down, with what each may use of
// the others.
var rooms = map[string][]string{
	"cmd":       {"app", "core", "demo", "pglocal", "recognise", "server", "standin", "store", "web", "worker"},
	"server":    {"app", "core", "store", "ui"},
	"worker":    {"app", "core", "recognise", "store", "web"},
	"demo":      {"app", "core", "store"},
	"web":       {"app", "core"},
	"standin":   {},
	"recognise": {"core"},
	"app":       {"core", "store"},
	"store":     {"core"},
	"pglocal":   {"store"}, // its test helper migrates
	"ui":        {},
	"tools":     {"app", "core", "demo", "pglocal", "server", "store", "worker"}, // what measures the whole
	"core":      {},
}

// siblings are the packages of the core with what each may use of the others.
var siblings = map[string][]string{
	"language":  {"language"},
	"tree":      {},
	"ground":    {"language", "maths", "source", "tree"},
	"maths":     {"maths"},
	"source":    {"language", "maths", "source"},
	"fact":      {"language", "maths", "source"},
	"term":      {"fact", "language", "maths", "source"},
	"syllabus":  {"ability", "language", "source"},
	"question":  {"maths", "source"},
	"marking":   {"language", "maths", "question", "tree"},
	"kind":      {"language", "marking", "maths", "question"},
	"split":     {"kind", "language", "question", "source"},
	"exercise":  {"kind", "maths", "question"},
	"reason":    {"language", "question"},
	"writer":    {"exercise", "fact", "kind", "language", "maths", "question", "reason", "source"},
	"proof":     {"fact", "ground", "kind", "language", "maths", "question", "source"},
	"ability":   {},
	"memory":    {},
	"simulator": {},
}

// allowed are what the core may use beyond the standard library: what reads
// language, what reads the formats that sources come in, and special functions.
var allowed = []string{
	"github.com/jdkato/prose/v2", "github.com/blevesearch/snowballstem", "github.com/blevesearch/snowballstem/english", "github.com/blevesearch/snowballstem/french", "github.com/blevesearch/snowballstem/german", "github.com/blevesearch/snowballstem/italian", "github.com/blevesearch/snowballstem/portuguese", "github.com/blevesearch/snowballstem/spanish", "golang.org/x/text", "golang.org/x/sync/errgroup",
	"github.com/yuin/goldmark", "github.com/asticode/go-astisub", "github.com/at-wat/ebml-go", "github.com/abema/go-mp4", "gonum.org/v1/gonum/mathext", "golang.org/x/net/html", "github.com/klippa-app/go-pdfium", "github.com/tetratelabs/wazero", "github.com/xuri/excelize/v2",
}

type listed struct {
	ImportPath string
	Imports    []string
}

func TestArrowsPointDown(t *testing.T) {
	out, err := exec.Command("go", "list", "-json=ImportPath,Imports", "./...").Output()
	if err != nil {
		t.Fatalf("listing the packages: %v", err)
	}
	dec := json.NewDecoder(strings.NewReader(string(out)))
	seen := 0
	for {
		var p listed
		if err := dec.Decode(&p); err == io.EOF {
			break
		} else if err != nil {
			t.Fatal(err)
		}
		from, ok := strings.CutPrefix(p.ImportPath, "zincowl/")
		if !ok {
			continue // this package
		}
		seen++
		for _, to := range p.Imports {
			if why := refused(from, to); why != "" {
				t.Errorf("%s uses %s: %s", p.ImportPath, to, why)
			}
		}
	}
	if seen < 20 {
		t.Errorf("only %d packages were looked at", seen)
	}
}

// refused says why a package may not use another, or "".
func refused(from, to string) string {
	room, rest, _ := strings.Cut(from, "/")
	may, known := rooms[room]
	if !known {
		return "this part of the tree is not in the plan"
	}
	path, ours := strings.CutPrefix(to, "zincowl/")
	if !ours {
		if room == "core" && strings.Contains(strings.SplitN(to, "/", 2)[0], ".") && !readsLanguageOrFormats(to) {
			return "the core uses the standard library and packages for language, formats and special functions alone"
		}
		if room == "core" && slices.Contains([]string{"net/http", "database/sql", "os", "math/rand"}, to) {
			return "the core has no files, no network and no randomness of its own"
		}
		return ""
	}
	target, deeper, _ := strings.Cut(path, "/")
	if room != target {
		if !slices.Contains(may, target) {
			return "this arrow does not point down"
		}
		return ""
	}
	if room == "core" {
		a, _, _ := strings.Cut(rest, "/")
		b, _, _ := strings.Cut(deeper, "/")
		if !slices.Contains(siblings[a], b) {
			return "these siblings do not know of each other"
		}
	}
	return ""
}

func readsLanguageOrFormats(path string) bool {
	return slices.ContainsFunc(allowed, func(p string) bool { return path == p || strings.HasPrefix(path, p+"/") })
}

// The core is told the time; it never looks at a clock.
func TestTheCoreHasNoClock(t *testing.T) {
	out, err := exec.Command("git", "grep", "-n", "-E", `time\.(Now|Since|After|Tick|Sleep)\(`, "--", "core", ":!*_test.go").CombinedOutput()
	var exit *exec.ExitError
	if err == nil || !errors.As(err, &exit) || exit.ExitCode() != 1 { // 1 is nothing found
		t.Errorf("%v: %s", err, out)
	}
}

// Only the rooms of the kinds, and what writes or reads questions of a kind, know one
// kind from another; the rest asks the rooms.
func TestKindsAreAskedInTheirRooms(t *testing.T) {
	know := []string{"core/kind/", "core/question/", "core/writer/", "core/exercise/", "core/split/"}
	files, err := exec.Command("git", "ls-files", "--cached", "--others", "--exclude-standard", "*.go", "ui/src/*.ts", "ui/src/*.tsx").Output()
	if err != nil {
		t.Fatal(err)
	}
	compared := regexp.MustCompile(`\bkind\s*[!=]==?\s*"(` + strings.Join(kindNames(), "|") + `)"|case "(` + strings.Join(kindNames(), "|") + `)":`)
	looked := 0
	for _, name := range strings.Fields(string(files)) {
		text, err := os.ReadFile(name)
		if errors.Is(err, os.ErrNotExist) {
			continue // taken out, and not committed yet
		}
		if err != nil {
			t.Fatal(err)
		}
		looked++
		switch {
		case strings.HasPrefix(name, "ui/src/"):
			if found := compared.Find(text); found != nil && !strings.HasPrefix(name, "ui/src/kinds/") {
				t.Errorf("%s has %s", name, found)
			}
		case !strings.HasSuffix(name, "_test.go") && !slices.ContainsFunc(know, func(room string) bool { return strings.HasPrefix(name, room) }):
			for _, at := range comparedKinds(t, name, text) {
				t.Errorf("%s looks at the kind of a question", at)
			}
		}
	}
	if looked < 200 {
		t.Errorf("only %d files were looked at", looked)
	}
	if len(comparedKinds(t, "a.go", []byte("package a\nfunc f() { switch k { case question.Choice: }; _ = k == question.Match }"))) != 2 || !compared.MatchString(`q.kind === "choice"`) {
		t.Error("what is forbidden is not found")
	}
}

func kindNames() (out []string) {
	for _, k := range kind.Names() {
		out = append(out, string(k))
	}
	return out
}

// comparedKinds are the places where a file compares with a kind of question.
func comparedKinds(t *testing.T, name string, text []byte) (out []string) {
	t.Helper()
	set := token.NewFileSet()
	file, err := parser.ParseFile(set, name, text, 0)
	if err != nil {
		t.Fatal(err)
	}
	names := map[string]bool{"Choice": true, "Choices": true, "TrueFalse": true, "Numeric": true, "Blanks": true, "Expression": true, "Solution": true, "Short": true, "Essay": true, "Match": true, "Order": true, "Grid": true}
	isKind := func(e ast.Expr) bool {
		s, ok := e.(*ast.SelectorExpr)
		if !ok {
			return false
		}
		pkg, ok := s.X.(*ast.Ident)
		return ok && pkg.Name == "question" && names[s.Sel.Name]
	}
	ast.Inspect(file, func(n ast.Node) bool {
		var compared []ast.Expr
		switch n := n.(type) {
		case *ast.CaseClause:
			compared = n.List
		case *ast.BinaryExpr:
			if n.Op == token.EQL || n.Op == token.NEQ {
				compared = []ast.Expr{n.X, n.Y}
			}
		}
		if slices.ContainsFunc(compared, isKind) {
			out = append(out, set.Position(n.Pos()).String())
		}
		return true
	})
	return out
}

// A check that can't fail is none: these arrows have to be refused.
func TestArrowsAreRefused(t *testing.T) {
	for _, arrow := range [][2]string{
		{"core/fact", "zincowl/store"}, {"core/proof", "zincowl/core/writer"}, {"store", "zincowl/app"},
		{"core/maths", "github.com/jackc/pgx/v5"}, {"core/ability", "os"}, {"attic", "fmt"}, {"server", "zincowl/worker"},
	} {
		if refused(arrow[0], arrow[1]) == "" {
			t.Errorf("%s may use %s", arrow[0], arrow[1])
		}
	}
}
