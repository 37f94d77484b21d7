package server

import (
	"context"
	"encoding/json"
	"log/slog"
	"net/http"
	"strconv"
	"time"

	"github.com/danielgtaylor/huma/v2"
	"github.com/danielgtaylor/huma/v2/adapters/humachi"
	"github.com/go-chi/chi/v5"
	"github.com/google/uuid"
	"github.com/jackc/pgx/v5/pgxpool"
	"github.com/prometheus/client_golang/prometheus"
	"github.com/prometheus/client_golang/prometheus/collectors"
	"github.com/prometheus/client_golang/prometheus/promhttp"

	"zincowl/store"
)

// readyPatience is how long the database has to answer.
const readyPatience = 2 * time.Second

// healthRoutes are for what watches over the process: /healthz says that it
// runs, /readyz that it can serve, with the reason where it can't.
func (s *Server) healthRoutes(r chi.Router) {
	say := func(w http.ResponseWriter, status int, parts map[string]string) {
		w.Header().Set("Content-Type", "application/json")
		w.Header().Set("Cache-Control", "no-store")
		w.WriteHeader(status)
		_ = json.NewEncoder(w).Encode(parts)
	}
	r.Get("/healthz", func(w http.ResponseWriter, _ *http.Request) {
		say(w, http.StatusOK, map[string]string{"process": "runs"})
	})
	r.Get("/readyz", func(w http.ResponseWriter, r *http.Request) {
		ctx, cancel := context.WithTimeout(r.Context(), readyPatience)
		defer cancel()
		alive, err := store.WorkersAlive(ctx, s.pool, time.Now())
		switch {
		case err != nil:
			say(w, http.StatusServiceUnavailable, map[string]string{"database": "does not answer"})
		case alive == 0:
			say(w, http.StatusServiceUnavailable, map[string]string{"database": "answers", "worker": "none shows life; nothing is read or drafted"})
		default:
			say(w, http.StatusOK, map[string]string{"database": "answers", "worker": strconv.Itoa(alive) + " at work"})
		}
	})
}

// metrics are figures for what watches over the process.
type metrics struct {
	registry *prometheus.Registry
	requests *prometheus.CounterVec
	seconds  *prometheus.HistogramVec
}

func newMetrics(pool *pgxpool.Pool) *metrics {
	m := &metrics{
		registry: prometheus.NewRegistry(),
		requests: prometheus.NewCounterVec(prometheus.CounterOpts{Name: "zincowl_requests_total", Help: "Requests answered, by operation and status."}, []string{"operation", "status"}),
		seconds: prometheus.NewHistogramVec(prometheus.HistogramOpts{
			Name: "zincowl_request_seconds", Help: "How long requests took, by operation.", Buckets: []float64{.005, .02, .05, .1, .25, .5, 1, 2.5, 5, 10, 30},
		}, []string{"operation"}),
	}
	m.registry.MustRegister(collectors.NewGoCollector(), collectors.NewProcessCollector(collectors.ProcessCollectorOpts{}), m.requests, m.seconds)
	for name, of := range map[string]func(*pgxpool.Stat) float64{
		"zincowl_database_connections":        func(s *pgxpool.Stat) float64 { return float64(s.TotalConns()) },
		"zincowl_database_connections_in_use": func(s *pgxpool.Stat) float64 { return float64(s.AcquiredConns()) },
	} {
		m.registry.MustRegister(prometheus.NewGaugeFunc(prometheus.GaugeOpts{Name: name, Help: "Connections of this process to the database."}, func() float64 { return of(pool.Stat()) }))
	}
	return m
}

// Metrics answers with the figures in the text format of OpenMetrics. It belongs
// on a listener that the public does not reach.
func (s *Server) Metrics() http.Handler {
	return promhttp.HandlerFor(s.metrics.registry, promhttp.HandlerOpts{})
}

// observed counts a request and writes a line about it: failures always, the
// rest where the log is asked for detail.
func (s *Server) observed(ctx huma.Context, next func(huma.Context)) {
	began := time.Now()
	r, _ := humachi.Unwrap(ctx)
	seen := new(observation)
	next(huma.WithValue(ctx, observedKey{}, seen))
	took := time.Since(began)
	id, status := ctx.Operation().OperationID, ctx.Status()
	s.metrics.requests.WithLabelValues(id, strconv.Itoa(status)).Inc()
	if id != "changes" { // a line that stays open says nothing about speed
		s.metrics.seconds.WithLabelValues(id).Observe(took.Seconds())
	}
	level := slog.LevelDebug
	switch {
	case status == http.StatusServiceUnavailable: // told to come again
		level = slog.LevelWarn
	case status >= 500:
		level = slog.LevelError
	case seen.cause != nil:
		level = slog.LevelWarn
	}
	if !s.log.Enabled(r.Context(), level) {
		return
	}
	attrs := []slog.Attr{slog.String("operation", id), slog.String("course", ctx.Param("course")), slog.String("account", seen.account.String()),
		slog.String("address", addressOf(r).String()), slog.Int("status", status), slog.Duration("took", took)}
	if seen.cause != nil {
		attrs = append(attrs, slog.String("cause", seen.cause.Error()))
	}
	s.log.LogAttrs(r.Context(), level, "request", attrs...)
}

// observation is what answering a request leaves for the line about it: for whom, and
// why it failed.
type observation struct {
	account uuid.UUID
	cause   error
}

type observedKey struct{}

func observedIn(ctx context.Context) *observation {
	if seen, ok := ctx.Value(observedKey{}).(*observation); ok {
		return seen
	}
	return new(observation)
}
