package app

import (
	"context"
	"encoding/json"
	"fmt"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"

	"zincowl/core/kind"
	"zincowl/core/marking"
	"zincowl/store"
)

// OwnMark is how somebody marks their own answer in words: how each point of the key stands in it.
type OwnMark struct {
	ID        uuid.UUID          `json:"id" doc:"chosen by the page; sent twice, it counts once"`
	Standings []marking.Standing `json:"standings" maxItems:"60" nullable:"false" doc:"of the points, in the order of the key: found, half, missing or contradicted"`
}

// Overrule marks an answer in words as the person who gave it says. What it was marked with first is
// kept, and another answer in the same words is marked so as well.
func (a *App) Overrule(ctx context.Context, account, course, drill uuid.UUID, position int, own OwnMark) (DrillItem, error) {
	p, err := a.open(ctx, account, course, drill, position)
	if err != nil {
		return DrillItem{}, err
	}
	if p.Given == nil {
		return DrillItem{}, invalid("This question is not answered yet; answer it, then mark your answer.")
	}
	given, err := p.marked(ctx, *p.Given)
	if err != nil {
		return DrillItem{}, err
	}
	if len(given.Points) == 0 || len(given.Points) != len(own.Standings) {
		return DrillItem{}, invalid("Only an answer in words is marked by its points, each of them: this one has %s.", counted(len(given.Points), "point"))
	}
	percent, err := given.By(own.Standings)
	if err != nil {
		return DrillItem{}, invalid("%s", err)
	}
	points := p.Given.Outof * float64(percent) / 100
	o := store.Overrule{ID: own.ID, Said: given.response.Text, Standings: mustJSON(own.Standings), Percent: percent}
	if err := a.write(ctx, account, course, anyMember, func(tx pgx.Tx, s store.Scope) error {
		if err := store.AddOverrule(ctx, tx, s, o, *p.Given, points, a.now()); err != nil {
			return fmt.Errorf("keeping a mark: %w", err)
		}
		return store.Announce(ctx, tx, s, "responses")
	}); err != nil {
		return DrillItem{}, err
	}
	return a.DrillItem(ctx, account, course, drill, position)
}

// markedAnswer is an answer with how it is marked.
type markedAnswer struct {
	marking.Result
	response marking.Response
	own      bool // the person marked it, or one in the same words
}

// marked marks an answer that was given again, or takes the person's own mark of it or of one in the
// same words.
func (p placed) marked(ctx context.Context, given store.Attempt) (markedAnswer, error) {
	var response marking.Response
	if err := json.Unmarshal(given.Response, &response); err != nil {
		return markedAnswer{}, fmt.Errorf("reading a response: %w", err)
	}
	return p.mark(ctx, response)
}

func (p placed) mark(ctx context.Context, response marking.Response) (markedAnswer, error) {
	result, err := kind.MarkContext(ctx, p.question, response)
	if err != nil {
		return markedAnswer{}, fmt.Errorf("marking an answer: %w", err)
	}
	out := markedAnswer{Result: result, response: response}
	for _, o := range p.overrules {
		if len(result.Points) == 0 || !marking.SameWords(o.Said, response.Text) {
			continue
		}
		var standings []marking.Standing
		if err := json.Unmarshal(o.Standings, &standings); err != nil {
			return markedAnswer{}, fmt.Errorf("reading a mark: %w", err)
		}
		if _, err := out.By(standings); err == nil { // else the key has other points by now
			out.own = true
		}
		break
	}
	return out, nil
}
