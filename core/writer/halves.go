package writer

import (
	"math/rand/v2"
	"regexp"
	"slices"
	"strings"

	"zincowl/core/language"
	"zincowl/core/language/realise"
	"zincowl/core/question"
)

// A sentence that connects two statements by a conjunction is asked for either of them: the
// other stands in the stem, and what belongs to it has to be found among what belongs to
// others.

// half is one of two connected statements, with the one that is asked for.
type half struct {
	*said
	stem  string // "A multimeter is unsuitable, since …"
	asked string // "it can be set to the wrong range"
	sort  string // what is asked for: reason, condition, purpose, contrast, or what follows
}

// linking are the conjunctions that connect two statements of a sentence, and how.
var linking = map[string]string{"because": "reason", "since": "reason", "so that": "purpose", "if": "condition", "unless": "condition", "when": "condition", "as soon as": "condition", "as long as": "condition", "once": "condition", "until": "condition", "whereas": "contrast", "provided that": "condition"}

var (
	inside = regexp.MustCompile(`(?i)^(.{12,}?),? (because|since|so that|if|unless|when|as soon as|as long as|once|until|whereas|provided that) ([^,;:]{8,})$`)
	ahead  = regexp.MustCompile(`(?i)^(because|since|if|unless|when|as soon as|as long as|once|until|provided that) ([^,;:]{6,}), (?:then )?([^;:]{8,})$`)
)

// halvesOf takes a sentence apart at its one conjunction.
func halvesOf(s *said) []half {
	text := strings.TrimRight(s.text, ".")
	if strings.Contains(text, "“") || len(doubled.FindAllString(text, -1)) != 1 {
		return nil
	}
	if m := ahead.FindStringSubmatch(text); m != nil && s.states(0, len(m[1])+1+len(m[2])) && s.states(len(text)-len(m[3]), len(text)) {
		sort := linking[strings.ToLower(m[1])]
		out := []half{{s, m[1] + " " + m[2] + ", …", m[3], "after a " + sort}}
		return out
	}
	if m := inside.FindStringSubmatch(text); m != nil && s.states(0, len(m[1])) && s.states(len(text)-len(m[3]), len(text)) {
		link := strings.ToLower(m[2])
		if link == "since" && figures.MatchString(m[3]) || link == "so that" && !purposive(m[1], m[3]) { // a time, a result
			return nil
		}
		comma := ""
		if link == "since" || link == "whereas" || link == "so that" {
			comma = ","
		}
		return []half{{s, m[1] + comma + " " + link + " …", m[3], linking[link]}}
	}
	return nil
}

// states says whether a piece of a sentence has a finite verb.
func (s *said) states(from, to int) bool {
	return slices.ContainsFunc(s.tokens, func(t language.Token) bool { return t.Start >= from && t.End <= to && finite(t) })
}

// sorts say why a question on a half connects two things.
var sorts = map[string]string{"reason": "cause", "after a reason": "cause", "purpose": "purpose", "condition": "condition", "after a condition": "condition", "contrast": "contrast"}

// halfIdeas ask for one half of connected statements.
func (m *Material) halfIdeas() []*idea {
	var all []half
	for _, s := range m.lore.said {
		if s.alone && !s.Hedged {
			all = append(all, halvesOf(s)...)
		}
	}
	for _, c := range m.lore.followed {
		if !c.plain { // else it is asked with "why"
			all = append(all, half{c.said, c.result + " because …", c.reason, "reason"})
		}
	}
	var out []*idea
	for _, h := range all {
		if way, ok := h.openly(); ok {
			i := h.idea(question.Short, question.Medium, "openly "+h.sort, func(*rand.Rand, Brief) (question.Question, error) {
				return shortly(h.said, shorten(way, 56), way, []string{realise.Upper(h.asked)}, []string{sorts[h.sort]}), nil
			})
			i.score += 0.1
			out = append(out, i)
		}
		i := h.idea(question.Choice, question.Medium, "complete "+h.sort, func(r *rand.Rand, b Brief) (question.Question, error) { return m.otherHalf(h, all, b, r) })
		i.score += 0.1
		out = append(out, i)
	}
	return out
}

// openly asks for a half in words of one's own.
func (h half) openly() (string, bool) {
	given := strings.TrimSuffix(h.stem, " …")
	switch h.sort {
	case "reason", "condition", "purpose":
		words := strings.Fields(given)
		link := strings.ToLower(words[len(words)-1])
		drop := 1
		if link == "that" || link == "as" { // "so that", "as long as"
			drop = 2
			if len(words) > 3 && strings.EqualFold(words[len(words)-3], "as") && link == "as" {
				drop = 3
			}
		}
		words = words[:len(words)-drop]
		main := realise.Sentence(strings.Join(words, " "))
		if last := strings.ToLower(words[len(words)-1]); link == "unless" || link == "until" || focusing[last] || strings.Contains(main, " would ") {
			return "", false
		}
		ask := map[string]string{"reason": "Why is this so?", "condition": "Under what condition does this hold?", "purpose": "What is this for?"}[h.sort]
		return ask + " " + main, true
	case "after a condition":
		given = strings.TrimSuffix(given, ",")
		first, _, _ := strings.Cut(strings.ToLower(given), " ")
		if first == "unless" || first == "until" {
			return "", false
		}
		follows := "follows"
		if h.past() {
			follows = "followed"
		}
		return "What " + follows + " " + strings.ToLower(given[:1]) + given[1:] + "?", true
	}
	return "", false
}

// focusing are words that belong to the conjunction behind them: "only if", "as when".
var focusing = language.WordSet(`only simply merely just as even except especially particularly not and or but mainly chiefly`)

// related says whether an option tempts: it is the same sort of half of a sentence beside
// it, or of one that speaks of the same.
func related(o, h half) bool {
	return o.sort == h.sort && (o.src == h.src && o.Passage == h.Passage || speaksOf(language.Stems(o.asked), h.stems))
}

// otherHalf asks how a connected statement goes on.
func (m *Material) otherHalf(h half, all []half, b Brief, r *rand.Rand) (question.Question, error) {
	q := question.Question{
		Title: "How it goes on: " + shorten(h.stem, 44), Stem: "How does this go on correctly? " + realise.Upper(h.stem),
		Cites: []question.Cite{h.cite()}, Explanation: sentence(h.Quote), LevelBecause: []string{sorts[h.sort]},
	}
	wrong := m.changed(h.term, h.asked, 0.8, 2, r)
	for i := range wrong {
		wrong[i].Text = realise.Lower(wrong[i].Text, m.lore.name)
	}
	var list []tempting
	own := language.Stems(h.asked)
	given := language.Stems(h.stem)
	for _, o := range all {
		theirs := language.Stems(o.asked)
		if o.Quote == h.Quote || overlap(own, theirs) > 0.5 || !near(len(o.asked), len(h.asked)) || !m.lore.clear(o.asked, o.before) || m.lore.maybeTrue(theirs, given) || !related(o, h) {
			continue
		}
		list = append(list, tempting{question.Option{Text: o.asked, Slip: "belongs-to-another-statement", Why: "That belongs to something else: “" + sentence(o.Quote) + "”"}, m.lore.likeness(h.said, o.said) + 0.05*r.Float64()})
	}
	return offer(q, h.asked, append(wrong, mostTempting(list)...), b.Options, r)
}
