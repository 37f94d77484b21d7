package server

import (
	"context"
	"net/http"
	"time"

	"github.com/danielgtaylor/huma/v2"
	"github.com/google/uuid"

	"zincowl/app"
	"zincowl/core/source/reader"
)

// OfSource names a source of a course.
type OfSource struct {
	InCourse
	Source uuid.UUID `path:"source"`
}

// uploadSlack is what a text may be larger than the reader's limit and still
// be taken in, so that the reader can say how much too large it is.
const uploadSlack = 8 << 20

func (s *Server) sourceOperations() {
	operation(s, http.MethodGet, "/api/courses/{course}/sources", "sources", "List the sources", func(ctx context.Context, in *InCourse) ([]app.Source, error) {
		return s.app.Sources(ctx, account(ctx), in.Course)
	})
	operation(s, http.MethodPost, "/api/courses/{course}/sources", "add-source", "Bring in a text or a file", func(ctx context.Context, in *struct {
		InCourse
		Name    string `query:"name" maxLength:"300" doc:"the file's name; empty for pasted text"`
		RawBody []byte `contentType:"application/octet-stream"`
	}) (app.Source, error) {
		return s.app.AddSource(ctx, account(ctx), in.Course, in.Name, in.RawBody)
	}, func(op *huma.Operation) {
		op.MaxBodyBytes = reader.MaxPacked + uploadSlack
		op.BodyReadTimeout = 2 * time.Minute
	})
	operation(s, http.MethodGet, "/api/courses/{course}/sources/{source}", "reading", "Open a source in place", func(ctx context.Context, in *OfSource) (app.Reading, error) {
		return s.app.Reading(ctx, account(ctx), in.Course, in.Source)
	})
	operation(s, http.MethodDelete, "/api/courses/{course}/sources/{source}", "remove-source", "Take a source out", func(ctx context.Context, in *OfSource) (done, error) {
		return done{true}, s.app.RemoveSource(ctx, account(ctx), in.Course, in.Source)
	})
}
