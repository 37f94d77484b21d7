package main

import (
	"bytes"
	"encoding/json"
	"errors"
	"os"
	"os/exec"
	"path/filepath"
	"regexp"
	"strings"
	"testing"

	"github.com/alecthomas/kong"

	"zincowl/app"
)

// TestMain runs the program itself when a test calls for it.
func TestMain(m *testing.M) {
	if os.Getenv("ZINCOWL_TEST_RUN") != "" {
		main()
		return
	}
	os.Exit(m.Run())
}

// run calls the program and gives what it wrote, what it said, and its code.
func run(t *testing.T, stdin string, args ...string) (string, string, int) {
	t.Helper()
	cmd := exec.Command(os.Args[0], args...)
	cmd.Env = append(os.Environ(), "ZINCOWL_TEST_RUN=1")
	cmd.Stdin = strings.NewReader(stdin)
	var out, says bytes.Buffer
	cmd.Stdout, cmd.Stderr = &out, &says
	err := cmd.Run()
	var exit *exec.ExitError
	if err != nil && !errors.As(err, &exit) {
		t.Fatal(err)
	}
	return out.String(), says.String(), cmd.ProcessState.ExitCode()
}

// file writes a file for a command to read.
func file(t *testing.T, name, text string) string {
	t.Helper()
	at := filepath.Join(t.TempDir(), name)
	if err := os.WriteFile(at, []byte(text), 0o600); err != nil {
		t.Fatal(err)
	}
	return at
}

const demoNotes = "../../demo/sources/dosing-handbook.md"

func TestReadDraftProofAndMark(t *testing.T) {
	out, _, code := run(t, "", "read", "--facts", "--json", demoNotes)
	var doc struct {
		Title    string
		Passages []struct{ Locator struct{ Line int } }
		Facts    []struct{ Type string }
	}
	if err := json.Unmarshal([]byte(out), &doc); err != nil || code != 0 || doc.Title != "Dosing handbook" || len(doc.Passages) < 20 || len(doc.Facts) < 20 {
		t.Errorf("read: code %d, %v, %+v", code, err, doc.Title)
	}

	odd := file(t, "odd.txt", "m = D/V, where m is the mass in kg, D is the dose in mg/L and V is the volume in ML.")
	out, _, code = run(t, "", "read", "--facts", odd)
	if code != 0 || !strings.Contains(out, "warning") || !strings.Contains(out, "the units do not agree") {
		t.Errorf("a formula whose units do not agree is read as %q, code %d", out, code)
	}

	brief := file(t, "brief.json", `{"count":12,"seed":4}`)
	drafted, _, code := run(t, "", "draft", "--json", "--brief", brief, demoNotes)
	var batch struct {
		Questions []json.RawMessage `json:"questions"`
		Declined  []any             `json:"declined"`
		Coverage  struct {
			Passages []struct{ Questions int } `json:"passages"`
		} `json:"coverage"`
	}
	if err := json.Unmarshal([]byte(drafted), &batch); err != nil || code != 0 || len(batch.Questions) != 12 {
		t.Fatalf("draft: code %d, %v, %d questions", code, err, len(batch.Questions))
	}
	drawn := 0
	for _, p := range batch.Coverage.Passages {
		drawn += p.Questions
	}
	if drawn < 12 {
		t.Errorf("coverage counts %d questions", drawn)
	}

	out, _, code = run(t, drafted, "proof", "--json", "--strict", "--source", demoNotes, "-")
	if code != 0 || strings.Count(out, `"verdict": "cleared"`) != 12 {
		t.Errorf("proof: code %d: %.300s", code, out)
	}
	if _, _, code = run(t, drafted, "proof", "--strict", "-"); code != exitFindings {
		t.Errorf("proof without the source ends with %d", code)
	}

	lines := `{"id":"r1","question":{"kind":"choice","level":"easy","stem":"?","options":[{"id":"a","text":"x"},{"id":"b","text":"y"}],"key":{"options":["b"]}},"response":{"options":["b"]}}
{"id":"r2","question":{"kind":"numeric","level":"easy","stem":"?","key":{"value":"4.5","unit":"kg"}},"response":"4500 g"}
`
	out, _, code = run(t, lines, "mark", "--json", "--strict", "-")
	if code != 0 || strings.Count(out, `"percent":100`) != 2 {
		t.Errorf("mark: code %d: %s", code, out)
	}
}

func TestWork(t *testing.T) {
	tasks := `{"id":"a","task":"solve","statement":"log(x-1)+log(x+2)=1","variable":"x","claims":["x = 3","x = 3 or x = -4"]}

{"id":"b","task":"steps","lines":["x^2 = 3x","x = 3"]}
{"id":"c","task":"solve","statement":"x + = 3","claims":["x = 3"]}
`
	out, _, code := run(t, tasks, "work", "--json", "-")
	var results []struct {
		ID       string
		Set      string
		Values   []string
		Excluded []struct{ Value, Why string }
		Claims   []struct{ Verdict string }
		Bad      *int `json:"first_bad_line"`
		Why      string
	}
	for _, line := range strings.Split(strings.TrimSpace(out), "\n") {
		r := results[:0:0]
		if err := json.Unmarshal([]byte("["+line+"]"), &r); err != nil {
			t.Fatalf("%s: %v", line, err)
		}
		results = append(results, r...)
	}
	if code != 0 || len(results) != 3 {
		t.Fatalf("code %d, %s", code, out)
	}
	a, b, c := results[0], results[1], results[2]
	if a.Set != "finite" || len(a.Values) != 1 || a.Values[0] != "3" || a.Excluded[0].Value != "-4" || !strings.Contains(a.Excluded[0].Why, "undefined") || a.Claims[0].Verdict != "right" || a.Claims[1].Verdict != "wrong" {
		t.Errorf("solved: %+v", a)
	}
	if b.Bad == nil || *b.Bad != 2 {
		t.Errorf("audited: %+v", b)
	}
	if c.Claims[0].Verdict != "unproven" || !strings.Contains(c.Why, "at character 5") {
		t.Errorf("unreadable: %+v", c)
	}
	if out, _, code := run(t, tasks, "work", "--strict", "-"); code != exitFindings || !strings.Contains(out, "first bad line: 2") || strings.Contains(out, "{\"") {
		t.Errorf("strict: code %d, %s", code, out)
	}
}

func TestDraftForAStatement(t *testing.T) {
	brief := file(t, "brief.json", `{"count":8,"seed":2,"can_do":["use the chain rule","solve rational equations"],"kinds":{"choice":0.5,"expression":0.25,"solution":0.25}}`)
	drafted, _, code := run(t, "", "draft", "--json", "--brief", brief, file(t, "empty.txt", "Nothing is defined in these notes."))
	if code != 0 || strings.Count(drafted, `"by": "writer"`) != 8 {
		t.Fatalf("draft: code %d, %.400s", code, drafted)
	}
	out, _, code := run(t, drafted, "proof", "--json", "--strict", "-")
	if code != 0 || strings.Count(out, `"verdict": "cleared"`) != 8 {
		t.Errorf("proof: code %d: %.600s", code, out)
	}
}

func TestPeopleGetATable(t *testing.T) {
	brief := file(t, "brief.json", `{"count":3,"seed":4}`)
	for _, args := range [][]string{{"read", demoNotes}, {"draft", "--brief", brief, demoNotes}} {
		out, _, code := run(t, "", args...)
		if code != 0 || strings.Contains(out, "{") || len(strings.Split(out, "\n")) < 3 {
			t.Errorf("%v: code %d: %.200s", args, code, out)
		}
	}
}

func TestBadInputIsOneLineAndCodeTwo(t *testing.T) {
	for _, c := range []struct {
		stdin string
		args  []string
		says  string
	}{
		{"", []string{"read", "missing.txt"}, "missing.txt"},
		{"\x00", []string{"read", "-"}, "zero byte"},
		{"{", []string{"proof", "-"}, "not the JSON expected"},
		{`{"questions":[]}`, []string{"proof", "-"}, "holds no questions"},
		{`{"id":"x","question":{"kind":"choice"},"response":"a"}`, []string{"mark", "-"}, "line 1: The stem is empty"},
		{"not json", []string{"mark", "-"}, "line 1"},
		{"", []string{"draft", "--brief", file(t, "b.json", `{"count":0}`), demoNotes}, "1 to 500 questions"},
		{"", []string{"reset", "nobody"}, "--database"},
		{"", []string{"serve", "--database", "postgres://127.0.0.1:1/none"}, "database"},
	} {
		out, says, code := run(t, c.stdin, c.args...)
		lines := strings.Split(strings.TrimSpace(says), "\n")
		if code != exitBadInput || !strings.Contains(says, c.says) || out != "" && c.args[0] != "reset" {
			t.Errorf("%v: code %d, wrote %q, said %q", c.args, code, out, says)
		} else if last := lines[len(lines)-1]; !strings.HasPrefix(last, "zincowl: ") {
			t.Errorf("%v: said %q", c.args, says)
		}
	}
}

func TestOpenAPI(t *testing.T) {
	out, _, code := run(t, "", "openapi")
	var d struct {
		OpenAPI string         `json:"openapi"`
		Paths   map[string]any `json:"paths"`
	}
	if err := json.Unmarshal([]byte(out), &d); err != nil || code != 0 || !strings.HasPrefix(d.OpenAPI, "3.1") || len(d.Paths) < 18 {
		t.Errorf("code %d, %v, %d paths", code, err, len(d.Paths))
	}
}

// What an operator can set is written down.
func TestEverySettingIsWrittenDown(t *testing.T) {
	page, err := os.ReadFile("../../docs/operating.md")
	if err != nil {
		t.Fatal(err)
	}
	for _, command := range []string{"serve", "worker"} {
		help, _, _ := run(t, "", command, "--help")
		flags := regexp.MustCompile(`(?m)^\s+(?:-\w, )?(--[a-z-]+)`).FindAllStringSubmatch(help, -1)
		if len(flags) < 10 {
			t.Fatalf("%s has %d settings:\n%s", command, len(flags), help)
		}
		for _, f := range flags {
			if f[1] != "--help" && !strings.Contains(string(page), f[1]) {
				t.Errorf("%s of %s is not in docs/operating.md", f[1], command)
			}
		}
	}
}

// What the commands take where an operator says nothing is what the application
// takes by itself.
func TestLimitsAreTheSame(t *testing.T) {
	for _, command := range []string{"serve", "worker"} {
		var c cli
		parser, err := kong.New(&c)
		if err != nil {
			t.Fatal(err)
		}
		if _, err := parser.Parse([]string{command, "--database", "postgres://x"}); err != nil {
			t.Fatal(err)
		}
		if got := map[string]app.Limits{"serve": c.Serve.Max, "worker": c.Worker.Max}[command]; got != app.DefaultLimits {
			t.Errorf("%s: %+v, want %+v", command, got, app.DefaultLimits)
		}
	}
}

func TestTerms(t *testing.T) {
	out, _, code := run(t, "A weir is a plate over which water flows. The weir, also known as a notch, is level.", "terms", "--json", "-")
	if code != 0 || !strings.Contains(out, `"name": "weir"`) || !strings.Contains(out, "a plate over which water flows") {
		t.Errorf("%d: %s", code, out)
	}
	if _, errs, code := run(t, "", "terms", "missing.md"); code != 2 || errs == "" {
		t.Errorf("a missing file ends with %d and %q", code, errs)
	}
}
