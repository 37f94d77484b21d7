// Package zincowl_test holds the tree to its plan: which package may use which.
package zincowl_test

import (
	"encoding/json"
	"errors"
	"io"
	"os/exec"
	"slices"
	"strings"
	"testing"
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
	"tools":     {"app", "demo", "pglocal", "server", "store", "worker"}, // what measures the whole
	"core":      {},
}

// siblings are the packages of the core with what each may use of the others.
var siblings = map[string][]string{
	"language": {},
	"maths":    {"maths"},
	"source":   {"language", "maths", "source"},
	"fact":     {"language", "maths", "source"},
	"syllabus": {"ability", "language", "source"},
	"question": {"maths", "source"},
	"split":    {"language", "question", "source"},
	"exercise": {"maths", "question"},
	"writer":   {"exercise", "fact", "language", "maths", "question", "source"},
	"proof":    {"fact", "language", "maths", "question", "source"},
	"marking":  {"language", "maths", "question"},
	"ability":  {},
}

// allowed are what the core may use beyond the standard library: what reads
// language, and what reads the formats that sources come in.
var allowed = []string{
	"github.com/jdkato/prose/v2", "github.com/kljensen/snowball/english", "golang.org/x/text", "golang.org/x/sync/errgroup",
	"github.com/yuin/goldmark", "github.com/asticode/go-astisub", "github.com/at-wat/ebml-go", "golang.org/x/net/html", "github.com/klippa-app/go-pdfium", "github.com/tetratelabs/wazero", "github.com/xuri/excelize/v2",
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
			return "the core uses the standard library and packages for language and formats alone"
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
