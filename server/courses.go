package server

import (
	"context"
	"net/http"

	"github.com/google/uuid"

	"zincowl/app"
)

// InCourse is the part of every path below a course.
type InCourse struct {
	Course uuid.UUID `path:"course"`
}

func (s *Server) courseOperations() {
	operation(s, http.MethodGet, "/api/courses", "courses", "List the account's courses", func(ctx context.Context, _ *struct{}) ([]app.Course, error) {
		return s.app.Courses(ctx, account(ctx))
	})
	operation(s, http.MethodPost, "/api/courses", "add-course", "Make a course", func(ctx context.Context, in *struct{ Body app.CourseText }) (app.Course, error) {
		return s.app.AddCourse(ctx, account(ctx), in.Body)
	})
	operation(s, http.MethodGet, "/api/courses/{course}", "course", "Read a course with its live numbers", func(ctx context.Context, in *InCourse) (app.Course, error) {
		return s.app.Course(ctx, account(ctx), in.Course)
	})
	operation(s, http.MethodPut, "/api/courses/{course}", "change-course", "Change a course and its topics", func(ctx context.Context, in *struct {
		InCourse
		Body struct {
			app.CourseText
			Version int `json:"version"`
		}
	}) (app.Course, error) {
		return s.app.ChangeCourse(ctx, account(ctx), in.Course, in.Body.CourseText, in.Body.Version)
	})
	operation(s, http.MethodGet, "/api/courses/{course}/gaps", "gaps", "Where the marks are, topic by topic", func(ctx context.Context, in *InCourse) ([]app.Gap, error) {
		return s.app.Gaps(ctx, account(ctx), in.Course)
	})
}
