package app

import (
	"cmp"
	"context"
	"encoding/json"
	"fmt"
	"math/rand/v2"
	"slices"
	"strings"
	"time"

	"github.com/google/uuid"

	"zincowl/core/ability"
	"zincowl/core/kind"
	"zincowl/core/marking"
	"zincowl/core/maths/figure"
	"zincowl/core/proof"
	"zincowl/core/question"
	"zincowl/store"
)

// Ask is what a drill is asked for.
type Ask struct {
	Count  int              `json:"count" minimum:"1" maximum:"100"`
	Topics []uuid.UUID      `json:"topics,omitempty" required:"false" nullable:"false" doc:"empty means all"`
	Levels []question.Level `json:"levels,omitempty" required:"false" nullable:"false" doc:"empty means all"`
	Kept   bool             `json:"kept,omitempty" required:"false" doc:"also questions the account kept although they are not cleared"`
	Which  store.Which      `json:"which,omitempty" required:"false" enum:",new,missed" doc:"those never answered, or not wholly right the last time; left out, any"`
	Slip   string           `json:"slip,omitempty" required:"false" maxLength:"80" doc:"only questions that tempt to a slip, by its id"`
}

// Drill is a drill as the page sees one.
type Drill struct {
	ID         uuid.UUID  `json:"id"`
	Label      string     `json:"label"`
	Asked      Ask        `json:"asked"`
	CreatedAt  time.Time  `json:"created_at"`
	FinishedAt *time.Time `json:"finished_at,omitempty"`
	Total      int        `json:"total"`
	Answered   int        `json:"answered"`
	Right      int        `json:"right"`
	Unmarked   int        `json:"unmarked" doc:"answers in words, kept and not marked"`
}

// DrillRun is a drill with how each of its places stands.
type DrillRun struct {
	Drill
	Places []Place `json:"places" nullable:"false"`
	Next   int     `json:"next" doc:"the first open place, counted from 1; 0 where all are answered"`
}

// Place is one place of a drill.
type Place struct {
	Position int  `json:"position"`
	Answered bool `json:"answered"`
	Percent  *int `json:"percent,omitempty" doc:"left out until it is answered, and of what is not marked"`
}

// DrillItem is the question at a place. Nothing of the answer is in it before
// it is answered.
type DrillItem struct {
	Position int                `json:"position"`
	Kind     question.Kind      `json:"kind"`
	Level    question.Level     `json:"level" enum:"easy,medium,hard"`
	Topic    string             `json:"topic,omitempty"`
	Verdict  proof.Verdict      `json:"verdict" enum:"cleared,worked,held,unproven,faulted" doc:"other than cleared only where a person kept it"`
	Stem     string             `json:"stem"`
	Unit     string             `json:"unit,omitempty" doc:"that a typed number is asked in"`
	Language string             `json:"language,omitempty" doc:"in which numbers are typed"`
	Options  []ShownOption      `json:"options" nullable:"false" doc:"in the order shown"`
	Matches  []ShownOption      `json:"matches" nullable:"false" doc:"what the options belong to, of a match"`
	Rows     [][]string         `json:"rows" nullable:"false" doc:"of a table, with empty cells to be filled in"`
	About    *question.Stimulus `json:"about,omitempty" doc:"what it is asked about"`
	Nth      int                `json:"nth,omitempty" doc:"of the questions of this drill that are asked about it"`
	Of       int                `json:"of,omitempty" doc:"so many questions of this drill are asked about it"`
	Figure   *figure.Figure     `json:"figure,omitempty" doc:"a drawing of it"`
	Feedback *Feedback          `json:"feedback,omitempty" doc:"once it is answered"`
}

// Feedback is what is said after an answer.
type Feedback struct {
	Question    uuid.UUID        `json:"question" doc:"which it was, to go on from"`
	Percent     int              `json:"percent"`
	Unmarked    bool             `json:"unmarked" doc:"it is kept beside the key and not marked"`
	Confidence  string           `json:"confidence" enum:"sure,hunch,no idea"`
	Given       Given            `json:"given"`
	Key         question.Key     `json:"key"`
	RightText   string           `json:"right_text"`
	Says        string           `json:"says"`
	Slip        *SlipMade        `json:"slip,omitempty"`
	Whys        []OptionWhy      `json:"whys" nullable:"false"`
	Worked      []string         `json:"worked" nullable:"false"`
	Explanation string           `json:"explanation,omitempty"`
	Evidence    []proof.Evidence `json:"evidence" nullable:"false"`
	Points      []marking.Point  `json:"points" nullable:"false" doc:"of an answer in words, how each point of the key stands in it"`
	Doubtful    bool             `json:"doubtful" doc:"the mark is a proposal, and should be looked at"`
	Own         bool             `json:"own" doc:"the person marked it, or an answer in the same words"`
}

// SlipMade is the wrong turn behind an answer.
type SlipMade struct {
	Name string `json:"name"`
	Why  string `json:"why"`
	Made int    `json:"made" doc:"how often the account made it in this course, this time included"`
}

// OptionWhy says of an option why it is right or wrong.
type OptionWhy struct {
	ID  string `json:"id"`
	Why string `json:"why"`
}

// Answer is a response as it is sent.
type Answer struct {
	ID         uuid.UUID `json:"id" doc:"chosen by the page; sent twice, it counts once"`
	Given      Given     `json:"given"`
	Confidence string    `json:"confidence" enum:"sure,hunch,no idea"`
	Seconds    int       `json:"seconds" minimum:"0" maximum:"86400"`
}

// Given is what was chosen or typed; which field is used depends on the kind of
// question.
type Given struct {
	Options []string `json:"options,omitempty" required:"false" nullable:"false" maxItems:"20" doc:"ids"`
	Text    string   `json:"text,omitempty" required:"false" maxLength:"4000"`
	Blanks  []string `json:"blanks,omitempty" required:"false" nullable:"false" maxItems:"20"`

	Pairs [][]string        `json:"pairs,omitempty" required:"false" nullable:"false" maxItems:"20" doc:"ids of an option and of what it belongs to"`
	Cells map[string]string `json:"cells,omitempty" required:"false" doc:"of a table: r2c3 and what stands there"`
}

func (g Given) response() marking.Response {
	return marking.Response{Options: g.Options, Text: g.Text, Blanks: g.Blanks, Pairs: g.Pairs, Cells: g.Cells}
}

// StartDrill puts a drill together: the weakest topics get the most places, and
// come first. The page chooses its id, so that asking twice makes one.
func (a *App) StartDrill(ctx context.Context, account, course, id uuid.UUID, ask Ask) (DrillRun, error) {
	filter := store.Filter{Kept: ask.Kept, Which: ask.Which, Slip: ask.Slip}
	for _, l := range ask.Levels {
		filter.Levels = append(filter.Levels, string(l))
	}
	stock, err := store.StockOf(ctx, a.pool, account, course, id, filter, a.now())
	if err != nil {
		return DrillRun{}, err
	}
	if stock.Known {
		return a.Drill(ctx, account, course, id)
	}
	gaps, label, err := chosen(ask, estimated(stock.Topics, stock.Answers), stock.Topics)
	if err != nil {
		return DrillRun{}, err
	}
	dealt := ability.Deal(ask.Count, gaps, byTopic(stock.Available))
	var shares []store.Dealt
	for _, g := range gaps {
		if dealt[g.Topic] > 0 {
			shares = append(shares, store.Dealt{Topic: topicID(g.Topic), Count: dealt[g.Topic]})
		}
	}
	if len(shares) == 0 {
		return DrillRun{}, errNothingReady
	}
	picked, err := store.Pick(ctx, a.pool, stock.Scope, filter, shares, id.String(), a.now())
	if err != nil {
		return DrillRun{}, fmt.Errorf("taking questions for a drill: %w", err)
	}
	if picked, err = a.together(ctx, stock.Scope, filter, picked); err != nil {
		return DrillRun{}, err
	}
	items, err := seats(id, picked)
	if err != nil {
		return DrillRun{}, err
	}
	if len(items) == 0 {
		return DrillRun{}, errNothingReady
	}
	d := store.Drill{ID: id, Label: ask.label(label, len(items)), Asked: mustJSON(ask)}
	drill, list, err := store.AddDrill(ctx, a.pool, stock.Scope, d, items, a.now())
	if err != nil {
		return DrillRun{}, err
	}
	a.announce(course, "drills")
	return runOf(drill, list), nil
}

var errNothingReady = &Invalid{"No question is ready for this drill: draft some, ask for other topics or levels, or wait until resting ones are back."}

// chosen narrows the gaps to the topics asked for and names the drill.
func chosen(ask Ask, gaps []ability.Gap, topics []store.Topic) ([]ability.Gap, string, error) {
	if len(ask.Topics) == 0 {
		// What has no topic may be asked too, after everything that has.
		return append(gaps, ability.Gap{}), "Every topic", nil
	}
	var names []string
	for _, id := range ask.Topics {
		at := slices.IndexFunc(topics, func(t store.Topic) bool { return t.ID == id })
		if at < 0 {
			return nil, "", ErrNotFound
		}
		names = append(names, topics[at].Title)
	}
	asked := withBelow(topics, ask.Topics)
	gaps = slices.DeleteFunc(gaps, func(g ability.Gap) bool {
		return !slices.ContainsFunc(asked, func(id uuid.UUID) bool { return id.String() == g.Topic })
	})
	return gaps, strings.Join(names, " and "), nil
}

// label says what a drill of so many questions is about: "Chemical dosing, medium, 14 missed".
func (ask Ask) label(on string, n int) string {
	parts := []string{on}
	var levels []string
	for _, l := range question.Levels {
		if slices.Contains(ask.Levels, l) {
			levels = append(levels, string(l))
		}
	}
	if len(levels) > 0 && len(levels) < len(question.Levels) {
		parts = append(parts, strings.Join(levels, " and "))
	}
	if ask.Slip != "" {
		parts = append(parts, "where “"+slipName(ask.Slip)+"” tempts")
	}
	if ask.Which == store.AnyOfThem {
		parts = append(parts, counted(n, "question"))
	} else {
		parts = append(parts, fmt.Sprintf("%d %s", n, ask.Which))
	}
	return strings.Join(parts, ", ")
}

func counted(n int, noun string) string {
	if n == 1 {
		return "1 " + noun
	}
	return fmt.Sprintf("%d %ss", n, noun)
}

// seats gives picked questions their places, with what each shows in an order of this
// drill's own, as far as order does not matter.
func seats(drill uuid.UUID, picked []store.Picked) ([]store.Item, error) {
	out := make([]store.Item, len(picked))
	for i, p := range picked {
		q, err := kind.Decode(p.Body)
		if err != nil {
			return nil, err
		}
		r := rand.New(rand.NewChaCha8([32]byte(slices.Concat(drill[:], p.ID[:]))))
		out[i] = store.Item{QuestionID: p.ID, Version: p.Version, Options: kind.Deal(q, r)}
	}
	return out, nil
}

// together deals all that is asked about one thing one behind the other, where the
// first of it was picked. Questions that stand alone give way to them, the last first.
func (a *App) together(ctx context.Context, s store.Scope, f store.Filter, picked []store.Picked) ([]store.Picked, error) {
	var stimuli []string
	for _, p := range picked {
		if p.Stimulus != "" && !slices.Contains(stimuli, p.Stimulus) {
			stimuli = append(stimuli, p.Stimulus)
		}
	}
	if len(stimuli) == 0 {
		return picked, nil
	}
	found, err := store.Sets(ctx, a.pool, s, f, stimuli, a.now())
	if err != nil {
		return nil, fmt.Errorf("taking sets for a drill: %w", err)
	}
	sets := map[string][]store.Picked{}
	for _, p := range found {
		sets[p.Stimulus] = append(sets[p.Stimulus], p)
	}
	var out []store.Picked
	for _, p := range picked {
		if p.Stimulus == "" {
			out = append(out, p)
		} else {
			out = append(out, sets[p.Stimulus]...)
			delete(sets, p.Stimulus)
		}
	}
	for i := len(out) - 1; i >= 0 && len(out) > len(picked); i-- {
		if out[i].Stimulus == "" {
			out = slices.Delete(out, i, i+1)
		}
	}
	return out, nil
}

// Drills lists the account's drills, newest first.
func (a *App) Drills(ctx context.Context, account, course uuid.UUID) ([]Drill, error) {
	out := []Drill{}
	err := a.read(ctx, account, course, anyMember, func(s store.Scope) error {
		stored, err := store.Drills(ctx, a.pool, s, 100)
		for _, d := range stored {
			out = append(out, drillView(d))
		}
		return err
	})
	return out, err
}

func drillView(d store.Drill) Drill {
	out := Drill{ID: d.ID, Label: d.Label, CreatedAt: d.CreatedAt, FinishedAt: d.FinishedAt, Total: d.Total, Answered: d.Answered, Right: d.Right, Unmarked: d.Unmarked}
	_ = json.Unmarshal(d.Asked, &out.Asked) // written by us
	return out
}

// Drill reads a drill and how each of its places stands.
func (a *App) Drill(ctx context.Context, account, course, id uuid.UUID) (DrillRun, error) {
	d, items, err := store.DrillOf(ctx, a.pool, account, course, id)
	if err != nil {
		return DrillRun{}, err
	}
	return runOf(d, items), nil
}

func runOf(d store.Drill, items []store.Item) DrillRun {
	out := DrillRun{Drill: drillView(d), Places: make([]Place, len(items))}
	for i, item := range items {
		out.Places[i] = Place{item.Position, item.Answered, item.Percent}
		if !item.Answered && out.Next == 0 {
			out.Next = item.Position
		}
	}
	return out
}

// DrillItem reads the question at a place of a drill.
func (a *App) DrillItem(ctx context.Context, account, course, drill uuid.UUID, position int) (DrillItem, error) {
	p, err := a.open(ctx, account, course, drill, position)
	if err != nil {
		return DrillItem{}, err
	}
	out := p.shown()
	if p.Given != nil {
		out.Feedback, err = p.feedback(ctx, *p.Given, p.Made)
	}
	return out, err
}

// placed is a question at a place of a drill, whole.
type placed struct {
	store.OpenPlace
	question  question.Question
	overrules []store.Overrule // the account's own marks of answers in words, the latest first
}

func (a *App) open(ctx context.Context, account, course, drill uuid.UUID, position int) (placed, error) {
	p, err := store.OpenPlaceOf(ctx, a.pool, account, course, drill, position)
	if err != nil {
		return placed{}, err
	}
	q, err := kind.Decode(p.Item.Body)
	if err != nil {
		return placed{}, err
	}
	out := placed{OpenPlace: p, question: q}
	if kind.Answers(q) == kind.Prose {
		out.overrules, err = store.OverrulesOf(ctx, a.pool, p.Scope, p.Item.QuestionID, p.Item.Version)
	}
	return out, err
}

// shown is the question without anything of its answer.
func (p placed) shown() DrillItem {
	q := p.question
	out := DrillItem{
		Position: p.Item.Position, Kind: q.Kind, Level: q.Level, Topic: p.Item.Topic, Verdict: proof.Verdict(p.Item.Verdict),
		Stem: q.Stem, Language: q.Language, Options: []ShownOption{}, About: q.Given, Figure: q.Figure, Nth: p.Item.Nth, Of: p.Item.Of,
	}
	shown := kind.Show(q)
	out.Unit, out.Matches, out.Rows = shown.Unit, offered(shown.Matches), list(shown.Rows)
	for _, id := range p.Item.Options {
		if o, ok := q.Option(id); ok {
			out.Options = append(out.Options, ShownOption{o.ID, o.Text})
		}
	}
	return out
}

// Answer marks a response to a place of a drill and keeps it. The first answer
// to a place is the one that counts; whatever is sent later gets its feedback.
func (a *App) Answer(ctx context.Context, account, course, drill uuid.UUID, position int, in Answer) (DrillItem, error) {
	p, err := a.open(ctx, account, course, drill, position)
	if err != nil {
		return DrillItem{}, err
	}
	response := in.Given.response()
	if in.Confidence == "no idea" {
		response = marking.Response{}
	} else if response.Empty() {
		return DrillItem{}, invalid("Nothing is chosen or typed; answer first, or say that you have no idea.")
	}
	result, err := p.mark(ctx, response)
	if err != nil {
		return DrillItem{}, err
	}
	r := store.Attempt{
		ID: in.ID, At: a.now(), SittingID: drill, Position: position, QuestionID: p.Item.QuestionID, Version: p.Item.Version,
		Verdict: p.Item.Verdict, Revision: p.Item.Revision, Response: mustJSON(response), Confidence: in.Confidence,
		Outof: cmp.Or(p.question.Marks, 1), Slip: result.Slip, Weight: 1, Seconds: in.Seconds,
	}
	r.Points = pointsOf(result.Result, r.Outof)
	if p.Less {
		r.Weight = ability.SeenWeight
	}
	given, made, err := store.AddAttempt(ctx, a.pool, p.Scope, r)
	if err != nil {
		return DrillItem{}, err
	}
	a.announce(course, "responses")
	out := p.shown()
	out.Feedback, err = p.feedback(ctx, given, made)
	return out, err
}

// pointsOf is what a mark is of so many points; nil where it is not marked.
func pointsOf(m marking.Result, outof float64) *float64 {
	if m.Unmarked {
		return nil
	}
	points := outof * float64(m.Percent) / 100
	return &points
}

// feedback is what is said after an answer that was given, whose slip was made so many times. What
// was given may be another answer than the one just sent, so that it is marked here.
func (p placed) feedback(ctx context.Context, given store.Attempt, made int) (*Feedback, error) {
	marked, err := p.marked(ctx, given)
	if err != nil {
		return nil, err
	}
	q, response := p.question, marked.response
	out := &Feedback{
		Question: p.Item.QuestionID,
		Unmarked: given.Points == nil, Confidence: given.Confidence, Key: q.Key, RightText: kind.KeyText(q), Whys: []OptionWhy{}, Worked: []string{},
		Explanation: q.Explanation, Evidence: []proof.Evidence{},
	}
	out.Given = Given{response.Options, response.Text, response.Blanks, response.Pairs, response.Cells}
	out.Says, out.Points, out.Doubtful, out.Own = marked.Feedback, list(marked.Points), marked.Doubtful, marked.own
	if percent := given.Percent(); percent != nil {
		out.Percent = *percent
	}
	for _, o := range q.Options {
		if o.Why != "" {
			out.Whys = append(out.Whys, OptionWhy{o.ID, o.Why})
		}
	}
	out.Worked = append(out.Worked, q.Worked...)
	if out.Evidence, err = evidence(q, p.Item.Findings); err != nil {
		return nil, err
	}
	if given.Slip != "" {
		out.Slip = &SlipMade{Name: slipName(given.Slip), Why: slipWhy(q, response, given.Slip), Made: made}
	}
	return out, nil
}

// slipName is what a slip is called, by its id.
func slipName(id string) string { return strings.ReplaceAll(id, "-", " ") }

// slipWhy says what went wrong on the way to the answer given.
func slipWhy(q question.Question, r marking.Response, slip string) string {
	for _, id := range r.Options {
		if o, ok := q.Option(id); ok {
			return o.Why
		}
	}
	for _, s := range q.Slips {
		if s.ID == slip {
			return s.Why
		}
	}
	return ""
}

// evidence is what the proof found in the sources, or, where it found nothing,
// what the question itself cites.
func evidence(q question.Question, findings json.RawMessage) ([]proof.Evidence, error) {
	var found []proof.Finding
	if err := json.Unmarshal(findings, &found); err != nil {
		return nil, fmt.Errorf("reading the findings of a question: %w", err)
	}
	out := []proof.Evidence{}
	for _, f := range found {
		if f.Check == "grounding" && f.Verdict == proof.Pass {
			out = append(out, f.Evidence...)
		}
	}
	if len(out) == 0 {
		for _, c := range q.Cites {
			out = append(out, proof.Evidence{Source: c.Source, Passage: c.Passage, Quote: c.Quote, Locator: c.Locator})
		}
	}
	return out, nil
}
