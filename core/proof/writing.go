package proof

import (
	"fmt"
	"maps"
	"math/big"
	"regexp"
	"slices"
	"strings"

	"zincowl/core/kind"
	"zincowl/core/language"
	"zincowl/core/question"
)

// What a choice tells or hides by the way it is written, whatever it is about (after
// Haladyna, Downing and Rodriguez, 2002): words that are too strong, options that sum up
// the others, parts that meet in the key, a key that is far longer, options that overlap
// or mean the same, a stem that asks nothing, negatives in small letters, amounts that
// nobody can tell apart.

// written runs these checks over a question with one key among options. Those of past
// papers stand as they were asked.
func (x *examination) written() []Finding {
	key, ok := x.KeyOption()
	if !ok || x.Origin.By == "import" || x.isExercise() || len(x.Options) < 3 || kind.Answers(x.Question) != kind.OneOption {
		return nil
	}
	var others []question.Option
	for _, o := range x.Options {
		if o.ID != key.ID {
			others = append(others, o)
		}
	}
	var out []Finding
	for _, look := range []func(question.Option, []question.Option) (title, says string){
		x.absolutes, x.summed, x.convergence, x.longest, x.unlike, x.overlapping, x.unfocused, x.smallNegative, x.vague, x.repeatedWord, x.grammar,
	} {
		if title, says := look(key, others); title != "" {
			out = append(out, Finding{Check: "writing", Verdict: Unsure, At: "options", Title: title, Says: says})
		}
	}
	return out
}

// sourced says whether a question is drawn from a source, or about a text that comes with
// it: its words and lengths are those of what it is drawn from.
func (x *examination) sourced() bool {
	return len(x.Cites) > 0 || x.Given != nil || x.Stimulus != ""
}

// Strong words leave no exception by themselves; others do so only beside one of them, since
// rules and limits are told in such words as well.
var (
	strong = `always|never|every|everyone|everybody|everything|everywhere|nobody|no one|nothing|nowhere|none|all|entirely|completely|totally|wholly|absolutely|invariably|solely|impossible|perfectly|without (?:any |a single )?exception|under no circumstances|in every case|in no case|cannot ever|forever|the sole`

	strongest = regexp.MustCompile(`(?i)\b(?:` + strong + `)\b`)
	absolute  = regexp.MustCompile(`(?i)\b(?:` + strong + `|must|only|exclusively|any|at all|no \pL+)\b`)
)

// absolutes are words that leave no exception, in several wrong options and not in the key.
func (x *examination) absolutes(key question.Option, others []question.Option) (string, string) {
	if x.sourced() || absolute.MatchString(key.Text) || absolute.MatchString(x.asking()) || turned.MatchString(x.asking()) {
		return "", "" // duties and limits of a source are told in such words
	}
	n, most := 0, 0
	var words []string
	for _, o := range others {
		m := absolute.FindString(o.Text)
		if m == "" || len(strings.Fields(o.Text)) <= 2 {
			continue
		}
		n++
		if s := strongest.FindString(o.Text); s != "" {
			most++
			m = s
		}
		words = append(words, strings.ToLower(m))
	}
	if n < 2 || n*2 <= len(others) || most == 0 || most < 2 && n < len(others) {
		return "", ""
	}
	return "Strong words give wrong options away", fmt.Sprintf("“%s” stand in wrong options alone; nobody who has sat a test takes them for right.", strings.Join(words, "”, “"))
}

var sumsUp = regexp.MustCompile(`(?i)^(?:all|none|any|both|neither|each|every one|all three|all four) (?:of )?(?:the |these|them|those)?\s*(?:above|others?|options?|answers?|these|those|them|three|four)?(?: of (?:the above|these|those|them))?(?: (?:is|are) (?:correct|right|true))?\.?$|(?i)^(?:all|none|any|both|neither) of (?:the )?(?:above|these|those|them|other options|others)\b.{0,20}$`)

// fewestOthers is how many wrong options a choice has at least when one was left out.
const fewestOthers = 2

// summed are options that sum up the others.
func (x *examination) summed(key question.Option, others []question.Option) (string, string) {
	for _, o := range x.Options {
		if text := strings.TrimSpace(o.Text); sumsUp.MatchString(text) && len(strings.Fields(text)) > 1 {
			if o.ID != key.ID && len(others) > fewestOthers {
				x.touch(func(q *question.Question) {
					q.Options = slices.DeleteFunc(q.Options, func(p question.Option) bool { return p.ID == o.ID })
				})
			}
			return "An option sums up the others", fmt.Sprintf("“%s” can be ruled out, or taken, by knowing one of the others; ask for each of them, or write another option.", o.Text)
		}
	}
	return "", ""
}

var partsBy = regexp.MustCompile(`(?i)\s*(?:,|;|/|\band\b|\bwith\b|\bbut\b|\bin an?\b|\bon an?\b)\s*`)

// convergence is a key that has of each wrong option some part, and no other has as much.
func (x *examination) convergence(key question.Option, others []question.Option) (string, string) {
	if x.quantitative() || x.isExercise() || slices.ContainsFunc(x.Options, func(o question.Option) bool { return strings.ContainsAny(o.Text, "<>=≤≥√") }) {
		return "", ""
	}
	parts := map[string][]string{}
	count := map[string]int{}
	for _, o := range x.Options {
		for _, p := range partsBy.Split(strings.ToLower(o.Text), -1) {
			if p = strings.TrimSpace(p); p != "" {
				parts[o.ID] = append(parts[o.ID], p)
			}
		}
		if len(parts[o.ID]) < 2 { // told word by word: "clear night", "cloudy night"
			parts[o.ID] = strings.Fields(strings.ToLower(o.Text))
		}
		for _, p := range slices.Compact(slices.Sorted(slices.Values(parts[o.ID]))) {
			count[p]++
		}
	}
	score := func(id string) (n int) {
		for _, p := range parts[id] {
			if count[p] < len(x.Options) { // what all have tells nothing
				n += count[p] - 1
			}
		}
		return n
	}
	own := score(key.ID)
	varied := 0
	for _, p := range parts[key.ID] {
		if count[p] == len(x.Options) {
			continue
		}
		if count[p] < 2 {
			return "", ""
		}
		varied++
	}
	if varied < 2 {
		return "", ""
	}
	for _, o := range others {
		shared := slices.ContainsFunc(parts[o.ID], func(p string) bool {
			return count[p] < len(x.Options) && slices.Contains(parts[key.ID], p)
		})
		if !shared || score(o.ID) >= own || len(parts[o.ID]) != len(parts[key.ID]) && len(partsBy.Split(key.Text, -1)) > 1 {
			return "", ""
		}
	}
	return "The parts of the options meet in the key", fmt.Sprintf("Each part of “%s” stands in more options than one, and no other option has as many such parts.", key.Text)
}

// longer is how many times as long as the longest other option a key is that shows.
const longer = 1.6

// longest is a key that is far longer than all others.
func (x *examination) longest(key question.Option, others []question.Option) (string, string) {
	if x.sourced() || fixed.MatchString(x.Stem) {
		return "", "" // it is as long as the source has it
	}
	most := 0
	for _, o := range others {
		most = max(most, len([]rune(o.Text)))
	}
	if n := len([]rune(key.Text)); n >= 32 && len(strings.Fields(key.Text)) > 4 && float64(n) >= longer*float64(most) {
		return "The key is by far the longest", "Long options with a reservation or a reason are right more often than not; shorten it, or give the others as much."
	}
	return "", ""
}

const (
	described = 2.5 // how many times the words of the longest other option a phrase has that stands out
	shortest  = 3   // words that a phrase has at least
)

// unlike is a wrong option that describes something where all others name it: as likely as
// not it is one of them in other words.
func (x *examination) unlike(key question.Option, others []question.Option) (string, string) {
	if x.sourced() || x.quantitative() || fixed.MatchString(x.Stem) {
		return "", ""
	}
	for _, o := range others {
		most := 0
		for _, p := range x.Options {
			if p.ID != o.ID {
				most = max(most, len(strings.Fields(plainName(p.Text))))
			}
		}
		if n := len(strings.Fields(plainName(o.Text))); most <= 2 && n >= shortest && float64(n) >= described*float64(most) && !sumsUp.MatchString(strings.TrimSpace(o.Text)) && !strings.ContainsAny(o.Text, "=<>$") {
			return "One option describes and the others name", fmt.Sprintf("“%s” is told in a phrase, the other options are names; it may be one of them in other words, and stands out in any case.", o.Text)
		}
	}
	return "", ""
}

// countable is what is asked for in whole numbers, where a limit belongs to both stretches.
var countable = regexp.MustCompile(`(?i)^how many \pL+(?:s|men|people|children)\b`)

// unbounded is where a stretch ends that has no end.
const unbounded = 1_000_000_000_000

// span is a stretch of numbers that an option stands for.
type span struct {
	low, high *big.Rat
	unit      string // what stands behind its last number
}

var (
	figure  = `([-−–]?\d[\d,]*(?:\.\d+)?)`
	fromTo  = regexp.MustCompile(`(?i)^(?:from |between |about )?` + figure + `\s*(?:°?\s?[a-z%°]{0,12}\s*)?(?:to|–|-|and|—)\s*(?:below |under |just under |less than )?` + figure + `(?:\D.*)?$`)
	beneath = regexp.MustCompile(`(?i)^(?:(?:less|fewer|lower|under|below|younger|shorter|smaller)(?: than)?|up to|at most|no more than|under|below)\s+` + figure + `(?:\D.*)?$`)
	beyond  = regexp.MustCompile(`(?i)^(?:(?:more|greater|higher|over|above|older|longer|larger)(?: than)?|at least|no less than|over|above|from)\s+` + figure + `(?:\D.*)?$`)
)

// behind is what stands behind the last number of an option.
var behind = regexp.MustCompile(`\d\s*([^\d]*)$`)

func spanOf(text string) (span, bool) {
	read := func(s string) *big.Rat {
		v, ok := new(big.Rat).SetString(strings.NewReplacer(",", "", "−", "-", "–", "-").Replace(s))
		if !ok {
			return nil
		}
		return v
	}
	text = strings.TrimSpace(text)
	far := big.NewRat(unbounded, 1)
	unit := ""
	if m := behind.FindStringSubmatch(text); m != nil {
		unit = fold(m[1])
	}
	switch {
	case fromTo.MatchString(text):
		m := fromTo.FindStringSubmatch(text)
		if a, b := read(m[1]), read(m[2]); a != nil && b != nil && a.Cmp(b) < 0 {
			return span{a, b, unit}, true
		}
	case beneath.MatchString(text):
		if v := read(beneath.FindStringSubmatch(text)[1]); v != nil {
			return span{new(big.Rat).Neg(far), v, unit}, true
		}
	case beyond.MatchString(text):
		if v := read(beyond.FindStringSubmatch(text)[1]); v != nil {
			return span{v, far, unit}, true
		}
	}
	return span{}, false
}

// overlapping are options that are stretches of numbers, of which two share some.
func (x *examination) overlapping(key question.Option, others []question.Option) (string, string) {
	var spans []span
	for _, o := range x.Options {
		if s, ok := spanOf(o.Text); ok {
			spans = append(spans, s)
			continue
		}
		if !strings.ContainsAny(o.Text, "0123456789") {
			return "", ""
		}
	}
	bounds := func(open func(s span) bool) bool {
		return !slices.ContainsFunc(spans, func(s span) bool { return !open(s) })
	}
	far := big.NewRat(unbounded, 1)
	if len(spans) < 3 || len(spans) < len(x.Options)-1 || bounds(func(s span) bool { return s.high.Cmp(far) == 0 }) || bounds(func(s span) bool { return s.low.Cmp(new(big.Rat).Neg(far)) == 0 }) {
		return "", "" // which bound it is, is what is asked
	}
	for i, a := range spans {
		for _, b := range spans[:i] {
			if a.unit != b.unit && a.unit != "" && b.unit != "" {
				continue // "4 to 6 weeks", "5 to 8 years"
			}
			low, high := a.low, a.high
			if b.low.Cmp(low) > 0 {
				low = b.low
			}
			if b.high.Cmp(high) < 0 {
				high = b.high
			}
			if c := low.Cmp(high); c < 0 || c == 0 && countable.MatchString(x.Stem) {
				return "Options overlap", fmt.Sprintf("What lies between %s and %s is in two of them; part the stretches.", low.FloatString(0), high.FloatString(0))
			}
		}
	}
	return "", ""
}

var (
	asksNothing = regexp.MustCompile(`(?i)^(?:which|what)(?: one)?(?: of (?:the|these)(?: following| four| \d)?)?(?: (?:statements?|answers?|options?|sentences?|assertions?|claims?|choices?))?(?: below| here)? (?:is|are|holds?) ?(?:the )?(?:correct|true|right|false|incorrect|wrong|valid|accurate)?\s*\??$`)
	withRegard  = regexp.MustCompile(`(?i)^(?:with (?:regard|respect|reference) to|regarding|concerning|as (?:for|to|regards)|about|in the case of|on the (?:subject|topic) of)\b[^?]*[:,.…]?\s*$`)
	onlyVerb    = regexp.MustCompile(`(?i)^(?:the |an? )?[\pL-]+(?: [\pL-]+){0,3}\s*(?:is|are|was|were|has|have|can|may|will)?\s*[:…]?\s*$`)
)

var (
	onlyAName   = regexp.MustCompile(`(?i)^(?:the )?[\pL-]+(?: [\pL-]+)?:?$`)
	wholeClause = regexp.MustCompile(`(?i)^(?:\pL+[ -]){1,3}(?:is|are|was|were|has|have|do|does|did|can|takes?|\pL+s)\b`)
)

// unfocused is a stem that asks nothing: a bare subject, or which statement is right,
// before options on unlike matters.
func (x *examination) unfocused(key question.Option, others []question.Option) (string, string) {
	stem := strings.TrimSpace(x.Stem)
	long := 0
	for _, o := range x.Options {
		if len(strings.Fields(o.Text)) > 2 {
			long++
		}
	}
	says := "Whoever reads “%s” can't think of an answer before reading the options; put what is asked into the stem."
	switch {
	case asksNothing.MatchString(stem), withRegard.MatchString(stem):
		return "The stem asks nothing", fmt.Sprintf(says, stem)
	case onlyAName.MatchString(stem) && long >= 3 && !slices.ContainsFunc(x.Options, func(o question.Option) bool { return !wholeClause.MatchString(o.Text) }):
		return "The stem asks nothing", fmt.Sprintf(says, stem)
	case onlyVerb.MatchString(stem) && long >= 3 && len(strings.Fields(stem)) <= 5 && !strings.ContainsAny(stem, "_"):
		first := map[string]bool{}
		for _, o := range x.Options {
			first[strings.ToLower(strings.Fields(o.Text)[0])] = true
		}
		if len(first) == len(x.Options) && (len(strings.Fields(stem)) <= 3 || !strings.HasSuffix(strings.ToLower(stem), " is")) {
			return "The stem asks nothing", fmt.Sprintf(says, stem)
		}
	}
	return "", ""
}

var (
	inSmall    = regexp.MustCompile(`\b(?:not|except|never|cannot|isn['’]t|aren['’]t|wasn['’]t|weren['’]t|doesn['’]t|don['’]t|didn['’]t|can['’]t|won['’]t|least likely|nor)\b`)
	exceptLast = regexp.MustCompile(`\bexcept(?: for)?[\s:._…]*$`)
	wordAsks   = regexp.MustCompile(`(?i)\b(?:which|what|who|whose|where|when|why|how|all)\b`)
	subclause  = regexp.MustCompile(`(?i)\b(?:if|because|when|who|that|although|though|since|unless|while|whether|but|and|or|so|after|before|once)\b[^,?]*$|[,;]\s[^,;?]*$`)
	inQuotes   = regexp.MustCompile(`["“„'‘][^"”“’']*$`)
)

// smallNegative is a negative in what is asked that is not set out.
func (x *examination) smallNegative(key question.Option, others []question.Option) (string, string) {
	asks := x.asking()
	if x.quantitative() || x.Figure != nil || numbersOnly(x.Options) || strings.Contains(key.Text, "$") {
		return "", "" // how many are not, how likely it is not: the negative is the task
	}
	if at := exceptLast.FindStringIndex(asks); at != nil {
		x.setOut(asks, at[0], at[0]+len("except"))
		return "The negative is easily overread", "“except” turns what is asked and stands in small letters at the end; set it out, or ask without it."
	}
	for _, at := range inSmall.FindAllStringIndex(asks, -1) {
		before := asks[:at[0]]
		w := wordAsks.FindAllStringIndex(before, -1)
		if len(w) == 0 && !strings.HasPrefix(strings.TrimSpace(asks[at[0]:]), "except") || inQuotes.MatchString(before) || strings.Contains(asks, "**") {
			continue
		}
		from := 0
		if len(w) > 0 {
			from = w[len(w)-1][1]
		}
		if strings.HasPrefix(strings.ToLower(strings.TrimSpace(before[max(0, from-3):])), "why") || subclause.MatchString(before[from:]) || strings.HasPrefix(asks[at[1]:], " only") {
			continue
		}
		x.setOut(asks, at[0], at[1])
		return "The negative is easily overread", fmt.Sprintf("“%s” turns what is asked and stands in small letters; set it out, or ask without it.", asks[at[0]:at[1]])
	}
	return "", ""
}

// setOut mends a stem by setting out the words of its question that turn it.
func (x *examination) setOut(asks string, from, to int) {
	start := strings.LastIndex(x.Stem, asks)
	if start < 0 {
		return
	}
	x.touch(func(q *question.Question) {
		if q.Stem == x.Stem {
			q.Stem = x.Stem[:start+from] + "**" + asks[from:to] + "**" + x.Stem[start+to:]
		}
	})
}

var vagueWord = regexp.MustCompile(`(?i)\b(?:often|seldom|rarely|sometimes|occasionally|usually|frequently|commonly|generally|regularly|now and then|from time to time|hardly ever|some|many|few|several|most|much|a lot|lots|quite|rather|fairly|a good many|a number|numerous|various|a great deal|a little|somewhat|largely|mostly|partly|considerabl[ey]|substantial(?:ly)?|sizeable|fair|good deal|great number|large number|very|soon|early|before long|pretty|likely|unlikely)\b`)

var (
	ofWords = regexp.MustCompile(`(?i)\b(?:which|what)(?: of these| one)? (?:\pL+ ){0,2}(?:words?|adverbs?|adjectives?|phrases?|expressions?|verbs?|sentences?|pronouns?)\b|\b(?:synonym|opposite|meaning)s? of\b|\bfills? the gap\b`)
	fixed   = regexp.MustCompile(`(?i)\b(?:proverb|saying|quotation|motto|title|slogan|line of verse)s?\b`)
)

// numbersOnly says whether all options are numbers or amounts.
func numbersOnly(options []question.Option) bool {
	return !slices.ContainsFunc(options, func(o question.Option) bool { _, ok := amount(strings.Trim(o.Text, "$ ")); return !ok })
}

// vague are options that differ in how much or how often, in words that have no measure.
func (x *examination) vague(key question.Option, others []question.Option) (string, string) {
	n := 0
	rest := map[string]bool{}
	for _, o := range x.Options {
		if vagueWord.MatchString(o.Text) {
			n++
		}
		left := strings.Join(strings.Fields(vagueWord.ReplaceAllString(strings.ToLower(o.Text), "")), " ")
		rest[strings.TrimPrefix(left, "a ")] = true
	}
	if ofWords.MatchString(x.Stem) {
		return "", "" // the words themselves are asked about
	}
	if n < 3 || len(rest) > 2 && n < len(x.Options) || strings.Contains(x.Stem, "_") || strings.Contains(x.Stem, "...") {
		return "", ""
	}
	if len(rest) > 2 {
		for r := range rest {
			if len(strings.Fields(r)) > 1 {
				return "", ""
			}
		}
	}
	return "The options differ in words without measure", "What is often to one is sometimes to another; give numbers, or ask what can be told apart."
}

// commonest is how many of the commonest words may come back without telling anything.
const commonest = 600

// repeatedWord is a content word of what is asked that comes back in the key alone.
func (x *examination) repeatedWord(key question.Option, others []question.Option) (string, string) {
	if x.sourced() || x.quantitative() || x.isExercise() || asksStatements.MatchString(x.Stem) {
		return "", "" // terms of a source share words with what they mean
	}
	asked := map[string]string{}
	for _, w := range lettered(x.Stem) {
		if language.Content(w) && len(w) > 3 && (language.NounKind(language.Singular(w)) != "" || language.Verb(language.Lemma(w, "VBD")) || language.Verb(w)) && language.Rank(w) > commonest {
			asked[root(w)] = w
		}
	}
	again := func(w string) string {
		if !language.Content(w) {
			return ""
		}
		r := root(w)
		if was := asked[r]; was != "" {
			return was
		}
		for _, known := range slices.Sorted(maps.Keys(asked)) { // "testator", "testament"
			if n := min(len(known), len(r)); n >= 5 && known[:n] == r[:n] {
				return asked[known]
			}
		}
		return ""
	}
	for _, o := range others {
		for _, w := range lettered(o.Text) {
			if again(w) != "" {
				return "", "" // others have words of the stem as well
			}
		}
	}
	for _, w := range lettered(key.Text) {
		if was := again(w); was != "" && len(w) > 3 {
			return "A word of the stem comes back in the key", fmt.Sprintf("“%s” stands in the stem, and of the options in the key alone.", was)
		}
	}
	return "", ""
}

// lettered are the words of a text in small letters, without figures and marks.
func lettered(text string) []string {
	return strings.FieldsFunc(strings.ToLower(text), func(r rune) bool { return r < 'a' || r > 'z' })
}

// root is a word without its endings, by which forms of one family are known.
func root(w string) string {
	for _, f := range language.VerbForms(w) {
		if f.Tag == "VBN" || f.Tag == "VBD" {
			w = f.Base // "swollen" is of one family with "swelling"
			break
		}
	}
	s := language.Stem(w)
	for _, ending := range []string{"ation", "ment", "ness", "ing", "er", "or", "en", "ed", "al", "ic"} {
		if cut, ok := strings.CutSuffix(s, ending); ok && len(cut) >= 4 {
			return cut
		}
	}
	return s
}

var (
	aSingle     = regexp.MustCompile(`(?i)^an? `)
	defining    = regexp.MustCompile(`(?i)^(?:an?|the|one|to|that|when|where)\s`)
	endsWithTo  = regexp.MustCompile(`(?i)\b(?:to|will|can|must|may|should|would|could|might|shall|cannot)\s*$`)
	endsPlural  = regexp.MustCompile(`(?i)\b(?:are|were|these are)(?: called| named| known as| termed)?\s*$`)
	asksSeveral = regexp.MustCompile(`(?i)^(?:which|what) (?:\pL+ )?(\pL+s) (?:are|were|have|do|can)\b`)
	ofOne       = regexp.MustCompile(`(?i)^(?:an?|one|the|this|each)\s`)
	endsOfAn    = regexp.MustCompile(`(?i)\b(?:is|was)\s*$`)
	endsTheyDo  = regexp.MustCompile(`(?i)\b(?:they|we|you)\s*$`)
	gerundFirst = regexp.MustCompile(`(?i)^\pL{2,}ing\b`)
)

// grammar is a stem that only the key completes.
func (x *examination) grammar(key question.Option, others []question.Option) (string, string) {
	stem := strings.TrimRight(strings.TrimSpace(x.Stem), ":…. ")
	if m := asksSeveral.FindStringSubmatch(x.Stem); m != nil && language.Plural(m[1]) {
		if !aSingle.MatchString(key.Text) && !slices.ContainsFunc(others, func(o question.Option) bool { return !aSingle.MatchString(o.Text) }) {
			return "Grammar gives the answer away", fmt.Sprintf("Several are asked for, and “%s” alone is no single one.", key.Text)
		}
	}
	if strings.HasSuffix(strings.TrimSpace(x.Stem), "?") || strings.Contains(x.Stem, "_") {
		return "", ""
	}
	fits := func(string) bool { return true }
	first := func(text string) string { return strings.ToLower(strings.Fields(text)[0]) }
	base := func(text string) bool {
		w := first(text)
		return language.Verb(w) && language.Lemma(w, "VBZ") == w
	}
	switch {
	case endsWithTo.MatchString(stem), endsTheyDo.MatchString(stem):
		fits = base
	case endsPlural.MatchString(stem):
		fits = func(text string) bool {
			return strings.Contains(text, " and ") || !ofOne.MatchString(text) && (language.Plural(first(text)) || language.Plural(last(text)))
		}
	case endsOfAn.MatchString(stem):
		fits = func(text string) bool {
			return defining.MatchString(text) || gerundFirst.MatchString(text)
		}
	default:
		if !endsWithNoun(stem) {
			return "", ""
		}
		fits = func(text string) bool { return finiteFirst.MatchString(text) }
	}
	if !fits(key.Text) || slices.ContainsFunc(others, func(o question.Option) bool { return fits(o.Text) }) {
		return "", ""
	}
	return "Grammar gives the answer away", fmt.Sprintf("Only “%s” goes on from the stem.", key.Text)
}

var (
	finiteFirst = regexp.MustCompile(`(?i)^(?:is|are|was|were|has|have|had|can|may|must|will|would|should|could|does|did)\b`)
	anyVerb     = regexp.MustCompile(`(?i)\b(?:is|are|was|were|has|have|had|can|may|must|will|would|should|could|does|do|did|called|named)\b`)
)

// endsWithNoun says whether a stem is a subject that waits for its verb.
func endsWithNoun(stem string) bool {
	if anyVerb.MatchString(stem) || len(strings.Fields(stem)) < 2 || strings.HasSuffix(stem, ",") {
		return false
	}
	return language.NounKind(language.Singular(last(stem))) != ""
}

func last(text string) string {
	w := strings.Fields(text)
	return strings.ToLower(strings.Trim(w[len(w)-1], ".,;"))
}
