package main

import (
	"fmt"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"syscall"
	"testing"
)

// No input of a command takes more memory than a multiple of its size: here are
// shapes that once grew, and others that grow in programs that count, nest or
// repeat what they are given.
func TestMemoryOfCommands(t *testing.T) {
	const (
		base     = 200 << 20 // the program with its lexicon and the meanings of words, and the sandbox of PDFs
		multiple = 100
		size     = 96 << 10
	)
	repeat := func(s string) string { return strings.Repeat(s, size/len(s)) }
	numbered := func(format string) string {
		var b strings.Builder
		for i := 1; b.Len() < size; i++ {
			fmt.Fprintf(&b, format, i)
		}
		return b.String()
	}
	shapes := map[string]string{
		"brackets": repeat("("), "list marks": repeat("- "), "quotes": repeat("> "), "links": repeat("[a](b"), "tables": "a|b\n-|-\n" + repeat("|"),
		"one word": repeat("a"), "one line": repeat("word and "), "digits": repeat("9"), "marks": repeat("___ "), "nothing": repeat("\n"), "bytes": repeat("\xff\x00"),
		"facts":     numbered("The limit of pump %d is 7 bar.\n\n"),
		"formulas":  numbered("A%d = B%[1]d × C%[1]d, where A%[1]d is the dose in mg, B%[1]d the flow in L/s and C%[1]d the time in s.\n\n"),
		"questions": numbered("%d. What is it?\nA) one\nB) two\nC) three\nAnswer: B\n\n"),
		"options":   "1. Which?\n" + numbered("A) option %d\n"),
		"numbers":   numbered("%d. "), "headings": numbered("# %d\n"), "elements": "<html>" + repeat("<div><p>a"), "objects": "%PDF-1.7\n" + numbered("%d 0 obj\n<</Kids[1 0 R]>>\nendobj\n"),
	}
	brief := `{"seed":1,"levels":{"easy":3,"medium":3,"hard":3}}`
	question := `{"id":"q","kind":"expression","level":"easy","stem":"Simplify x + x.","key":{"expression":%q}}`
	type try struct {
		name string
		args func(file, brief string) []string
		text string
	}
	var tries []try
	for name, text := range shapes {
		tries = append(tries,
			try{"read " + name, func(f, _ string) []string { return []string{"read", "--facts", "--json", f} }, text},
			try{"split " + name, func(f, _ string) []string { return []string{"split", "--json", f} }, text},
			try{"draft " + name, func(f, b string) []string { return []string{"draft", "--json", "--brief", b, f} }, text},
			try{"proof " + name, func(f, b string) []string { return []string{"proof", "--json", "--source", f, b} }, text},
			try{"work " + name, func(f, _ string) []string { return []string{"work", f} }, fmt.Sprintf(`{"task":"simplify","statement":%q}`, text)},
			try{"mark " + name, func(f, _ string) []string { return []string{"mark", f} }, fmt.Sprintf(`{"question":`+question+`,"response":%q}`, "2x", text)},
		)
	}
	for name, line := range map[string]string{
		"many tasks": `{"task":"expand","statement":"(a+b+c+d+f+g)^9"}`, "powers": `{"task":"evaluate","statement":"9^9^9^9"}`, "keys": `{"task":"solve","statement":"x = 1","a":{"b":[1,2,3]}}`,
	} {
		tries = append(tries, try{name, func(f, _ string) []string { return []string{"work", f} }, strings.Repeat(line+"\n", 40)})
	}
	for name, b := range map[string]string{
		"endless levels": `{"levels":{"easy":4611686018427387904,"hard":4611686018427387904}}`, "unknown keys": `{` + numbered(`"k%d":1,`) + `"levels":{"easy":1}}`,
		"nested": repeat("["), "negative": `{"levels":{"easy":-1}}`,
	} {
		tries = append(tries, try{"brief with " + name, func(f, _ string) []string { return []string{"draft", "--brief", f, demoNotes} }, b},
			try{"proof of " + name, func(f, _ string) []string { return []string{"proof", f} }, b})
	}

	folder := t.TempDir()
	at := filepath.Join(folder, "brief.json")
	if err := os.WriteFile(at, []byte(brief), 0o600); err != nil {
		t.Fatal(err)
	}
	run := func(args ...string) (*exec.Cmd, string, error) {
		cmd := exec.CommandContext(t.Context(), os.Args[0], args...)
		cmd.Env = append(os.Environ(), "ZINCOWL_TEST_RUN=1")
		says, err := cmd.CombinedOutput()
		return cmd, string(says), err
	}
	// The sandbox of PDFs is compiled once on a machine, which takes more than any
	// reading does and is kept on the disk: that is not what is measured here.
	first := filepath.Join(folder, "first.pdf")
	if err := os.WriteFile(first, []byte("%PDF-1.7\n"), 0o600); err != nil {
		t.Fatal(err)
	}
	run("read", first)
	most := 0
	for i, c := range tries {
		f := filepath.Join(folder, fmt.Sprintf("%d.md", i))
		if err := os.WriteFile(f, []byte(c.text), 0o600); err != nil {
			t.Fatal(err)
		}
		cmd, says, err := run(c.args(f, at)...)
		if code := cmd.ProcessState.ExitCode(); code < 0 || code > exitBadInput || strings.Contains(says, "goroutine 1") {
			t.Errorf("%s ends with %d, %v: %.300s", c.name, code, err, says)
		}
		taken := int(cmd.ProcessState.SysUsage().(*syscall.Rusage).Maxrss) << 10
		if most = max(most, taken); taken > base+multiple*len(c.text) {
			t.Errorf("%s: %d KB take %d MB", c.name, len(c.text)>>10, taken>>20)
		}
	}
	t.Logf("at most %d MB", most>>20)
}
