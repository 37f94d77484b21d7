package proof

import (
	"fmt"
	"regexp"
	"strings"

	"zincowl/core/kind"
	"zincowl/core/language"
)

// negatives are words that deny, and others that mean the opposite of something
// when they stand with one that does.
var (
	negatives = language.WordSet(`not never no none nobody nothing neither nor without except unless cannot hardly nowhere n't
		nicht kein keine nie niemals ohne außer nunca ningún ninguna nadie sin excepto salvo jamais sans sauf`)
	turning = language.WordSet(`wrong false untrue incorrect lack lacks lacking fail fails failing prevent prevents preventing avoid avoids avoiding deny denies denied
		forbid forbids forbidden prohibit prohibits prohibited refuse refuses keep keeps stop stops absent missing falsch falso incorrecto faux`)
	// heldTogether are phrases with a word that denies and denies nothing.
	heldTogether = regexp.MustCompile(`(?i)\b(?:not only|not just|(?:no|not) (?:more|less|fewer|later|earlier|longer|sooner) than|no longer|no matter|not yet|no one|nothing but|none other|whether or not|if not|or not|no\.)\b`)
)

// unPrefixed says whether a word is the opposite of one that there is. What is only a noun
// ("unemployment") names a thing and denies none.
func unPrefixed(word string) bool {
	if language.Can(word, 'n') && !language.Can(word, 'a') && !language.Can(word, 'v') {
		return false
	}
	for _, prefix := range []string{"un", "dis"} {
		if rest, ok := strings.CutPrefix(word, prefix); ok && len(rest) >= 4 && language.Known(rest) {
			return !everyday[word]
		}
	}
	for _, prefix := range []string{"im", "in", "ir", "il"} {
		if rest, ok := strings.CutPrefix(word, prefix); ok && len(rest) >= 5 && language.Can(rest, 'a') && language.Opposite(rest, word) {
			return true
		}
	}
	return false
}

// everyday are words that begin like opposites and are names of things by themselves.
var everyday = language.WordSet(`under until unless unit units union unique discharge display distance dispose district discuss discover disease dish disk disinfect disinfected disinfection
	disinfectant disinfectants dissolve dissolved dissolves distil distilled disc discount discounts disposal distribution disturb undertake understand uncovered`)

// mentioned is a word or two in quotes, which is spoken of and says nothing.
var mentioned = regexp.MustCompile(`["“„«][^"”“»]{1,24}["”“»]`)

// denied counts how often a sentence says no, and whether a word does so outright.
func denied(sentence string) (n int, outright bool) {
	sentence = heldTogether.ReplaceAllString(mentioned.ReplaceAllString(strings.ToLower(sentence), " "), " ")
	for _, s := range language.Split(sentence) {
		before, joined := false, false // "nobody and nothing" denies once, "not without" twice
		for _, t := range s.Tokens {
			w := strings.ReplaceAll(t.Lower, "’", "'")
			switch {
			case negatives[w] || strings.HasSuffix(w, "n't"):
				if !joined {
					n++
				}
				outright, before, joined = true, true, false
			case w == "and" || w == "or" || w == ",":
				joined = before
			case turning[w] || unPrefixed(w):
				n++
				before, joined = false, false
			default:
				before, joined = false, false
			}
		}
	}
	return n, outright
}

// clauseBorder parts a statement where it goes on with another one.
var clauseBorder = regexp.MustCompile(`(?i)[,;:] |\b(?:because|although|though|while|when|if|since|whereas|but|so that|where|which|until|after|before)\b`)

// tangled is how many negatives in one sentence make it hard to say what is asked.
const tangled = 2

// negation looks at the sentence that asks: one negative is fair where it is set
// out, more have to be untangled before anything can be answered.
func (x *examination) negation() []Finding {
	if x.isExercise() {
		return nil
	}
	asks := x.asking()
	n, outright := denied(asks)
	if kind.Answers(x.Question) == kind.Truth { // what each part of a statement denies can be told apart
		n = 0
		for _, part := range clauseBorder.Split(asks, -1) {
			if m, out := denied(part); out {
				n = max(n, m)
			}
		}
	}
	if n < tangled || !outright {
		return nil
	}
	return []Finding{{Check: "negation", Verdict: Unsure, At: "stem", Title: "Negatives pile up",
		Says: fmt.Sprintf("“%s” says no %s; ask for what is so, or set out one “not”.", clipped(asks), times(n))}}
}

func times(n int) string {
	if n == 2 {
		return "twice"
	}
	return fmt.Sprintf("%d times", n)
}

// asking is the sentence of the stem that asks: the last that ends with a question
// mark, else the last.
func (x *examination) asking() string {
	sentences := language.Split(x.Stem)
	if len(sentences) == 0 {
		return x.Stem
	}
	for i := len(sentences) - 1; i >= 0; i-- {
		if strings.HasSuffix(strings.TrimSpace(sentences[i].Text), "?") {
			return sentences[i].Text
		}
	}
	return sentences[len(sentences)-1].Text
}

// clipped is a text as it is quoted in a finding.
func clipped(text string) string {
	if r := []rune(strings.TrimSpace(text)); len(r) > 120 {
		return string(r[:119]) + "…"
	}
	return strings.TrimSpace(text)
}

const (
	seenThings = `(?:figure|diagram|graph|chart|photo(?:graph)?|picture|pictogram|icon|x-ray|scan|image|drawing|illustration|sketch|map|plan|scheme|sign|symbol|curve|screenshot|plot|pie chart|bar chart|flow ?chart|label|table|list|text|passage|extract|letter|e-?mail|article|report|case|scenario|appendix|annex|exhibit|handout|trial balance|balance sheet|statement|data sheet|specification|recording|video|clip|dibujo|imagen|foto|gráfico|texto|tabla|mapa|figura|bild|abbildung|zeichnung|foto|diagramm|tabelle|text|dessin|image|graphique|tableau|carte)`
	adjectives = `(?:\pL+[-–]?\pL*\s+){0,3}`
)

// shownElsewhere finds that a stem speaks of something that has to be seen beside it.
var shownElsewhere = []*regexp.Regexp{
	regexp.MustCompile(`(?i)\b(?:look (?:closely |carefully )?at|study|refer to|examine|consult|use|using|read|from|in|on|with|according to|see) (?:the|this|these|that|your) ` + adjectives + seenThings + `s?\b[^.?!]{0,60}\b(?:shown|printed|given|provided|attached|above|below|opposite|overleaf|(?:at|on) the (?:top|bottom|right|left|back)|next page|appendix|annex)\b`),
	regexp.MustCompile(`(?i)^(?:look (?:closely |carefully )?at|study|refer to|examine|read) (?:the|this|these) ` + adjectives + seenThings + `s?\b`),
	regexp.MustCompile(`(?i)\b(?:the|this|these|which|what|each) ` + adjectives + `\pL+s? (?:shown|pictured|drawn|printed|illustrated|depicted|reproduced) (?:above|below|here|opposite|overleaf|on the (?:right|left)|in the ` + seenThings + `|at the (?:top|bottom))\b`),
	regexp.MustCompile(`(?i)\baccording to (?:the|this|these) ` + adjectives + `(?:figure|diagram|graph|chart|photo(?:graph)?|picture|drawing|illustration|sketch|passage|extract|table|map|curve|plot)s?(?:,| (?:above|below|shown|given|opposite)\b|\s*[?.]|\s*$)`),
	regexp.MustCompile(`(?i)\b(?:in|on|from|of|by) the (?:figure|diagram|graph|chart|photo(?:graph)?|picture|drawing|illustration|sketch|passage|extract|appendix|annex|exhibit|curve)\b`),
	regexp.MustCompile(`(?i)\b` + seenThings + ` (?:above|below|opposite|overleaf|on the (?:right|left)|shown)\b`),
	regexp.MustCompile(`(?i)\b(?:the|this|that|these|those) ` + adjectives + `(?:picture|pictogram|icon|x-ray|photo(?:graph)?|image|drawing|illustration|sketch|sign|symbol|poster|label|diagram|figure|map|extract|screen|slide|clip|recording)s? (?:(?:next to|beside|near|under|at the (?:edge|side|top|bottom|foot) of) (?:this|the) (?:text|question|page|sheet|map|extract|picture|column|margin)\b|on the (?:wall|board|screen|next page|sheet|slide|handout|projector)\b|in the (?:margin|appendix|booklet|handout)\b)`),
	regexp.MustCompile(`(?i)\b(?:in|on|at|from|of) (?:line|paragraph|stanza|verse|table|figure|fig\.|exhibit|graph|diagram|appendix|plate|source|text|passage|extract) (?:\d+|[A-D])\b|\b(?:in|on|of) the (?:first|second|third|fourth|fifth|last|opening|final) (?:line|stanza|verse|paragraph|row|column|picture|frame)\b`),
	regexp.MustCompile(`(?i)\b(?:does|do|did|is|has) the (?:poet|author|narrator|speaker|writer|reviewer|columnist)s?\b(?: of the (?:text|poem|letter|article|passage|extract))?`),
	regexp.MustCompile(`(?i)\bthe (?:part|point|area|line|bar|arrow|region|component|angle|structure)s? (?:labell?ed|marked|numbered|shaded)\b|\bthe arrow points?\b|\bdoes the arrow point\b`),
	regexp.MustCompile(`(?i)\b(?:mira|observa|lee|miren|observe|lea) (?:el|la|los|las|este|esta) ` + seenThings + `|\b(?:sieh|schau|betrachte|lies)\b.{0,30}\b` + seenThings + `|\b(?:regarde[zr]?|observe[zr]?|lis(?:ez)?) (?:le|la|les|ce|cette) ` + seenThings),
}

var (
	ofPlace   = regexp.MustCompile(`(?i)(?:above|below|opposite)$`)
	belowWhat = regexp.MustCompile(`^\s+(?:the|a|an|this|that|its|their|\d|\pL+ level)\b`)
)

// absent asks whether what the stem speaks of as shown is there.
func (x *examination) absent() []Finding {
	if x.Stimulus != "" || x.Given != nil || x.Figure != nil || len(x.Rows) > 0 {
		return nil
	}
	for _, pattern := range shownElsewhere {
		at := pattern.FindStringIndex(x.Stem)
		if at == nil || strings.Count(x.Stem, "\n") >= 3 { // what stands on lines of its own is shown
			continue
		}
		m := x.Stem[at[0]:at[1]]
		if ofPlace.MatchString(m) && belowWhat.MatchString(x.Stem[at[1]:]) {
			continue // "above the weir" is no place on the page
		}
		return []Finding{{Check: "absent", Verdict: Unsure, At: "stem", Title: "Something it speaks of is not there",
			Says: fmt.Sprintf("“%s” points to something that does not come with the question; add it, or leave the question out.", clipped(m))}}
	}
	return nil
}

var (
	pointing  = language.WordSet("it they them its their")
	expletive = regexp.MustCompile(`(?i)\bit\b[^.?!]{0,30}\b(?:to|that|whether|if|when|takes?|take|possible|necessary|mean|called|worth|rain)\b|\b(?:is|was|does|makes?) it\b[^.?!]{0,40}\b(?:to|that|if|when|mean|take|worth)\b`)
)

// ofItsOwn is a pronoun for what the question names behind it: "which of its parts does an
// oak shed".
var ofItsOwn = regexp.MustCompile(`(?i)^(?:\pL+ )?(?:which|what) of (?:its|their) \pL+ (?:does|do|did|is|are|has|have|can|must|may)\b`)

// pointsFirst says whether a pronoun comes before any article or number, which
// bring in something it may stand for. Nearly no stem does that, and the others need
// not be tagged.
func pointsFirst(sentences []language.Sentence) bool {
	for _, s := range sentences {
		for _, t := range s.Tokens {
			switch {
			case pointing[t.Lower]:
				return true
			case t.Lower == "the" || t.Lower == "a" || t.Lower == "an" || t.Text[0] >= '0' && t.Text[0] <= '9':
				return false
			}
		}
	}
	return false
}

// dangling asks whether a pronoun of the stem has something to stand for.
func (x *examination) dangling() []Finding {
	if x.Stimulus != "" || x.Given != nil || x.Figure != nil {
		return nil
	}
	sentences := language.Split(x.Stem)
	if !pointsFirst(sentences) {
		return nil
	}
	language.Tag(sentences)
	for _, s := range sentences {
		for _, t := range s.Tokens {
			switch {
			case strings.HasPrefix(t.Tag, "NN") && t.Lower != "often", t.Tag == "CD", t.Lower == "who", t.Lower == "whom":
				return nil
			case pointing[t.Lower]:
				if expletive.MatchString(s.Text) || ofItsOwn.MatchString(s.Text) {
					return nil
				}
				return []Finding{{Check: "dangling", Verdict: Unsure, At: "stem", Title: "“" + t.Text + "” stands for nothing",
					Says: fmt.Sprintf("Nothing before “%s” says what is meant; name it.", t.Text)}}
			}
		}
	}
	return nil
}
