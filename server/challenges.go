package server

import (
	"context"
	"net/http"
	"time"

	"github.com/google/uuid"

	"zincowl/app"
)

func (s *Server) challengeOperations() {
	operation(s, http.MethodPut, "/api/courses/{course}/drills/{drill}/places/{position}/challenges/{challenge}", "challenge", "Challenge the key of an answered question", func(ctx context.Context, in *struct {
		OfPlace
		Challenge uuid.UUID `path:"challenge"`
		Body      app.Claim
	}) (app.Challenge, error) {
		return s.app.Challenge(ctx, account(ctx), in.Course, in.Drill, in.Position, in.Challenge, in.Body)
	}, dear)
	operation(s, http.MethodGet, "/api/courses/{course}/questions/{question}/challenges", "challenges", "List what was held against a question", func(ctx context.Context, in *OfQuestion) ([]app.Challenge, error) {
		return s.app.Challenges(ctx, account(ctx), in.Course, in.Question)
	})
	operation(s, http.MethodPut, "/api/courses/{course}/challenges/{challenge}/again/{again}", "reopen-challenge", "Rule on a challenge again", func(ctx context.Context, in *struct {
		InCourse
		Challenge uuid.UUID `path:"challenge"`
		Again     uuid.UUID `path:"again"`
	}) (app.Challenge, error) {
		return s.app.Reopen(ctx, account(ctx), in.Course, in.Challenge, in.Again)
	}, dear)
	operation(s, http.MethodGet, "/api/courses/{course}/notices", "notices", "List what you were not told yet", func(ctx context.Context, in *InCourse) ([]app.Notice, error) {
		return s.app.Notices(ctx, account(ctx), in.Course)
	})
	operation(s, http.MethodPost, "/api/courses/{course}/notices/seen", "see-notices", "Have been told", func(ctx context.Context, in *struct {
		InCourse
		Body struct {
			Until time.Time `json:"until" doc:"the moment of the latest that was shown"`
		}
	}) (done, error) {
		return done{true}, s.app.SeeNotices(ctx, account(ctx), in.Course, in.Body.Until)
	})
}
