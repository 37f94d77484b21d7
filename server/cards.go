package server

import (
	"context"
	"net/http"

	"github.com/google/uuid"

	"zincowl/app"
)

// OfCard names a card of a course.
type OfCard struct {
	InCourse
	Card uuid.UUID `path:"card"`
}

// Again says when a card is to be looked at again.
type Again struct {
	Days float64 `json:"days" doc:"from now, before the exam comes into it"`
}

func (s *Server) cardOperations() {
	operation(s, http.MethodGet, "/api/courses/{course}/cards", "cards", "Read the cards, with what is due", func(ctx context.Context, in *struct {
		InCourse
		East int `query:"east" minimum:"-840" maximum:"840" doc:"minutes by which the person's clock is ahead of UTC"`
	}) (app.Deck, error) {
		return s.app.Deck(ctx, account(ctx), in.Course, in.East)
	})
	operation(s, http.MethodPost, "/api/courses/{course}/cards/{card}", "make-card", "Make a card by hand", func(ctx context.Context, in *struct {
		OfCard
		Body app.NewCard
	}) (app.Card, error) {
		return s.app.MakeCard(ctx, account(ctx), in.Course, in.Card, in.Body)
	})
	operation(s, http.MethodPut, "/api/courses/{course}/cards/{card}", "edit-card", "Change what a card says", func(ctx context.Context, in *struct {
		OfCard
		Body struct {
			app.CardText
			Version int `json:"version" minimum:"1" maximum:"2000000000"`
		}
	}) (app.Card, error) {
		return s.app.EditCard(ctx, account(ctx), in.Course, in.Card, in.Body.Version, in.Body.CardText)
	})
	operation(s, http.MethodDelete, "/api/courses/{course}/cards/{card}", "drop-card", "Take a card out of use", func(ctx context.Context, in *OfCard) (done, error) {
		return done{true}, s.app.DropCard(ctx, account(ctx), in.Course, in.Card)
	})
	operation(s, http.MethodPost, "/api/courses/{course}/cards/{card}/looks", "look", "Keep how a card went", func(ctx context.Context, in *struct {
		OfCard
		Body app.CardLook
	}) (Again, error) {
		days, err := s.app.LookAt(ctx, account(ctx), in.Course, in.Card, in.Body)
		return Again{days}, err
	})
	operation(s, http.MethodPut, "/api/courses/{course}/cards/{card}/off", "put-off-card", "Keep a card away, or bring it back", func(ctx context.Context, in *struct {
		OfCard
		Body app.PutOff
	}) (done, error) {
		return done{true}, s.app.PutOffCard(ctx, account(ctx), in.Course, in.Card, in.Body)
	})
	operation(s, http.MethodPut, "/api/courses/{course}/memory", "forget-at-most", "Say how much may be forgotten", func(ctx context.Context, in *struct {
		InCourse
		Body struct {
			OneIn int `json:"one_in" minimum:"4" maximum:"50" doc:"at most one in so many"`
		}
	}) (done, error) {
		return done{true}, s.app.ForgetAtMost(ctx, account(ctx), in.Course, in.Body.OneIn)
	})
	operation(s, http.MethodPost, "/api/courses/{course}/drills/{drill}/places/{position}/card/{card}", "card-from", "Make a card of a question that was answered", func(ctx context.Context, in *struct {
		OfPlace
		Card uuid.UUID `path:"card"`
	}) (app.Card, error) {
		return s.app.CardFrom(ctx, account(ctx), in.Course, in.Drill, in.Position, in.Card)
	})
}
