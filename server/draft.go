package server

import (
	"context"
	"net/http"

	"github.com/google/uuid"

	"zincowl/app"
)

// OfBatch names a batch of a course.
type OfBatch struct {
	InCourse
	Batch uuid.UUID `path:"batch"`
}

// OfBrief names a brief that a course keeps.
type OfBrief struct {
	InCourse
	Brief uuid.UUID `path:"brief"`
}

func (s *Server) draftOperations() {
	operation(s, http.MethodGet, "/api/courses/{course}/bears", "bears", "What the sources can bear", func(ctx context.Context, in *InCourse) ([]app.Bears, error) {
		return s.app.CanBear(ctx, account(ctx), in.Course)
	}, dear)
	operation(s, http.MethodGet, "/api/courses/{course}/batches", "batches", "List the latest batches", func(ctx context.Context, in *InCourse) ([]app.Batch, error) {
		return s.app.Batches(ctx, account(ctx), in.Course)
	})
	operation(s, http.MethodPut, "/api/courses/{course}/batches/{batch}", "start-batch", "Ask for a batch", func(ctx context.Context, in *struct {
		OfBatch
		Body app.Brief
	}) (app.Batch, error) {
		return s.app.StartBatch(ctx, account(ctx), in.Course, in.Batch, in.Body)
	})
	operation(s, http.MethodGet, "/api/courses/{course}/batches/{batch}", "batch", "Read a batch", func(ctx context.Context, in *OfBatch) (app.Batch, error) {
		return s.app.Batch(ctx, account(ctx), in.Course, in.Batch)
	})
	operation(s, http.MethodDelete, "/api/courses/{course}/batches/{batch}", "cancel-batch", "Stop a batch; what is drafted stays", func(ctx context.Context, in *OfBatch) (app.Batch, error) {
		return s.app.CancelBatch(ctx, account(ctx), in.Course, in.Batch)
	})
	operation(s, http.MethodGet, "/api/courses/{course}/briefs", "briefs", "List the briefs that are kept", func(ctx context.Context, in *InCourse) ([]app.SavedBrief, error) {
		return s.app.Briefs(ctx, account(ctx), in.Course)
	})
	operation(s, http.MethodPut, "/api/courses/{course}/briefs/{brief}", "keep-brief", "Keep a brief by name; one of the same name is replaced", func(ctx context.Context, in *struct {
		OfBrief
		Body app.NewBrief
	}) ([]app.SavedBrief, error) {
		return s.app.KeepBrief(ctx, account(ctx), in.Course, in.Brief, in.Body)
	})
	operation(s, http.MethodDelete, "/api/courses/{course}/briefs/{brief}", "drop-brief", "Forget a brief", func(ctx context.Context, in *OfBrief) ([]app.SavedBrief, error) {
		return s.app.DropBrief(ctx, account(ctx), in.Course, in.Brief)
	})
}
