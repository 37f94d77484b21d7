package proof

import (
	"context"
	"fmt"
	"regexp"
	"slices"
	"strings"

	"zincowl/core/ground"
	"zincowl/core/kind"
	"zincowl/core/maths/decimal"
	"zincowl/core/maths/units"
	"zincowl/core/maths/work"
	"zincowl/core/question"
)

// Claim is what somebody holds against a key. Which fields are used depends on its kind.
type Claim struct {
	Kind     string // "option", "working", "readings", "source" or "words"
	Option   string // the id of the option that is said to be right
	Says     string // a working, line by line, or a sentence
	Readings []Sense
	Source   string // with its passage, of what is said to say otherwise
	Passage  string
}

// Ruling is what became of a claim.
type Ruling struct {
	Outcome  string // "upheld", "turned down" or "withdrawn"
	Says     string
	At       string // the line of a working that fails
	Evidence []Evidence
	Mend     *question.Question // upheld: the question with the right key
}

// The outcomes of a challenge. What is withdrawn waits for a person.
const (
	Upheld     = "upheld"
	TurnedDown = "turned down"
	Withdrawn  = "withdrawn"
)

// Dispute tests a claim against a key: the question is proofed as it is, and as it would
// be if the claim were right. Nothing is taken on trust, and where neither is shown a
// person has to decide.
func Dispute(ctx context.Context, q question.Question, l *Library, c Claim) (Ruling, error) {
	switch c.Kind {
	case "option":
		o, named := q.Option(c.Option)
		if named && slices.Contains(q.Key.Options, o.ID) {
			return Ruling{Outcome: TurnedDown, Says: "This option is the key already."}, nil
		}
		other, ok := kind.Mend(q, kind.Found{Option: c.Option})
		if !named || !ok || kind.Answers(q) != kind.OneOption && kind.Answers(q) != kind.Truth {
			return disputeWords(ctx, q, l, c.Says)
		}
		return rival(ctx, q, other, l)
	case "working":
		return disputeWorking(ctx, q, l, c.Says)
	case "readings":
		return disputeReadings(ctx, q, l, c.Readings)
	case "source":
		return disputeSource(ctx, q, l, c.Source, c.Passage)
	}
	return disputeWords(ctx, q, l, c.Says)
}

// rival holds a question against the same with another key.
func rival(ctx context.Context, q, other question.Question, l *Library) (Ruling, error) {
	other.Explanation, other.Worked, other.Model, other.Slips = "", nil, nil, nil // said of the key before
	bare := q
	bare.Explanation, bare.Worked = "", nil
	was, err := ExamineContext(ctx, bare, l)
	if err != nil {
		return Ruling{}, err
	}
	now, err := ExamineContext(ctx, other, l)
	if err != nil {
		return Ruling{}, err
	}
	key, claimed := kind.KeyText(q), kind.KeyText(other)
	switch {
	case now.Verdict.Sound() && !was.Verdict.Sound():
		f := telling(now)
		return Ruling{Outcome: Upheld, Says: fmt.Sprintf("“%s” is right: %s", claimed, f.Says), Evidence: f.Evidence, Mend: &other}, nil
	case was.Verdict.Sound() && !now.Verdict.Sound():
		f := telling(was)
		return Ruling{Outcome: TurnedDown, Says: fmt.Sprintf("“%s” stands: %s", key, f.Says), Evidence: f.Evidence}, nil
	case was.Verdict.Sound() && now.Verdict.Sound():
		return Ruling{Outcome: Withdrawn, Says: fmt.Sprintf("Both “%s” and “%s” can be shown right, so it is not asked until a person has looked at it.", key, claimed), Evidence: append(telling(was).Evidence, telling(now).Evidence...)}, nil
	case now.Verdict == Faulted && was.Verdict != Faulted:
		f := telling(now)
		return Ruling{Outcome: TurnedDown, Says: fmt.Sprintf("“%s” is shown wrong: %s", claimed, f.Says), Evidence: f.Evidence}, nil
	}
	return Ruling{Outcome: Withdrawn, Says: fmt.Sprintf("Neither “%s” nor “%s” can be shown, so it is not asked until a person has looked at it.", key, claimed)}, nil
}

// telling is the finding that a verdict rests on.
func telling(r Report) Finding {
	for _, want := range []Outcome{Fail, Unsure} {
		if i := slices.IndexFunc(r.Findings, func(f Finding) bool { return f.Verdict == want }); i >= 0 {
			return r.Findings[i]
		}
	}
	if i := slices.IndexFunc(r.Findings, func(f Finding) bool { return f.Verdict == Pass && (f.shows || f.worked) }); i >= 0 {
		return r.Findings[i]
	}
	return Finding{Says: "no check objects."}
}

// workingLine parts the lines of a working.
var workingLine = regexp.MustCompile(`\r?\n|;\s`)

// disputeWorking goes through a working line by line; where all of it is right, what it
// ends at is claimed to be the key.
func disputeWorking(ctx context.Context, q question.Question, l *Library, says string) (Ruling, error) {
	checked, last := 0, ""
	for _, line := range workingLine.Split(says, -1) {
		line = strings.TrimSpace(line)
		for _, c := range work.Arithmetic(line) {
			checked++
			if c.Verdict == work.Wrong {
				return Ruling{Outcome: TurnedDown, At: line, Says: fmt.Sprintf("The working fails in this line: %s.", c.Why)}, nil
			}
		}
		if f := figures(line); len(f) > 0 {
			last = line
		}
	}
	if checked == 0 || last == "" {
		return Ruling{Outcome: Withdrawn, Says: "Nothing in the working could be worked out again; write each step with its numbers, as in “3 × 4 = 12”, or a person has to decide."}, nil
	}
	other, ok := endsAt(q, last)
	if !ok {
		return Ruling{Outcome: TurnedDown, At: last, Says: fmt.Sprintf("Each step is right, and “%s” ends at no answer of this question but the key.", last)}, nil
	}
	r, err := rival(ctx, q, other, l)
	if r.Outcome == Withdrawn && err == nil {
		r.Says = fmt.Sprintf("Each step of the working is right, and it ends at “%s”. Whether it works out what is asked, a person has to decide; until then it is not asked.", kind.KeyText(other))
	}
	return r, err
}

// endsAt is the question with what a line ends at as its key, if that is another one.
func endsAt(q question.Question, line string) (question.Question, bool) {
	f := figures(line)
	last := f[len(f)-1]
	for _, o := range q.Options {
		if slices.Contains(q.Key.Options, o.ID) {
			if own := figures(o.Text); len(own) == 1 && own[0] == last {
				return q, false
			}
			continue
		}
		if own := figures(o.Text); len(own) == 1 && own[0] == last {
			return kind.Mend(q, kind.Found{Option: o.ID})
		}
	}
	if kind.Answers(q) != kind.Amount {
		return q, false
	}
	v, ok := decimal.Parse(last)
	if unit, known := units.Parse(q.Key.Unit); ok && known {
		if found := units.Find(line); len(found) > 0 && found[len(found)-1].Unit.Text != "" && found[len(found)-1].Unit.Same(unit) {
			v = found[len(found)-1].In(unit)
		}
	}
	if !ok {
		return q, false
	}
	shown, _ := decimal.Text(v, 6)
	if own, read := decimal.Parse(q.Key.Value); read && own.Cmp(v) == 0 {
		return q, false
	}
	return kind.Mend(q, kind.Found{Value: shown})
}

// disputeReadings proofs a question as it may be read in two ways.
func disputeReadings(ctx context.Context, q question.Question, l *Library, readings []Sense) (Ruling, error) {
	if len(readings) != 2 || readings[0].Stem == "" || readings[1].Stem == "" {
		return Ruling{Outcome: Withdrawn, Says: "Write the question out in both readings, each with its answer; until a person has looked at it, it is not asked."}, nil
	}
	if fold(readings[0].Answer) == fold(readings[1].Answer) {
		return Ruling{Outcome: TurnedDown, Says: "Both readings have the same answer, so the key stands in either."}, nil
	}
	shown := 0
	var evidence []Evidence
	for _, r := range readings {
		read := q
		read.Stem, read.Explanation, read.Worked, read.Model, read.Slips = r.Stem, "", nil, nil, nil
		other, ok := answered(read, r.Answer)
		if !ok {
			return Ruling{Outcome: TurnedDown, Says: fmt.Sprintf("“%s” is none of the answers that can be given.", r.Answer)}, nil
		}
		report, err := ExamineContext(ctx, other, l)
		if err != nil {
			return Ruling{}, err
		}
		if report.Verdict == Faulted {
			f := telling(report)
			return Ruling{Outcome: TurnedDown, At: r.Stem, Says: fmt.Sprintf("Read as “%s”, “%s” would be wrong: %s", clipped(r.Stem), r.Answer, f.Says), Evidence: f.Evidence}, nil
		}
		if report.Verdict.Sound() {
			shown++
			evidence = append(evidence, telling(report).Evidence...)
		}
	}
	if shown == 2 {
		return Ruling{Outcome: Withdrawn, Says: "Both readings hold, each with its own answer; it is not asked until a person has said which is meant.", Evidence: evidence}, nil
	}
	return Ruling{Outcome: Withdrawn, Says: "Whether it can be read both ways could not be shown; it is not asked until a person has looked at it."}, nil
}

// answered is the question with an answer in words as its key.
func answered(q question.Question, answer string) (question.Question, bool) {
	for _, o := range q.Options {
		if fold(o.Text) == fold(answer) || strings.EqualFold(o.ID, strings.TrimSpace(answer)) {
			if slices.Contains(q.Key.Options, o.ID) {
				return q, true
			}
			return kind.Mend(q, kind.Found{Option: o.ID})
		}
	}
	if kind.Answers(q) == kind.Amount {
		if f := figures(answer); len(f) > 0 {
			return kind.Mend(q, kind.Found{Value: f[len(f)-1]})
		}
	}
	return q, false
}

// disputeSource asks of one passage what it says of the key.
func disputeSource(ctx context.Context, q question.Question, l *Library, id, passage string) (Ruling, error) {
	at, ok := l.passages[at{id, passage}]
	if !ok {
		return Ruling{Outcome: TurnedDown, Says: "This passage is no evidence: it stands in no source any more, or in a past paper."}, nil
	}
	quote := l.sentenceOf(id, passage, clipped(at.passage.Text), at.passage.Locator)
	for _, o := range l.overruled[at.at()] {
		return Ruling{Outcome: TurnedDown, Says: fmt.Sprintf("“%s” counts more, or is newer, and says “%s”.", l.titles[o.by.source], o.by.Quote), Evidence: append(quote, l.evidence(o.by, o.by.Object)...)}, nil
	}
	only := alone(at.passage)
	key := kind.KeyText(q)
	switch kind.Answers(q) {
	case kind.OneOption:
		for i, a := range only.Choose(q.Stem, optionTexts(q)) {
			o := q.Options[i]
			switch {
			case a.Share < objecting:
			case slices.Contains(q.Key.Options, o.ID):
				return Ruling{Outcome: TurnedDown, Says: fmt.Sprintf("The passage itself speaks for “%s”, which is the key.", key), Evidence: quote}, nil
			default:
				other, ok := kind.Mend(q, kind.Found{Option: o.ID})
				if !ok {
					continue
				}
				r, err := rival(ctx, q, other, l)
				if err == nil && r.Outcome != Upheld {
					r = Ruling{Outcome: Withdrawn, Says: fmt.Sprintf("The passage speaks for “%s” and not for “%s”; it is not asked until a person has looked at it.", o.Text, key), Evidence: quote}
				}
				return r, err
			}
		}
	case kind.Truth:
		switch j := only.Judge(q.Stem); {
		case j.Verdict == ground.NotFound || j.Sure < objecting:
		case (j.Verdict == ground.Supported) == (q.Key.Options[0] == "true"):
			return Ruling{Outcome: TurnedDown, Says: "The passage says the same as the key. " + j.Why, Evidence: quote}, nil
		default:
			return Ruling{Outcome: Withdrawn, Says: "The passage says otherwise. " + j.Why + " It is not asked until a person has looked at it.", Evidence: quote}, nil
		}
	}
	return Ruling{Outcome: Withdrawn, Says: "Whether the passage says otherwise could not be shown; it is not asked until a person has looked at it.", Evidence: quote}, nil
}

// disputeWords looks through a sentence for what can be tested: a working, an option, a
// statement of which the sources speak.
func disputeWords(ctx context.Context, q question.Question, l *Library, says string) (Ruling, error) {
	if len(work.Arithmetic(says)) > 0 {
		return disputeWorking(ctx, q, l, says)
	}
	said := " " + words(says) + " "
	var named []question.Option
	for _, o := range q.Options {
		if strings.Contains(said, " "+words(o.Text)+" ") && !slices.Contains(q.Key.Options, o.ID) {
			named = append(named, o)
		}
	}
	if len(named) == 1 {
		if other, ok := kind.Mend(q, kind.Found{Option: named[0].ID}); ok {
			return rival(ctx, q, other, l)
		}
	}
	if len(l.passages) > 0 {
		if j := l.sentences().Judge(says); j.Verdict == ground.Contradicted && j.Sure >= objecting {
			return Ruling{Outcome: TurnedDown, Says: "The sources say otherwise. " + j.Why, Evidence: l.sentenceOf(j.Source, j.Passage, j.Quote, j.Locator)}, nil
		}
	}
	return Ruling{Outcome: Withdrawn, Says: "Nothing in this could be tested: no number, no step and no option; it is not asked until a person has looked at it."}, nil
}
