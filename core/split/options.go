package split

import (
	"cmp"
	"regexp"
	"slices"
	"strings"
	"unicode"
	"unicode/utf8"

	"zincowl/core/source"
)

// most is how many options a question has at most.
const most = 8

// run is the marks of the options of one question: each value once, from the first.
type run struct {
	form  form
	spots []spot // by value
}

// names says whether a text is the letter or the number of one of the options.
func (r run) names(text string) bool {
	text = strings.ToLower(strings.Trim(text, "()[]. "))
	for _, s := range r.spots {
		if s.form.sort != bullet && text == strings.ToLower(s.label()) {
			return true
		}
	}
	return false
}

// runs are the ways in which marks of a block may be its options. The lines of
// spots count within the block.
func runs(lines []*line) []run {
	exact, alike := map[form][]spot{}, map[form][]spot{}
	for i, l := range lines {
		if l.hint != "" && l.hint != Option && l.hint != Start {
			continue
		}
		for _, m := range l.marks {
			if m.form.word != "" || m.at == 0 && i == 0 && m.value == nil {
				continue
			}
			s := spot{i, m}
			exact[m.form] = append(exact[m.form], s)
			if m.value != nil && (m.form.sort.letters() || m.form.sort == decimal) {
				alike[form{sort: m.form.sort}] = append(alike[form{sort: m.form.sort}], s)
			}
		}
	}
	var out []run
	for _, f := range sortedForms(exact) {
		out = append(out, ranked(f, exact[f])...)
	}
	for _, f := range sortedForms(alike) {
		if !sameForms(alike[f]) {
			out = append(out, ranked(f, alike[f])...)
		}
	}
	return out
}

// ranked makes the marks of one form a run, if they are one.
func ranked(f form, spots []spot) []run {
	if f.sort == bullet {
		return bulleted(f, spots)
	}
	if f.sort != upper && f.sort != lower && f.sort != decimal && f.sort != roman && f.sort != capital {
		return nil
	}
	var strong []spot
	for _, s := range spots {
		if s.place >= apart {
			strong = append(strong, s)
		}
	}
	if r := complete(strong); r != nil {
		return []run{{f, r}}
	}
	if r := upward(spots); len(r) >= 2 {
		return []run{{f, r}}
	}
	return nil
}

// complete says whether marks are 1 to k, each once, in whatever order they stand
// on the page: options in two columns are read by letter.
func complete(spots []spot) []spot {
	if len(spots) < 2 || len(spots) > 2*most {
		return nil
	}
	out := make([]spot, len(spots))
	for _, s := range spots {
		v := s.value[0]
		if v < 1 || v > len(spots) || out[v-1].form != (form{}) {
			return nil
		}
		out[v-1] = s
	}
	return out
}

// upward is the longest count from 1 in the order of the page.
func upward(spots []spot) []spot {
	length, from := make([]int, len(spots)), make([]int, len(spots))
	worth := make([]float64, len(spots))
	top := -1
	for i, s := range spots {
		from[i] = -1
		if s.value[0] == 1 {
			length[i], worth[i] = 1, float64(s.place)
		}
		for j := max(0, i-24); j < i; j++ {
			if length[j] == 0 || spots[j].value[0] != s.value[0]-1 {
				continue
			}
			w := worth[j] + float64(s.place)
			if spots[j].form == s.form {
				w += 2
			}
			if length[j]+1 > length[i] || length[j]+1 == length[i] && w >= worth[i] {
				length[i], from[i], worth[i] = length[j]+1, j, w
			}
		}
		if length[i] > 0 && (top < 0 || length[i] > length[top] || length[i] == length[top] && worth[i] > worth[top]) {
			top = i
		}
	}
	if top < 0 || length[top] < 2 {
		return nil
	}
	var out []spot
	for i := top; i >= 0; i = from[i] {
		out = append(out, spots[i])
	}
	slices.Reverse(out)
	return out
}

// bulleted makes runs of bullets: of those at the beginnings of lines, and of all.
func bulleted(f form, spots []spot) []run {
	var strong []spot
	for _, s := range spots {
		if s.place >= apart {
			strong = append(strong, s)
		}
	}
	var out []run
	if len(strong) >= 2 {
		out = append(out, run{f, strong})
	}
	if len(spots) > len(strong) && len(spots) >= 2 && strings.Contains("-–—•·*▪►□☐○([", f.open) {
		out = append(out, run{f, spots})
	}
	return out
}

// chosen is the run that is the block's options, if there is one.
func (h *habits) chosen(lines []*line, all []run) (run, bool) {
	var best run
	top := 0.0
	for _, r := range all {
		n := len(r.spots)
		if h.told != "" && r.form.name() != h.told && (form{sort: r.form.sort} != r.form || !h.toldSort(r.form.sort)) {
			continue
		}
		if n > most && (h.count[r.form] < 2 || n > 2*most) {
			continue
		}
		earliest := slices.MinFunc(r.spots, func(a, b spot) int { return cmp.Or(cmp.Compare(a.line, b.line), cmp.Compare(a.at, b.at)) })
		stem := strings.TrimSpace(textBefore(lines, earliest))
		if stem == "" || h.answered(lines, earliest) {
			continue
		}
		worth := 1 + h.share(r.form)*3
		if n == h.usual {
			worth += 1.5
		}
		if n >= 3 {
			worth += 0.5
		}
		for _, s := range r.spots {
			worth += float64(s.place) / 3 / float64(n)
		}
		if r.form.sort.letters() {
			worth += 1
		}
		worth += float64(earliest.line) / float64(len(lines)) // statements stand above the options on them
		if r.form.sort == bullet && n > 2 && r.spots[0].place == inline {
			worth -= 0.5
		}
		if worth > top {
			best, top = r, worth
		}
	}
	return best, top > 0
}

// toldSort says whether options were told to stand behind marks of a sort, however those
// are closed.
func (h *habits) toldSort(s sort) bool {
	for f := range h.count {
		if f.sort == s && f.name() == h.told {
			return true
		}
	}
	return false
}

// answered says whether the key is said before a mark, so that it begins no options.
func (h *habits) answered(lines []*line, s spot) bool {
	never := func(string) bool { return false }
	for i, l := range lines[:s.line+1] {
		text := l.text
		if i == s.line {
			text = text[:s.at]
		}
		if got, ok := h.keyAt(text, 0, never); ok && !got.alone && (i > 0 || got.at > 0) && strings.ContainsAny(text[got.at:got.end], ":=→") {
			return true
		}
	}
	return false
}

func textBefore(lines []*line, s spot) string {
	var out strings.Builder
	for i := 0; i < s.line; i++ {
		out.WriteString(lines[i].text + " ")
	}
	out.WriteString(lines[s.line].text[:s.at])
	return out.String()
}

// habits is what this paper does again and again, as far as it is known.
type habits struct {
	blocks   int
	count    map[form]int // in how many blocks there is a run of a form
	usual    int          // how many options most questions have
	leads    map[string]bool
	stemKeys bool   // the key stands in brackets at the end of the stem
	commas   bool   // options are in brackets, parted by commas
	broken   bool   // blank lines stand within stems
	tagged   bool   // each stem begins with something in brackets, as a year
	bare     bool   // options are lines without letters
	slashes  bool   // options are parted by strokes
	after    bool   // what stands behind a blank line below the options explains
	width    int    // of the page, in columns
	told     string // what a person said of the options
	said     map[string]int
	maybe    map[string]int // what stands before letters that may be keys
}

// share is how usual options of a form are in this paper, from 0 to 1.
func (h *habits) share(f form) float64 {
	if h.blocks == 0 {
		return 0
	}
	n := h.count[f]
	if f.sort == lower || f.sort == upper {
		other := f
		other.sort = map[sort]sort{lower: upper, upper: lower}[f.sort]
		n = max(n, h.count[other])
	}
	return float64(n) / float64(h.blocks)
}

// continues says whether a line only goes on with the one before: the next word
// did not fit, a word was cut, or it hangs below in small letters.
func (h *habits) continues(a, b *line, label int) bool {
	if b.blank || b.speaks != "" {
		return false
	}
	r, _ := utf8.DecodeRuneInString(b.text)
	small := unicode.IsLower(r)
	if strings.HasSuffix(a.text, "-") && small && len(a.text) > 2 {
		return true
	}
	word, _, _ := strings.Cut(b.text, " ")
	if h.width > 0 && h.width <= 140 && a.width()+1+utf8.RuneCountInString(word) > h.width-1 {
		return true
	}
	return small && b.indent >= label+2 && !strings.HasSuffix(a.text, ".")
}

var (
	praised = regexp.MustCompile(`(?i)\s*(?:[(\[]\s*(?:correct|right|true|answer|correct answer|richtig|correcta?|juste|accepted)\s*[)\]]|(?:<|←|⟵|<-|--|—|–|>|=|\s\s)[-=<]*>?\s*(?:correct|right|answer|this one|richtig|correcta?)\b.*|\s(?:CORRECT|RIGHT|ANSWER|RICHTIG|CORRECTO|CORRECTA|KEY)\b\W*)\s*$`)
	wrapped = regexp.MustCompile(`^(\*\*|__|\*|_|~)(.+?)(\*\*|__|\*|_|~)$`)
)

// tickSigns are signs that say of themselves that an option is right.
const tickSigns = "✓✔✅☑√🗸👍⭐★"

// undressed takes the marks of a right option off its text and says which they
// were: "tick", "word", "bold", "slanted" or a sign.
func undressed(text string) (string, string) {
	text = strings.TrimSpace(text)
	dress := ""
	for {
		if m := praisedAt(text); m != nil && m[0] > 0 {
			text, dress = strings.TrimSpace(text[:m[0]]), "word"
			continue
		}
		if m := wrappedIn(text); m != nil && m[1] == m[3] && !strings.Contains(m[2], m[1]) && strings.Trim(m[2], "_ .") != "" {
			text, dress = strings.TrimSpace(m[2]), map[bool]string{true: "bold", false: "slanted"}[len(m[1]) == 2]
			continue
		}
		r, n := utf8.DecodeRuneInString(text)
		if sign(r) && len(text) > n {
			text, dress = strings.TrimSpace(strings.TrimPrefix(text[n:], "\ufe0f")), dressOf(r)
			continue
		}
		text = strings.TrimSuffix(text, "\ufe0f")
		r, n = utf8.DecodeLastRuneInString(text)
		if sign(r) && len(text) > n {
			text, dress = strings.TrimSpace(text[:len(text)-n]), dressOf(r)
			continue
		}
		return source.Fold(text), dress
	}
}

// praisedAt finds words at the end of a text that call it right.
func praisedAt(text string) []int {
	if words, _ := mayLead(text); !words && !strings.ContainsAny(text, "([<←⟵-—–>=") {
		return nil
	}
	return praised.FindStringIndex(text)
}

// wrappedIn takes emphasis off a text, if all of it is emphasised.
func wrappedIn(text string) []string {
	if text == "" || !strings.ContainsRune("*_~", rune(text[0])) {
		return nil
	}
	return wrapped.FindStringSubmatch(text)
}

// sign says whether a letter is a sign that may be set at an option, and no part
// of what options say.
func sign(r rune) bool {
	if strings.ContainsRune(tickSigns, r) || r == '*' || r == '→' || r == '←' || r == '►' || r == '◄' || r == '✗' || r == '✘' || r == '❌' {
		return true
	}
	return r >= 0x2700 && r <= 0x27bf || r >= 0x1f300
}

func dressOf(r rune) string {
	if strings.ContainsRune(tickSigns, r) {
		return "tick"
	}
	return string(r)
}
