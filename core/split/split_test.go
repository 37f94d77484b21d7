package split

import (
	"encoding/json"
	"errors"
	"fmt"
	"math/rand/v2"
	"os"
	"path/filepath"
	"regexp"
	"slices"
	"strings"
	"testing"

	"zincowl/core/kind"
	"zincowl/core/question"
	"zincowl/core/source"
	"zincowl/tools/mangle"
)

// expected is what a paper of the corpus holds.
type expected struct {
	Questions []struct {
		Number   string   `json:"number"`
		Kind     string   `json:"kind"`
		Stem     string   `json:"stem"`
		Options  []string `json:"options"`
		Matches  []string `json:"matches"`
		Key      string   `json:"key"`
		Why      string   `json:"why"`
		Stimulus string   `json:"stimulus"`
	} `json:"questions"`
	Leftovers int `json:"leftovers"` // lines that are no part of any question, as page headers are
}

// gapMark is a gap, as written or numbered.
var gapMark = regexp.MustCompile(`<<\d+>>|_{3,}`)

// told is a question as the corpus writes one down.
func told(q question.Question) (stem, options, matches, key string) {
	stem = source.Fold(q.Stem)
	for i, b := range q.Key.Blanks {
		_ = i
		key += "; " + b[0]
	}
	key = strings.TrimPrefix(key, "; ")
	if q.Kind == question.Blanks {
		stem = gapMark.ReplaceAllString(stem, "___")
	}
	var list []string
	if q.Kind != question.TrueFalse {
		for _, o := range q.Options {
			list = append(list, o.Text)
		}
	}
	options = strings.Join(list, " | ")
	list = nil
	for _, m := range q.Matches {
		list = append(list, m.Text)
	}
	matches = strings.Join(list, " | ")
	switch q.Kind {
	case question.TrueFalse:
		key = strings.Join(q.Key.Options, "")
	case question.Match:
		key = strings.ReplaceAll(kind.KeyText(q), "–", "-")
	case question.Numeric:
		key = strings.TrimSpace(q.Key.Value + " " + q.Key.Unit)
	case question.Blanks:
	default:
		key = kind.KeyText(q)
	}
	return stem, options, matches, key
}

func TestCorpus(t *testing.T) {
	names, err := filepath.Glob("testdata/*/*.txt")
	names = slices.DeleteFunc(names, func(name string) bool { return strings.Contains(name, "strangers") })
	if err != nil || len(names) < 20 {
		t.Fatalf("%d papers, %v", len(names), err)
	}
	right, all, lines, over := 0, 0, 0, 0
	for _, name := range names {
		text, err := os.ReadFile(name)
		if err != nil {
			t.Fatal(err)
		}
		var want expected
		data, err := os.ReadFile(strings.TrimSuffix(name, ".txt") + ".json")
		if err != nil {
			t.Fatal(err)
		}
		if err := json.Unmarshal(data, &want); err != nil {
			t.Fatal(err)
		}
		got, err := Text(string(text), nil, nil)
		if err != nil {
			t.Fatal(err)
		}
		nothingLost(t, string(text), got)
		lines += len(got.Lines)
		over += max(0, len(got.Leftovers)-want.Leftovers)
		good := 0
		for i, w := range want.Questions {
			all++
			if i >= len(got.Questions) {
				t.Logf("%s: question %s is missing", name, w.Number)
				continue
			}
			q := got.Questions[i]
			stem, options, matches, key := told(q)
			wantStem, wantKey := source.Fold(w.Stem), w.Key
			if w.Kind == "blanks" {
				wantStem = gapMark.ReplaceAllString(wantStem, "___")
			}
			if w.Kind == "numeric" {
				value, unit, _ := number(w.Key)
				wantKey = strings.TrimSpace(value + " " + unit)
			}
			is := fmt.Sprintf("%s|%s|%s|%s|%s|%s", q.Number, q.Kind, stem, options, matches, key)
			should := fmt.Sprintf("%s|%s|%s|%s|%s|%s", w.Number, w.Kind, wantStem, strings.Join(w.Options, " | "), strings.Join(w.Matches, " | "), wantKey)
			if w.Why != "" {
				is, should = is+"|"+source.Fold(q.Explanation), should+"|"+w.Why
			}
			is, should = is+"|"+q.Stimulus, should+"|"+w.Stimulus
			if is != should {
				t.Logf("%s:\n got %s\nwant %s", name, is, should)
				continue
			}
			good++
		}
		right += good
		if n := len(got.Questions); n > len(want.Questions) {
			t.Errorf("%s: %d questions were read, there are %d", name, n, len(want.Questions))
		}
		if good < len(want.Questions) || len(got.Leftovers) > want.Leftovers {
			t.Logf("%s: %d of %d questions, %d lines left over where %d are", name, good, len(want.Questions), len(got.Leftovers), want.Leftovers)
			for _, l := range got.Leftovers {
				t.Logf("   left: %q (%s)", l.Text, l.Why)
			}
		}
	}
	t.Logf("%d of %d questions exactly right (%.1f%%); %d of %d lines left over beyond what belongs to no question (%.1f%%)",
		right, all, 100*float64(right)/float64(all), over, lines, 100*float64(over)/float64(lines))
	if float64(right) < 0.97*float64(all) {
		t.Error("fewer than 97% of the questions are exactly right")
	}
	if float64(over) > 0.03*float64(lines) {
		t.Error("more than 3% of the lines are left over")
	}
}

// nothingLost checks that every line that is not empty is in a question, a
// stimulus or a leftover.
func nothingLost(t *testing.T, text string, p Paper) {
	t.Helper()
	at := map[int]Ending{}
	for _, l := range p.Lines {
		if _, twice := at[l.Line]; twice {
			t.Fatalf("line %d ended twice", l.Line)
		}
		at[l.Line] = l
	}
	known := map[string]bool{}
	for _, q := range p.Questions {
		known[strings.TrimRight(q.ID, "abcdefghijvx")] = true
	}
	for _, s := range p.Stimuli {
		known[s.ID] = true
	}
	left := map[int]bool{}
	for _, l := range p.Leftovers {
		left[l.Locator.Line] = true
		if l.Why == "" {
			t.Errorf("line %d is left over without a reason", l.Locator.Line)
		}
	}
	text = strings.NewReplacer("\r\n", "\n", "\r", "\n", "\f", "\n").Replace(strings.ToValidUTF8(text, "�"))
	for i, raw := range strings.Split(text, "\n") {
		if strings.TrimSpace(raw) == "" {
			continue
		}
		l, ok := at[i+1]
		switch {
		case !ok:
			t.Errorf("line %d is lost: %q", i+1, raw)
		case l.As == Left && !left[i+1], l.As != Left && !known[l.Of]:
			t.Errorf("line %d ended as %+v, which is nowhere", i+1, l)
		}
	}
}

func FuzzText(f *testing.F) {
	names, _ := filepath.Glob("testdata/*/*.txt")
	for _, name := range names {
		data, err := os.ReadFile(name)
		if err != nil {
			f.Fatal(err)
		}
		mangle.Add(f, 3, string(data), uint8(0))
	}
	f.Fuzz(func(t *testing.T, text string, hint uint8) {
		if len(text) > 20_000 {
			return
		}
		var hints []Hint
		if hint > 0 {
			hints = []Hint{{Line: int(hint) % 40, As: roles[int(hint)%len(roles)]}}
		}
		p, err := Text(text, hints, nil)
		if err != nil {
			return
		}
		nothingLost(t, text, p)
	})
}

const short = `1. Which plate measures flow?
a) weir
b) rake
Answer: a

2. Which gate shuts a channel?
a) rake
b) penstock`

// What a person says of a line and of a key stands.
func TestHintsAndKeys(t *testing.T) {
	p, err := Text(short, nil, map[int]string{6: "b"})
	if err != nil || len(p.Questions) != 2 || kind.KeyText(p.Questions[1]) != "penstock" {
		t.Fatalf("a key given by hand: %+v, %v", p.Questions, err)
	}
	p, _ = Text(short, nil, map[int]string{1: "b"})
	if kind.KeyText(p.Questions[0]) != "rake" {
		t.Errorf("a key mended by hand is %q", kind.KeyText(p.Questions[0]))
	}
	p, _ = Text(short, nil, map[int]string{1: "a, b"})
	if p.Questions[0].Kind != question.Choices {
		t.Errorf("with two right options it is a %s", p.Questions[0].Kind)
	}
	for role, want := range map[Role]int{Start: 3, Stem: 2, Left: 2, Section: 2, Given: 1} {
		p, err := Text(short, []Hint{{Line: 3, As: role}}, nil)
		if err != nil {
			t.Fatal(err)
		}
		nothingLost(t, short, p)
		if role == Start && (len(p.Questions) != want || p.Questions[1].Origin.Line != 3) {
			t.Errorf("a question told to begin on line 3: %+v", p.Questions)
		}
		for _, l := range p.Lines {
			if l.Line == 3 && l.As != role && !(role == Stem && l.As == Stem) {
				t.Errorf("line 3 was told to be %s and is %s", role, l.As)
			}
		}
	}
}

func TestWhatCannotBeRead(t *testing.T) {
	for name, text := range map[string]string{"nothing": " \n ", "too long": strings.Repeat("a\n", MaxLines+1)} {
		_, err := Text(text, nil, nil)
		if bad := new(source.BadInput); !errors.As(err, &bad) {
			t.Errorf("%s: %v", name, err)
		}
	}
	p, err := Text("1. Which plate measures flow?\na) weir\nb) rake\nAnswer: a", nil, nil)
	if err != nil || len(p.Questions) != 1 || kind.KeyText(p.Questions[0]) != "weir" {
		t.Errorf("a single question: %+v, %v", p.Questions, err)
	}
	p, err = Text("No question stands here.\nOnly two lines of prose.", nil, nil)
	if err != nil || len(p.Lines) != 2 {
		t.Errorf("prose: %+v, %v", p, err)
	}
	nothingLost(t, "No question stands here.\nOnly two lines of prose.", p)
}

// A document that came as a file is read line by line.
func TestLines(t *testing.T) {
	doc := source.Document{Passages: []source.Passage{
		{Kind: source.Heading, Text: "Paper"}, {Kind: source.Paragraph, Text: "1. Which plate measures flow?", Locator: source.Locator{Page: 1}},
		{Kind: source.Item, Text: "a) weir", Locator: source.Locator{Page: 1}}, {Kind: source.Item, Text: "b) rake", Locator: source.Locator{Page: 2}},
	}}
	p, err := Text(Lines(doc), nil, nil)
	if err != nil || len(p.Questions) != 1 || len(p.Questions[0].Options) != 2 {
		t.Errorf("read %+v, %v", p.Questions, err)
	}
}

// BenchmarkText reads 2,000 pasted questions, for which a second is allowed.
func BenchmarkText(b *testing.B) {
	var text strings.Builder
	for i := range 2000 {
		fmt.Fprintf(&text, "%d. Pump %d lifts %d L/s for an hour. How much water is that?\n   a) %d m³\n   b) 12 m³\n   c) nothing\n   d) all of it\n\n", i+1, i, i+10, i+20)
	}
	text.WriteString("Answer key\n")
	for i := range 2000 {
		fmt.Fprintf(&text, "%d. a\n", i+1)
	}
	for b.Loop() {
		p, err := Text(text.String(), nil, nil)
		if err != nil || len(p.Questions) != 2000 || p.Questions[1999].Key.Empty() {
			b.Fatalf("%d questions, %v", len(p.Questions), err)
		}
	}
	b.ReportMetric(b.Elapsed().Seconds()/float64(b.N), "of-1s")
}

// A picture belongs to the question it stands in, or before.
func TestPictures(t *testing.T) {
	const a, b, c = "0123456789abcdef", "fedcba9876543210", "00000000000000aa"
	doc := source.Document{Passages: []source.Passage{
		{Kind: source.Paragraph, Text: "1. What does the drawing show?"}, {Kind: source.Picture, File: a}, {Kind: source.Paragraph, Text: "a) a weir"}, {Kind: source.Paragraph, Text: "b) a rake"},
		{Kind: source.Picture, File: b}, {Kind: source.Paragraph, Text: "2. Where does the water leave?"}, {Kind: source.Paragraph, Text: "a) left"}, {Kind: source.Paragraph, Text: "b) right"},
		{Kind: source.Paragraph, Text: "3. What is a weir?"}, {Kind: source.Paragraph, Text: "a) a plate"}, {Kind: source.Paragraph, Text: "b) a pump"}, {Kind: source.Picture, File: c},
	}}
	p, err := Text(Lines(doc), nil, nil)
	if err != nil || len(p.Questions) != 3 {
		t.Fatalf("%+v, %v", p, err)
	}
	files := map[string]string{}
	for _, s := range p.Stimuli {
		files[s.ID] = s.File
	}
	for i, want := range []string{a, b, ""} {
		if q := p.Questions[i]; files[q.Stimulus] != want || strings.Contains(q.Stem, "picture") {
			t.Errorf("question %d has the picture %q: %+v", i+1, files[q.Stimulus], q)
		}
	}
	if len(p.Leftovers) != 1 || !strings.Contains(p.Leftovers[0].Why, "no question below") {
		t.Errorf("left over is %+v", p.Leftovers)
	}
	// A person says that the last one belongs to the question above it.
	line := p.Leftovers[0].Locator.Line
	p, err = Text(Lines(doc), []Hint{{line, Stem}}, nil)
	if err != nil || len(p.Leftovers) != 0 || p.Questions[2].Stimulus == "" {
		t.Errorf("%+v, %v", p.Leftovers, err)
	}
}

func TestKeysOfAllSortsOnALine(t *testing.T) {
	for _, key := range []string{"1 a   2 F   3 P1   4 220 m³", "1. a\t2. F\t3. P1\t4. 220 m³", "1) a; 2) F; 3) P1; 4) 220 m³", "1 a  2 F\n3 P1  4 220 m³"} {
		p, err := Text("1. What catches rubbish?\na) a screen\nb) a pump\n\n2. Water is dry. (T/F)\n\n3. Which pump is larger?\n\n4. How much does it lift?\n\nANSWERS\n"+key+"\n", nil, nil)
		if err != nil || len(p.Questions) != 4 {
			t.Fatalf("%q: %+v, %v", key, p, err)
		}
		var got []string
		for _, q := range p.Questions {
			got = append(got, kind.KeyText(q))
		}
		if strings.Join(got, "; ") != "a screen; False; P1; 220 m³" {
			t.Errorf("%q gives %q", key, got)
		}
	}
}

// How a paper was taken to be laid out is told in a sentence.
func TestLayoutIsTold(t *testing.T) {
	for name, want := range map[string]string{
		"testdata/layouts/03-explained.txt": "“Question 1” to “Question",
		"testdata/layouts/07-boxes.txt":     "numbered “1.” to",
		"testdata/layouts/10-bullets.txt":   "options behind “•”",
		"testdata/further/phone.txt":        "not numbered, options without letters",
		"testdata/further/reverse.txt":      "keys in a list of their own",
		"testdata/strangers/p-bookkeep.txt": "keys at the end of each stem",
		"testdata/strangers/p-scaffold.txt": "numbered “1.1” to “2.6”, options “A.” to “D.”",
		"testdata/strangers/p-joinery.txt":  "keys marked at the options or beside them",
	} {
		text, err := os.ReadFile(name)
		if err != nil {
			t.Fatal(err)
		}
		p, err := Text(string(text), nil, nil)
		if err != nil || !strings.Contains(p.Layout, want) {
			t.Errorf("%s: %q, %v; %q was expected in it", name, p.Layout, err, want)
		}
	}
	if p, _ := Text("nothing is asked here", nil, nil); len(p.Questions) == 0 && p.Layout != "" {
		t.Errorf("no paper is laid out as %q", p.Layout)
	}
}

// Another way to read one part of a paper's layout is the one that is named, and one
// that is no longer there is the likeliest.
func TestOtherReadings(t *testing.T) {
	files, err := filepath.Glob("testdata/strangers/*.txt")
	if err != nil || len(files) == 0 {
		t.Fatal(files, err)
	}
	offered := map[string]int{}
	for _, f := range files {
		data, err := os.ReadFile(f)
		if err != nil {
			t.Fatal(err)
		}
		p, err := Text(string(data), nil, nil)
		if err != nil {
			t.Fatal(err)
		}
		for i, part := range p.Parts {
			for _, w := range part.Ways {
				offered[part.Of]++
				q, err := Read(string(data), Told{As: w.As})
				if err != nil || len(q.Parts) <= i || q.Parts[i].Says != w.Says || len(q.Questions) != w.Questions || len(q.Lines) != len(p.Lines) {
					t.Errorf("%s: asked for %q, and it is %q, %v", f, w.Says, q.Layout, err)
				}
				if !strings.Contains(p.Layout, part.Says) && part.Of != ofOptions {
					t.Errorf("%s: %q is no part of %q", f, part.Says, p.Layout)
				}
			}
		}
		if q, err := Read(string(data), Told{As: Choice{"gone", "gone", "gone"}}); err != nil || len(q.Questions) != len(p.Questions) {
			t.Errorf("%s: a reading that is not there is %q, not %q", f, q.Layout, p.Layout)
		}
	}
	t.Log(offered)
	if offered[ofQuestions] < 4 || offered[ofOptions] < 4 || offered[ofKeys] < 2 {
		t.Errorf("%v other readings are offered", offered)
	}
}

// A question that lost its number is read as one, with options and without.
func TestLostNumbers(t *testing.T) {
	stems := []string{"Which valve shuts a channel?", "State what is dosed before the filters.", "What lies on a slow filter?", "Turbidity is measured in", "What does a weir tell?", "Name the gas that is kept in drums.", "Where is sludge drawn off?"}
	for seed := range 200 {
		r := rand.New(rand.NewPCG(uint64(seed), 5))
		number := []string{"%d. ", "%d) ", "Q%d: ", "(%d) ", "Question %d: "}[r.IntN(5)]
		option := []string{"%c) ", "(%c) ", "%c. ", ""}[r.IntN(4)]
		upper := 'a' + rune(r.IntN(2))*('A'-'a')
		gone := 1 + r.IntN(len(stems)-2)
		blank := r.IntN(2) == 0
		var text strings.Builder
		for i, stem := range stems {
			if i != gone {
				fmt.Fprintf(&text, number, i+1)
			}
			text.WriteString(stem + "\n")
			for k := range 4 {
				if option != "" {
					fmt.Fprintf(&text, option+"%s\n", upper+rune(k), []string{"a tilting weir", "sand", "the operator", "chlorine gas", "a penstock", "two bar", "NTU"}[(i+2*k)%7])
				}
			}
			if option != "" {
				fmt.Fprintf(&text, "Answer: %c\n", upper+rune(r.IntN(4)))
			} else {
				fmt.Fprintf(&text, "Answer: %s\n", []string{"a penstock", "sand"}[i%2])
			}
			if blank {
				text.WriteString("\n")
			}
		}
		p, err := Text(text.String(), nil, nil)
		if err != nil || len(p.Questions) != len(stems) || p.Questions[gone].Stem != stems[gone] || p.Questions[gone].Key.Empty() {
			t.Errorf("%d questions, %v, of\n%s", len(p.Questions), err, text.String())
		}
	}
}

// Questions without numbers in the midst of numbered ones run into the one before; they
// are offered apart at their line, and what is told then brings that about.
func TestDoubts(t *testing.T) {
	for seed := range 40 {
		r := rand.New(rand.NewPCG(uint64(seed), 6))
		number := []string{"%d. ", "%d) ", "(%d) ", "Q%d. "}[r.IntN(4)]
		var text strings.Builder
		line, at, n := 0, 0, 0
		put := func(lines ...string) {
			for _, l := range lines {
				text.WriteString(l + "\n")
				line++
			}
		}
		ask := func(stem string) {
			put(stem, []string{"a) a penstock", "a) sand"}[r.IntN(2)], "b) none of it", "Answer: a", "")
			n++
		}
		for i := range 6 {
			ask(fmt.Sprintf(number+"Which valve shuts channel %d?", i+1, i+4))
			if i == 2 {
				at = line + 1
				ask("What lies on a slow filter?")
				ask("What is its usual depth?")
			}
		}
		p, err := Text(text.String(), nil, nil)
		if err != nil {
			t.Fatal(err)
		}
		if len(p.Questions) == n {
			continue
		}
		if len(p.Doubts) != 1 || p.Doubts[0].Line != at || len(p.Doubts[0].Instead) != 3 {
			t.Errorf("%d doubts %+v, not one at line %d of\n%s", len(p.Doubts), p.Doubts, at, text.String())
			continue
		}
		q, err := Read(text.String(), Told{Hints: p.Doubts[0].Hints})
		if err != nil || len(q.Questions) != n || len(q.Doubts) != 0 {
			t.Errorf("%d questions and %d doubts, %v, of\n%s", len(q.Questions), len(q.Doubts), err, text.String())
		}
	}
}

// A long paper is read in other ways only where that is asked for.
func TestOtherReadingsOfALongPaper(t *testing.T) {
	var text strings.Builder
	for i := range 120 {
		fmt.Fprintf(&text, "%d. Which valve shuts channel %d?\n   Think of\n   1) sand\n   2) a penstock\n   3) air\nAnswer: 2\n", i+1, i)
	}
	few, err := Text(text.String(), nil, nil)
	if err != nil || len(few.Questions) < 110 {
		t.Fatalf("%d questions, %v", len(few.Questions), err)
	}
	all, err := Read(text.String(), Told{Others: true})
	if err != nil {
		t.Fatal(err)
	}
	count := func(p Paper) (n int) {
		for _, part := range p.Parts {
			n += len(part.Ways)
		}
		return n
	}
	if len(few.Parts) != 3 || count(few) != 0 || count(all) == 0 {
		t.Errorf("%d parts with %d ways unasked, %d asked", len(few.Parts), count(few), count(all))
	}
}
