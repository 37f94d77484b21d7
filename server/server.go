// Package server speaks HTTP: typed operations described by OpenAPI, sessions,
// live changes as server-sent events, and the interface itself.
//
// An operation, in the file of its journey, turns a request into a call of
// package app and its errors into statuses; it decides nothing. Who asks is found
// out by one middleware, which lets nobody into a course who is no member, before
// anything else of the request is looked at. What a request may hold, take and
// wait for is bounded in bounds.go.
package server

import (
	"cmp"
	"context"
	"errors"
	"fmt"
	"log/slog"
	"math"
	"net/http"
	"net/netip"
	"reflect"
	"runtime/debug"
	"strconv"
	"strings"
	"time"

	"github.com/danielgtaylor/huma/v2"
	"github.com/danielgtaylor/huma/v2/adapters/humachi"
	"github.com/go-chi/chi/v5"
	"github.com/go-chi/chi/v5/middleware"
	"github.com/google/uuid"
	"github.com/jackc/pgx/v5/pgconn"
	"github.com/jackc/pgx/v5/pgxpool"

	"zincowl/app"
	"zincowl/core/kind"
	"zincowl/core/question"
	"zincowl/store"
)

// Options change how the server runs.
type Options struct {
	// SecureCookies sends cookies over TLS only and tells browsers to come by TLS
	// alone; for a server that is reached by https.
	SecureCookies bool
	// SignIns is how many tries at signing in, up or recovering one address
	// has in a minute; 0 means the default of 300.
	SignIns int
	// TrustedProxies are those whose word on whom they ask for is taken.
	TrustedProxies []netip.Prefix
	// Heavy is how many requests that take much memory or computation are served
	// at once; 0 means the default of 4.
	Heavy int
}

const (
	signIns = 300
	heavy   = 4
	// heavyPatience is how long such a request waits for its turn.
	heavyPatience = 3 * time.Second
	// keepEvery is how often it is written down which sessions were used.
	keepEvery = time.Minute
)

// Server answers HTTP requests.
type Server struct {
	app     *app.App
	pool    *pgxpool.Pool
	log     *slog.Logger
	options Options
	changes *changes
	heavy   chan struct{}
	uploads uploads
	metrics *metrics
	api     huma.API
	handler http.Handler
}

// New makes a server. It hears the changes that any process announces until
// the context ends.
func New(ctx context.Context, pool *pgxpool.Pool, a *app.App, log *slog.Logger, o Options) *Server {
	o.SignIns, o.Heavy = cmp.Or(o.SignIns, signIns), cmp.Or(o.Heavy, heavy)
	s := &Server{app: a, pool: pool, log: log, options: o, changes: newChanges(), heavy: make(chan struct{}, o.Heavy), metrics: newMetrics(pool)}
	go s.changes.listen(ctx, pool, log)
	go a.KeepSessions(ctx, keepEvery, func(err error) { log.Error("sessions could not be kept", "error", err) })

	r := chi.NewRouter()
	r.Use(addressed(o.TrustedProxies), s.recovered, guardedHeaders(o.SecureCookies), readable, http.NewCrossOriginProtection().Handler, paced, middleware.Compress(5), s.limited)
	s.healthRoutes(r)
	s.describe(r)
	r.NotFound(serveInterface())
	r.MethodNotAllowed(func(w http.ResponseWriter, r *http.Request) {
		tell(w, http.StatusMethodNotAllowed, "This address does not answer to "+r.Method+".")
	})
	s.handler = r
	return s
}

// ServeHTTP answers one request.
func (s *Server) ServeHTTP(w http.ResponseWriter, r *http.Request) { s.handler.ServeHTTP(w, r) }

// HTTP is the server of the standard library that serves this one, with the
// bounds that belong before any handler.
func (s *Server) HTTP() *http.Server {
	return &http.Server{
		Handler: s, ReadHeaderTimeout: 10 * time.Second, IdleTimeout: 2 * time.Minute, MaxHeaderBytes: headerBytes,
		WriteTimeout: filePatience + headStart, // of an answer that never begins; one that has begun is paced
		ErrorLog:     slog.NewLogLogger(s.log.Handler(), slog.LevelWarn),
	}
}

// Description is the OpenAPI description of all operations, as JSON.
func Description() ([]byte, error) {
	s := &Server{}
	s.describe(chi.NewRouter())
	return s.api.OpenAPI().MarshalJSON()
}

// describe registers every operation.
func (s *Server) describe(r chi.Router) {
	huma.DefaultArrayNullable = false // our lists are empty, never null
	config := huma.DefaultConfig("Zinc Owl", "1")
	config.DocsPath, config.SchemasPath, config.OpenAPIPath = "", "", "/api/openapi"
	config.CreateHooks = nil // no $schema in bodies
	format := huma.Format{Marshal: huma.DefaultJSONFormat.Marshal, Unmarshal: boundedJSON}
	config.Components.Schemas.RegisterTypeAlias(reflect.TypeFor[uuid.UUID](), reflect.TypeFor[identifier]())
	config.Components.Schemas.RegisterTypeAlias(reflect.TypeFor[question.Kind](), reflect.TypeFor[kindOfQuestion]())
	config.Formats = map[string]huma.Format{"application/json": format, "json": format}
	s.api = humachi.New(r, config)
	s.api.UseMiddleware(s.observed, s.admit, s.inTurn)
	s.accountOperations()
	s.courseOperations()
	s.sourceOperations()
	s.draftOperations()
	s.benchOperations()
	s.bankOperations()
	s.challengeOperations()
	s.drillOperations()
	s.cardOperations()
	s.changeOperation()
}

// identifier describes an id, which the package of ids does not.
type identifier string

// Schema implements huma.SchemaProvider.
func (identifier) Schema(huma.Registry) *huma.Schema {
	return &huma.Schema{Type: huma.TypeString, Format: "uuid"}
}

// kindOfQuestion describes a kind of question: one that there is a room for.
type kindOfQuestion string

// Schema implements huma.SchemaProvider.
func (kindOfQuestion) Schema(huma.Registry) *huma.Schema {
	out := &huma.Schema{Type: huma.TypeString}
	for _, k := range kind.Names() {
		out.Enum = append(out.Enum, string(k))
	}
	return out
}

// recovered turns a panic into an answer, and a line in the log.
func (s *Server) recovered(next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		defer func() {
			switch p := recover(); {
			case p == nil:
			case p == http.ErrAbortHandler:
				panic(p)
			case r.Context().Err() != nil: // nobody waits for the answer any more
			default:
				s.log.Error("a request failed without an error", "path", r.URL.Path, "panic", p, "stack", string(debug.Stack()))
				tell(w, http.StatusInternalServerError, ourFault)
			}
		}()
		next.ServeHTTP(w, r)
	})
}

// dear marks an operation that takes much memory or computation.
func dear(op *huma.Operation) { mark(op, "dear") }

// inTurn lets only so many dear requests run at once, and answers 503 to one
// that would wait for long.
func (s *Server) inTurn(ctx huma.Context, next func(huma.Context)) {
	if !marked(ctx, "dear") {
		next(ctx)
		return
	}
	turn := time.NewTimer(heavyPatience)
	defer turn.Stop()
	select {
	case s.heavy <- struct{}{}:
		defer func() { <-s.heavy }()
		next(ctx)
	case <-turn.C:
		s.refuse(ctx, app.ErrBusy)
	case <-ctx.Context().Done():
	}
}

// refuse answers with an error of a journey.
func (s *Server) refuse(ctx huma.Context, err error) {
	p := s.problem(ctx.Context(), err)
	if with, ok := p.(huma.HeadersError); ok {
		for name, values := range with.GetHeaders() {
			ctx.SetHeader(name, values[0])
		}
	}
	s.write(ctx, p.GetStatus(), p.Error())
}

func (s *Server) write(ctx huma.Context, status int, says string) {
	if err := huma.WriteErr(s.api, ctx, status, says); err != nil {
		s.log.Warn("an answer could not be written", "error", err)
	}
}

const (
	nothingHere = "There is nothing here, or nothing that you may see."
	ourFault    = "Something failed on our side; what was saved before is safe. Try again."
	noDatabase  = "The database can't be reached at the moment, or has no room; what was saved before is safe. Try again in a minute."
	unstorable  = "This holds a number or letters that can't be stored; check what was typed."
)

// later is a refusal that says when to try again.
type later struct {
	huma.StatusError
	wait time.Duration
}

// GetHeaders says when.
func (l later) GetHeaders() http.Header {
	return http.Header{"Retry-After": {strconv.Itoa(int(math.Ceil(max(1, l.wait.Seconds()))))}}
}

// problem turns an error of a journey into a status and a sentence, and leaves what
// nobody who asks can mend for the line about the request.
func (s *Server) problem(ctx context.Context, err error) huma.StatusError {
	bad, early := new(app.Invalid), new(app.TooEarly)
	refused := new(pgconn.PgError)
	switch {
	case errors.Is(err, app.ErrSignIn):
		return huma.Error401Unauthorized(err.Error())
	case errors.As(err, &early):
		return later{huma.Error429TooManyRequests(early.Error()), early.Wait}
	case errors.As(err, &bad):
		return huma.Error422UnprocessableEntity(bad.Says)
	case errors.Is(err, app.ErrNotFound):
		return huma.Error404NotFound(nothingHere)
	case errors.Is(err, app.ErrForbidden):
		return huma.Error403Forbidden(err.Error())
	case errors.Is(err, app.ErrStale):
		return huma.Error409Conflict(err.Error())
	case errors.Is(err, app.ErrBusy):
		return later{huma.Error503ServiceUnavailable(err.Error()), heavyPatience}
	case errors.Is(err, context.Canceled):
		return huma.NewError(499, "The request was given up.")
	case store.Away(err):
		observedIn(ctx).cause = fmt.Errorf("the database is away or lacks room: %w", err)
		return later{huma.Error503ServiceUnavailable(noDatabase), 10 * time.Second}
	case errors.As(err, &refused) && strings.HasPrefix(refused.Code, "22"): // data exceptions
		observedIn(ctx).cause = fmt.Errorf("something could not be stored: %w", err)
		return huma.Error422UnprocessableEntity(unstorable)
	}
	observedIn(ctx).cause = err
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
	bounded(&op)
	huma.Register(s.api, op, func(ctx context.Context, in *I) (*body[O], error) {
		out, err := do(ctx, in)
		if err != nil {
			return nil, s.problem(ctx, err)
		}
		return &body[O]{out}, nil
	})
}

// done is the answer of an operation that has nothing to say.
type done struct {
	Done bool `json:"done"`
}
