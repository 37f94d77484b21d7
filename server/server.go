// Package server speaks HTTP: typed operations described by OpenAPI, sessions,
// live changes as server-sent events, and the interface itself.
//
// An operation, in the file of its journey, turns a request into a call of
// package app and its errors into statuses; it decides nothing. Who signed in
// is read from the session by one middleware; another lets nobody into a course
// who is no member, before anything else of the request is looked at.
package server

import (
	"context"
	"errors"
	"log/slog"
	"net/http"
	"time"

	"github.com/alexedwards/scs/pgxstore"
	"github.com/alexedwards/scs/v2"
	"github.com/danielgtaylor/huma/v2"
	"github.com/danielgtaylor/huma/v2/adapters/humachi"
	"github.com/go-chi/chi/v5"
	"github.com/go-chi/chi/v5/middleware"
	"github.com/go-chi/httprate"
	"github.com/google/uuid"
	"github.com/jackc/pgx/v5/pgxpool"

	"zincowl/app"
)

// Options change how the server runs.
type Options struct {
	// SecureCookies sends session cookies over TLS only; for a server that is
	// reached by https.
	SecureCookies bool
	// SignIns is how many tries at signing in, up or recovering one address
	// has in a minute; 0 means the default of 20.
	SignIns int
}

const (
	signIns         = 20
	sessionLifetime = 30 * 24 * time.Hour
	sessionIdle     = 7 * 24 * time.Hour
)

// Server answers HTTP requests.
type Server struct {
	app      *app.App
	log      *slog.Logger
	sessions *scs.SessionManager
	changes  *changes
	api      huma.API
	handler  http.Handler
}

// New makes a server. It hears the changes that any process announces until
// the context ends.
func New(ctx context.Context, pool *pgxpool.Pool, a *app.App, log *slog.Logger, o Options) *Server {
	s := &Server{app: a, log: log, changes: newChanges(), sessions: scs.New()}
	s.sessions.Store = pgxstore.New(pool)
	s.sessions.Lifetime, s.sessions.IdleTimeout = sessionLifetime, sessionIdle
	s.sessions.Cookie.Name = "zincowl"
	s.sessions.Cookie.Secure = o.SecureCookies
	s.sessions.Cookie.SameSite = http.SameSiteLaxMode
	s.sessions.ErrorFunc = func(w http.ResponseWriter, r *http.Request, err error) {
		log.Error("the session could not be read or written", "error", err)
		http.Error(w, "The session could not be read; load the page again.", http.StatusInternalServerError)
	}
	if o.SignIns == 0 {
		o.SignIns = signIns
	}
	go s.changes.listen(ctx, pool, log)

	r := chi.NewRouter()
	r.Use(middleware.Recoverer, http.NewCrossOriginProtection().Handler, middleware.Compress(5))
	r.Group(func(r chi.Router) {
		r.Use(limited(o.SignIns), s.sessions.LoadAndSave)
		s.describe(r)
	})
	r.NotFound(serveInterface())
	s.handler = r
	return s
}

// ServeHTTP answers one request.
func (s *Server) ServeHTTP(w http.ResponseWriter, r *http.Request) { s.handler.ServeHTTP(w, r) }

// Description is the OpenAPI description of all operations, as JSON.
func Description() ([]byte, error) {
	s := &Server{sessions: scs.New()}
	s.describe(chi.NewRouter())
	return s.api.OpenAPI().MarshalJSON()
}

// describe registers every operation.
func (s *Server) describe(r chi.Router) {
	huma.DefaultArrayNullable = false // our lists are empty, never null
	config := huma.DefaultConfig("Zinc Owl", "1")
	config.DocsPath, config.SchemasPath, config.OpenAPIPath = "", "", "/api/openapi"
	config.CreateHooks = nil // no $schema in bodies
	s.api = humachi.New(r, config)
	s.api.UseMiddleware(s.signedIn, s.member)
	s.accountOperations()
	s.courseOperations()
	s.sourceOperations()
	s.draftOperations()
	s.benchOperations()
	s.drillOperations()
	s.changeOperation()
}

// limited bounds how often one address may try to sign in, up or recover.
func limited(perMinute int) func(http.Handler) http.Handler {
	limit := httprate.LimitBy(perMinute, time.Minute, httprate.KeyByIP, httprate.WithLimitHandler(func(w http.ResponseWriter, r *http.Request) {
		w.Header().Set("Content-Type", "application/problem+json")
		w.WriteHeader(http.StatusTooManyRequests)
		w.Write([]byte(`{"status":429,"detail":"Too many tries in a short time; wait a minute and try again."}`))
	}))
	return func(next http.Handler) http.Handler {
		bounded := limit(next)
		return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
			if r.Method == http.MethodPost && guarded[r.URL.Path] {
				bounded.ServeHTTP(w, r)
				return
			}
			next.ServeHTTP(w, r)
		})
	}
}

// guarded are the paths where a password or code can be guessed at.
var guarded = map[string]bool{"/api/session": true, "/api/accounts": true, "/api/recovery": true}

// open marks an operation that needs no session.
var open = map[string]any{"open": true}

type accountKey struct{}

// signedIn puts the account into the context, or answers 401.
func (s *Server) signedIn(ctx huma.Context, next func(huma.Context)) {
	id, err := uuid.Parse(s.sessions.GetString(ctx.Context(), "account"))
	if err != nil {
		if ctx.Operation().Metadata["open"] == true {
			next(ctx)
			return
		}
		s.write(ctx, http.StatusUnauthorized, "You are not signed in; sign in first.")
		return
	}
	next(huma.WithValue(ctx, accountKey{}, id))
}

// account is who signed in.
func account(ctx context.Context) uuid.UUID {
	id, _ := ctx.Value(accountKey{}).(uuid.UUID)
	return id
}

// member answers 404 to whoever is no member of the course in the path.
func (s *Server) member(ctx huma.Context, next func(huma.Context)) {
	text := ctx.Param("course")
	if text == "" {
		next(ctx)
		return
	}
	course, err := uuid.Parse(text)
	if err != nil {
		s.write(ctx, http.StatusNotFound, nothingHere)
		return
	}
	if err := s.app.Member(ctx.Context(), account(ctx.Context()), course); err != nil {
		problem := s.problem(err)
		s.write(ctx, problem.GetStatus(), problem.Error())
		return
	}
	next(ctx)
}

func (s *Server) write(ctx huma.Context, status int, says string) {
	if err := huma.WriteErr(s.api, ctx, status, says); err != nil {
		s.log.Error("an answer could not be written", "error", err)
	}
}

const (
	nothingHere = "There is nothing here, or nothing that you may see."
	ourFault    = "Something failed on our side; what was saved before is safe. Try again."
)

// problem turns an error of a journey into a status and a sentence.
func (s *Server) problem(err error) huma.StatusError {
	bad := new(app.Invalid)
	switch {
	case errors.Is(err, app.ErrSignIn):
		return huma.Error401Unauthorized(err.Error())
	case errors.As(err, &bad):
		return huma.Error422UnprocessableEntity(bad.Says)
	case errors.Is(err, app.ErrNotFound):
		return huma.Error404NotFound(nothingHere)
	case errors.Is(err, app.ErrForbidden):
		return huma.Error403Forbidden(err.Error())
	case errors.Is(err, app.ErrStale):
		return huma.Error409Conflict(err.Error())
	case errors.Is(err, context.Canceled):
		return huma.NewError(499, "The request was given up.")
	}
	s.log.Error("a request failed", "error", err)
	return huma.Error500InternalServerError(ourFault)
}

// body is an answer with a body.
type body[T any] struct{ Body T }

// operation registers one operation whose answer is a body.
func operation[I, O any](s *Server, method, path, id, summary string, do func(context.Context, *I) (O, error), change ...func(*huma.Operation)) {
	op := huma.Operation{OperationID: id, Method: method, Path: path, Summary: summary}
	for _, c := range change {
		c(&op)
	}
	huma.Register(s.api, op, func(ctx context.Context, in *I) (*body[O], error) {
		out, err := do(ctx, in)
		if err != nil {
			return nil, s.problem(err)
		}
		return &body[O]{out}, nil
	})
}

// done is the answer of an operation that has nothing to say.
type done struct {
	Done bool `json:"done"`
}

// without lets an operation be used without a session.
func without(op *huma.Operation) { op.Metadata = open }
