package app

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"strings"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"

	"zincowl/core/kind"
	"zincowl/core/marking"
	"zincowl/core/proof"
	"zincowl/core/question"
	"zincowl/store"
)

// Claim is what somebody holds against a key.
type Claim struct {
	Kind     string           `json:"kind" enum:"option,working,readings,source,words"`
	Option   string           `json:"option,omitempty" required:"false" maxLength:"40" doc:"that is said to be right"`
	Says     string           `json:"says,omitempty" required:"false" maxLength:"4000" doc:"a working, line by line, or a sentence"`
	Readings []ClaimedReading `json:"readings,omitempty" required:"false" nullable:"false" maxItems:"2"`
	Source   string           `json:"source,omitempty" required:"false" maxLength:"40"`
	Passage  string           `json:"passage,omitempty" required:"false" maxLength:"80" doc:"that says otherwise"`
}

// ClaimedReading is a question as it may be understood, with the answer that it then has.
type ClaimedReading struct {
	Stem   string `json:"stem" maxLength:"4000"`
	Answer string `json:"answer" maxLength:"400"`
}

// Challenge is a claim with what became of it.
type Challenge struct {
	ID       uuid.UUID        `json:"id"`
	By       string           `json:"by" doc:"the name of who made it; yours is left out"`
	Claim    Claim            `json:"claim"`
	Outcome  string           `json:"outcome" enum:"upheld,turned down,withdrawn"`
	Says     string           `json:"says"`
	FailsAt  string           `json:"fails_at,omitempty" doc:"the line of a working that fails"`
	Evidence []proof.Evidence `json:"evidence" nullable:"false"`
	Version  int              `json:"version" doc:"that was challenged"`
	Made     *int             `json:"made,omitempty" doc:"the version that was made of it"`
	Again    bool             `json:"again" doc:"it was opened again after another ruling"`
	At       time.Time        `json:"at"`
}

func challengeView(c store.Challenge) (Challenge, error) {
	out := Challenge{ID: c.ID, Outcome: c.Outcome, Says: c.Says, FailsAt: c.FailsAt, Evidence: []proof.Evidence{}, Version: c.Version, Made: c.Made, Again: c.Reopens != nil, At: c.At}
	if !c.Mine {
		out.By = c.By
	}
	err := errors.Join(json.Unmarshal(c.Claim, &out.Claim), json.Unmarshal(c.Evidence, &out.Evidence))
	if err != nil {
		err = fmt.Errorf("reading a challenge: %w", err)
	}
	return out, err
}

func (c Claim) tested() proof.Claim {
	out := proof.Claim{Kind: c.Kind, Option: c.Option, Says: c.Says, Source: c.Source, Passage: c.Passage}
	for _, r := range c.Readings {
		out.Readings = append(out.Readings, proof.Sense{Stem: strings.TrimSpace(r.Stem), Answer: strings.TrimSpace(r.Answer)})
	}
	return out
}

// Challenge rules on what a candidate holds against the key of a question that they
// answered. The page chooses its id, so that sending twice challenges once.
func (a *App) Challenge(ctx context.Context, account, course, drill uuid.UUID, position int, id uuid.UUID, c Claim) (Challenge, error) {
	p, err := a.open(ctx, account, course, drill, position)
	if err != nil {
		return Challenge{}, err
	}
	if p.Given == nil {
		return Challenge{}, invalid("Answer the question first; its key can be challenged then.")
	}
	return a.ruled(ctx, account, course, anyMember, store.Challenge{ID: id, QuestionID: p.Item.QuestionID}, c)
}

// Challenges lists what was held against a question.
func (a *App) Challenges(ctx context.Context, account, course, question uuid.UUID) ([]Challenge, error) {
	out := []Challenge{}
	err := a.read(ctx, account, course, editors, func(s store.Scope) error {
		if _, err := store.QuestionOf(ctx, a.pool, s, question); err != nil {
			return err
		}
		list, err := store.ChallengesOf(ctx, a.pool, s, question)
		for _, c := range list {
			view, bad := challengeView(c)
			err = errors.Join(err, bad)
			out = append(out, view)
		}
		return err
	})
	return out, err
}

// Reopen rules on a challenge again, as the sources and the question are now.
func (a *App) Reopen(ctx context.Context, account, course, of, id uuid.UUID) (Challenge, error) {
	var before store.Challenge
	err := a.read(ctx, account, course, editors, func(s store.Scope) (err error) {
		before, err = store.ChallengeOf(ctx, a.pool, s, of)
		return err
	})
	if err != nil {
		return Challenge{}, err
	}
	view, err := challengeView(before)
	if err != nil {
		return Challenge{}, err
	}
	return a.ruled(ctx, account, course, editors, store.Challenge{ID: id, QuestionID: before.QuestionID, Reopens: &before.ID}, view.Claim)
}

// ruled tests a claim against the newest version of a question and keeps what came of it:
// upheld, the key is corrected in a new version and what was answered is marked again;
// withdrawn, the question goes to the bench.
func (a *App) ruled(ctx context.Context, account, course uuid.UUID, roles []store.Role, c store.Challenge, claim Claim) (Challenge, error) {
	s, err := enter(ctx, a.pool, account, course, roles)
	if err != nil {
		return Challenge{}, err
	}
	for {
		if made, err := store.ChallengeOf(ctx, a.pool, s, c.ID); !errors.Is(err, ErrNotFound) {
			if err != nil {
				return Challenge{}, err
			}
			return challengeView(made)
		}
		out, err := a.ruleAt(ctx, s, roles, c, claim)
		if !errors.Is(err, errMoved) {
			return out, err
		}
	}
}

func (a *App) ruleAt(ctx context.Context, s store.Scope, roles []store.Role, c store.Challenge, claim Claim) (Challenge, error) {
	known, err := a.study(ctx, s)
	if err != nil {
		return Challenge{}, err
	}
	stored, err := store.QuestionOf(ctx, a.pool, s, c.QuestionID)
	if err != nil {
		return Challenge{}, err
	}
	v, err := store.VersionOf(ctx, a.pool, s, c.QuestionID, stored.Version)
	if err != nil {
		return Challenge{}, err
	}
	q, err := kind.Decode(v.Body)
	if err != nil {
		return Challenge{}, err
	}
	ruling, err := proof.Dispute(ctx, q, known.library, claim.tested())
	if err != nil {
		return Challenge{}, err
	}
	var next store.Version
	if ruling.Mend != nil {
		if next, _, err = examined(ctx, *ruling.Mend, known, nil); err != nil {
			return Challenge{}, err
		}
	}
	c.Version, c.Claim, c.Outcome, c.Says, c.FailsAt, c.At = stored.Version, mustJSON(claim), ruling.Outcome, ruling.Says, ruling.At, a.now()
	if c.Evidence = mustJSON(ruling.Evidence); ruling.Evidence == nil {
		c.Evidence = json.RawMessage("[]")
	}
	var out Challenge
	err = a.write(ctx, s.Account(), s.Course(), roles, func(tx pgx.Tx, s store.Scope) error {
		if err := held(ctx, tx, s, known.revision); err != nil {
			return err
		}
		now, err := store.QuestionOf(ctx, tx, s, c.QuestionID)
		if err != nil {
			return err
		}
		if now.Version != stored.Version {
			return errMoved // somebody changed it meanwhile: what is there now is ruled on
		}
		if err := a.carryOut(ctx, tx, s, &c, now, ruling, next); err != nil {
			return err
		}
		if err := store.AddChallenge(ctx, tx, s, c); err != nil {
			return err
		}
		kept, err := store.ChallengeOf(ctx, tx, s, c.ID)
		if err != nil {
			return err
		}
		if out, err = challengeView(kept); err != nil {
			return err
		}
		return store.Announce(ctx, tx, s, "bench")
	})
	if err == nil && c.Made != nil {
		a.announce(s.Course(), "responses")
	}
	return out, err
}

// carryOut does what a ruling says.
func (a *App) carryOut(ctx context.Context, tx pgx.Tx, s store.Scope, c *store.Challenge, q store.Question, r proof.Ruling, next store.Version) error {
	switch r.Outcome {
	case proof.Withdrawn:
		if q.State == "bank" {
			return store.SetState(ctx, tx, s, q.ID, q.Version, "bench", false)
		}
	case proof.Upheld:
		marks, err := store.AttemptsAt(ctx, tx, s, q.ID, q.Version)
		if err != nil {
			return err
		}
		if marks, err = markedAgain(ctx, *r.Mend, marks); err != nil {
			return err
		}
		if err := store.AddVersion(ctx, tx, s, q.ID, q.Version, next, q.State, q.Title, q.Level, q.TopicID, citedPassages(*r.Mend), a.now()); err != nil {
			return stale(err)
		}
		made := q.Version + 1
		c.Made = &made
		return store.MarkAgain(ctx, tx, s, q.ID, q.Version, made, marks, "A challenge to its key was upheld: "+r.Says+" Your answer was marked again.", a.now())
	}
	return nil
}

// markedAgain marks attempts by another key.
func markedAgain(ctx context.Context, q question.Question, all []store.Marked) ([]store.Marked, error) {
	for i := range all {
		var response marking.Response
		if err := json.Unmarshal(all[i].Response, &response); err != nil {
			return nil, fmt.Errorf("reading a response: %w", err)
		}
		result, err := kind.MarkContext(ctx, q, response)
		if err != nil {
			return nil, fmt.Errorf("marking an answer again: %w", err)
		}
		all[i].Slip, all[i].Points = result.Slip, pointsOf(result, all[i].Outof)
	}
	return all, nil
}

// Notice is something that the account is to be told once.
type Notice struct {
	Question uuid.UUID `json:"question"`
	Stem     string    `json:"stem"`
	Says     string    `json:"says"`
	At       time.Time `json:"at"`
}

// Notices lists what the account was not told yet.
func (a *App) Notices(ctx context.Context, account, course uuid.UUID) ([]Notice, error) {
	out := []Notice{}
	err := a.read(ctx, account, course, anyMember, func(s store.Scope) error {
		list, err := store.Notices(ctx, a.pool, s)
		for _, n := range list {
			out = append(out, Notice{n.QuestionID, n.Stem, n.Says, n.At})
		}
		return err
	})
	return out, err
}

// SeeNotices records that the account was told of what there was until a moment.
func (a *App) SeeNotices(ctx context.Context, account, course uuid.UUID, until time.Time) error {
	return a.write(ctx, account, course, anyMember, func(tx pgx.Tx, s store.Scope) error {
		return store.SeeNotices(ctx, tx, s, until, a.now())
	})
}
