package server

import (
	"context"
	"net/http"

	"github.com/google/uuid"

	"zincowl/app"
	"zincowl/core/kind"
	"zincowl/core/marking"
	"zincowl/core/question"
)

// OfDrill names a drill of a course.
type OfDrill struct {
	InCourse
	Drill uuid.UUID `path:"drill"`
}

// OfPlace names a place of a drill.
type OfPlace struct {
	OfDrill
	Position int `path:"position" minimum:"1" maximum:"100000"`
}

func (s *Server) drillOperations() {
	operation(s, http.MethodPost, "/api/understand", "understand", "Say how a typed answer is read", func(ctx context.Context, in *struct {
		Body struct {
			Kind     question.Kind `json:"kind" enum:"numeric,expression,solution"`
			Language string        `json:"language,omitempty" required:"false" maxLength:"10"`
			Text     string        `json:"text" maxLength:"400"`
		}
	}) (marking.Understood, error) {
		return kind.Understand(ctx, in.Body.Kind, in.Body.Language, in.Body.Text), nil
	}, dear)
	operation(s, http.MethodGet, "/api/courses/{course}/drills", "drills", "List the account's drills", func(ctx context.Context, in *InCourse) ([]app.Drill, error) {
		return s.app.Drills(ctx, account(ctx), in.Course)
	})
	operation(s, http.MethodPut, "/api/courses/{course}/drills/{drill}", "start-drill", "Ask for a drill", func(ctx context.Context, in *struct {
		OfDrill
		Body app.Ask
	}) (app.DrillRun, error) {
		return s.app.StartDrill(ctx, account(ctx), in.Course, in.Drill, in.Body)
	})
	operation(s, http.MethodGet, "/api/courses/{course}/drills/{drill}", "drill", "Read how a drill stands", func(ctx context.Context, in *OfDrill) (app.DrillRun, error) {
		return s.app.Drill(ctx, account(ctx), in.Course, in.Drill)
	})
	operation(s, http.MethodGet, "/api/courses/{course}/drills/{drill}/places/{position}", "drill-item", "Read the question at a place", func(ctx context.Context, in *OfPlace) (app.DrillItem, error) {
		return s.app.DrillItem(ctx, account(ctx), in.Course, in.Drill, in.Position)
	})
	operation(s, http.MethodPost, "/api/courses/{course}/drills/{drill}/places/{position}", "answer", "Answer the question at a place", func(ctx context.Context, in *struct {
		OfPlace
		Body app.Answer
	}) (app.DrillItem, error) {
		return s.app.Answer(ctx, account(ctx), in.Course, in.Drill, in.Position, in.Body)
	})
	operation(s, http.MethodPut, "/api/courses/{course}/drills/{drill}/places/{position}/mark", "overrule", "Mark one's own answer in words", func(ctx context.Context, in *struct {
		OfPlace
		Body app.OwnMark
	}) (app.DrillItem, error) {
		return s.app.Overrule(ctx, account(ctx), in.Course, in.Drill, in.Position, in.Body)
	})
}
