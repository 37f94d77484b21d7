package server

import (
	"net"
	"net/http"
	"net/netip"
	"strings"
	"time"

	"github.com/go-chi/httprate"
)

// addressOf is the address that a request comes from. What a proxy says of whom
// it asks for counts only where the operator trusts the proxy: of the addresses
// it names, the last that is no trusted proxy itself.
func addressOf(r *http.Request, trusted []netip.Prefix) netip.Addr {
	host, _, err := net.SplitHostPort(r.RemoteAddr)
	if err != nil {
		host = r.RemoteAddr
	}
	at, _ := netip.ParseAddr(host)
	at = at.Unmap().WithZone("")
	named := strings.Split(strings.Join(r.Header.Values("X-Forwarded-For"), ","), ",")
	for i := len(named) - 1; i >= 0 && inside(at, trusted); i-- {
		before, err := netip.ParseAddr(strings.TrimSpace(named[i]))
		if err != nil {
			break
		}
		at = before.Unmap().WithZone("")
	}
	return at
}

func inside(a netip.Addr, prefixes []netip.Prefix) bool {
	for _, p := range prefixes {
		if p.Contains(a) {
			return true
		}
	}
	return false
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
		func(r *http.Request) (string, error) { return household(addressOf(r, s.options.TrustedProxies)), nil },
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
