package app

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"slices"
	"strings"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"

	"zincowl/core/proof"
	"zincowl/core/question"
	"zincowl/core/writer"
	"zincowl/store"
)

// Brief is what is asked of the writer.
type Brief struct {
	Count   int                       `json:"count" minimum:"0" maximum:"500"`
	Levels  map[question.Level]int    `json:"levels,omitempty" required:"false"`
	Kinds   map[question.Kind]float64 `json:"kinds,omitempty" required:"false"`
	Topics  []uuid.UUID               `json:"topics,omitempty" required:"false" nullable:"false" maxItems:"600"`
	Sources []uuid.UUID               `json:"sources,omitempty" required:"false" nullable:"false" maxItems:"600"`
	Seed    uint64                    `json:"seed,omitempty" required:"false"`

	WordProblems *float64 `json:"word_problems,omitempty" required:"false" minimum:"0" maximum:"1" doc:"share told as stories, within each level"`
	Setting      string   `json:"setting,omitempty" required:"false" maxLength:"80" doc:"where stories happen: the works of a small hill town"`
	Lean         string   `json:"lean,omitempty" required:"false" maxLength:"200" doc:"words; what has one of them comes before others"`

	OtherUnknown *bool            `json:"other_unknown,omitempty" required:"false" doc:"whether formulas are asked for another unknown; they are unless it is false"`
	Cards        writer.CardBrief `json:"cards,omitzero" required:"false" doc:"beside the questions"`

	// A batch can begin at a question of the course, its passages or its topic.
	Like *uuid.UUID `json:"like,omitempty" required:"false"`
	Turn Turn       `json:"turn,omitempty" required:"false" enum:"again,harder,easier,more,elsewhere"`
}

// Turn is how a batch goes on from a question.
type Turn string

// The turns: another question on the same passages, one a level up or down, more of the same
// kind, level and topic, or the same skill told in another setting.
const (
	Again  Turn = "again"
	Harder Turn = "harder"
	Easier Turn = "easier"
	More   Turn = "more"

	Elsewhere Turn = "elsewhere"
)

// asked is the brief as the writer knows it, without topics and sources. What is written in
// words of one's own is drafted only where it is asked for: its marks are proposals.
func (b Brief) asked() writer.Brief {
	return writer.Brief{Count: b.Count, Levels: b.Levels, Kinds: b.Kinds, Seed: b.Seed, WordProblems: b.WordProblems, Setting: b.Setting, Lean: b.Lean, OtherUnknown: b.OtherUnknown, Cards: b.Cards, Without: []question.Kind{question.Short, question.Essay}}
}

// check says in a sentence what of a brief can't be done. It may ask for cards alone.
func (b Brief) check() error {
	if b.Count == 0 && b.Cards.Count > 0 {
		return b.Cards.Check()
	}
	return b.asked().Check()
}

// Bears is what the sources can bear of a topic.
type Bears struct {
	TopicID *uuid.UUID `json:"topic_id,omitempty"`
	Title   string     `json:"title"`
	Easy    Supply     `json:"easy"`
	Medium  Supply     `json:"medium"`
	Hard    Supply     `json:"hard"`
}

// Supply is how many questions there are of how many the sources can bear.
type Supply struct {
	Held int  `json:"held"`
	Can  int  `json:"can"`
	Many bool `json:"many" doc:"numbers can be drawn anew, so there is no end"`
}

// Batch is a batch as the page sees one.
type Batch struct {
	ID         uuid.UUID         `json:"id"`
	State      string            `json:"state" enum:"queued,running,done,failed,cancelled"`
	Wanted     int               `json:"wanted"`
	Drafted    int               `json:"drafted"`
	Cleared    int               `json:"cleared"`
	Worked     int               `json:"worked" doc:"their own task was done again, and their words were not read"`
	Held       int               `json:"held"`
	Faulted    int               `json:"faulted"`
	Unproven   int               `json:"unproven"`
	Cards      int               `json:"cards"`
	Declined   []writer.Declined `json:"declined"`
	Failure    string            `json:"failure,omitempty"`
	Returned   []Returned        `json:"returned,omitempty" nullable:"false" doc:"what the proof sent back, of one batch that is read; the latest places first"`
	Brief      Brief             `json:"brief"`
	CreatedAt  time.Time         `json:"created_at"`
	FinishedAt *time.Time        `json:"finished_at,omitempty"`
}

// Returned is a draft that the proof sent back, and for which something else was written.
type Returned struct {
	Place   int    `json:"place" doc:"of the batch, counted from 1"`
	Round   int    `json:"round"`
	Stem    string `json:"stem"`
	Level   string `json:"level"`
	Verdict string `json:"verdict"`
	Says    string `json:"says"`
}

// CanBear says what the sources can bear, topic by topic.
func (a *App) CanBear(ctx context.Context, account, course uuid.UUID) ([]Bears, error) {
	out := []Bears{}
	err := a.read(ctx, account, course, anyMember, func(s store.Scope) error {
		known, err := a.study(ctx, s)
		if err != nil {
			return err
		}
		topics, err := store.Topics(ctx, a.pool, s)
		if err != nil {
			return err
		}
		held, err := store.HeldQuestions(ctx, a.pool, s)
		if err != nil {
			return err
		}
		statements, err := store.Statements(ctx, a.pool, s)
		if err != nil {
			return err
		}
		practised := map[uuid.UUID]bool{}
		for _, c := range statements {
			practised[c.TopicID] = practised[c.TopicID] || writer.Practises(c.Text)
		}
		share := func(topic *uuid.UUID, level question.Level) Supply {
			n, many := known.material.Bears(text(topic), level)
			if topic != nil && practised[*topic] {
				n, many = n+1, true
			}
			out := Supply{Can: n, Many: many}
			for _, h := range held {
				if h.Level == string(level) && same(h.TopicID, topic) {
					out.Held = h.Count
					if many { // other numbers were drawn
						out.Can = max(n, h.Count)
					}
				}
			}
			return out
		}
		for i := range topics {
			id := &topics[i].ID
			out = append(out, Bears{id, topics[i].Title, share(id, question.Easy), share(id, question.Medium), share(id, question.Hard)})
		}
		if rest := (Bears{nil, "In no topic", share(nil, question.Easy), share(nil, question.Medium), share(nil, question.Hard)}); rest.Easy.Can+rest.Medium.Can+rest.Hard.Can > 0 {
			out = append(out, rest)
		}
		return nil
	})
	return out, err
}

func same(a, b *uuid.UUID) bool {
	return a == nil && b == nil || a != nil && b != nil && *a == *b
}

// StartBatch asks for a batch. The page chooses its id, so that asking twice
// makes one.
func (a *App) StartBatch(ctx context.Context, account, course, id uuid.UUID, b Brief) (Batch, error) {
	if b.Seed == 0 {
		b.Seed = uint64(a.now().UnixNano())
	}
	if b.Setting = strings.TrimSpace(b.Setting); strings.ContainsAny(b.Setting, "0123456789.?!;:<>$\n") {
		return Batch{}, invalid("The setting %q can't stand in a sentence; name a place in a few words without numbers and stops, such as “the works of a small hill town”.", b.Setting)
	}
	if err := b.check(); err != nil {
		return Batch{}, invalid("%s", err)
	}
	err := a.write(ctx, account, course, editors, func(tx pgx.Tx, s store.Scope) error {
		if _, err := store.BatchState(ctx, tx, s, id); err == nil {
			return nil // asked for before
		}
		err := store.OfCourse(ctx, tx, s, b.Topics, b.Sources)
		if errors.Is(err, ErrNotFound) {
			return invalid("A topic or source of this brief is not among those of the course; load the page again and choose anew.")
		}
		if err != nil {
			return err
		}
		if b.Like != nil {
			if _, err := store.QuestionOf(ctx, tx, s, *b.Like); errors.Is(err, ErrNotFound) {
				return invalid("The question that this batch should begin at is not in this course; load the page again.")
			} else if err != nil {
				return err
			}
		}
		if err := a.roomToDraft(ctx, tx, s); err != nil {
			return err
		}
		sources, err := store.Sources(ctx, tx, s)
		if err != nil {
			return err
		}
		var skills []writer.Skill
		if len(sources) == 0 {
			if skills, err = a.skills(ctx, tx, s); err != nil {
				return err
			}
		}
		practised := slices.ContainsFunc(skills, func(k writer.Skill) bool { return writer.Practises(k.Statement) })
		if len(sources) == 0 && !practised {
			return invalid("There is nothing to draw from yet; bring a source first.")
		}
		fresh, err := store.AddBatch(ctx, tx, s, id, mustJSON(b), b.Count, a.now())
		if err != nil || !fresh {
			return err
		}
		if err := a.queue.Wake(ctx, tx, account); err != nil {
			return fmt.Errorf("queueing the batch: %w", err)
		}
		return store.Announce(ctx, tx, s, "batches")
	})
	if err != nil {
		return Batch{}, err
	}
	return a.Batch(ctx, account, course, id)
}

// Batch reads one batch.
func (a *App) Batch(ctx context.Context, account, course, id uuid.UUID) (Batch, error) {
	var out Batch
	err := a.read(ctx, account, course, anyMember, func(s store.Scope) error {
		b, err := store.BatchOf(ctx, a.pool, s, id)
		if err != nil {
			return err
		}
		out = batchView(b)
		back, err := store.SentBack(ctx, a.pool, s, id, 60)
		for _, r := range back {
			out.Returned = append(out.Returned, Returned(r))
		}
		return err
	})
	return out, err
}

// Batches lists the latest batches, newest first.
func (a *App) Batches(ctx context.Context, account, course uuid.UUID) ([]Batch, error) {
	out := []Batch{}
	err := a.read(ctx, account, course, anyMember, func(s store.Scope) error {
		stored, err := store.Batches(ctx, a.pool, s, 20)
		for _, b := range stored {
			out = append(out, batchView(b))
		}
		return err
	})
	return out, err
}

func batchView(b store.Batch) Batch {
	out := Batch{ID: b.ID, State: b.State, Wanted: b.Wanted, Drafted: b.Drafted, Cleared: b.Cleared, Worked: b.Worked, Held: b.Held, Faulted: b.Faulted, Unproven: b.Unproven, Cards: b.Cards,
		Declined: []writer.Declined{}, Failure: b.Failure, CreatedAt: b.CreatedAt, FinishedAt: b.FinishedAt}
	_ = json.Unmarshal(b.Declined, &out.Declined) // written by us
	_ = json.Unmarshal(b.Brief, &out.Brief)
	return out
}

// CancelBatch stops a batch; what is drafted stays.
func (a *App) CancelBatch(ctx context.Context, account, course, id uuid.UUID) (Batch, error) {
	err := a.write(ctx, account, course, editors, func(tx pgx.Tx, s store.Scope) error {
		if _, err := store.BatchState(ctx, tx, s, id); err != nil {
			return err
		}
		if err := store.EndBatch(ctx, tx, s, id, "cancelled", json.RawMessage("[]"), "", a.now()); err != nil {
			return err
		}
		return store.Announce(ctx, tx, s, "batches")
	})
	if err != nil {
		return Batch{}, err
	}
	return a.Batch(ctx, account, course, id)
}

var (
	errCancelled = errors.New("cancelled")
	errEnough    = errors.New("all that was wanted is drafted")
)

// RunBatch drafts and proofs a batch, question by question, as the worker. Run
// again after a stop it goes on where it was: the same seed writes the same
// questions, and those stored before are recognised.
func (a *App) RunBatch(ctx context.Context, account, course, id uuid.UUID) error {
	s, err := enter(ctx, a.pool, account, course, editors)
	if errors.Is(err, ErrNotFound) || errors.Is(err, ErrForbidden) {
		return store.AbandonBatch(ctx, a.pool, id, "Whoever asked for this batch may not draft in this course any more; what was drafted is kept.", a.now())
	}
	if err != nil {
		return err
	}
	if err := store.StartBatch(ctx, a.pool, s, id); err != nil {
		if errors.Is(err, ErrNotFound) {
			return nil // ended before it began
		}
		return err
	}
	if err := store.Announce(ctx, a.pool, s, "batches"); err != nil {
		return err
	}
	declined, err := a.draft(ctx, s, id)
	for errors.Is(err, errMoved) { // from what the sources say now
		declined, err = a.draft(ctx, s, id)
	}
	if errors.Is(err, errCancelled) {
		return nil
	}
	if err != nil {
		return fmt.Errorf("drafting batch %s: %w", id, err)
	}
	// What was drafted before a stop counts, also where the sources have changed
	// since and the same seed writes something else.
	_, left, err := store.BatchRoom(ctx, a.pool, s, id)
	if err != nil {
		return err
	}
	declined = list(declined[:min(len(declined), max(0, left))])
	if err := store.EndBatch(ctx, a.pool, s, id, "done", mustJSON(declined), "", a.now()); err != nil {
		return err
	}
	return store.Announce(ctx, a.pool, s, "batches")
}

// FailBatch records that a batch can't be drafted.
func (a *App) FailBatch(ctx context.Context, id uuid.UUID) error {
	return store.AbandonBatch(ctx, a.pool, id, "The batch stopped because of a fault of the program; what was drafted is kept. Ask for it again.", a.now())
}

func (a *App) draft(ctx context.Context, s store.Scope, id uuid.UUID) ([]writer.Declined, error) {
	known, err := a.study(ctx, s)
	if err != nil {
		return nil, err
	}
	stored, err := store.BatchOf(ctx, a.pool, s, id)
	if err != nil {
		return nil, err
	}
	brief := batchView(stored).Brief
	want := brief.asked()
	topics, err := store.Topics(ctx, a.pool, s)
	if err != nil {
		return nil, err
	}
	for _, t := range withBelow(topics, brief.Topics) {
		want.Topics = append(want.Topics, t.String())
	}
	if len(brief.Topics) > 0 && len(want.Topics) == 0 {
		return []writer.Declined{{Slot: counted(brief.Count, "question"), Why: "The topics that this batch was asked for are no longer in the outline; ask for others."}}, nil
	}
	if want.Skills, err = a.skills(ctx, a.pool, s); err != nil {
		return nil, err
	}
	if brief.Like != nil {
		if says, err := a.like(ctx, s, brief, &want); err != nil {
			return nil, err
		} else if says != "" {
			return []writer.Declined{{Slot: counted(brief.Count, "question"), Why: says}}, nil
		}
	}
	papers, err := a.papersAmong(ctx, s, brief.Sources)
	if err != nil {
		return nil, err
	}
	for _, src := range brief.Sources {
		if !slices.Contains(papers, src) { // whose questions are models
			want.From = append(want.From, writer.From{Source: src.String()})
		}
	}
	if want.Like, err = a.models(ctx, s, papers); err != nil {
		return nil, err
	}
	if want.Avoid, err = store.FingerprintsBefore(ctx, a.pool, s, id); err != nil {
		return nil, err
	}
	if err := a.makeCards(ctx, s, id, want, known); err != nil || brief.Count == 0 {
		return nil, err
	}
	before := map[string]bool{} // and not those that this batch drafted before a stop
	for _, id := range want.Avoid {
		before[id] = true
	}
	ordinal := 0
	beside := proof.NewBatch(nil)
	declined, err := writer.Draft(ctx, known.material, want, func(q question.Question) error {
		ordinal++
		had, err := a.nearly(ctx, s, uuid.Nil, q)
		if err != nil {
			return err
		}
		had = slices.DeleteFunc(had, func(o question.Question) bool { return !before[o.ID] })
		with := beside.With(had, q)
		if err := a.keepDraft(ctx, s, id, ordinal, q, known, with); err != nil {
			return err
		}
		beside = with
		return nil
	})
	if errors.Is(err, errEnough) {
		err = nil
	}
	return declined, err
}

// settings are places where stories can happen that their sources do not speak of.
var settings = []string{"the works of a small hill town", "a pumping station on an island", "a mobile plant on a building site", "the waterworks of a harbour", "a mine with a supply of its own", "the training hall of a school"}

// elsewhere is a setting that a question is not told in.
func elsewhere(q question.Question, seed uint64) string {
	for i := range settings {
		if place := settings[(seed+uint64(i))%uint64(len(settings))]; !strings.Contains(q.Stem, place) {
			return place
		}
	}
	return settings[0]
}

// papersAmong are those of some sources that are past papers.
func (a *App) papersAmong(ctx context.Context, s store.Scope, named []uuid.UUID) ([]uuid.UUID, error) {
	if len(named) == 0 {
		return nil, nil
	}
	sources, err := store.Sources(ctx, a.pool, s)
	if err != nil {
		return nil, fmt.Errorf("reading the sources of a brief: %w", err)
	}
	var out []uuid.UUID
	for _, src := range sources {
		if src.Kind == paperKind && slices.Contains(named, src.ID) {
			out = append(out, src.ID)
		}
	}
	return out, nil
}

// models are the questions of past papers that a batch should be like.
func (a *App) models(ctx context.Context, s store.Scope, papers []uuid.UUID) ([]question.Question, error) {
	if len(papers) == 0 {
		return nil, nil
	}
	stored, err := store.QuestionsFrom(ctx, a.pool, s, papers, mostModels)
	if err != nil {
		return nil, fmt.Errorf("reading the questions to be like: %w", err)
	}
	out := make([]question.Question, len(stored))
	for i, b := range stored {
		if err := json.Unmarshal(b.Body, &out[i]); err != nil {
			return nil, fmt.Errorf("reading the questions to be like: %w", err)
		}
		out[i].Topic, out[i].Level = "", question.Level(b.Level)
		if b.TopicID != nil {
			out[i].Topic = b.TopicID.String()
		}
	}
	return out, nil
}

// mostModels is how many past questions a batch is modelled on.
const mostModels = 500

// like makes a brief go on from a question, as it is now. It says why that can't be done, where
// it can't.
func (a *App) like(ctx context.Context, s store.Scope, b Brief, want *writer.Brief) (says string, err error) {
	from, err := store.QuestionOf(ctx, a.pool, s, *b.Like)
	if errors.Is(err, ErrNotFound) {
		return "The question that this batch should begin at is no longer in the course.", nil
	}
	if err != nil {
		return "", fmt.Errorf("reading the question to begin at: %w", err)
	}
	version, err := store.VersionOf(ctx, a.pool, s, from.ID, from.Version)
	if err != nil {
		return "", fmt.Errorf("reading the question to begin at: %w", err)
	}
	var q question.Question
	if err := json.Unmarshal(version.Body, &q); err != nil {
		return "", fmt.Errorf("reading the question to begin at: %w", err)
	}
	level := slices.Index(question.Levels, question.Level(from.Level))
	switch b.Turn {
	case Harder:
		level++
	case Easier:
		level--
	}
	if level < 0 || level >= len(question.Levels) {
		return fmt.Sprintf("Nothing is %s than %s; ask for another take or for more of these.", b.Turn, from.Level), nil
	}
	if b.Turn == Elsewhere && q.Model == nil {
		return "Only questions with numbers are told in a setting; ask for another take.", nil
	}
	want.Levels = map[question.Level]int{question.Levels[level]: want.Count}
	if slices.Contains(want.Without, q.Kind) {
		want.Without = nil // it was asked for before
	}
	var places []writer.Place
	for _, c := range q.Cites {
		places = append(places, writer.Place{Source: c.Source, Passage: c.Passage})
	}
	switch {
	case b.Turn == Elsewhere:
		want.Kinds, want.Only = map[question.Kind]float64{q.Kind: 1}, places
		told := 1.0
		want.WordProblems, want.Setting = &told, elsewhere(q, want.Seed)
	case b.Turn == More:
		want.Kinds = map[question.Kind]float64{q.Kind: 1}
	case b.Turn == Again && len(places) > 0:
		want.Only = places
	default: // where the passage bears none of that level, its topic may
		want.Near = places
	}
	if from.TopicID != nil && len(want.Only) == 0 {
		want.Topics = []string{from.TopicID.String()}
	}
	return "", nil
}

// skills are the can-do statements of a course, for which exercises are written.
func (a *App) skills(ctx context.Context, db store.DB, s store.Scope) ([]writer.Skill, error) {
	statements, err := store.Statements(ctx, db, s)
	if err != nil {
		return nil, fmt.Errorf("reading the statements: %w", err)
	}
	var out []writer.Skill
	for _, c := range statements {
		out = append(out, writer.Skill{Statement: c.Text, Topic: c.TopicID.String()})
	}
	return out, nil
}

// keepDraft proofs one draft beside those of its batch and stores it in the bank, unseen. What is neither cleared nor
// worked out is not kept: another is written in its place.
func (a *App) keepDraft(ctx context.Context, s store.Scope, batch uuid.UUID, ordinal int, q question.Question, known study, beside *proof.Batch) error {
	version, report, err := examined(ctx, q, known, beside)
	if err != nil {
		return err
	}
	if !report.Verdict.Sound() {
		back := store.Returned{Stem: q.Stem, Level: string(q.Level), Verdict: string(report.Verdict), Says: objection(report)}
		if err := store.SendBack(ctx, a.pool, s, batch, q.ID, back, rounds); err != nil {
			return fmt.Errorf("keeping what was sent back: %w", err)
		}
		return writer.ErrUnsound
	}
	fresh := store.NewQuestion{Fingerprint: q.ID, Version: version}
	fresh.ID = uuid.New()
	fresh.BatchID, fresh.Ordinal, fresh.State = &batch, ordinal, "bank"
	fresh.Kind, fresh.Level, fresh.Title = string(q.Kind), string(q.Level), q.Title
	if fresh.TopicID = topicID(q.Topic); fresh.TopicID != nil {
		fresh.By, fresh.Sure = "passage", 100
	}
	fresh.Cites = citedPassages(q)
	return pgx.BeginFunc(ctx, a.pool, func(tx pgx.Tx) error {
		if err := held(ctx, tx, s, known.revision); err != nil {
			return err
		}
		state, left, err := store.BatchRoom(ctx, tx, s, batch)
		if err != nil {
			return err
		}
		if state != "running" {
			return errCancelled
		}
		if left <= 0 {
			return errEnough
		}
		added, err := store.AddQuestion(ctx, tx, s, fresh, a.now())
		if err != nil {
			return err
		}
		if !added { // drafted by this batch before a stop, or by another at the same time
			if own, err := store.HasQuestion(ctx, tx, s, batch, fresh.Fingerprint); err != nil || own {
				return err
			}
			return writer.ErrTaken
		}
		return store.Announce(ctx, tx, s, "batches")
	})
}

// rounds is how many drafts that the proof sent back are kept for one place of a batch.
const rounds = 3

// objection is what of a proof speaks against a question, in a sentence.
func objection(r proof.Report) string {
	for _, verdict := range []proof.Outcome{proof.Fail, proof.Unsure} {
		for _, f := range r.Findings {
			if f.Verdict == verdict {
				return strings.TrimRight(f.Title, ".") + ": " + f.Says
			}
		}
	}
	return "Nothing in the sources shows the key right."
}

func topicID(text string) *uuid.UUID {
	id, err := uuid.Parse(text)
	if err != nil {
		return nil
	}
	return &id
}

func citedPassages(q question.Question) []store.CitedPassage {
	var out []store.CitedPassage
	for _, c := range q.Cites {
		if id, err := uuid.Parse(c.Source); err == nil {
			out = append(out, store.CitedPassage{Source: id, Passage: c.Passage})
		}
	}
	return out
}
