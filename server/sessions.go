package server

import (
	"context"
	"errors"
	"net/http"

	"github.com/danielgtaylor/huma/v2"
	"github.com/danielgtaylor/huma/v2/adapters/humachi"
	"github.com/google/uuid"

	"zincowl/app"
)

// The cookies: of a session, and of a browser in which somebody signed in before.
const (
	sessionCookie = "zincowl"
	browserCookie = "zincowl-browser"
)

// caller is what is known of who asks, before it is known who that is.
type caller struct {
	session, browser app.Token
	device           string
}

type callerKey struct{}
type visitorKey struct{}

// without lets an operation be used without a session.
func without(op *huma.Operation) { mark(op, "open") }

// mark says something of an operation to the middleware.
func mark(op *huma.Operation, what string) {
	if op.Metadata == nil {
		op.Metadata = map[string]any{}
	}
	op.Metadata[what] = true
}

func marked(ctx huma.Context, what string) bool { return ctx.Operation().Metadata[what] == true }

// admit finds out who asks. Without a session it answers 401 unless the
// operation is open to all, and 404 to whoever is no member of the course in the
// path, before anything else of the request is looked at.
func (s *Server) admit(ctx huma.Context, next func(huma.Context)) {
	r, _ := humachi.Unwrap(ctx)
	who := caller{cookieOf(r, sessionCookie), cookieOf(r, browserCookie), r.UserAgent()}
	ctx = huma.WithValue(ctx, callerKey{}, who)
	in := ctx.Param("course")
	course, malformed := uuid.Parse(in)
	v, err := s.app.Visit(ctx.Context(), who.session, course)
	switch {
	case errors.Is(err, app.ErrNotFound):
		if !marked(ctx, "open") {
			s.write(ctx, http.StatusUnauthorized, "You are not signed in; sign in first.")
			return
		}
	case err != nil:
		s.refuse(ctx, err)
		return
	case in != "" && (malformed != nil || !v.Member):
		s.write(ctx, http.StatusNotFound, nothingHere)
		return
	}
	observedIn(ctx.Context()).account = v.Account
	next(huma.WithValue(ctx, visitorKey{}, v))
}

func cookieOf(r *http.Request, name string) app.Token {
	c, err := r.Cookie(name)
	if err != nil || len(c.Value) > 200 {
		return ""
	}
	return app.Token(c.Value)
}

func callerOf(ctx context.Context) caller {
	c, _ := ctx.Value(callerKey{}).(caller)
	return c
}

// visitor is who signed in.
func visitor(ctx context.Context) app.Visitor {
	v, _ := ctx.Value(visitorKey{}).(app.Visitor)
	return v
}

// account is the account that signed in.
func account(ctx context.Context) uuid.UUID { return visitor(ctx).Account }

// signed is an answer that begins or ends a session.
type signed[T any] struct {
	Cookies []http.Cookie `header:"Set-Cookie"`
	Body    T
}

// signing registers an operation that begins a session: with what it answers it
// says whose.
func signing[I, O any](s *Server, path, id, summary string, do func(context.Context, *I) (O, app.Account, error)) {
	op := huma.Operation{OperationID: id, Method: http.MethodPost, Path: path, Summary: summary}
	without(&op)
	bounded(&op)
	huma.Register(s.api, op, func(ctx context.Context, in *I) (*signed[O], error) {
		out, a, err := do(ctx, in)
		if err != nil {
			return nil, s.problem(ctx, err)
		}
		who := callerOf(ctx)
		if who.session != "" { // nothing that was known before is of use afterwards
			if err := s.app.End(ctx, who.session); err != nil {
				return nil, s.problem(ctx, err)
			}
		}
		session, browser, err := s.app.Begin(ctx, a.ID, who.device)
		if err != nil {
			return nil, s.problem(ctx, err)
		}
		return &signed[O]{[]http.Cookie{s.cookie(sessionCookie, session), s.cookie(browserCookie, browser)}, out}, nil
	})
}

func (s *Server) cookie(name string, token app.Token) http.Cookie {
	c := http.Cookie{Name: name, Value: string(token), Path: "/", HttpOnly: true, SameSite: http.SameSiteLaxMode, Secure: s.options.SecureCookies, MaxAge: -1}
	if token != "" {
		c.MaxAge = int(app.SessionLifetime.Seconds())
		if name == browserCookie {
			c.MaxAge = int(app.BrowserLifetime.Seconds())
		}
	}
	return c
}
