package app

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"slices"
	"strings"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"

	"zincowl/core/source"
	"zincowl/core/syllabus"
	"zincowl/store"
)

// SyllabusTopic is a node of the outline as a person writes it. It belongs to
// the nearest topic before it that is less deep.
type SyllabusTopic struct {
	ID    uuid.UUID        `json:"id,omitzero" required:"false" doc:"left out for a new topic"`
	Title string           `json:"title" maxLength:"200"`
	Depth int              `json:"depth,omitempty" required:"false" minimum:"0" maximum:"9"`
	Given *syllabus.Weight `json:"given,omitempty" required:"false" doc:"its weight as the outline says it"`
	CanDo []CanDo          `json:"can_do,omitempty" required:"false" nullable:"false" maxItems:"100"`
}

// CanDo is a can-do statement.
type CanDo struct {
	ID   uuid.UUID `json:"id,omitzero" required:"false" doc:"left out for a new one"`
	Text string    `json:"text" maxLength:"500"`
}

// Covers counts what the sources and the questions have on something.
type Covers struct {
	Passages int `json:"passages"`
	Easy     int `json:"easy" doc:"easy questions"`
	Medium   int `json:"medium"`
	Hard     int `json:"hard"`
}

// TopicView is a topic of the outline with its share of the marks and what
// covers it.
type TopicView struct {
	ID    uuid.UUID        `json:"id"`
	Title string           `json:"title"`
	Depth int              `json:"depth"`
	Given *syllabus.Weight `json:"given,omitempty"`
	Share syllabus.Share   `json:"share"`
	Covers
	CanDo []StatementView `json:"can_do" nullable:"false"`
}

// StatementView is a can-do statement with what covers it, and what past papers
// asked about it.
type StatementView struct {
	ID   uuid.UUID `json:"id"`
	Text string    `json:"text"`
	Covers
	Asked *syllabus.Asks `json:"asked,omitempty" doc:"its part of the past papers' marks"`
}

// Syllabus is the outline of a course. Version is that of the course.
type Syllabus struct {
	Version  int         `json:"version"`
	Topics   []TopicView `json:"topics" nullable:"false"`
	Nowhere  Covers      `json:"nowhere" doc:"what belongs to no topic"`
	Papers   []string    `json:"papers" nullable:"false" doc:"past papers among the sources"`
	Headings bool        `json:"headings" doc:"whether topics could be proposed from headings"`
}

// OutlineView is an outline as it was understood, before it is kept.
type OutlineView struct {
	Title     string          `json:"title"`
	Topics    []SyllabusTopic `json:"topics" nullable:"false"`
	Leftovers []OutlineLine   `json:"leftovers" nullable:"false"`
}

// OutlineLine is a line of an outline that became nothing.
type OutlineLine struct {
	Line int    `json:"line"`
	Text string `json:"text"`
	Why  string `json:"why"`
}

// Placed is a passage or a question with how it came to its topic.
type Placed struct {
	SourceID   *uuid.UUID      `json:"source_id,omitempty"`
	Passage    string          `json:"passage,omitempty"`
	QuestionID *uuid.UUID      `json:"question_id,omitempty"`
	Title      string          `json:"title" doc:"of the source or the question"`
	Text       string          `json:"text"`
	Locator    *source.Locator `json:"locator,omitempty"`
	Level      string          `json:"level,omitempty"`
	Sure       int             `json:"sure" doc:"per cent"`
	By         string          `json:"by" enum:"words,passage,person"`
}

// placedMost is how many passages and questions of a topic are listed.
const placedMost = 200

// Syllabus reads the outline of a course with what covers it.
func (a *App) Syllabus(ctx context.Context, account, course uuid.UUID) (Syllabus, error) {
	out := Syllabus{Topics: []TopicView{}, Papers: []string{}}
	err := a.read(ctx, account, course, anyMember, func(s store.Scope) error {
		c, err := store.CourseOf(ctx, a.pool, s)
		if err != nil {
			return err
		}
		topics, outline, err := a.outline(ctx, a.pool, s)
		if err != nil {
			return err
		}
		papers, err := pastPapers(ctx, a.pool, s)
		if err != nil {
			return err
		}
		covered, err := store.Coverage(ctx, a.pool, s)
		if err != nil {
			return err
		}
		sources, err := store.Sources(ctx, a.pool, s)
		if err != nil {
			return err
		}
		out.Version = c.Version
		for _, src := range sources {
			if src.Kind == paperKind {
				out.Papers = append(out.Papers, src.Title)
			} else {
				out.Headings = true
			}
		}
		asked := syllabus.WeighStatements(outline, papers)
		of := func(topic *uuid.UUID, statement *uuid.UUID) (sum Covers) {
			for _, c := range covered {
				if same(c.TopicID, topic) && (statement == nil || same(c.StatementID, statement)) {
					sum = Covers{sum.Passages + c.Passages, sum.Easy + c.Easy, sum.Medium + c.Medium, sum.Hard + c.Hard}
				}
			}
			return sum
		}
		out.Nowhere = of(nil, nil)
		for i, t := range topics {
			view := TopicView{ID: t.ID, Title: t.Title, Depth: t.Depth, Given: outline[i].Given, Covers: of(&t.ID, nil), CanDo: []StatementView{}}
			_ = json.Unmarshal(t.Share, &view.Share) // written by us
			for _, c := range outline[i].CanDo {
				id := uuid.MustParse(c.ID)
				said := StatementView{ID: id, Text: c.Text, Covers: of(&t.ID, &id)}
				if asks, ok := asked[c.ID]; ok {
					said.Asked = &asks
				}
				view.CanDo = append(view.CanDo, said)
			}
			out.Topics = append(out.Topics, view)
		}
		return nil
	})
	return out, err
}

// outline reads the topics of a course, and the same as the core knows them.
func (a *App) outline(ctx context.Context, db store.DB, s store.Scope) ([]store.Topic, []syllabus.Topic, error) {
	topics, err := store.Topics(ctx, db, s)
	if err != nil {
		return nil, nil, fmt.Errorf("reading the topics: %w", err)
	}
	statements, err := store.Statements(ctx, db, s)
	if err != nil {
		return nil, nil, fmt.Errorf("reading the statements: %w", err)
	}
	out := make([]syllabus.Topic, len(topics))
	for i, t := range topics {
		out[i] = syllabus.Topic{ID: t.ID.String(), Title: t.Title, Depth: t.Depth, Weight: t.Weight}
		if t.Given != nil {
			out[i].Given = &syllabus.Weight{Value: *t.Given, Unit: syllabus.Unit(t.Unit)}
		}
		for _, c := range statements {
			if c.TopicID == t.ID {
				out[i].CanDo = append(out[i].CanDo, syllabus.Statement{ID: c.ID.String(), Text: c.Text})
			}
		}
	}
	return topics, out, nil
}

// pastPapers are the past papers of a course as the core weighs them.
func pastPapers(ctx context.Context, db store.DB, s store.Scope) ([]syllabus.Paper, error) {
	asked, err := store.PastQuestions(ctx, db, s)
	if err != nil {
		return nil, fmt.Errorf("reading the past questions: %w", err)
	}
	var out []syllabus.Paper
	for _, q := range asked {
		if len(out) == 0 || out[len(out)-1].Title != q.Paper {
			out = append(out, syllabus.Paper{Title: q.Paper})
		}
		last := &out[len(out)-1]
		last.Questions = append(last.Questions, syllabus.Asked{Topic: text(q.TopicID), Statement: text(q.StatementID), Marks: q.Marks})
	}
	return out, nil
}

// text is an id as the core writes it; "" for none.
func text(id *uuid.UUID) string {
	if id == nil {
		return ""
	}
	return id.String()
}

// ReadOutline says how an outline is understood; nothing is kept. With a name
// the data are those of a file.
func (a *App) ReadOutline(ctx context.Context, account, course uuid.UUID, name string, data []byte) (OutlineView, error) {
	var out OutlineView
	err := a.read(ctx, account, course, owners, func(store.Scope) error {
		read := func() (syllabus.Outline, error) { return syllabus.Read(string(data)) }
		if name != "" {
			doc, err := a.document(ctx, FileOf(name, data), nil)
			if err != nil {
				return err
			}
			read = func() (syllabus.Outline, error) { return syllabus.FromDocument(doc) }
		}
		o, err := read()
		if errors.Is(err, syllabus.ErrNoOutline) {
			return invalid("No topic was found in this outline; write one topic on each line, with its weight behind it.")
		}
		out = outlineView(o)
		return err
	})
	return out, err
}

func outlineView(o syllabus.Outline) OutlineView {
	out := OutlineView{Title: o.Title, Topics: []SyllabusTopic{}, Leftovers: []OutlineLine{}}
	for _, t := range o.Topics {
		view := SyllabusTopic{Title: clip(t.Title, 200), Depth: min(t.Depth, 9), Given: t.Given, CanDo: []CanDo{}}
		for _, c := range t.CanDo[:min(len(t.CanDo), 100)] {
			view.CanDo = append(view.CanDo, CanDo{Text: clip(c.Text, 500)})
		}
		out.Topics = append(out.Topics, view)
	}
	for _, l := range o.Leftovers {
		out.Leftovers = append(out.Leftovers, OutlineLine(l))
	}
	return out
}

// clip cuts a text to a number of bytes at a whole word.
func clip(s string, most int) string {
	if len(s) <= most {
		return s
	}
	return strings.ToValidUTF8(s[:max(most/2, strings.LastIndexByte(s[:most], ' '))], "")
}

// ProposeOutline makes an outline of the headings of the sources; nothing is
// kept.
func (a *App) ProposeOutline(ctx context.Context, account, course uuid.UUID) (OutlineView, error) {
	var out OutlineView
	err := a.read(ctx, account, course, owners, func(s store.Scope) error {
		docs, _, err := a.documents(ctx, s)
		if err != nil {
			return err
		}
		var read []source.Document
		for _, d := range docs {
			read = append(read, d.doc)
		}
		topics := syllabus.Propose(read)
		if len(topics) == 0 {
			return invalid("The sources have no headings that could be topics; bring one that has, or write the topics.")
		}
		out = outlineView(syllabus.Outline{Topics: topics})
		return nil
	})
	return out, err
}

// checkOutline reads what a person wrote as an outline.
func checkOutline(topics []SyllabusTopic) ([]store.Topic, []store.Statement, error) {
	outline := make([]syllabus.Topic, len(topics))
	var list []store.Topic
	var statements []store.Statement
	for i, t := range topics {
		outline[i].Depth = t.Depth
	}
	syllabus.Straighten(outline)
	above := make([]string, 0, 10) // the topics that are open
	names := map[string]bool{}
	for i, t := range topics {
		title := strings.TrimSpace(t.Title)
		if title == "" {
			return nil, nil, invalid("Topic %d has no name; write one or take it out.", i+1)
		}
		above = append(above[:outline[i].Depth], strings.ToLower(title))
		if path := strings.Join(above, "\x00"); names[path] {
			return nil, nil, invalid("The topic %q stands there twice.", title)
		} else {
			names[path] = true
		}
		if t.ID == uuid.Nil {
			t.ID = uuid.New()
		}
		stored := store.Topic{ID: t.ID, Title: title, Depth: outline[i].Depth, Unit: string(syllabus.Marks)}
		if t.Given != nil {
			if !(t.Given.Value >= 0 && t.Given.Value <= 100_000) {
				return nil, nil, invalid("The weight of %q is not between 0 and 100,000.", title)
			}
			stored.Given, stored.Unit = &t.Given.Value, string(t.Given.Unit)
		}
		list = append(list, stored)
		for _, c := range t.CanDo {
			said := strings.TrimSpace(c.Text)
			if said == "" {
				continue
			}
			if c.ID == uuid.Nil {
				c.ID = uuid.New()
			}
			statements = append(statements, store.Statement{ID: c.ID, TopicID: t.ID, Text: said})
		}
	}
	return list, statements, nil
}

// ChangeSyllabus writes the outline of a course that was read at a version.
// Where its words changed, passages and questions are placed anew in the background,
// but for those that a person placed.
func (a *App) ChangeSyllabus(ctx context.Context, account, course uuid.UUID, topics []SyllabusTopic, version int) (Syllabus, error) {
	list, statements, err := checkOutline(topics)
	if err != nil {
		return Syllabus{}, err
	}
	err = a.revise(ctx, account, course, owners, func(tx pgx.Tx, s store.Scope) error {
		c, err := store.CourseOf(ctx, tx, s)
		if err != nil {
			return err
		}
		if err := store.ChangeCourse(ctx, tx, s, c, version); err != nil {
			return stale(err)
		}
		before, err := a.words(ctx, tx, s)
		if err != nil {
			return err
		}
		if err := store.SetSyllabus(ctx, tx, s, list, statements); err != nil {
			return err
		}
		after, err := a.words(ctx, tx, s)
		if err != nil {
			return err
		}
		if before != after {
			if err := store.Unsort(ctx, tx, s); err != nil {
				return err
			}
		}
		if err := a.weigh(ctx, tx, s); err != nil {
			return err
		}
		return store.Announce(ctx, tx, s, "course")
	})
	if err != nil {
		return Syllabus{}, err
	}
	return a.Syllabus(ctx, account, course)
}

// words is all that places by the outline: its topics and statements, with
// their ids, whatever their order and weights.
func (a *App) words(ctx context.Context, db store.DB, s store.Scope) (string, error) {
	_, outline, err := a.outline(ctx, db, s)
	var out strings.Builder
	for _, t := range outline {
		fmt.Fprintf(&out, "%s %s\n", t.ID, t.Title)
		for _, c := range t.CanDo {
			fmt.Fprintf(&out, "%s %s\n", c.ID, c.Text)
		}
	}
	return out.String(), err
}

// sorter learns the outline of a course from its words, its sources, which it
// gives too, and what persons decided, at a revision of the course. Passages that are
// not stored yet teach it as well.
func (a *App) sorter(ctx context.Context, s store.Scope, more ...[]source.Passage) (*syllabus.Sorter, []document, int64, error) {
	docs, revision, err := a.documents(ctx, s)
	if err != nil {
		return nil, nil, 0, err
	}
	_, outline, err := a.outline(ctx, a.pool, s)
	if err != nil {
		return nil, nil, 0, err
	}
	decided, err := store.DecidedByPersons(ctx, a.pool, s)
	if err != nil {
		return nil, nil, 0, fmt.Errorf("reading what persons placed: %w", err)
	}
	examples := make([]syllabus.Example, len(decided))
	for i, d := range decided {
		examples[i] = syllabus.Example{Text: d.Text, Topic: d.TopicID.String()}
	}
	for _, d := range docs {
		more = append(more, d.doc.Passages)
	}
	return syllabus.NewSorter(outline, examples, more...), docs, revision, nil
}

// placement is a place as it is stored. Words alone are never all sure.
func placement(p syllabus.Place) store.Placement {
	return store.Placement{TopicID: topicID(p.Topic), StatementID: topicID(p.Statement), By: "words", Sure: min(99, int(100*p.Sure))}
}

// sort gives the passages of all sources, and all questions, their places by their
// words; what a person placed stays. It is part of settling a course.
func (a *App) sort(ctx context.Context, s store.Scope) error {
	sorter, docs, revision, err := a.sorter(ctx, s)
	if err != nil {
		return err
	}
	sorted := make([]map[string]store.Placement, len(docs))
	for i, d := range docs {
		if err := ctx.Err(); err != nil {
			return err
		}
		sorted[i] = places(sorter, d.doc.Passages)
	}
	return pgx.BeginFunc(ctx, a.pool, func(tx pgx.Tx) error {
		if now, err := store.Revise(ctx, tx, s); err != nil {
			return err
		} else if now != revision+1 {
			return errMoved
		}
		for i, d := range docs {
			if err := store.PlacePassages(ctx, tx, s, d.id, sorted[i]); err != nil {
				return fmt.Errorf("placing the passages of %s: %w", d.doc.Title, err)
			}
		}
		if err := a.placeQuestions(ctx, tx, s, sorter); err != nil {
			return err
		}
		if err := a.weigh(ctx, tx, s); err != nil {
			return err
		}
		if err := store.Sorted(ctx, tx, s); err != nil {
			return err
		}
		return store.Announce(ctx, tx, s, "course")
	})
}

// places sorts the passages of a document.
func places(sorter *syllabus.Sorter, passages []source.Passage) map[string]store.Placement {
	out := map[string]store.Placement{}
	for id, at := range sorter.Sort(passages) {
		out[id] = placement(at)
	}
	return out
}

// placeQuestions gives questions their places: those drawn from a passage that
// of the passage, past questions by their words.
func (a *App) placeQuestions(ctx context.Context, tx pgx.Tx, s store.Scope, sorter *syllabus.Sorter) error {
	asked, err := store.AskedQuestions(ctx, tx, s)
	if err != nil {
		return fmt.Errorf("reading the questions: %w", err)
	}
	moved := make([]store.SortedQuestion, 0, len(asked))
	for _, q := range asked {
		at := store.Placement{By: "words"}
		words := q.Stem + "\n" + strings.Join(q.Options, "\n")
		place, ok := sorter.Of(words)
		switch {
		case !q.Paper && q.FromTopic != nil:
			at.TopicID, at.By, at.Sure = q.FromTopic, "passage", 100
			at.StatementID = topicID(sorter.Statement(q.FromTopic.String(), words))
		case q.Paper && ok:
			at = placement(place)
		}
		if at.Sure == q.Sure && at.By == q.By && same(at.TopicID, q.TopicID) && same(at.StatementID, q.StatementID) {
			continue
		}
		moved = append(moved, store.SortedQuestion{ID: q.ID, Placement: at})
	}
	if err := store.PlaceQuestions(ctx, tx, s, moved); err != nil {
		return fmt.Errorf("placing the questions: %w", err)
	}
	return nil
}

// weigh gives the topics their shares of the marks; those without a weight by
// the past papers.
func (a *App) weigh(ctx context.Context, tx pgx.Tx, s store.Scope) error {
	topics, outline, err := a.outline(ctx, tx, s)
	if err != nil {
		return err
	}
	papers, err := pastPapers(ctx, tx, s)
	if err != nil {
		return err
	}
	shares := make([]store.TopicShare, len(topics))
	for i, share := range syllabus.Weigh(outline, papers) {
		shares[i] = store.TopicShare{Topic: topics[i].ID, Weight: share.Own, Share: mustJSON(share)}
	}
	if err := store.SetShares(ctx, tx, s, shares); err != nil {
		return fmt.Errorf("weighing the topics: %w", err)
	}
	return nil
}

// withBelow are topics with all that stand below them.
func withBelow(topics []store.Topic, ids []uuid.UUID) []uuid.UUID {
	var out []uuid.UUID
	under := -1 // the depth of the topic asked for that is open
	for _, t := range topics {
		if under >= 0 && t.Depth <= under {
			under = -1
		}
		if under < 0 && slices.Contains(ids, t.ID) {
			under = t.Depth
		}
		if under >= 0 {
			out = append(out, t.ID)
		}
	}
	return out
}

// PlacedIn lists what belongs to a topic, or to none, least sure first.
func (a *App) PlacedIn(ctx context.Context, account, course uuid.UUID, topic *uuid.UUID) ([]Placed, error) {
	out := []Placed{}
	err := a.read(ctx, account, course, editors, func(s store.Scope) error {
		list, err := store.PlacedIn(ctx, a.pool, s, topic, placedMost)
		for _, p := range list {
			out = append(out, Placed{p.SourceID, p.Passage, p.QuestionID, p.Title, p.Text, p.Locator, p.Level, p.Sure, p.By})
		}
		return err
	})
	return out, err
}

// Belonging is where a person says that something belongs.
type Belonging struct {
	TopicID *uuid.UUID `json:"topic_id,omitempty" required:"false" doc:"left out for no topic"`
	ByWords bool       `json:"by_words,omitempty" required:"false" doc:"let its words decide again"`
}

// placement is that as it is stored.
func (b Belonging) placement() store.Placement {
	if b.ByWords {
		return store.Placement{By: "words"}
	}
	return store.Placement{TopicID: b.TopicID, By: "person", Sure: 100}
}

// PlacePassage gives a passage the topic that a person says; of a heading, also
// what stands below it. Questions drawn from it go along.
func (a *App) PlacePassage(ctx context.Context, account, course, id uuid.UUID, passage string, at Belonging) error {
	return a.revise(ctx, account, course, editors, func(tx pgx.Tx, s store.Scope) error {
		stored, err := store.Passages(ctx, tx, s, id)
		if err != nil {
			return err
		}
		ids := section(passages(stored), passage)
		if err := store.PlacePassage(ctx, tx, s, id, ids, at.placement()); err != nil {
			return err
		}
		if at.ByWords {
			return store.Unsort(ctx, tx, s)
		}
		if err := store.FollowPassages(ctx, tx, s, id, ids); err != nil {
			return err
		}
		return store.Announce(ctx, tx, s, "course")
	})
}

// section is a passage, or a heading with all that stands below it.
func section(list []source.Passage, id string) []string {
	out := []string{id}
	for i, p := range list {
		if p.ID != id || p.Kind != source.Heading {
			continue
		}
		depth := len(p.Locator.Heading)
		for _, next := range list[i+1:] {
			if next.Kind == source.Heading && len(next.Locator.Heading) <= depth {
				break
			}
			out = append(out, next.ID)
		}
	}
	return out
}

// PlaceQuestion gives a question the topic that a person says.
func (a *App) PlaceQuestion(ctx context.Context, account, course, id uuid.UUID, at Belonging) error {
	return a.write(ctx, account, course, editors, func(tx pgx.Tx, s store.Scope) error {
		if err := store.PlaceQuestion(ctx, tx, s, id, at.placement()); err != nil {
			return err
		}
		if at.ByWords {
			if err := store.Unsort(ctx, tx, s); err != nil {
				return err
			}
			return a.revised(ctx, tx, s)
		}
		if err := a.weigh(ctx, tx, s); err != nil { // it may be a past question
			return err
		}
		return store.Announce(ctx, tx, s, "course")
	})
}
