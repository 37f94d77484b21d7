package proof

import (
	"fmt"
	"regexp"
	"slices"
	"strings"

	"zincowl/core/kind"
	"zincowl/core/language"
	"zincowl/core/maths/story"
	"zincowl/core/maths/units"
	"zincowl/core/question"
)

// What a question demands is told by what has to be done for its answer: one stated fact or
// one formula is easy; one connection, conversion or choice is medium; several facts, a rule
// applied to a case, an inference or a chain is hard. Rare words, a negation and a story
// around it never raise it.

// demand is a feature that raises the level, with the level that it alone asks for.
type demand struct {
	level question.Level
	says  string
}

var (
	asksReason     = regexp.MustCompile(`(?i)^(?:[^.?!]{0,60}, )?(?:why|how come)\b|\b(?:what is the (?:reason|purpose|cause|effect|function|advantage|point|benefit|consequence)|for what reason|what for|best explains?|explains? why|explain (?:how|why|the)|reason for|because|so that|in order to)\b|(?:^|[¿ ])(?:por qué|para qué|warum|wozu|pourquoi|weshalb)(?:\s|$)`)
	asksContrast   = regexp.MustCompile(`(?i)\b(?:differ(?:s|ence|ences|ent)?|distinguish(?:es)?|compare[ds]?|comparison|contrast|unlike|whereas|in common|rather than|instead of|both .{2,40} and|diferencia|unterschied|différence)\b`)
	asksEffect     = regexp.MustCompile(`(?i)\b(?:what (?:happens|happened|follows|results?|effect)|what (?:does|do|did|will|would) .{2,80} (?:lead to|cause|result in|mean for|do to)|leads? to|how does .{2,60} (?:affect|change|influence)|qué (?:ocurre|sucede|pasa))\b`)
	asksInfer      = regexp.MustCompile(`(?i)\b(?:what (?:can|may|must|should) (?:be )?(?:concluded?|inferr?(?:ed)?|deduced?)|what would (?:happen|change|follow)|would (?:have|be|happen|it)|most likely|best (?:describes|course|action|fits)|which (?:conclusion|inference)|what (?:follows|should|must|ought) (?:\pL+ ){0,4}(?:do|be done|now|next|have)|what went wrong|mistake|error|advise|recommend|judge|assess|evaluate|justify|qué debe|debería)\b`)
	asksManner     = regexp.MustCompile(`(?i)^(?:explain|describe|show|how|by which|by what|what do)\b`)
	asksStatements = regexp.MustCompile(`(?i)\bwhich (?:of (?:these|the following|the) )?(?:\pL+ )?(?:statements?|sentences|claims)\b`)
	changesIt      = regexp.MustCompile(`(?i)\b(?:(?:is|are|was|were) (?:then|later|now)|(?:raised|lowered|increased|reduced|rises?|rose|falls?|fell|grows?|grew|changed?) (?:\pL+ )?(?:from|to|by)|before and after|and then|after (?:that|which|this))\b`)
	workedSign     = regexp.MustCompile(`[×÷*/+−]|(?:\d|\s)[-–:]\s?\d`)
)

// demands are the features of a question that raise its level above easy, and whether
// anything can be said of it at all.
func (x *examination) demands() (out []demand, told bool) {
	raise := func(l question.Level, says string) { out = append(out, demand{l, says}) }
	switch {
	case x.isExercise() || x.Task != nil || kind.Answers(x.Question) == kind.Mathematics:
		return nil, false // the skill alone tells, and levels differ within it
	case x.quantitative():
		x.demandsOfNumbers(raise)
		return out, true
	}
	asks := x.asking()
	sentences := language.Split(x.Stem)
	before := strings.TrimSpace(strings.TrimSuffix(strings.TrimSpace(x.Stem), asks))
	scene := len(sentences) > 1 && len(strings.Fields(before)) > 7 && kind.Answers(x.Question) != kind.Truth
	given := x.Given != nil || x.Stimulus != ""
	switch {
	case scene && given, scene && len(sentences) > 2, scene && asksInfer.MatchString(asks):
		raise(question.Hard, "what is known has to be applied to a case")
	case scene:
		raise(question.Hard, "it tells a case and asks about it")
	case given && asksInfer.MatchString(asks):
		raise(question.Hard, "something has to be concluded from what is shown")
	}
	points := len(x.Key.Points)
	switch kind.Answers(x.Question) {
	case kind.OneOption, kind.Words, kind.Truth:
		statement := kind.Answers(x.Question) == kind.Truth
		switch {
		case asksReason.MatchString(asks):
			raise(question.Medium, "a reason connects two things")
		case asksContrast.MatchString(asks):
			raise(question.Medium, "two things are told apart")
		case asksEffect.MatchString(asks) && !statement:
			raise(question.Medium, "a cause is connected with its effect")
		case asksInfer.MatchString(asks) && !statement:
			raise(question.Medium, "something has to be judged")
		case asksStatements.MatchString(asks) && averageWords(x.Options) > 5:
			raise(question.Medium, "several statements are weighed")
		}
	default:
		connects := asksReason.MatchString(asks) || asksContrast.MatchString(asks) || asksEffect.MatchString(asks) || asksManner.MatchString(asks)
		switch {
		case connects && points > 2:
			raise(question.Hard, fmt.Sprintf("%s points make up the reason", strings.ToLower(count(points))))
		case connects:
			raise(question.Medium, "a reason connects two things")
		case points > 3:
			raise(question.Medium, fmt.Sprintf("the answer has %d points", points))
		case len(x.Options) > 1:
			raise(question.Medium, "several things are put in their places")
		}
	}
	return out, true
}

// demandsOfNumbers are those of a question that is reckoned: how many steps its working
// has, and whether units have to be changed on the way.
func (x *examination) demandsOfNumbers(raise func(question.Level, string)) {
	steps := 0
	for _, line := range append(slices.Clone(x.Worked), x.Explanation) {
		steps += len(workedSign.FindAllString(line, -1))
	}
	formulas := 0
	if s, _ := x.solve(); s != nil {
		formulas = max(len(s.by), len(s.working))
	}
	conversion := converted(x.Stem)
	switch {
	case formulas > 1:
		raise(question.Hard, fmt.Sprintf("%d formulas are chained", formulas))
	case steps > 3:
		raise(question.Hard, fmt.Sprintf("its working has %d operations", steps))
	case changesIt.MatchString(x.Stem) && steps > 1:
		raise(question.Hard, "something is reckoned before and after a change")
	case steps > 1:
		raise(question.Medium, fmt.Sprintf("its working has %d operations", steps))
	}
	if conversion != "" {
		raise(question.Medium, conversion)
	}
}

// converted says which units of one dimension a stem has side by side.
func converted(stem string) string {
	found := units.Find(story.InFigures(stem))
	for i, b := range found {
		for _, a := range found[:i] {
			if a.Unit.Text != "" && b.Unit.Text != "" && a.Unit.Text != "%" && b.Unit.Text != "%" && a.Unit.Same(b.Unit) && a.Unit.Text != b.Unit.Text && a.Unit.Factor.Cmp(b.Unit.Factor) != 0 {
				return fmt.Sprintf("“%s” and “%s” have to be brought to one unit", a.Unit.Text, b.Unit.Text)
			}
		}
	}
	return ""
}

func averageWords(options []question.Option) float64 {
	n := 0
	for _, o := range options {
		n += len(strings.Fields(o.Text))
	}
	return float64(n) / float64(max(1, len(options)))
}

// demanded is the level that the features of a question come to: the highest that one of
// them asks for; two connections are as much as a chain.
func demanded(features []demand) question.Level {
	at := 0
	for _, d := range features {
		at = max(at, slices.Index(question.Levels, d.level))
	}
	return question.Levels[at]
}
