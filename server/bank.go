package server

import (
	"context"
	"net/http"

	"github.com/google/uuid"

	"zincowl/app"
)

// manyBytes bounds a request that names every question of a large bank.
const manyBytes = 4 << 20

// OfChange names a change of many questions.
type OfChange struct {
	InCourse
	Change uuid.UUID `path:"change"`
}

func (s *Server) bankOperations() {
	operation(s, http.MethodGet, "/api/courses/{course}/bank", "bank", "List all questions, dropped ones left out", func(ctx context.Context, in *InCourse) ([]app.BankItem, error) {
		return s.app.Bank(ctx, account(ctx), in.Course)
	})
	operation(s, http.MethodPut, "/api/courses/{course}/changes/{change}", "change-many", "Change one thing of many questions", func(ctx context.Context, in *struct {
		OfChange
		Body app.ManyChange
	}) (app.Changed, error) {
		return s.app.ChangeMany(ctx, account(ctx), in.Course, in.Change, in.Body)
	}, large(manyBytes))
	operation(s, http.MethodPost, "/api/courses/{course}/changes/{change}/undo", "undo-many", "Take a change of many questions back", func(ctx context.Context, in *OfChange) (app.Changed, error) {
		return s.app.UndoMany(ctx, account(ctx), in.Course, in.Change)
	})
}
