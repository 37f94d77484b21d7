package app

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"math"
	"slices"
	"strings"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"

	"zincowl/core/kind"
	"zincowl/core/maths/figure"
	"zincowl/core/proof"
	"zincowl/core/question"
	"zincowl/core/split"
	"zincowl/store"
)

// BenchItem is a question as the bench lists it: nothing of its answer.
type BenchItem struct {
	ID        uuid.UUID      `json:"id"`
	TopicID   *uuid.UUID     `json:"topic_id,omitempty"`
	Title     string         `json:"title"`
	Verdict   proof.Verdict  `json:"verdict" enum:"cleared,worked,held,faulted,unproven"`
	State     string         `json:"state" enum:"bench,bank,dropped"`
	Kept      bool           `json:"kept" doc:"by a person, although not cleared"`
	Uncovered bool           `json:"uncovered" doc:"the account saw its key, and it rests"`
	Version   int            `json:"version"`
	Kind      question.Kind  `json:"kind"`
	Level     question.Level `json:"level" enum:"easy,medium,hard"`
}

// Benched is a question on the bench. Until it is uncovered it shows what a
// candidate would see, and no more.
type Benched struct {
	BenchItem
	Stem       string             `json:"stem"`
	Unit       string             `json:"unit,omitempty" doc:"that a typed number is asked in"`
	Options    []ShownOption      `json:"options" nullable:"false"`
	Matches    []ShownOption      `json:"matches" nullable:"false" doc:"the right side, of a match"`
	Rows       [][]string         `json:"rows" nullable:"false" doc:"of a table, with empty cells to be filled in"`
	About      *question.Stimulus `json:"about,omitempty" doc:"what it is asked about"`
	Figure     *figure.Figure     `json:"figure,omitempty" doc:"a drawing of it"`
	From       string             `json:"from" doc:"who wrote it: writer, endpoint, import or person"`
	Proof      string             `json:"proof" doc:"which proof counts; a correction is accepted as this one showed it"`
	Correction bool               `json:"correction" doc:"the proof knows what is right instead"`
	Challenged bool               `json:"challenged" doc:"its key was challenged, and a person has to decide"`
	RestsUntil *time.Time         `json:"rests_until,omitempty"`
	Revealed   *RevealedProof     `json:"revealed,omitempty"`
}

// ShownOption is an option as a candidate sees it.
type ShownOption struct {
	ID   string `json:"id"`
	Text string `json:"text"`
}

// offered are options as a candidate sees them.
func offered(options []question.Option) []ShownOption {
	out := make([]ShownOption, len(options))
	for i, o := range options {
		out[i] = ShownOption{o.ID, o.Text}
	}
	return out
}

// RevealedProof is what stays covered until it is asked for.
type RevealedProof struct {
	Question question.Question  `json:"question"`
	Findings []proof.Finding    `json:"findings" nullable:"false"`
	Mend     *question.Question `json:"mend,omitempty"`
	Ratings  *proof.Ratings     `json:"ratings,omitempty" doc:"none where earlier checks made the proof"`
}

// Edit is what a person may change of a question.
type Edit struct {
	Stem    string         `json:"stem" maxLength:"4000"`
	Level   question.Level `json:"level" enum:"easy,medium,hard"`
	TopicID *uuid.UUID     `json:"topic_id,omitempty" required:"false"`
	Options []ShownOption  `json:"options" nullable:"false" maxItems:"20"`
	Matches []ShownOption  `json:"matches,omitempty" required:"false" nullable:"false" maxItems:"20" doc:"the right side, of a match"`
	Rows    [][]string     `json:"rows,omitempty" required:"false" nullable:"false" maxItems:"60" doc:"of a table"`
	Key     question.Key   `json:"key"`
}

// Bench lists what waits to be judged, then what else the newest batch brought.
func (a *App) Bench(ctx context.Context, account, course uuid.UUID) ([]BenchItem, error) {
	out := []BenchItem{}
	err := a.read(ctx, account, course, editors, func(s store.Scope) error {
		list, err := store.Bench(ctx, a.pool, s)
		for _, q := range list {
			out = append(out, a.benchItem(q))
		}
		return err
	})
	return out, err
}

func (a *App) benchItem(q store.Question) BenchItem {
	return BenchItem{
		ID: q.ID, TopicID: q.TopicID, Title: q.Title, Verdict: proof.Verdict(q.Verdict), State: q.State, Kept: q.Kept,
		Uncovered: a.rests(q), Version: q.Version, Kind: question.Kind(q.Kind), Level: question.Level(q.Level),
	}
}

// rests says whether the account saw the question's key less than store.Rest
// ago.
func (a *App) rests(q store.Question) bool {
	return q.Uncovered != nil && q.Uncovered.After(a.now().Add(-store.Rest))
}

// Question opens a question on the bench.
func (a *App) Question(ctx context.Context, account, course, id uuid.UUID) (Benched, error) {
	var out Benched
	err := a.read(ctx, account, course, editors, func(s store.Scope) (err error) {
		out, err = a.benched(ctx, a.pool, s, id)
		return err
	})
	return out, err
}

func (a *App) benched(ctx context.Context, db store.DB, s store.Scope, id uuid.UUID) (Benched, error) {
	stored, err := store.QuestionOf(ctx, db, s, id)
	if err != nil {
		return Benched{}, err
	}
	v, err := store.VersionOf(ctx, db, s, id, stored.Version)
	if err != nil {
		return Benched{}, err
	}
	q, err := kind.Decode(v.Body)
	if err != nil {
		return Benched{}, err
	}
	out := Benched{BenchItem: a.benchItem(stored), Stem: q.Stem, About: q.Given, Figure: q.Figure, From: q.Origin.By, Proof: v.Name()}
	shown := kind.Show(q)
	out.Unit, out.Options, out.Matches, out.Rows = shown.Unit, offered(shown.Options), offered(shown.Matches), list(shown.Rows)
	mend, err := mendOf(v)
	if err != nil {
		return Benched{}, err
	}
	out.Correction = mend != nil
	if out.Challenged, err = store.Awaits(ctx, db, s, id); err != nil {
		return Benched{}, err
	}
	if !out.Uncovered {
		return out, nil
	}
	until := stored.Uncovered.Add(store.Rest)
	out.RestsUntil = &until
	out.Revealed = &RevealedProof{Question: q, Mend: mend}
	if out.Revealed.Findings, err = findingsOf(v); err != nil {
		return Benched{}, err
	}
	out.Revealed.Ratings, err = a.rated(ctx, db, s, stored, v)
	return out, err
}

// rated are the ratings stored with a proof, by the level and the place that the question
// has now: both may change without another proof.
func (a *App) rated(ctx context.Context, db store.DB, s store.Scope, q store.Question, v store.Version) (*proof.Ratings, error) {
	var r *proof.Ratings
	if err := json.Unmarshal(v.Ratings, &r); err != nil {
		return nil, fmt.Errorf("reading the ratings of a question: %w", err)
	}
	if r == nil {
		return nil, nil
	}
	*r = r.Claiming(question.Level(q.Level))
	topics, outline, err := a.outline(ctx, db, s)
	if err != nil || len(topics) == 0 {
		return r, err
	}
	serves := proof.Serves{}
	for i, t := range topics {
		if q.TopicID == nil || t.ID != *q.TopicID {
			continue
		}
		serves = proof.Serves{Topic: t.Title, Share: math.Round(10*t.Weight) / 10, Statements: len(outline[i].CanDo)}
		for _, c := range outline[i].CanDo {
			if q.StatementID != nil && c.ID == q.StatementID.String() {
				serves.Statement = c.Text
			}
		}
	}
	*r = r.Serving(serves)
	return r, nil
}

// findingsOf are the findings stored with a version.
func findingsOf(v store.Version) ([]proof.Finding, error) {
	var out []proof.Finding
	if err := json.Unmarshal(v.Findings, &out); err != nil {
		return nil, fmt.Errorf("reading the findings of a question: %w", err)
	}
	return out, nil
}

// mendOf is the correction stored with a version, or nil.
func mendOf(v store.Version) (*question.Question, error) {
	if len(v.Mend) == 0 || string(v.Mend) == "null" {
		return nil, nil
	}
	mend, err := kind.Decode(v.Mend)
	return &mend, err
}

// Uncover shows a question's key, reasons and findings. The question then rests
// for the account.
func (a *App) Uncover(ctx context.Context, account, course, id uuid.UUID) (Benched, error) {
	var out Benched
	err := a.write(ctx, account, course, editors, func(tx pgx.Tx, s store.Scope) error {
		_, err := store.Uncover(ctx, tx, s, a.now(), id)
		if err != nil {
			return err
		}
		if out, err = a.benched(ctx, tx, s, id); err != nil {
			return err
		}
		return store.Announce(ctx, tx, s, "bench")
	})
	return out, err
}

// Judge moves a question to the bank, back to the bench or out, as the person
// saw it at a version. One that is not cleared is kept under their name.
func (a *App) Judge(ctx context.Context, account, course, id uuid.UUID, state string, version int) (Benched, error) {
	return a.change(ctx, account, course, id, func(tx pgx.Tx, s store.Scope, q store.Question) error {
		kept := state == "bank" && !proof.Verdict(q.Verdict).Sound()
		if kept && proof.Verdict(q.Verdict) == proof.Faulted {
			return invalid("This question is shown to be wrong, so it can't be kept; accept the correction, edit it or drop it.")
		}
		if state == "bank" {
			if err := a.askable(ctx, tx, s, id, version); err != nil {
				return err
			}
		}
		return stale(store.SetState(ctx, tx, s, id, version, state, kept))
	})
}

// askable says what keeps a question from being asked in a drill.
func (a *App) askable(ctx context.Context, tx pgx.Tx, s store.Scope, id uuid.UUID, version int) error {
	q, err := a.bodyAt(ctx, tx, s, id, version)
	if err == nil && q.Key.Empty() {
		err = invalid("This question has no key, so it can't be drilled; edit it and say what is right.")
	}
	return err
}

// EditQuestion writes a new version of a question and proofs it. Who edits has
// seen the key.
func (a *App) EditQuestion(ctx context.Context, account, course, id uuid.UUID, e Edit, version int) (Benched, error) {
	return a.rewrite(ctx, account, course, id, version, func(v store.Version) (question.Question, error) {
		q, err := kind.Decode(v.Body)
		if err != nil {
			return q, err
		}
		q = e.applied(q)
		if err := kind.Validate(q); err != nil {
			return q, invalid("%s", err.Error())
		}
		return q, nil
	}, func(tx pgx.Tx, s store.Scope) error {
		if e.TopicID != nil {
			if err := store.OfCourse(ctx, tx, s, []uuid.UUID{*e.TopicID}, nil); err != nil {
				return err
			}
		}
		_, err := store.Uncover(ctx, tx, s, a.now(), id)
		return err
	})
}

// Written is a question that a person writes.
type Written struct {
	Kind question.Kind `json:"kind"`
	Edit
}

// WriteQuestion proofs a question that a person wrote and stores it: cleared, it goes
// to the bank, where it rests for whoever wrote it. The page chooses its id, so that
// sending twice makes one.
func (a *App) WriteQuestion(ctx context.Context, account, course, id uuid.UUID, w Written) (Benched, error) {
	q := w.applied(question.Question{Kind: w.Kind, Origin: question.Origin{By: "person"}})
	q.Title, q.ID = split.Title(q.Stem), kind.Identify(q)
	if err := kind.Validate(q); err != nil {
		return Benched{}, invalid("%s", err.Error())
	}
	s, err := enter(ctx, a.pool, account, course, editors)
	if err != nil {
		return Benched{}, err
	}
	var out Benched
	err = a.proofed(ctx, s, id, q, func(tx pgx.Tx, s store.Scope, v store.Version, state string) error {
		fresh := store.NewQuestion{Fingerprint: q.ID, Version: v}
		fresh.ID, fresh.State, fresh.Kind, fresh.Level, fresh.Title = id, state, string(q.Kind), string(q.Level), q.Title
		if fresh.TopicID = w.TopicID; fresh.TopicID != nil {
			fresh.By, fresh.Sure = "person", 100
			if err := store.OfCourse(ctx, tx, s, []uuid.UUID{*w.TopicID}, nil); err != nil {
				return err
			}
		}
		added, err := store.AddQuestion(ctx, tx, s, fresh, a.now())
		if err != nil {
			return err
		}
		out, err = a.changed(ctx, tx, s, id, func(store.Question) error {
			if !added {
				return nil // sent before
			}
			_, err := store.Uncover(ctx, tx, s, a.now(), id)
			return err
		})
		if !added && errors.Is(err, ErrNotFound) {
			return invalid("The course has this question already.")
		}
		return err
	})
	return out, err
}

// SetAside keeps a person's reason for which a finding does not count, in a proof of its
// own: what nothing else objects to is unproven then, and can be kept under their name.
func (a *App) SetAside(ctx context.Context, account, course, id uuid.UUID, version int, shown string, finding int, reason string) (Benched, error) {
	reason = strings.TrimSpace(reason)
	if reason == "" {
		return Benched{}, invalid("Say in a few words why the finding does not count.")
	}
	return a.change(ctx, account, course, id, func(tx pgx.Tx, s store.Scope, q store.Question) error {
		v, err := store.VersionOf(ctx, tx, s, id, version)
		if err != nil {
			return stale(err)
		}
		if v.Name() != shown || q.Version != version {
			return ErrStale // proofed again since it was shown
		}
		findings, err := findingsOf(v)
		if err != nil {
			return err
		}
		if finding < 0 || finding >= len(findings) || findings[finding].Verdict != proof.Fail && findings[finding].Verdict != proof.Unsure {
			return invalid("Only a finding that objects can be set aside.")
		}
		by, err := store.NameOf(ctx, tx, s)
		if err != nil {
			return err
		}
		findings[finding].Aside = &proof.Aside{By: by, Reason: reason}
		left := proof.WithoutAsides(findings)
		if _, err := store.Uncover(ctx, tx, s, a.now(), id); err != nil { // who reads findings has seen the key
			return err
		}
		body, err := kind.Decode(v.Body)
		if err != nil {
			return err
		}
		v.Verdict, v.Findings, v.Bands = string(left), mustJSON(findings), proof.Bands(body)
		if left != proof.Faulted {
			v.Mend = nil
		}
		v.Evidence = evidencePassages(findings)
		return stale(store.AddProof(ctx, tx, s, id, v, q.State, a.now()))
	})
}

// Trial is what the proof says of a question as it is typed, before it is stored.
type Trial struct {
	Verdict  proof.Verdict   `json:"verdict" enum:"cleared,worked,held,faulted,unproven"`
	Findings []proof.Finding `json:"findings" nullable:"false"`
}

// TryQuestion proofs a question as it is typed and stores nothing: as an edit of one of
// the course, or, where none is named, as one that is written anew.
func (a *App) TryQuestion(ctx context.Context, account, course, id uuid.UUID, w Written) (Trial, error) {
	s, err := enter(ctx, a.pool, account, course, editors)
	if err != nil {
		return Trial{}, err
	}
	q := question.Question{Kind: w.Kind, Origin: question.Origin{By: "person"}}
	if id != uuid.Nil {
		bodies, err := store.Bodies(ctx, a.pool, s, []uuid.UUID{id})
		if err != nil {
			return Trial{}, err
		}
		if bodies[id] == nil {
			return Trial{}, ErrNotFound
		}
		if q, err = kind.Decode(bodies[id]); err != nil {
			return Trial{}, err
		}
	}
	q = w.applied(q)
	if q.ID == "" {
		q.Title, q.ID = split.Title(q.Stem), kind.Identify(q)
	}
	known, err := a.study(ctx, s)
	if err != nil {
		return Trial{}, err
	}
	had, err := a.nearly(ctx, s, id, q)
	if err != nil {
		return Trial{}, err
	}
	r, err := proof.ExamineBeside(ctx, q, known.library, proof.NewBatchAmong(had, []question.Question{q}))
	if r.Findings == nil {
		r.Findings = []proof.Finding{}
	}
	return Trial{r.Verdict, r.Findings}, err
}

// Former is a version of a question, whole.
type Former struct {
	Version  int               `json:"version"`
	At       time.Time         `json:"at"`
	By       string            `json:"by" doc:"the name of who made it; none where no person did"`
	Verdict  proof.Verdict     `json:"verdict" enum:"cleared,worked,held,faulted,unproven"`
	Question question.Question `json:"question"`
}

// Versions lists the versions of a question, the newest first. They hold its key, so only
// who uncovered it may read them.
func (a *App) Versions(ctx context.Context, account, course, id uuid.UUID) ([]Former, error) {
	out := []Former{}
	err := a.read(ctx, account, course, editors, func(s store.Scope) error {
		stored, err := store.QuestionOf(ctx, a.pool, s, id)
		if err != nil {
			return err
		}
		if !a.rests(stored) {
			return invalid("Its versions hold the key; uncover the question to read them.")
		}
		list, err := store.VersionsOf(ctx, a.pool, s, id)
		if err != nil {
			return err
		}
		for _, v := range list {
			q, err := kind.Decode(v.Body)
			if err != nil {
				return err
			}
			out = append(out, Former{v.Version, v.At, v.By, proof.Verdict(v.Verdict), q})
		}
		return nil
	})
	return out, err
}

// AcceptCorrection makes the correction that a proof showed the new version, unseen.
func (a *App) AcceptCorrection(ctx context.Context, account, course, id uuid.UUID, version int, shown string) (Benched, error) {
	return a.rewrite(ctx, account, course, id, version, func(v store.Version) (question.Question, error) {
		mend, err := mendOf(v)
		switch {
		case err != nil:
			return question.Question{}, err
		case v.Name() != shown:
			return question.Question{}, ErrStale // proofed again since it was shown
		case mend == nil:
			return question.Question{}, invalid("The proof knows no correction for this question; edit it or drop it.")
		}
		return *mend, nil
	}, func(pgx.Tx, store.Scope) error { return nil })
}

// ChooseReading makes one of the two readings that a finding shows the new version: its
// stem is restated, and the key is that of the reading.
func (a *App) ChooseReading(ctx context.Context, account, course, id uuid.UUID, version int, shown string, finding, reading int) (Benched, error) {
	return a.rewrite(ctx, account, course, id, version, func(v store.Version) (question.Question, error) {
		findings, err := findingsOf(v)
		if err != nil {
			return question.Question{}, err
		}
		if v.Name() != shown {
			return question.Question{}, ErrStale // proofed again since it was shown
		}
		if finding < 0 || finding >= len(findings) || reading < 0 || reading >= len(findings[finding].Readings) {
			return question.Question{}, invalid("This finding has no such reading.")
		}
		q, err := kind.Decode(v.Body)
		if err != nil {
			return q, err
		}
		meant, ok := findings[finding].Readings[reading].Meant(q)
		if !ok {
			return q, invalid("The answer of this reading is none that can be given; edit the question.")
		}
		return meant, nil
	}, func(tx pgx.Tx, s store.Scope) error {
		_, err := store.Uncover(ctx, tx, s, a.now(), id) // who reads findings has seen the key
		return err
	})
}

// LookUpAnswers looks the answers of an uncovered question up in all sources of the course.
func (a *App) LookUpAnswers(ctx context.Context, account, course, id uuid.UUID) ([]proof.Looked, error) {
	s, err := enter(ctx, a.pool, account, course, editors)
	if err != nil {
		return nil, err
	}
	stored, err := store.QuestionOf(ctx, a.pool, s, id)
	if err != nil {
		return nil, err
	}
	if !a.rests(stored) {
		return nil, invalid("What the sources say gives the key away; uncover the question to look it up.")
	}
	q, err := a.bodyAt(ctx, a.pool, s, id, stored.Version)
	if err != nil {
		return nil, err
	}
	known, err := a.study(ctx, s)
	if err != nil {
		return nil, err
	}
	out := proof.LookUp(q, known.library)
	if out == nil {
		out = []proof.Looked{}
	}
	return out, nil
}

// UncoverMany shows the keys of many questions at once, as a tutor does before a class.
// Each then rests for the account. It says how many were uncovered that were not before.
func (a *App) UncoverMany(ctx context.Context, account, course uuid.UUID, ids []uuid.UUID) (int, error) {
	n := 0
	err := a.write(ctx, account, course, editors, func(tx pgx.Tx, s store.Scope) (err error) {
		if n, err = store.Uncover(ctx, tx, s, a.now(), ids...); err != nil {
			return err
		}
		return store.Announce(ctx, tx, s, "bench")
	})
	return n, err
}

// rewrite makes a new version of the one that a person saw and proofs it: cleared, it
// goes to the bank. The proof is made before the transaction, and again where the
// course is revised meanwhile.
func (a *App) rewrite(ctx context.Context, account, course, id uuid.UUID, version int, next func(store.Version) (question.Question, error), also func(tx pgx.Tx, s store.Scope) error) (Benched, error) {
	s, err := enter(ctx, a.pool, account, course, editors)
	if err != nil {
		return Benched{}, err
	}
	if _, err := store.QuestionOf(ctx, a.pool, s, id); err != nil {
		return Benched{}, err
	}
	before, err := store.VersionOf(ctx, a.pool, s, id, version)
	if err != nil {
		return Benched{}, stale(err)
	}
	q, err := next(before)
	if err != nil {
		return Benched{}, err
	}
	var out Benched
	err = a.proofed(ctx, s, id, q, func(tx pgx.Tx, s store.Scope, v store.Version, state string) (err error) {
		out, err = a.changed(ctx, tx, s, id, func(store.Question) error {
			if err := also(tx, s); err != nil {
				return err
			}
			return stale(store.AddVersion(ctx, tx, s, id, version, v, state, q.Title, string(q.Level), topicID(q.Topic), citedPassages(q), a.now()))
		})
		return err
	})
	return out, err
}

// mostNear is how many questions of the bank a new one is held against.
const mostNear = 40

// nearly are the questions of the bank that may be some again, one of the bank left out.
func (a *App) nearly(ctx context.Context, s store.Scope, but uuid.UUID, all ...question.Question) ([]question.Question, error) {
	var bands []int64
	for _, q := range all {
		bands = append(bands, proof.Bands(q)...)
	}
	if len(bands) == 0 {
		return nil, nil
	}
	bodies, err := store.Alike(ctx, a.pool, s, bands, but, mostNear)
	if err != nil {
		return nil, fmt.Errorf("looking for questions that are nearly the same: %w", err)
	}
	var out []question.Question
	for _, body := range bodies {
		q, err := kind.Decode(body)
		if err != nil {
			return nil, err
		}
		out = append(out, q)
	}
	return out, nil
}

// proofed proofs a question at the revision that the course has and hands it to what
// keeps it in a transaction, with the state it belongs in: cleared, in the bank. It does
// so again where the course is revised meanwhile.
func (a *App) proofed(ctx context.Context, s store.Scope, id uuid.UUID, q question.Question, keep func(tx pgx.Tx, s store.Scope, v store.Version, state string) error) error {
	for {
		known, err := a.study(ctx, s)
		if err != nil {
			return err
		}
		had, err := a.nearly(ctx, s, id, q)
		if err != nil {
			return err
		}
		v, report, err := examined(ctx, q, known, proof.NewBatchAmong(had, []question.Question{q}))
		if err != nil {
			return err
		}
		state := "bench"
		if report.Verdict.Sound() {
			state = "bank"
		}
		err = a.write(ctx, s.Account(), s.Course(), editors, func(tx pgx.Tx, s store.Scope) error {
			if err := held(ctx, tx, s, known.revision); err != nil {
				return err
			}
			return keep(tx, s, v, state)
		})
		if !errors.Is(err, errMoved) {
			return err
		}
	}
}

// change runs a change of one question in a transaction and reads it anew.
func (a *App) change(ctx context.Context, account, course, id uuid.UUID, f func(tx pgx.Tx, s store.Scope, q store.Question) error) (Benched, error) {
	var out Benched
	err := a.write(ctx, account, course, editors, func(tx pgx.Tx, s store.Scope) (err error) {
		out, err = a.changed(ctx, tx, s, id, func(q store.Question) error { return f(tx, s, q) })
		return err
	})
	return out, err
}

// changed runs a change of one question within a transaction and reads it anew.
func (a *App) changed(ctx context.Context, tx pgx.Tx, s store.Scope, id uuid.UUID, f func(q store.Question) error) (Benched, error) {
	q, err := store.QuestionOf(ctx, tx, s, id)
	if err != nil {
		return Benched{}, err
	}
	if err := f(q); err != nil {
		return Benched{}, err
	}
	out, err := a.benched(ctx, tx, s, id)
	if err != nil {
		return Benched{}, err
	}
	return out, store.Announce(ctx, tx, s, "bench")
}

// bodyAt reads a question at the version a person saw.
func (a *App) bodyAt(ctx context.Context, tx store.DB, s store.Scope, id uuid.UUID, version int) (question.Question, error) {
	v, err := store.VersionOf(ctx, tx, s, id, version)
	if errors.Is(err, store.ErrNotFound) {
		return question.Question{}, ErrStale
	}
	if err != nil {
		return question.Question{}, err
	}
	return kind.Decode(v.Body)
}

// applied is the question with a person's changes. An option whose text was
// changed loses what was said about the old text; so do the worked steps of a
// question whose stem or key was changed.
func (e Edit) applied(q question.Question) question.Question {
	before := q
	q.Stem, q.Level, q.Key = e.Stem, e.Level, e.Key
	q.Key.Points = slices.DeleteFunc(slices.Clone(e.Key.Points), func(p string) bool { return strings.TrimSpace(p) == "" })
	q.Topic = ""
	if e.TopicID != nil {
		q.Topic = e.TopicID.String()
	}
	q.Options = nil
	for _, o := range e.Options {
		next := question.Option{ID: o.ID, Text: o.Text}
		if old, ok := before.Option(o.ID); ok && old.Text == o.Text {
			next = old
		}
		q.Options = append(q.Options, next)
	}
	q.Matches, q.Rows = nil, e.Rows
	for _, m := range e.Matches {
		q.Matches = append(q.Matches, question.Option{ID: m.ID, Text: m.Text})
	}
	if q.Stem != before.Stem || kind.KeyText(q) != kind.KeyText(before) {
		q.Worked, q.Slips, q.Model = nil, nil, nil
	}
	if right, ok := q.KeyOption(); ok {
		for i, o := range q.Options {
			old, _ := before.KeyOption()
			if o.ID == right.ID || o.ID == old.ID && right.ID != old.ID {
				q.Options[i].Why, q.Options[i].Slip = "", "" // said of it as the other sort
			}
		}
		if old, ok := before.KeyOption(); ok && old == right {
			for i := range q.Options {
				if q.Options[i].ID == old.ID {
					q.Options[i] = old
				}
			}
		}
	}
	return q
}
