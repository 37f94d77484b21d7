// Package proof examines questions before anybody is drilled with them.
//
// The model: NewLibrary reads the sources anew, with no help from whoever
// wrote the question. Examine runs every check over a question; a check, one
// file each, looks at one thing and returns findings. A finding passes, fails,
// is unsure or does not apply; a passing one may also show the key right. The
// verdict follows from the findings alone:
//
//	faulted   a check fails
//	held      a check is unsure
//	cleared   none objects and at least one shows the key right
//	worked    none objects, and the task that came with the question was done
//	          again; that the words ask for that task is not shown
//	unproven  none objects and none shows it
//
// Where a check knows what is right instead, the report carries a mend: the
// question as it should be.
package proof

import (
	"cmp"
	"context"
	"slices"
	"strings"
	"sync"
	"time"

	"zincowl/core/fact"
	"zincowl/core/ground"
	"zincowl/core/kind"
	"zincowl/core/language"
	"zincowl/core/maths"
	"zincowl/core/maths/algebra"
	"zincowl/core/maths/sheet"
	"zincowl/core/question"
	"zincowl/core/source"
)

// Verdict is what a proof comes to.
type Verdict string

// The verdicts.
const (
	Cleared  Verdict = "cleared"
	Worked   Verdict = "worked"
	Held     Verdict = "held"
	Faulted  Verdict = "faulted"
	Unproven Verdict = "unproven"
)

// Sound says whether a question may be drilled: its key was shown or worked out.
func (v Verdict) Sound() bool { return v == Cleared || v == Worked }

// Outcome is what one check says.
type Outcome string

// The outcomes of a check.
const (
	Pass          Outcome = "pass"
	Fail          Outcome = "fail"
	Unsure        Outcome = "unsure"
	NotApplicable Outcome = "not-applicable"
)

// Evidence points a finding to the sources.
type Evidence struct {
	Source  string         `json:"source"`
	Passage string         `json:"passage,omitempty"` // its id
	Title   string         `json:"title,omitempty"`
	Quote   string         `json:"quote"`
	Holds   string         `json:"holds,omitempty"` // the words of the quote that decide
	Locator source.Locator `json:"locator"`
}

// Finding is what one check says of one thing, in a sentence a candidate
// understands.
type Finding struct {
	Check    string     `json:"check"`
	Verdict  Outcome    `json:"verdict"`
	At       string     `json:"at,omitempty"` // "options.c", "stem", "key"
	Title    string     `json:"title"`
	Says     string     `json:"says"`
	Expected string     `json:"expected,omitempty"`
	Evidence []Evidence `json:"evidence,omitempty"`
	Readings []Sense    `json:"readings,omitempty"`
	Aside    *Aside     `json:"aside,omitempty"`

	shows  bool // that the key is right
	worked bool // the key is what the question's own task comes to
}

// Aside is why a person does not count a finding. What is set aside objects no more, and
// shows nothing.
type Aside struct {
	By     string `json:"by"`
	Reason string `json:"reason"`
}

// WithoutAsides is the verdict that is left of findings, some of which were set aside:
// what is not objected to any more is unproven, since a person's word shows nothing.
func WithoutAsides(findings []Finding) Verdict {
	if v := verdict(findings); v == Faulted || v == Held {
		return v
	}
	return Unproven
}

// Report is the whole proof of a question.
type Report struct {
	ID       string             `json:"id"`
	Verdict  Verdict            `json:"verdict"`
	Findings []Finding          `json:"findings"`
	Mend     *question.Question `json:"mend"`
	Ratings  Ratings            `json:"ratings"`
}

// Source is a document with its id, and how much it counts where sources
// disagree.
type Source struct {
	ID       string
	Title    string
	Doc      source.Document
	Facts    []fact.Fact // that were read of it before; nil where they are to be read
	Standing source.Standing
	Dated    time.Time
}

// Library is what the sources say, read for proofing. It does not change and
// may be shared.
type Library struct {
	titles   map[string]string
	passages map[at]place
	named    map[string]at       // passages by their ids alone
	order    map[string][]string // the ids of a source's passages as they stand
	terms    []entry
	limits   []entry
	formulas []formula
	sheet    *sheet.Sheet // of the formulas, in the same order

	overruled map[at][]overruling
	disputes  map[at][]dispute
	counts    map[string]fact.Claim // how much each source does

	sentences func() *ground.Index   // of the sources, read once somebody looks something up
	spoken    func() map[string]bool // the stems of all their words
	spelling  func() spelling        // how they spell long words
}

// at is where a passage is found: two sources may have the same one.
type at struct{ source, passage string }

// overruling is a claim with the one of another source that stands instead.
type overruling struct{ lost, by entry }

// dispute is a claim with one of another source that counts as much and says otherwise.
type dispute struct{ one, other entry }

type place struct {
	source  string
	passage source.Passage
}

func (p place) at() at { return at{p.source, p.passage.ID} }

// cited finds the passage that a question cites. Where its source goes by another
// name here, the passage is known by its text.
func (l *Library) cited(c question.Cite) (place, bool) {
	if _, known := l.titles[c.Source]; known {
		p, ok := l.passages[at{c.Source, c.Passage}]
		return p, ok
	}
	p, ok := l.passages[l.named[c.Passage]]
	return p, ok
}

// entry is a fact with where it stands.
type entry struct {
	fact.Fact
	place

	// Of a definition, its term and meaning reduced to words, and the stems of
	// the meaning: every question is held against every definition.
	term, meaning string
	stems         map[string]bool
}

type formula struct {
	entry
	maths.Formula
}

// NewLibrary reads sources for proofing.
func NewLibrary(sources []Source) *Library {
	l, _ := NewLibraryContext(context.Background(), sources) // which does not end
	return l
}

// NewLibraryContext reads sources for proofing as long as somebody waits for it;
// the error is the context's.
func NewLibraryContext(ctx context.Context, sources []Source) (*Library, error) {
	l := &Library{titles: map[string]string{}, passages: map[at]place{}, named: map[string]at{}, order: map[string][]string{}, overruled: map[at][]overruling{}, disputes: map[at][]dispute{}, counts: map[string]fact.Claim{}}
	var claims []fact.Claim
	var claimed []entry
	l.sentences = sync.OnceValue(func() *ground.Index {
		var all []ground.Source
		for _, s := range sources {
			all = append(all, ground.Source{ID: s.ID, Title: s.Title, Doc: s.Doc})
		}
		return ground.New(all)
	})
	l.spoken = sync.OnceValue(func() map[string]bool {
		all := map[string]bool{}
		for _, p := range l.passages {
			for w := range language.Stems(p.passage.Text) {
				all[w] = true
			}
		}
		return all
	})
	l.spelling = sync.OnceValue(func() spelling { return spellingOf(l.passages) })
	for _, s := range sources {
		l.titles[s.ID], l.counts[s.ID] = s.Title, fact.Claim{Standing: s.Standing, Dated: s.Dated}
		for _, p := range s.Doc.Passages {
			here := at{s.ID, p.ID}
			l.passages[here], l.named[p.ID] = place{s.ID, p}, here
			l.order[s.ID] = append(l.order[s.ID], p.ID)
		}
		if s.Facts == nil {
			s.Facts = fact.ReadParts(ctx, s.Doc.Passages, nil)
		}
		for _, f := range s.Facts {
			if err := ctx.Err(); err != nil {
				return nil, err
			}
			e := entry{Fact: f, place: l.passages[at{s.ID, f.Passage}]}
			switch f.Type {
			case fact.Definition:
				e.term, e.meaning, e.stems = words(f.Subject), words(f.Object), language.Stems(f.Object)
				l.terms = append(l.terms, e)
			case fact.Limit, fact.Formula:
				claims = append(claims, fact.Claim{Fact: f, Source: s.ID, Standing: s.Standing, Dated: s.Dated})
				claimed = append(claimed, e)
			}
		}
	}
	if err := ctx.Err(); err != nil {
		return nil, err
	}
	lost, equal := fact.Settle(claims)
	for i, e := range claimed {
		by, gone := lost[i]
		switch {
		case gone:
			l.overruled[e.at()] = append(l.overruled[e.at()], overruling{e, claimed[by]})
		case e.Type == fact.Formula:
			l.formulas = append(l.formulas, formula{e, *e.Equation})
		default:
			l.limits = append(l.limits, e)
		}
	}
	for _, pair := range equal {
		a, b := claimed[pair[0]], claimed[pair[1]]
		l.disputes[a.at()] = append(l.disputes[a.at()], dispute{a, b})
		l.disputes[b.at()] = append(l.disputes[b.at()], dispute{b, a})
	}
	var formulas []maths.Formula
	for _, f := range l.formulas {
		formulas = append(formulas, f.Formula)
	}
	l.sheet = sheet.New(formulas)
	return l, ctx.Err()
}

// Overruling is a passage that holds what another source says otherwise that counts more or
// as much, with the passage of that one.
type Overruling struct{ Source, Passage, BySource, ByPassage string }

// Overruled lists all of them, in order.
func (l *Library) Overruled() []Overruling {
	var out []Overruling
	for _, list := range l.overruled {
		for _, o := range list {
			out = append(out, Overruling{o.lost.source, o.lost.passage.ID, o.by.source, o.by.passage.ID})
		}
	}
	for _, list := range l.disputes {
		for _, d := range list {
			out = append(out, Overruling{d.one.source, d.one.passage.ID, d.other.source, d.other.passage.ID})
		}
	}
	if len(l.titles) > 1 {
		for _, d := range l.sentences().Disagreements() {
			if fact.Outranks(l.counts[d.Source], l.counts[d.BySource]) >= 0 {
				out = append(out, Overruling(d))
			}
		}
	}
	slices.SortFunc(out, func(a, b Overruling) int {
		return cmp.Or(cmp.Compare(a.Source, b.Source), cmp.Compare(a.Passage, b.Passage), cmp.Compare(a.BySource, b.BySource), cmp.Compare(a.ByPassage, b.ByPassage))
	})
	return slices.Compact(out)
}

func (l *Library) evidence(e entry, holds string) []Evidence {
	return []Evidence{{Source: e.source, Passage: e.Fact.Passage, Title: l.titles[e.source], Quote: e.Quote, Holds: holds, Locator: e.passage.Locator}}
}

// examination is one run of all checks over a question.
type examination struct {
	question.Question
	library *Library
	budget  algebra.Budget // of each task
	mend    *question.Question
	touches []func(*question.Question) // what else would have to be changed

	solved *solution // of the stem by the sources' formulas, once it was looked for
	open   string    // why there is none
	looked bool

	batch *Batch // the questions that are asked with it, or nil

	said     bool // the words quoted show the key right
	proven   bool // a check before showed it
	objected bool // a check before objected

	exercise *bool // whether the stem is one, once it was asked

	done  *done // the task that the stem sets, once it was tried
	tried bool
}

// check is one look at a question, with its name.
type check struct {
	name string
	run  func(*examination) []Finding
}

// checks are run in this order; their findings are listed in it.
var checks = []check{
	{"whole", (*examination).whole},
	{"recompute", (*examination).recompute},
	{"reckonTable", (*examination).reckonTable},
	{"mathematics", (*examination).mathematics},
	{"arithmetic", (*examination).arithmetic},
	{"equations", (*examination).equations},
	{"drawing", (*examination).drawing},
	{"singleKey", (*examination).singleKey},
	{"truth", (*examination).truth},
	{"worlds", (*examination).worlds},
	{"stated", (*examination).stated},
	{"distinctOptions", (*examination).distinctOptions},
	{"grounding", (*examination).grounding},
	{"lookedUp", (*examination).lookedUp},
	{"listedToo", (*examination).listedToo},
	{"sums", (*examination).sums},
	{"reckon", (*examination).reckon},
	{"moment", (*examination).moment},
	{"span", (*examination).span},
	{"another", (*examination).another},
	{"speaksFor", (*examination).speaksFor},
	{"concluded", (*examination).concluded},
	{"likely", (*examination).likely},
	{"completed", (*examination).completed},
	{"readings", (*examination).readings},
	{"possible", (*examination).possible},
	{"absent", (*examination).absent},
	{"dangling", (*examination).dangling},
	{"negation", (*examination).negation},
	{"giveaway", (*examination).giveaway},
	{"written", (*examination).written},
	{"misspelt", (*examination).misspelt},
	{"unitless", (*examination).unitless},
	{"repeat", (*examination).repeat},
}

// keyless are the checks of a question that nobody gave a key yet.
var keyless = []check{
	{"whole", (*examination).whole},
	{"distinctOptions", (*examination).distinctOptions},
	{"possible", (*examination).possible},
	{"absent", (*examination).absent},
	{"dangling", (*examination).dangling},
	{"negation", (*examination).negation},
	{"repeat", (*examination).repeat},
}

// Version is the version of the checks. What earlier ones said is said again.
const Version = 12

// Examine proofs a question against what the sources say.
func Examine(q question.Question, l *Library) Report {
	r, _ := ExamineContext(context.Background(), q, l) // which does not end
	return r
}

// ExamineContext proofs a question as long as somebody waits for it; the error is
// the context's, and there is no verdict then.
func ExamineContext(ctx context.Context, q question.Question, l *Library) (Report, error) {
	return ExamineBeside(ctx, q, l, nil)
}

// ExamineBeside proofs a question among those that are asked with it.
func ExamineBeside(ctx context.Context, q question.Question, l *Library, beside *Batch) (Report, error) {
	r, x, err := examine(ctx, q, l, beside)
	if err != nil {
		return Report{}, err
	}
	if r.Verdict == Faulted || r.Verdict == Held {
		if r.Mend, err = x.mending(ctx, r); err != nil {
			return Report{}, err
		}
	}
	r.Ratings = x.rate(r.Findings)
	return r, nil
}

// examine runs all checks, without looking for a mend.
func examine(ctx context.Context, q question.Question, l *Library, beside *Batch) (Report, *examination, error) {
	x := &examination{Question: q, library: l, batch: beside, budget: algebra.DefaultBudget.For(ctx)}
	r := Report{ID: q.ID}
	all := checks
	if q.Key.Empty() && q.Origin.By == "import" {
		all = keyless
	}
	for _, c := range all {
		if err := ctx.Err(); err != nil {
			return Report{}, nil, err
		}
		r.Findings = append(r.Findings, x.look(c)...)
		if len(r.Findings) > 0 && r.Findings[0].Check == "whole" && r.Findings[0].Verdict == Fail {
			break // nothing else can be said of a question with missing parts
		}
	}
	r.Findings = append(r.Findings, x.disputed(r.Findings)...)
	r.Verdict = verdict(r.Findings)
	return r, x, ctx.Err()
}

// look runs a check and notes for those behind it what it came to.
func (x *examination) look(c check) []Finding {
	found := c.run(x)
	for _, f := range found {
		x.objected = x.objected || f.Verdict == Fail || f.Verdict == Unsure
		x.proven = x.proven || f.shows || f.worked
	}
	return found
}

func verdict(findings []Finding) Verdict {
	out := Unproven
	for _, f := range findings {
		switch {
		case f.Aside != nil:
		case f.Verdict == Fail:
			return Faulted
		case f.Verdict == Unsure:
			out = Held
		case f.Verdict == Pass && f.shows && out != Held:
			out = Cleared
		case f.Verdict == Pass && f.worked && out == Unproven:
			out = Worked
		}
	}
	return out
}

// whole says whether all parts of the question are there.
func (x *examination) whole() []Finding {
	if x.Key.Empty() && x.Origin.By == "import" {
		return []Finding{{Check: "whole", Verdict: NotApplicable, At: "key", Title: "It has no key", Says: "Nothing says what is right; give it a key, then it can be proofed."}}
	}
	if err := kind.Validate(x.Question); err != nil {
		return []Finding{{Check: "whole", Verdict: Fail, Title: "A part is missing", Says: err.Error()}}
	}
	return nil
}

// mended is the question with the key that a check found; nil where its kind has no way
// to say that.
func (x *examination) mended(found kind.Found) *question.Question {
	if q, ok := kind.Mend(x.Question, found); ok {
		return &q
	}
	return nil
}

// fold brings a text to a form in which only its words count.
func fold(text string) string {
	return strings.ToLower(strings.Trim(source.Fold(text), " .;:,!?“”\"'"))
}
