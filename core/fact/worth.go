package fact

import (
	"regexp"
	"slices"
	"strings"

	"zincowl/core/language"
	"zincowl/core/language/clause"
	"zincowl/core/source"
)

// Silence is a sentence that gave no fact, and why.
type Silence struct {
	Passage string `json:"passage"`
	Quote   string `json:"quote"`
	Why     string `json:"why"`
}

var (
	// selfish are the words by which somebody speaks of themselves.
	selfish = language.WordSet(`i i'm i've i'd i'll me my mine myself`)
	// about are the words by which a text speaks of itself and of what surrounds it.
	about = language.WordSet(`notes booklet manual handout slides slide chapter unit volume lecture lectures practical practicals exercise exercises page pages plate plates
		figure figures appendix edition issue newsletter cookie cookies advertisement subscribe homework exam quiz syllabus transcript reader readers webinar podcast video course lesson
		canteen questionnaire login password site website comments comment shares articles article author editor copyright`)
	// opinions are verbs of thinking with a person as subject.
	opinions = language.WordSet(`think believe guess suppose doubt hope feel wish reckon hear wonder imagine expect agree disagree claim argue hesitate`)
	// hedges make a sentence one that nobody stands by.
	hedges = regexp.MustCompile(`(?i)\b(perhaps|maybe|it may be that|is said to|are said to|would like to think|would call|don't quote|not sure|who knows|disagree|rumou?r|supposedly|reportedly|allegedly|apparently|i think|i believe|some say|it seems to me|arguabl[ey]|in my (?:experience|opinion|view)|in all likelihood|the (?:present )?(?:writer|author)'s (?:view|opinion)|which is a (?:pity|shame)|as far as i know|hearsay|debatable|a matter of (?:taste|opinion))\b`)
	// examples begin what is told of one case only.
	examples = regexp.MustCompile(`(?i)^(?:\W*)(?:e\.g\.|for example\b|for instance\b|suppose\b|imagine\b|say,|let's say\b|take the case\b|consider the case\b)`)
	sums     = regexp.MustCompile(`\d[\d.,]*\s*[×x*+÷/−-]\s*\d[\d.,]*(?:\s*[×x*+÷/−-]\s*\d[\d.,]*)*\s*=\s*\d`)
	greeting = regexp.MustCompile(`(?i)^\W*(?:hello|hi|good (?:morning|afternoon|evening)|welcome|thanks|thank you|right|okay|ok|yes|no|well|so|now|lovely|great|anyway|sorry|oops)\b[,.!?\s]*(?:\w+\W*){0,2}$`)
	// lately is told of one time only.
	lately  = regexp.MustCompile(`(?i)\b(?:last (?:year|week|month|time|night|winter|summer|term)|yesterday|the other day|this morning|tonight|a friend|once upon)\b`)
	by      = regexp.MustCompile(`^(?:By|Written by|Posted by|Updated|Published)\b.*(?:·|\||\d)`)
	money   = regexp.MustCompile(`(?i)\b(?:instead of|last month|special offer|buy now|in stock|free delivery|sale|discount code)\b`)
	several = regexp.MustCompile(`(?i)\b(?:two|three|four|five|six|seven|several|many|some|the following|the main|a few|various)\b`)
)

// statesNothing is why a sentence gave none in which no clause could be read.
const statesNothing = "it states nothing"

// hollow are words that carry nothing to be asked about.
var hollow = language.WordSet(`thing things way ways point points catch trick matter matters case cases question questions answer answers reason reasons story remark word words
	something anything nothing everything kind kinds sort sorts form forms type types group groups class classes difference differences part parts stage stages idea ideas fact facts
	work works take takes make makes get gets go goes come comes list listed below above follow follows distinguish distinguished mean means say says call calls see look
	important interesting useful simple easy hard difficult good bad nice wonderful great short long new old other further next last first second number numbers lot bit`)

// Silent are the sentences of passages, from one up to another, that give no fact, each
// with the reason. All passages of the document say what it is about.
func Silent(passages []source.Passage, from, to int) []Silence {
	doc := profileOf(passages)
	out := []Silence{}
	if doc.language != "en" {
		return out
	}
	for _, p := range passages[max(0, from):min(to, len(passages))] {
		if p.Kind == source.Heading || p.Kind == source.Picture || p.Kind == source.Table {
			continue
		}
		for _, s := range language.Split(p.Text) {
			if reason := why(s, clause.Read(s), marked.FindStringSubmatch(s.Text), doc); reason != "" {
				out = append(out, Silence{Passage: p.ID, Quote: s.Text, Why: reason})
			}
		}
	}
	return out
}

// content counts the different words of a sentence that carry something.
func content(s language.Sentence) int {
	seen := map[string]bool{}
	for _, t := range s.Tokens {
		if len(t.Lower) < 3 && !strings.ContainsAny(t.Lower, "0123456789") {
			continue
		}
		digit := t.Lower[0] >= '0' && t.Lower[0] <= '9'
		if (t.Word() || digit) && language.Content(t.Lower) && !hollow[t.Lower] {
			seen[language.Stem(t.Lower)] = true
		}
	}
	return len(seen)
}

// why says why a sentence is not to be asked about; it is empty where it may be. line is
// the match of marked, if it is a line of notes.
func why(s language.Sentence, r clause.Reading, line []string, doc profile) string {
	text := strings.TrimSpace(s.Text)
	tokens := s.Tokens
	if n := len(tokens); n > 0 && tokens[n-1].Text == "?" || strings.HasPrefix(text, "?") {
		return "it asks"
	}
	if strings.HasPrefix(text, "(") && strings.HasSuffix(strings.TrimRight(text, "."), ")") {
		return "it is an aside"
	}
	if greeting.MatchString(text) {
		return "it only greets or leads on"
	}
	if by.MatchString(text) || money.MatchString(text) && strings.ContainsAny(text, "0123456789") && len(r.Clauses) == 0 {
		return "it belongs to the page, not to the subject"
	}
	self, you := 0, 0
	for _, t := range tokens {
		lower := strings.ReplaceAll(t.Lower, "’", "'")
		if selfish[lower] {
			self++
		}
		if lower == "you" || lower == "your" {
			you++
		}
	}
	if self > 0 {
		return "somebody speaks of themselves"
	}
	if hedges.MatchString(text) {
		return "nobody stands by it"
	}
	if examples.MatchString(text) {
		return "it tells of one case"
	}
	if sums.MatchString(text) {
		return "it works one example"
	}
	if strings.HasSuffix(text, "!") && content(s) < 5 {
		return "it exclaims"
	}
	n := content(s)
	if lately.MatchString(text) {
		return "it tells of one time"
	}
	digits := strings.ContainsAny(text, "0123456789")
	if n < 2 || n < 3 && !digits && line == nil && !telling(r) {
		return "it says too little by itself"
	}
	if doc.sentences >= 30 && n < 8 && !digits && line == nil && doc.topical(s) == 0 {
		return "the text speaks of it nowhere else"
	}
	if n < 4 && !digits && line == nil && !telling(r) {
		return "it says too little by itself"
	}
	if len(r.Clauses) == 0 && !digits && line == nil {
		return statesNothing
	}
	if len(r.Clauses) > 0 && you > 0 && !slices.ContainsFunc(r.Clauses, func(c clause.Clause) bool { return c.Kind == clause.Main }) {
		return statesNothing
	}
	if line != nil {
		if itself(line[1]) || n < 8 && names(line[3], about) {
			return "it is about the text itself"
		}
		if term := strings.Fields(strings.ToLower(line[1])); len(term) > 1 && counting[term[0]] && hollow[term[len(term)-1]] {
			return "it only leads on"
		}
	}
	if itself(text) && n < 9 && (you > 0 || len(r.Clauses) == 0) {
		return "it is about the text itself"
	}
	if strings.HasSuffix(text, ":") && n < 5 {
		return "it only leads on"
	}
	for _, c := range r.Clauses {
		subject := strings.ToLower(r.Of(c.Subject))
		first, _, _ := strings.Cut(subject, " ")
		switch {
		case c.Kind == clause.Main && person(subject) && doc.people < 0.15:
			return "it tells of one case"
		case c.Kind == clause.Main && opinions[c.Base] && (first == "she" || first == "he" || first == "we" || first == "they" || first == "some" || first == "many" || first == "historians" || first == "one" || first == "people") && !c.Past && !c.Passive:
			return "it reports what somebody thinks"
		case c.Kind == clause.Main && (c.Imperative || you > 0) && itself(r.Of(c.Object)+" "+prepText(r, c)):
			return "it is about the text itself"
		case c.Kind == clause.Main && itself(subject) && n < 12:
			return "it is about the text itself"
		case c.Kind == clause.Main && several.MatchString(subject+" "+r.Of(c.Complement)+" "+prepText(r, c)) && n < 4 && c.Object.Empty() && len(r.Clauses) == 1 && !strings.ContainsAny(text, "0123456789"):
			return "it only announces what follows"
		}
	}
	if strings.Contains(strings.ToLower(text), "please") {
		return "it asks something of the reader"
	}
	return ""
}

// telling says that a sentence defines, rules, gives a reason or a condition, or denies,
// which may be done in few words.
func telling(r clause.Reading) bool {
	if !slices.ContainsFunc(r.Clauses, func(c clause.Clause) bool { return c.Kind == clause.Main }) {
		return false
	}
	for _, c := range r.Clauses {
		modal := strings.ToLower(c.Modal)
		switch {
		case !c.Certain:
		case c.Passive && (c.Base == "call" || c.Base == "know" || c.Base == "name" || c.Base == "define"), c.Base == "mean":
			return true
		case obliges[modal] || strings.HasSuffix(modal, " to"), c.Imperative && c.Negated:
			return true
		case c.Kind == clause.Adverbial:
			return true
		case c.Negated && !c.Object.Empty(), !c.Object.Empty() && !anaphoric(r.Of(c.Object)) && !anaphoric(r.Of(c.Subject)) && !c.Subject.Empty():
			return true
		case c.Base == "be" && !c.Complement.Empty() && nounLike(r.Of(c.Complement)) && !anaphoric(r.Of(c.Subject)):
			return true
		}
	}
	return false
}

func prepText(r clause.Reading, c clause.Clause) string {
	var parts []string
	for _, p := range c.Preps {
		parts = append(parts, r.Of(p.Object))
	}
	return strings.ToLower(strings.Join(parts, " "))
}

// counting are words that number what is said: "one last remark".
var counting = language.WordSet("one first second third last another next final")

// names says whether a word of a set stands in a phrase.
func names(phrase string, set map[string]bool) bool {
	return slices.ContainsFunc(strings.Fields(strings.ToLower(phrase)), func(w string) bool { return set[strings.Trim(w, ".,;:()")] })
}

// itself says whether a phrase speaks of the text that it stands in.
func itself(phrase string) bool {
	words := strings.Fields(strings.ToLower(phrase))
	for i, w := range words {
		if about[strings.Trim(w, ".,;:()")] && (i == 0 || i == len(words)-1 || words[0] == "this" || words[0] == "these" || words[0] == "the" || words[0] == "our" || words[0] == "your") {
			return true
		}
	}
	return false
}
