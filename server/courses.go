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
	operation(s, http.MethodPost, "/api/courses", "add-course", "Make a course", func(ctx context.Context, in *struct{ Body app.NewCourse }) (app.Course, error) {
		return s.app.AddCourse(ctx, account(ctx), in.Body)
	}, large(outlineBytes))
	operation(s, http.MethodGet, "/api/courses/{course}", "course", "Read a course with its live numbers", func(ctx context.Context, in *InCourse) (app.Course, error) {
		return s.app.Course(ctx, account(ctx), in.Course)
	})
	operation(s, http.MethodPut, "/api/courses/{course}", "change-course", "Change what a course is called and when its exam is", func(ctx context.Context, in *struct {
		InCourse
		Body struct {
			app.CourseText
			Version int `json:"version" minimum:"0" maximum:"2000000000"`
		}
	}) (app.Course, error) {
		return s.app.ChangeCourse(ctx, account(ctx), in.Course, in.Body.CourseText, in.Body.Version)
	})
	operation(s, http.MethodGet, "/api/courses/{course}/syllabus", "syllabus", "Read the outline with shares and coverage", func(ctx context.Context, in *InCourse) (app.Syllabus, error) {
		return s.app.Syllabus(ctx, account(ctx), in.Course)
	})
	operation(s, http.MethodPut, "/api/courses/{course}/syllabus", "change-syllabus", "Change the outline", func(ctx context.Context, in *struct {
		InCourse
		Body struct {
			Topics  []app.SyllabusTopic `json:"topics" nullable:"false" maxItems:"600"`
			Version int                 `json:"version" minimum:"0" maximum:"2000000000"`
		}
	}) (app.Syllabus, error) {
		return s.app.ChangeSyllabus(ctx, account(ctx), in.Course, in.Body.Topics, in.Body.Version)
	}, large(outlineBytes), dear)
	operation(s, http.MethodPost, "/api/courses/{course}/syllabus/outline", "read-outline", "Say how an outline is understood", func(ctx context.Context, in *struct {
		InCourse
		Name    string `query:"name" maxLength:"300" doc:"the file's name; empty for pasted text"`
		RawBody []byte `contentType:"application/octet-stream"`
	}) (app.OutlineView, error) {
		return s.app.ReadOutline(ctx, account(ctx), in.Course, in.Name, in.RawBody)
	}, large(paperBytes), dear)
	operation(s, http.MethodGet, "/api/courses/{course}/syllabus/proposal", "propose-outline", "Make an outline of the sources' headings", func(ctx context.Context, in *InCourse) (app.OutlineView, error) {
		return s.app.ProposeOutline(ctx, account(ctx), in.Course)
	}, dear)
	operation(s, http.MethodGet, "/api/courses/{course}/syllabus/placed", "placed", "List what belongs to a topic, or to none, least sure first", func(ctx context.Context, in *struct {
		InCourse
		Topic string `query:"topic" format:"uuid" doc:"left out for what belongs to none"`
	}) ([]app.Placed, error) {
		topic, err := uuid.Parse(in.Topic)
		if err != nil {
			return s.app.PlacedIn(ctx, account(ctx), in.Course, nil)
		}
		return s.app.PlacedIn(ctx, account(ctx), in.Course, &topic)
	})
	operation(s, http.MethodPut, "/api/courses/{course}/sources/{source}/passages/{passage}/topic", "place-passage", "Say which topic a passage belongs to", func(ctx context.Context, in *struct {
		OfSource
		Passage string `path:"passage" maxLength:"40"`
		Body    app.Belonging
	}) (done, error) {
		return done{true}, s.app.PlacePassage(ctx, account(ctx), in.Course, in.Source, in.Passage, in.Body)
	})
	operation(s, http.MethodPut, "/api/courses/{course}/questions/{question}/topic", "place-question", "Say which topic a question belongs to", func(ctx context.Context, in *struct {
		InCourse
		Question uuid.UUID `path:"question"`
		Body     app.Belonging
	}) (done, error) {
		return done{true}, s.app.PlaceQuestion(ctx, account(ctx), in.Course, in.Question, in.Body)
	})
	operation(s, http.MethodGet, "/api/courses/{course}/forecast", "forecast", "How the exam would likely go today", func(ctx context.Context, in *InCourse) (app.Forecast, error) {
		return s.app.Foresee(ctx, account(ctx), in.Course)
	})
	operation(s, http.MethodGet, "/api/courses/{course}/slips", "slips", "The wrong turns that the account takes", func(ctx context.Context, in *InCourse) ([]app.OpenSlip, error) {
		return s.app.Slips(ctx, account(ctx), in.Course)
	})
	operation(s, http.MethodGet, "/api/courses/{course}/gaps", "gaps", "Where the marks are, topic by topic", func(ctx context.Context, in *InCourse) ([]app.Gap, error) {
		return s.app.Gaps(ctx, account(ctx), in.Course)
	})
}
