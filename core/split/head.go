package split

import (
	"regexp"
	"strings"
	"unicode"
	"unicode/utf8"

	"zincowl/core/source"
)

// What lines say that stand between questions.
var (
	keyHead     = regexp.MustCompile(`(?i)^\W*(?:(?:part|section) \w+\W+)?(?:the |model |official |sample |suggested )?(?:answers?|answer keys?|key|keys|solutions?|marking (?:guide|scheme)|mark scheme|correct answers?|key to (?:the )?(?:questions|paper|section \w+)|lösungen|lösungsschlüssel|antworten|soluciones|respuestas|solutions|corrigé|réponses|soluzioni|risposte|gabarito|oplossingen|antwoorden|klíč)(?: (?:to|for|of|sheet|section|page|list) ?.{0,50})?(?:\s*\(.{1,60}\))?\W*$|(?i)^\W*(?:questions?|nos?\.?|numbers?|q|items?)\W+(?:correct |right )?(?:answers?|keys?|solutions?)\W*$`)
	reasonHead  = regexp.MustCompile(`(?i)^\W*(?:(?:answers?|key|solutions?) (?:and|&|with) (?:explanations?|rationales?|reasons|comments|workings?)|explanations?|rationales?|worked (?:solutions?|answers?)|detailed (?:answers?|solutions?|explanations?)|commentary|reasons|notes on the answers)(?: (?:to|for|of) .{1,50})?\W*$`)
	sectionHead = regexp.MustCompile(`(?i)^\W*(?:part|section|paper|teil|parte|partie|unit|module|chapter|block|abschnitt|sección)\s+(?:[a-z]|[ivx]{1,4}|\d{1,2}|one|two|three|four|five|six)\b\W{0,3}(.{0,80})$`)
	kindHead    = regexp.MustCompile(`(?i)^\W*(?:multiple[- ]choice|true[ /-](?:or )?false|fill[- ]in(?:[- ]the)?[- ]blanks?|matching|short[- ]answers?|essays?|numerical|calculations?|problems|word problems|completion)(?: (?:questions|items|problems))?\b.{0,60}$`)
	instruction = regexp.MustCompile(`(?i)^\W*(?:(?:for|in) (?:each|the following|questions?|items?)\b|(?:choose|select|circle|tick|mark|pick|write|indicate|state|decide|say) (?:the|one|true|whether|if|all|t or f|t for|a letter|each|only)\b|(?:answer|attempt|complete) (?:all|any|each|the|both|every)\b|fill in\b|match (?:the|each|every|items|terms|column)\b|directions?\b|instructions?\b|each (?:question|item|correct)\b|are the following|true or false\b|time(?: allowed)?:|total(?: marks)?:|name:|date:|candidate(?:'s)? (?:name|number)|calculators? )`)
	given       = regexp.MustCompile(`(?i)(?:\b(?:use|refer to|read|study|consider|based on|look at|using)\b.{0,80}\b(?:passage|text|table|data|information|figure|graph|case|scenario|extract|readings|log|following|below)\b.{0,80}\b(?:questions?|items?|answer)\b|\b(?:questions?|items?) \d{1,3}\b.{0,20}(?:-|–|to|and|through).{0,4}\d{1,3}\b.{0,60}\b(?:refer|relate|(?:are )?based|use|are about|concern|following|passage|table|case|below)\b|^(?:passage|case|scenario|table|extract|data)(?: [A-Z0-9]{1,3})?\s*(?:[:.]|$)|^(?:use|refer to|read|study|look at|see) (?:the|this|these) .{0,60}\bfor \(?\d{1,3}\)?\s*(?:-|–|to|and|,|&)\s*\(?\d{1,3}\)?\W*$|^(?:read|study) (?:the|this) .{0,40}(?:passage|text|table|case|extract|log|readings)\b)`)
	fromTo      = regexp.MustCompile(`(?i)\b(?:questions?|items?|nos?\.?|numbers|q\.?|qs|fragen|aufgaben|preguntas|problems|exercises|\bfor)\s*\(?(\d{1,3})\)?\s*(?:-|–|—|to|through|and|&|,|bis|und|a|y|al)\s*(?:\d{1,3}\s*(?:,|and|und|y)\s*)*\(?(\d{1,3})\b`)
	nextFew     = regexp.MustCompile(`(?i)\bnext (two|three|four|five|six|\d) (?:questions|items)\b`)
	pageLine    = regexp.MustCompile(`(?i)^(?:page|p\.|seite|página)\s*\d{1,3}(?:\s*(?:of|/|von|de)\s*\d{1,3})?\W*$|^[-–— ]*\d{1,3}[-–— ]*$|^\d{1,3}\s*(?:of|/)\s*\d{1,3}$|(?i)^\W*(?:show answer|reveal answer|turn over|please turn over|p\.? ?t\.? ?o\.?|end of (?:paper|test|exam|questions|section.*)|continued(?: on next page)?|over|this page is (?:intentionally )?(?:left )?blank)\W*$`)
	ruleLine    = regexp.MustCompile(`^[-=_*~·.\s|+:]{3,}$`)
	digits      = regexp.MustCompile(`\d+`)
)

// folded is a line as running headers are compared: without numbers and case.
func folded(text string) string {
	return digits.ReplaceAllString(strings.ToLower(source.Fold(text)), "#")
}

// headsKey says whether a line is the heading of a list of answers.
func headsKey(l *line) bool {
	if !keyHead.MatchString(l.text) || strings.HasSuffix(l.text, ".") {
		return false
	}
	r, _ := utf8.DecodeRuneInString(strings.TrimLeft(l.text, "*#_=-–— "))
	return unicode.IsUpper(r) || l.blank || strings.HasSuffix(l.text, ":")
}
