package server

import (
	"net/http"
	"net/netip"
	"time"

	"github.com/go-chi/chi/v5/middleware"
	"github.com/go-chi/httprate"
)

// addressed finds out which address a request comes from. What a proxy says of whom
// it asks for counts only where the operator trusts the proxy: of the addresses it
// names, the last that is no trusted proxy itself.
func addressed(trusted []netip.Prefix) func(http.Handler) http.Handler {
	if len(trusted) == 0 {
		return middleware.ClientIPFromRemoteAddr
	}
	var named []string
	for _, p := range trusted {
		named = append(named, p.String())
	}
	return middleware.ClientIPFromXFF(named...)
}

// addressOf is the address that a request comes from; where a proxy says none that
// can be read, its own.
func addressOf(r *http.Request) netip.Addr {
	if at := middleware.GetClientIPAddr(r.Context()); at.IsValid() {
		return at
	}
	at, _ := netip.ParseAddrPort(r.RemoteAddr)
	return at.Addr().Unmap().WithZone("")
}

// household is the address by which tries are counted: of IPv6 the network that
// one subscriber has.
func household(a netip.Addr) string {
	if a.Is6() {
		if p, err := a.Prefix(64); err == nil {
			return p.String()
		}
	}
	return a.String()
}

// guarded are the paths where a password or code can be guessed at, or accounts
// be made.
var guarded = map[string]bool{"/api/session": true, "/api/accounts": true, "/api/recovery": true}

// limited bounds how often one address may try to sign in, up or recover. It is
// generous, since a school stands behind one address; guessing at one account is
// bounded by the account.
func (s *Server) limited(next http.Handler) http.Handler {
	limit := httprate.LimitBy(s.options.SignIns, time.Minute,
		func(r *http.Request) (string, error) { return household(addressOf(r)), nil },
		httprate.WithLimitHandler(func(w http.ResponseWriter, r *http.Request) {
			tell(w, http.StatusTooManyRequests, "Too many tries in a short time; wait a minute and try again.")
		}))
	bounded := limit(next)
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		if r.Method == http.MethodPost && guarded[r.URL.Path] {
			bounded.ServeHTTP(w, r)
			return
		}
		next.ServeHTTP(w, r)
	})
}
