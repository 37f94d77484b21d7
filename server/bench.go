package server

import (
	"context"
	"net/http"

	"github.com/google/uuid"

	"zincowl/app"
	"zincowl/core/proof"
)

// OfQuestion names a question of a course.
type OfQuestion struct {
	InCourse
	Question uuid.UUID `path:"question"`
}

func (s *Server) benchOperations() {
	operation(s, http.MethodGet, "/api/courses/{course}/bench", "bench", "List what waits to be judged", func(ctx context.Context, in *InCourse) ([]app.BenchItem, error) {
		return s.app.Bench(ctx, account(ctx), in.Course)
	})
	operation(s, http.MethodGet, "/api/courses/{course}/questions/{question}", "question", "Open a question on the bench", func(ctx context.Context, in *OfQuestion) (app.Benched, error) {
		return s.app.Question(ctx, account(ctx), in.Course, in.Question)
	})
	operation(s, http.MethodPost, "/api/courses/{course}/questions/{question}/uncover", "uncover", "Show key, reasons and findings", func(ctx context.Context, in *OfQuestion) (app.Benched, error) {
		return s.app.Uncover(ctx, account(ctx), in.Course, in.Question)
	})
	operation(s, http.MethodPut, "/api/courses/{course}/questions/{question}/state", "judge", "Keep, drop or put back", func(ctx context.Context, in *struct {
		OfQuestion
		Body struct {
			State   string `json:"state" enum:"bench,bank,dropped"`
			Version int    `json:"version" minimum:"0" maximum:"2000000000"`
		}
	}) (app.Benched, error) {
		return s.app.Judge(ctx, account(ctx), in.Course, in.Question, in.Body.State, in.Body.Version)
	})
	operation(s, http.MethodPut, "/api/courses/{course}/questions/{question}", "edit-question", "Write a new version; it is proofed again", func(ctx context.Context, in *struct {
		OfQuestion
		Body struct {
			app.Edit
			Version int `json:"version" minimum:"0" maximum:"2000000000"`
		}
	}) (app.Benched, error) {
		return s.app.EditQuestion(ctx, account(ctx), in.Course, in.Question, in.Body.Edit, in.Body.Version)
	}, large(questionBytes), dear)
	operation(s, http.MethodPost, "/api/courses/{course}/questions/{question}", "write-question", "Write a question; it is proofed", func(ctx context.Context, in *struct {
		OfQuestion
		Body app.Written
	}) (app.Benched, error) {
		return s.app.WriteQuestion(ctx, account(ctx), in.Course, in.Question, in.Body)
	}, large(questionBytes), dear)
	operation(s, http.MethodPost, "/api/courses/{course}/questions/{question}/asides", "set-aside", "Set a finding aside, with a reason", func(ctx context.Context, in *struct {
		OfQuestion
		Body struct {
			Version int    `json:"version" minimum:"0" maximum:"2000000000"`
			Proof   string `json:"proof" maxLength:"40" doc:"the proof that has the finding"`
			Finding int    `json:"finding" minimum:"0" maximum:"200" doc:"its place among the findings, from 0"`
			Reason  string `json:"reason" maxLength:"400"`
		}
	}) (app.Benched, error) {
		return s.app.SetAside(ctx, account(ctx), in.Course, in.Question, in.Body.Version, in.Body.Proof, in.Body.Finding, in.Body.Reason)
	})
	operation(s, http.MethodPost, "/api/courses/{course}/questions/{question}/trial", "try-edit", "Proof an edit as it is typed; nothing is stored", func(ctx context.Context, in *struct {
		OfQuestion
		Body app.Written
	}) (app.Trial, error) {
		return s.app.TryQuestion(ctx, account(ctx), in.Course, in.Question, in.Body)
	}, large(questionBytes), dear)
	operation(s, http.MethodPost, "/api/courses/{course}/trial", "try-question", "Proof a question as it is typed; nothing is stored", func(ctx context.Context, in *struct {
		InCourse
		Body app.Written
	}) (app.Trial, error) {
		return s.app.TryQuestion(ctx, account(ctx), in.Course, uuid.Nil, in.Body)
	}, large(questionBytes), dear)
	operation(s, http.MethodGet, "/api/courses/{course}/questions/{question}/versions", "versions", "List the versions of an uncovered question", func(ctx context.Context, in *OfQuestion) ([]app.Former, error) {
		return s.app.Versions(ctx, account(ctx), in.Course, in.Question)
	})
	operation(s, http.MethodPost, "/api/courses/{course}/questions/{question}/correction", "accept-correction", "Make the proof's correction the new version", func(ctx context.Context, in *struct {
		OfQuestion
		Body struct {
			Version int    `json:"version" minimum:"0" maximum:"2000000000"`
			Proof   string `json:"proof" maxLength:"40" doc:"the proof that showed the correction"`
		}
	}) (app.Benched, error) {
		return s.app.AcceptCorrection(ctx, account(ctx), in.Course, in.Question, in.Body.Version, in.Body.Proof)
	}, dear)
	operation(s, http.MethodPost, "/api/courses/{course}/questions/{question}/meant", "choose-reading", "Make one reading of two the new version", func(ctx context.Context, in *struct {
		OfQuestion
		Body struct {
			Version int    `json:"version" minimum:"0" maximum:"2000000000"`
			Proof   string `json:"proof" maxLength:"40" doc:"the proof that has the finding"`
			Finding int    `json:"finding" minimum:"0" maximum:"200" doc:"its place among the findings, from 0"`
			Reading int    `json:"reading" minimum:"0" maximum:"10" doc:"its place among the readings, from 0"`
		}
	}) (app.Benched, error) {
		return s.app.ChooseReading(ctx, account(ctx), in.Course, in.Question, in.Body.Version, in.Body.Proof, in.Body.Finding, in.Body.Reading)
	}, dear)
	operation(s, http.MethodGet, "/api/courses/{course}/questions/{question}/looked-up", "look-up-answers", "Look the answers up in all sources", func(ctx context.Context, in *OfQuestion) ([]proof.Looked, error) {
		return s.app.LookUpAnswers(ctx, account(ctx), in.Course, in.Question)
	}, dear)
	operation(s, http.MethodPost, "/api/courses/{course}/bench/uncover", "uncover-many", "Show the keys of many questions", func(ctx context.Context, in *struct {
		InCourse
		Body struct {
			Questions []uuid.UUID `json:"questions" nullable:"false" minItems:"1" maxItems:"1000"`
		}
	}) (UncoveredMany, error) {
		n, err := s.app.UncoverMany(ctx, account(ctx), in.Course, in.Body.Questions)
		return UncoveredMany{n}, err
	})
}

// UncoveredMany says how many questions were uncovered.
type UncoveredMany struct {
	Count int `json:"count"`
}
