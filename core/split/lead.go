package split

import (
	"regexp"
	"strings"
	"unicode"

	"zincowl/core/language"
)

// lead is a word or a sign that says what stands behind it: the key, or why.
type lead struct {
	at, end int // of the lead, in bytes
	alone   bool
}

const (
	keyWords = `(?:the\s+)?(?:(?:correct|right|best|model|sample|suggested|official|proper|richtige|korrekte|bonne|mejor)\s+)?(?:answers?(?:\s+key)?|ans(?:wr)?|option|choice|key|sol(?:ution|n|s)?|response|lösung|antwort|respuestas?|solución|réponse|risposta|soluzione|resposta|antwoord|correct(?:a|o)?|richtig|resp|lsg)(?:\s+(?:is|ist|es|est))?`
	whyWords = `(?:(?:explanation|rationale|reason(?:ing)?|feedback|comments?|commentary|workings?|worked(?:\s+(?:solution|answer))?|notes?|remarks?|justification|erklärung|begründung|explicación|explication|justificación|spiegazione|uitleg)\s*[:.–—-]+|(?:why|warum|por qué|pourquoi)\s*[?:–—-]+|(?:because|since|bc|weil|porque|denn)\s+|(?:because|weil|porque)\s*:)`
)

var (
	keyFirst  = regexp.MustCompile(`(?i)^[^\pL\d(\[]{0,3}(?:` + keyWords + `)\s*(?:\*\*|__|\*)?\s*(?:([:.=→>]+|[-–—]+)|\s|$)\s*(?:\*\*|__|\*)?\s*`)
	keyIn     = regexp.MustCompile(`(?i)(?:^|[\s(\[])(?:` + keyWords + `)(?:\s*(?:[:=→]+|[.]\s*|[-–—]+\s)|\s+|[.]?$)\s*`)
	shortLead = regexp.MustCompile(`(?i)^\s*[(\[]?(?:ans(?:wer)?s?|key|sol)\b`)
	signIn    = regexp.MustCompile(`(?:^|\s)(?:→|⇒|=>|->|⟶)\s*`)
	equalsIn  = regexp.MustCompile(`\s=\s?[(\[]?[A-Ha-h][)\]]?(?:\s|$)`)
	whyFirst  = regexp.MustCompile(`(?i)^[^\pL\d(\[]{0,3}` + whyWords + `\s*`)
	whyAlone  = regexp.MustCompile(`(?i)^[^\pL\d]{0,3}(?:explanation|rationale|reason(?:ing)?|why|feedback|comments?|workings?|notes?|remarks?|erklärung|begründung|explicación|explication)\W{0,4}$`)
	whyIn     = regexp.MustCompile(`(?i)(?:^|\s)` + whyWords + `\s*`)
	oneKey    = regexp.MustCompile(`^[(\[]?([A-Ha-h])[)\]]?(?:[.,;:]|\s|$)`)
	twoValue  = regexp.MustCompile(`(?i)^(?:true|false|t|f|yes|no|verdadero|falso|richtig|falsch|vrai|faux)\b`)
)

// keyAt finds where the key is said in a text; known says whether what stands
// behind may be the answer.
func (h *habits) keyAt(text string, from int, known func(value string) bool) (lead, bool) {
	words, signs := mayLead(text)
	if !words && !signs && len(h.leads) == 0 {
		return lead{}, false
	}
	if from == 0 {
		if m := keyFirst.FindStringSubmatchIndex(text); words && m != nil {
			value := text[m[1]:]
			colon := m[2] >= 0
			if value == "" && len(text) < 40 && (colon || !strings.HasSuffix(text, "?")) {
				return lead{0, m[1], true}, true
			}
			if value != "" && !strings.HasSuffix(text, "?") && (colon || known(value) || brief(value) && !strings.HasSuffix(value, ".") && shortLead.MatchString(text[:m[1]])) {
				return lead{0, m[1], false}, true
			}
		}
		if m := signIn.FindStringIndex(text); m != nil && m[0] == 0 && m[1] < len(text) {
			return lead{0, m[1], false}, true
		}
		if end, ok := h.ownLead(text); ok {
			return lead{0, end, end == len(text)}, true
		}
	}
	var inside [][]int
	if words {
		inside = keyIn.FindAllStringIndex(text[from:], -1)
	}
	for _, m := range inside {
		at, end := from+m[0], from+m[1]
		if at > 0 && strings.ContainsRune("([", rune(text[at])) {
			continue // in brackets, at the end of a stem
		}
		value := text[end:]
		colon := strings.ContainsAny(text[at:end], ":=→")
		wide := at > 0 && (text[at] == '\t' || text[at-1] == ' ' || text[at-1] == '\t')
		if known(value) && (colon || wide || brief(value) || strings.ContainsAny(text[at:end], ".")) || colon && value != "" && at > 0 {
			return lead{at, end, false}, true
		}
		if wide && value != "" && (len(strings.Fields(value)) <= 6 || shortLead.MatchString(text[at:end])) {
			return lead{at, end, false}, true
		}
	}
	if !signs {
		return lead{}, false
	}
	for _, m := range signIn.FindAllStringIndex(text[from:], -1) {
		if at, end := from+m[0], from+m[1]; at > 0 && known(text[end:]) {
			return lead{at, end, false}, true
		}
	}
	if m := equalsIn.FindStringIndex(text[from:]); m != nil {
		at := from + m[0]
		end := at + strings.Index(text[at:], "=") + 1
		for end < len(text) && text[end] == ' ' {
			end++
		}
		if known(text[end:]) {
			return lead{at, end, false}, true
		}
	}
	return lead{}, false
}

// leadWords are the words that leads are made of.
var leadWords = language.WordSet(`answer answers ans answr option choice key sol solution soln sols response lösung antwort respuesta respuestas solución réponse risposta
	soluzione resposta antwoord correct correcta correcto richtig resp lsg explanation rationale reason reasoning feedback comment comments commentary working workings worked
	note notes remark remarks justification erklärung begründung explicación explication justificación spiegazione uitleg why warum por pourquoi because since bc weil porque denn`)

// mayLead says whether a text has a word or a sign that leads are made of; most
// have none, and need not be looked at closer.
func mayLead(text string) (words, signs bool) {
	start := -1
	for i, r := range text {
		if unicode.IsLetter(r) {
			if start < 0 {
				start = i
			}
			continue
		}
		if r == '→' || r == '⇒' || r == '⟶' || r == '=' || r == '>' {
			signs = true
		}
		if start >= 0 {
			if n := i - start; n <= 16 && n >= 2 && leadWords[strings.ToLower(text[start:i])] {
				words = true
			}
			start = -1
		}
	}
	if start >= 0 && len(text)-start <= 16 && leadWords[strings.ToLower(text[start:])] {
		words = true
	}
	return words, signs
}

// brief says whether a value is a bare answer.
func brief(value string) bool { return len(strings.Fields(value)) <= 3 }

// whyAt finds where an explanation begins.
func whyAt(text string, from int) (lead, bool) {
	if words, _ := mayLead(text); !words || from > len(text) {
		return lead{}, false
	}
	if from == 0 {
		if m := whyAlone.FindString(text); m != "" {
			return lead{0, len(text), true}, true
		}
		if m := whyFirst.FindString(text); m != "" {
			return lead{0, len(m), false}, true
		}
	}
	for _, m := range whyIn.FindAllStringIndex(text[from:], -1) {
		at, end := from+m[0], from+m[1]
		if strings.ContainsAny(text[at:end], ":?") && end < len(text) {
			return lead{at, end, false}, true
		}
	}
	return lead{}, false
}

// leads says whether a line says of itself what stands on it or below: the key, or why.
func leads(text string) bool {
	return keyFirst.MatchString(text) || whyFirst.MatchString(text) || whyAlone.MatchString(text)
}

// ownLead is a lead that this paper has and no dictionary of them, the longest.
func (h *habits) ownLead(text string) (int, bool) {
	longest := 0
	for own := range h.leads {
		if len(text) >= len(own) && strings.EqualFold(text[:len(own)], own) {
			end := len(own)
			if end < len(text) && unicode.IsLetter(rune(text[end])) {
				continue
			}
			for end < len(text) && strings.ContainsRune(" :.=\t-", rune(text[end])) {
				end++
			}
			longest = max(longest, end)
		}
	}
	return longest, longest > 0
}
