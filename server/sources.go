package server

import (
	"context"
	"net/http"

	"github.com/danielgtaylor/huma/v2"
	"github.com/google/uuid"

	"zincowl/app"
	"zincowl/core/fact"
	"zincowl/core/source/reader"
	"zincowl/core/split"
)

// OfSource names a source of a course.
type OfSource struct {
	InCourse
	Source uuid.UUID `path:"source"`
}

// partOfSource names some of a source's passages.
type partOfSource struct {
	OfSource
	From  int `query:"from" minimum:"0" maximum:"10000000" doc:"the first passage, counted from 0"`
	Count int `query:"count" default:"200" minimum:"1" maximum:"500" doc:"how many passages"`
}

// OfArrival names an arrival of a course.
type OfArrival struct {
	InCourse
	Arrival uuid.UUID `path:"arrival"`
}

// typedFormula is a formula with the list of what its names mean.
type typedFormula struct {
	Text string `json:"text" maxLength:"800" doc:"V = πr²h, where V is the volume in m³, r the radius in m and h the depth in m"`
}

// picture is an answer that is a picture.
type picture struct {
	Type  string `header:"Content-Type"`
	Cache string `header:"Cache-Control"`
	Body  []byte
}

// paperBytes is what a past paper may come to.
const paperBytes = 24 << 20

func (s *Server) sourceOperations() {
	operation(s, http.MethodGet, "/api/courses/{course}/sources", "sources", "List the sources", func(ctx context.Context, in *InCourse) ([]app.Source, error) {
		return s.app.Sources(ctx, account(ctx), in.Course)
	})
	operation(s, http.MethodGet, "/api/courses/{course}/arrivals", "arrivals", "List what is on its way to being a source", func(ctx context.Context, in *InCourse) ([]app.Arrival, error) {
		return s.app.Arrivals(ctx, account(ctx), in.Course)
	})
	operation(s, http.MethodPut, "/api/courses/{course}/arrivals/{arrival}", "bring", "Bring in a text or a file", func(ctx context.Context, in *struct {
		OfArrival
		Upload
		Name string `query:"name" maxLength:"300" doc:"the file's name; empty for pasted text"`
	}) (app.Arrival, error) {
		f, err := s.spool(ctx, in.Upload, reader.MaxBytes)
		if err != nil {
			return app.Arrival{}, err
		}
		defer f.Close()
		return s.app.Bring(ctx, account(ctx), in.Course, in.Arrival, app.File{Name: in.Name, Size: f.size, Data: f})
	}, takesBytes)
	operation(s, http.MethodPut, "/api/courses/{course}/arrivals/{arrival}/address", "bring-address", "Bring in a web address", func(ctx context.Context, in *struct {
		OfArrival
		Body struct {
			Address string `json:"address" maxLength:"2000"`
		}
	}) (app.Arrival, error) {
		return s.app.BringAddress(ctx, account(ctx), in.Course, in.Arrival, in.Body.Address)
	})
	operation(s, http.MethodPost, "/api/courses/{course}/formulas", "understand-formula", "Say how a typed formula is understood", func(ctx context.Context, in *struct {
		InCourse
		Body typedFormula
	}) (app.Formula, error) {
		return s.app.UnderstandFormula(ctx, account(ctx), in.Course, in.Body.Text)
	}, dear)
	operation(s, http.MethodPut, "/api/courses/{course}/arrivals/{arrival}/formula", "bring-formula", "Bring in a typed formula", func(ctx context.Context, in *struct {
		OfArrival
		Body typedFormula
	}) (app.Arrival, error) {
		return s.app.BringFormula(ctx, account(ctx), in.Course, in.Arrival, in.Body.Text)
	})
	operation(s, http.MethodPost, "/api/courses/{course}/papers/lines", "paper-lines", "Read a file as the lines of a past paper", func(ctx context.Context, in *struct {
		InCourse
		Name    string `query:"name" maxLength:"300" doc:"the file's name"`
		RawBody []byte `contentType:"application/octet-stream"`
	}) (app.PaperFile, error) {
		return s.app.PaperLines(ctx, account(ctx), in.Course, in.Name, in.RawBody)
	}, large(paperBytes), dear)
	operation(s, http.MethodPost, "/api/courses/{course}/papers", "split-paper", "Say how a past paper is understood", func(ctx context.Context, in *struct {
		InCourse
		Body app.PaperText
	}) (split.Paper, error) {
		return s.app.SplitPaper(ctx, account(ctx), in.Course, in.Body)
	}, large(paperBytes), dear)
	operation(s, http.MethodPut, "/api/courses/{course}/arrivals/{arrival}/paper", "bring-paper", "Bring in a past paper as it was corrected", func(ctx context.Context, in *struct {
		OfArrival
		Body app.PaperText
	}) (app.Arrival, error) {
		return s.app.BringPaper(ctx, account(ctx), in.Course, in.Arrival, in.Body)
	}, large(paperBytes), dear)
	operation(s, http.MethodDelete, "/api/courses/{course}/arrivals/{arrival}", "cancel-arrival", "Stop the reading of an arrival", func(ctx context.Context, in *OfArrival) (app.Arrival, error) {
		return s.app.CancelArrival(ctx, account(ctx), in.Course, in.Arrival)
	})
	operation(s, http.MethodGet, "/api/courses/{course}/sources/{source}", "reading", "Open a source in place", func(ctx context.Context, in *struct {
		OfSource
		From int `query:"from" minimum:"0" maximum:"10000000" doc:"the passage to read from, counted from 0; a long source is read in parts"`
	}) (app.Reading, error) {
		return s.app.Reading(ctx, account(ctx), in.Course, in.Source, in.From)
	}, dear)
	operation(s, http.MethodGet, "/api/courses/{course}/sources/{source}/silent", "silent", "List sentences that gave nothing, with the reason", func(ctx context.Context, in *partOfSource) ([]fact.Silence, error) {
		return s.app.Silent(ctx, account(ctx), in.Course, in.Source, in.From, in.Count)
	}, dear)
	operation(s, http.MethodGet, "/api/courses/{course}/sources/{source}/terms", "terms", "List the terms that a source speaks of", func(ctx context.Context, in *struct{ OfSource }) ([]app.Term, error) {
		return s.app.Terms(ctx, account(ctx), in.Course, in.Source)
	}, dear)
	operation(s, http.MethodGet, "/api/courses/{course}/sources/{source}/ties", "ties", "List what other sentences repeat, contradict or extend", func(ctx context.Context, in *partOfSource) ([]app.Tied, error) {
		return s.app.Ties(ctx, account(ctx), in.Course, in.Source, in.From, in.Count)
	}, dear)
	operation(s, http.MethodGet, "/api/courses/{course}/search", "search", "Find words in all sources", func(ctx context.Context, in *struct {
		InCourse
		Words string `query:"words" required:"true" minLength:"2" maxLength:"300"`
	}) ([]app.Hit, error) {
		return s.app.Search(ctx, account(ctx), in.Course, in.Words)
	})
	operation(s, http.MethodGet, "/api/courses/{course}/says", "says", "Say what all sources say of a statement", func(ctx context.Context, in *struct {
		InCourse
		Statement string `query:"statement" required:"true" minLength:"5" maxLength:"500"`
	}) (app.Said, error) {
		return s.app.LookUp(ctx, account(ctx), in.Course, in.Statement)
	}, dear)
	huma.Register(s.api, huma.Operation{OperationID: "picture", Method: http.MethodGet, Path: "/api/courses/{course}/sources/{source}/pictures/{file}", Summary: "See a picture of a source"},
		func(ctx context.Context, in *struct {
			OfSource
			File string `path:"file" maxLength:"64"`
		}) (*picture, error) {
			data, err := s.app.PictureOf(ctx, account(ctx), in.Course, in.Source, in.File)
			if err != nil {
				return nil, s.problem(ctx, err)
			}
			return &picture{http.DetectContentType(data), "private, max-age=86400, immutable", data}, nil
		})
	operation(s, http.MethodPut, "/api/courses/{course}/sources/{source}", "change-source", "Say what a source is called, how much it counts and when it was written", func(ctx context.Context, in *struct {
		OfSource
		Body app.AboutSource
	}) (app.Source, error) {
		return s.app.ChangeSource(ctx, account(ctx), in.Course, in.Source, in.Body)
	}, dear)
	operation(s, http.MethodDelete, "/api/courses/{course}/sources/{source}", "remove-source", "Take a source out", func(ctx context.Context, in *OfSource) (done, error) {
		return done{true}, s.app.RemoveSource(ctx, account(ctx), in.Course, in.Source)
	}, dear)
}
