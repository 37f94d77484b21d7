package server

import (
	"context"
	"errors"
	"net/http"
	"net/http/httptest"
	"net/netip"
	"strings"
	"testing"
	"time"

	"github.com/google/uuid"

	"zincowl/app"
)

func TestAddresses(t *testing.T) {
	trusted := []netip.Prefix{netip.MustParsePrefix("10.0.0.0/8"), netip.MustParsePrefix("::1/128")}
	for _, c := range []struct{ remote, forwarded, want string }{
		{"192.0.2.1:80", "", "192.0.2.1"},
		{"192.0.2.1:80", "203.0.113.9", "192.0.2.1"}, // says so itself
		{"10.1.2.3:80", "203.0.113.9", "203.0.113.9"},
		{"10.1.2.3:80", "198.51.100.4, 203.0.113.9", "203.0.113.9"}, // the first was said by the client
		{"10.1.2.3:80", "203.0.113.9, 10.9.9.9", "203.0.113.9"},
		{"10.1.2.3:80", "203.0.113.9, rubbish", "10.1.2.3"},
		{"10.1.2.3:80", "", "10.1.2.3"},
		{"[::1]:80", "2001:db8::7", "2001:db8::7"},
		{"[::ffff:10.1.2.3]:80", "203.0.113.9", "203.0.113.9"},
	} {
		r := httptest.NewRequest("GET", "/", nil)
		r.RemoteAddr = c.remote
		if c.forwarded != "" {
			r.Header.Set("X-Forwarded-For", c.forwarded)
		}
		addressed(trusted)(http.HandlerFunc(func(_ http.ResponseWriter, r *http.Request) {
			if got := addressOf(r).String(); got != c.want {
				t.Errorf("%s for %q is %s, want %s", c.remote, c.forwarded, got, c.want)
			}
		})).ServeHTTP(httptest.NewRecorder(), r)
	}
	if a, b := household(netip.MustParseAddr("2001:db8::1")), household(netip.MustParseAddr("2001:db8::ffff:1")); a != b {
		t.Errorf("%s and %s are two households", a, b)
	}
}

func TestLookOver(t *testing.T) {
	for text, want := range map[string]error{
		`{"a":[1,2,{"b":"],[,"}]}`:               nil,
		`"\\u0000"`:                              nil, // a backslash and letters
		`"\u0000"`:                               errLetters,
		"\"\xff\"":                               errLetters,
		strings.Repeat("[", jsonDepth+1):         errDepth,
		"[" + strings.Repeat("1,", jsonValues):   errValues,
		`"` + strings.Repeat(",", jsonValues+10): nil,
	} {
		if err := lookOver([]byte(text)); !errors.Is(err, want) {
			t.Errorf("%.40q: %v, want %v", text, err, want)
		}
	}
}

// A client has its head start, and from then on a rate to keep.
func TestPace(t *testing.T) {
	w := &deadlines{ResponseWriter: httptest.NewRecorder()}
	paced(http.HandlerFunc(func(w http.ResponseWriter, _ *http.Request) {
		if n, err := w.Write(make([]byte, 3*piece+5)); err != nil || n != 3*piece+5 {
			t.Errorf("%d, %v", n, err)
		}
	})).ServeHTTP(w, httptest.NewRequest("GET", "/api/x", nil))
	if len(w.set) != 4 {
		t.Fatalf("%d deadlines", len(w.set))
	}
	for i := range 3 {
		if more := w.set[i+1].Sub(w.set[i]); more > piece*time.Second/slowestBytes {
			t.Errorf("piece %d has %v more", i+1, more)
		}
	}
	if first := time.Until(w.set[0]); first > headStart+piece*time.Second/slowestBytes {
		t.Errorf("the first piece may take %v", first)
	}
}

type deadlines struct {
	http.ResponseWriter
	set []time.Time
}

func (d *deadlines) SetWriteDeadline(at time.Time) error {
	d.set = append(d.set, at)
	return nil
}

func TestUploadsAreBounded(t *testing.T) {
	var u uploads
	one, two := uuid.New(), uuid.New()
	var ends []func()
	for range uploadsAnAccount {
		done, err := u.begin(one)
		if err != nil {
			t.Fatal(err)
		}
		ends = append(ends, done)
	}
	bad := new(app.Invalid)
	if _, err := u.begin(one); !errors.As(err, &bad) || !strings.Contains(bad.Says, "at once") {
		t.Error(err)
	}
	if done, err := u.begin(two); err != nil {
		t.Error(err)
	} else {
		done()
	}
	for u.n < uploadsMost {
		if _, err := u.begin(uuid.New()); err != nil {
			t.Fatal(err)
		}
	}
	if _, err := u.begin(two); !errors.Is(err, app.ErrBusy) {
		t.Error(err)
	}
	for _, done := range ends {
		done()
	}
	if _, err := u.begin(one); err != nil || u.of[one] != 1 {
		t.Errorf("%v, %d", err, u.of[one])
	}
}

// The line about a request says why it failed; what is answered does not.
func TestFailuresLeaveTheirCause(t *testing.T) {
	for _, c := range []struct {
		err    error
		status int
		cause  string
	}{
		{errors.New("dealing a drill: disk on fire"), 500, "disk on fire"},
		{app.ErrNotFound, 404, ""},
	} {
		seen := new(observation)
		p := new(Server).problem(context.WithValue(t.Context(), observedKey{}, seen), c.err)
		cause := ""
		if seen.cause != nil {
			cause = seen.cause.Error()
		}
		if p.GetStatus() != c.status || !strings.HasSuffix(cause, c.cause) || c.cause == "" && cause != "" || strings.Contains(p.Error(), "fire") {
			t.Errorf("%v is answered with %d, %s; the line says %q", c.err, p.GetStatus(), p.Error(), cause)
		}
	}
}
