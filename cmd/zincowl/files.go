package main

import (
	"bufio"
	"bytes"
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"os"
	"path/filepath"
	"runtime/debug"
	"slices"
	"strings"
	"text/tabwriter"
	"unicode/utf8"

	"zincowl/core/fact"
	"zincowl/core/kind"
	"zincowl/core/marking"
	"zincowl/core/proof"
	"zincowl/core/question"
	"zincowl/core/source"
	"zincowl/core/source/reader"
	"zincowl/core/split"
	"zincowl/core/syllabus"
	"zincowl/core/writer"
	"zincowl/recognise"
)

// errFindings ends a command that did its work and, with --strict, found
// something.
var errFindings = errors.New("findings")

// load reads a file, or standard input for "-".
func load(name string) ([]byte, error) {
	if name == "-" {
		return io.ReadAll(os.Stdin)
	}
	return os.ReadFile(name)
}

func loadDocument(name string) (source.Document, error) {
	data, err := load(name)
	if err != nil {
		return source.Document{}, err
	}
	doc, err := reader.Read(context.Background(), filepath.Base(name), data, source.Tools{Recognise: recognise.Words})
	if err != nil {
		return doc, fmt.Errorf("%s: %w", name, err)
	}
	return doc, nil
}

func loadJSON(name string, into any) error {
	data, err := load(name)
	if err != nil {
		return err
	}
	if err := json.Unmarshal(data, into); err != nil {
		return fmt.Errorf("%s is not the JSON expected here: %w", name, err)
	}
	return nil
}

// printJSON writes a value to standard output.
func printJSON(v any) error {
	e := json.NewEncoder(os.Stdout)
	e.SetEscapeHTML(false)
	e.SetIndent("", " ")
	return e.Encode(v)
}

func table(write func(w io.Writer)) error {
	w := tabwriter.NewWriter(os.Stdout, 0, 4, 2, ' ', 0)
	write(w)
	return w.Flush()
}

type readCmd struct {
	Facts   bool   `help:"Also draw facts from the passages."`
	Clauses bool   `help:"Print what each sentence states, clause by clause, as JSON."`
	JSON    bool   `name:"json" help:"Print JSON."`
	File    string `arg:"" help:"A PDF, document, book, page, captions, table or text, or - for standard input."`
}

// Run prints a document.
func (c *readCmd) Run() error {
	doc, err := loadDocument(c.File)
	if err != nil {
		return err
	}
	if c.Clauses {
		return printJSON(map[string]any{"sentences": clausesOf(doc)})
	}
	out := struct {
		source.Document
		Facts []fact.Fact `json:"facts,omitempty"`
	}{Document: doc}
	if c.Facts {
		out.Facts = fact.ReadParts(context.Background(), doc.Passages, nil)
		at := map[string]source.Locator{}
		for _, p := range doc.Passages {
			at[p.ID] = p.Locator
		}
		for _, f := range out.Facts {
			if f.Equation == nil {
				continue
			}
			if err := f.Equation.CheckUnits(); err != nil {
				out.Warnings = append(out.Warnings, source.Warning{Locator: at[f.Passage], Says: fmt.Sprintf("Nothing will be asked about “%s”: %s.", f.Equation.Text, err)})
			}
		}
	}
	if c.JSON {
		return printJSON(out)
	}
	return table(func(w io.Writer) {
		fmt.Fprintf(w, "%s\t%d passages, %d words\n", doc.Title, len(doc.Passages), doc.Words())
		for _, p := range doc.Passages {
			fmt.Fprintf(w, "%s\t%s\t%s\n", p.Kind, p.Locator, clip(p.Text))
		}
		for _, f := range out.Facts {
			fmt.Fprintf(w, "%s\t%s\t%s\n", f.Type, clip(f.Subject), clip(f.Object))
		}
		for _, warning := range out.Warnings {
			fmt.Fprintf(w, "warning\t%s\t%s\n", warning.Locator, warning.Says)
		}
	})
}

func clip(s string) string {
	r := []rune(strings.ReplaceAll(s, "\n", " "))
	if len(r) > 90 {
		return string(r[:89]) + "…"
	}
	return string(r)
}

type splitCmd struct {
	JSON   bool   `name:"json" help:"Print JSON."`
	Strict bool   `help:"Exit with 1 where something was left over or has no key."`
	File   string `arg:"" help:"A past paper or a list of questions, as text or any document, or - for standard input."`
}

// Run prints what was understood of a past paper.
func (c *splitCmd) Run() error {
	data, err := load(c.File)
	if err != nil {
		return err
	}
	text, err := paperText(filepath.Base(c.File), data)
	if err != nil {
		return fmt.Errorf("%s: %w", c.File, err)
	}
	paper, err := split.Text(text, nil, nil)
	if err != nil {
		return fmt.Errorf("%s: %w", c.File, err)
	}
	unkeyed := 0
	for _, q := range paper.Questions {
		if q.Key.Empty() {
			unkeyed++
		}
	}
	if c.JSON {
		err = printJSON(paper)
	} else {
		err = table(func(w io.Writer) {
			for _, q := range paper.Questions {
				key := kind.KeyText(q)
				if q.Key.Empty() {
					key = "no key"
				}
				fmt.Fprintf(w, "%s\t%s\t%s\t%s\n", q.Number, q.Kind, clip(q.Stem), clip(key))
			}
			for _, l := range paper.Leftovers {
				fmt.Fprintf(w, "left\t%s\t%s\t%s\n", l.Locator, clip(l.Text), l.Why)
			}
		})
	}
	if err == nil && c.Strict && len(paper.Leftovers)+unkeyed > 0 {
		return errFindings
	}
	return err
}

// paperText is a past paper as lines: text as it is, other documents as they
// read.
func paperText(name string, data []byte) (string, error) {
	if utf8.Valid(data) && !bytes.Contains(data, []byte{0}) && !bytes.HasPrefix(data, []byte("%PDF")) {
		return string(data), nil
	}
	doc, err := reader.Read(context.Background(), name, data, source.Tools{Recognise: recognise.Words})
	if err != nil {
		return "", err
	}
	return split.Lines(doc), nil
}

type draftCmd struct {
	Brief string   `help:"The brief, a JSON file." required:""`
	JSON  bool     `name:"json" help:"Print JSON."`
	Files []string `arg:"" help:"The sources."`
}

// coverage is what was drawn from where.
type coverage struct {
	ByCanDo  []bears           `json:"by_can_do"`
	Passages []passageCoverage `json:"passages"`
}

type bears struct {
	CanDo string         `json:"can_do"`
	Level question.Level `json:"level"`
	Bears int            `json:"can_bear"`
	Many  bool           `json:"any_number,omitempty"` // some can be asked again with other numbers
	Given int            `json:"given"`
}

type passageCoverage struct {
	Passage   string `json:"passage"`
	Facts     int    `json:"facts"`
	Questions int    `json:"questions"`
}

// Run drafts a batch. Topics are named by their titles in the brief.
func (c *draftCmd) Run() error {
	debug.SetGCPercent(40) // what is drafted from is small beside what the program knows of words
	var brief writer.Brief
	if err := loadJSON(c.Brief, &brief); err != nil {
		return err
	}
	var topics []syllabus.Topic
	for _, t := range brief.Topics {
		topics = append(topics, syllabus.Topic{ID: t, Title: t})
	}
	var sources []writer.Source
	var passages [][]source.Passage
	for _, name := range c.Files {
		doc, err := loadDocument(name)
		if err != nil {
			return err
		}
		sources = append(sources, writer.Source{ID: name, Title: doc.Title, Doc: doc, Topics: map[string]string{}})
		passages = append(passages, doc.Passages)
	}
	var examined []proof.Source
	for i := range sources {
		s := &sources[i]
		s.Facts = fact.ReadParts(context.Background(), s.Doc.Passages, nil)
		examined = append(examined, proof.Source{ID: s.ID, Title: s.Title, Doc: s.Doc, Facts: s.Facts})
	}
	sorter := syllabus.NewSorter(topics, nil, passages...)
	for i := range sources {
		for id, at := range sorter.Sort(passages[i]) {
			sources[i].Topics[id] = at.Topic
		}
	}
	material := writer.Study(sources)
	library := proof.NewLibrary(examined)
	questions := []question.Question{}
	beside := proof.NewBatch(nil)
	declined, err := writer.Draft(context.Background(), material, brief, func(q question.Question) error {
		with := beside.With(nil, q)
		report, err := proof.ExamineBeside(context.Background(), q, library, with)
		if err != nil {
			return err
		}
		if !report.Verdict.Sound() {
			return writer.ErrUnsound
		}
		questions, beside = append(questions, q), with
		return nil
	})
	if err != nil {
		return err
	}
	if !c.JSON {
		return table(func(w io.Writer) {
			for _, q := range questions {
				fmt.Fprintf(w, "%s\t%s\t%s\t%s\n", q.Level, q.Kind, clip(q.Stem), clip(kind.KeyText(q)))
			}
			for _, d := range declined {
				fmt.Fprintf(w, "declined\t%s\t%s\t\n", d.Slot, d.Why)
			}
		})
	}
	cards, err := writer.Cards(context.Background(), material, brief)
	if err != nil {
		return err
	}
	if cards == nil {
		cards = []question.Card{}
	}
	if declined == nil {
		declined = []writer.Declined{}
	}
	stimuli := []question.Stimulus{}
	for i := range questions {
		q := &questions[i]
		if q.Given != nil && !slices.ContainsFunc(stimuli, func(s question.Stimulus) bool { return s.ID == q.Stimulus }) {
			stimuli = append(stimuli, *q.Given)
		}
		q.Given = nil // once for all that are asked about it
	}
	return printJSON(map[string]any{
		"questions": questions, "cards": cards, "stimuli": stimuli, "declined": declined,
		"coverage": covered(material, sources, topics, questions),
	})
}

func covered(m *writer.Material, sources []writer.Source, topics []syllabus.Topic, questions []question.Question) coverage {
	out := coverage{ByCanDo: []bears{}, Passages: []passageCoverage{}}
	drawn, given := map[string]int{}, map[[2]string]int{}
	for _, q := range questions {
		given[[2]string{q.Topic, string(q.Level)}]++
		for _, c := range q.Cites {
			drawn[c.Passage]++
		}
	}
	for _, t := range append(topics, syllabus.Topic{}) {
		for _, l := range question.Levels {
			if n, many := m.Bears(t.ID, l); n > 0 {
				out.ByCanDo = append(out.ByCanDo, bears{t.ID, l, n, many, given[[2]string{t.ID, string(l)}]})
			}
		}
	}
	for _, s := range sources {
		for _, p := range s.Doc.Passages {
			out.Passages = append(out.Passages, passageCoverage{p.ID, m.Facts(s.ID, p.ID), drawn[p.ID]})
		}
	}
	return out
}

type proofCmd struct {
	Source []string `help:"A source to proof against; may be given several times."`
	JSON   bool     `name:"json" help:"Print JSON."`
	Strict bool     `help:"Exit with 1 unless every question is cleared or worked out."`
	File   string   `arg:"" help:"What draft wrote, or - for standard input."`
}

// Run proofs questions.
func (c *proofCmd) Run() error {
	var in struct {
		Questions []question.Question `json:"questions"`
		Stimuli   []question.Stimulus `json:"stimuli"`
	}
	if err := loadJSON(c.File, &in); err != nil {
		return err
	}
	for i := range in.Questions {
		q := &in.Questions[i]
		if at := slices.IndexFunc(in.Stimuli, func(s question.Stimulus) bool { return s.ID == q.Stimulus }); at >= 0 && q.Given == nil {
			q.Given = &in.Stimuli[at]
		}
	}
	if len(in.Questions) == 0 {
		return fmt.Errorf("%s holds no questions; it needs a list under \"questions\"", c.File)
	}
	var sources []proof.Source
	for _, name := range c.Source {
		doc, err := loadDocument(name)
		if err != nil {
			return err
		}
		sources = append(sources, proof.Source{ID: name, Title: doc.Title, Doc: doc})
	}
	library := proof.NewLibrary(sources)
	reports := []proof.Report{}
	clear := true
	beside := proof.NewBatch(in.Questions)
	for _, q := range in.Questions {
		r, err := proof.ExamineBeside(context.Background(), q, library, beside)
		if err != nil {
			return err
		}
		if r.Findings == nil {
			r.Findings = []proof.Finding{}
		}
		reports = append(reports, r)
		clear = clear && r.Verdict.Sound()
	}
	var err error
	if c.JSON {
		err = printJSON(map[string]any{"questions": reports})
	} else {
		err = table(func(w io.Writer) {
			for i, r := range reports {
				fmt.Fprintf(w, "%s\t%s\n", r.Verdict, clip(in.Questions[i].Stem))
				for _, f := range r.Findings {
					if f.Verdict == proof.Fail || f.Verdict == proof.Unsure {
						fmt.Fprintf(w, "\t%s: %s\n", f.Title, f.Says)
					}
				}
			}
		})
	}
	if err == nil && c.Strict && !clear {
		return errFindings
	}
	return err
}

type markCmd struct {
	JSON   bool   `name:"json" help:"Print JSON, one object a line."`
	Strict bool   `help:"Exit with 1 unless every response is wholly right."`
	File   string `arg:"" help:"Responses, or - for standard input."`
}

// eachLine reads a file of lines of JSON and hands each to do; what can't be read
// is named by file and line.
func eachLine[T any](file string, do func(T) error) error {
	data, err := load(file)
	if err != nil {
		return err
	}
	scan := bufio.NewScanner(strings.NewReader(string(data)))
	scan.Buffer(make([]byte, 1<<20), 16<<20)
	for line := 1; scan.Scan(); line++ {
		if strings.TrimSpace(scan.Text()) == "" {
			continue
		}
		var in T
		if err := json.Unmarshal(scan.Bytes(), &in); err != nil {
			return fmt.Errorf("%s, line %d: %w", file, line, err)
		}
		if err := do(in); err != nil {
			return fmt.Errorf("%s, line %d: %w", file, line, err)
		}
	}
	if err := scan.Err(); err != nil {
		return fmt.Errorf("%s: %w", file, err)
	}
	return nil
}

// lines writes objects of JSON, one a line.
func lines() *json.Encoder {
	out := json.NewEncoder(os.Stdout)
	out.SetEscapeHTML(false)
	return out
}

// answered is a question with what was answered.
type answered struct {
	ID       string            `json:"id"`
	Question question.Question `json:"question"`
	Response marking.Response  `json:"response"`
}

// Run marks responses.
func (c *markCmd) Run() error {
	out := lines()
	right := true
	err := eachLine(c.File, func(in answered) error {
		if err := kind.Validate(in.Question); err != nil {
			return err
		}
		r := kind.Mark(in.Question, in.Response)
		right = right && r.Percent == 100
		if c.JSON {
			return out.Encode(struct {
				ID string `json:"id"`
				marking.Result
			}{in.ID, r})
		}
		fmt.Printf("%s\t%d%%\t%s\n", in.ID, r.Percent, r.Feedback)
		return nil
	})
	if err != nil {
		return err
	}
	if c.Strict && !right {
		return errFindings
	}
	return nil
}
