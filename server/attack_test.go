package server_test

import (
	"bufio"
	"bytes"
	"context"
	"encoding/json"
	"fmt"
	"io"
	"log/slog"
	"net/http"
	"net/http/httptest"
	"net/netip"
	"runtime"
	"runtime/metrics"
	"slices"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/google/uuid"

	"zincowl/app"
	"zincowl/server"
	"zincowl/store"
	"zincowl/tools/mangle"
)

// allocated is how many bytes the program has ever taken from the heap.
func allocated() uint64 {
	sample := []metrics.Sample{{Name: "/gc/heap/allocs:bytes"}}
	metrics.Read(sample)
	return sample[0].Value.Uint64()
}

// unknown is a body of properties that no operation knows.
func unknown(n int) []byte {
	var b bytes.Buffer
	b.WriteString(`{"name":"keeper","password":"hunter2hunter2"`)
	for i := range n {
		fmt.Fprintf(&b, `,"k%06d":1`, i)
	}
	b.WriteByte('}')
	return b.Bytes()
}

// asJSON is sent as it is.
type asJSON []byte

// MarshalJSON gives them as they are.
func (j asJSON) MarshalJSON() ([]byte, error) { return j, nil }

func TestOneRequestTakesLittle(t *testing.T) {
	v := newSite(t, server.Options{}).visitor()
	for _, keys := range []int{400, 8_000, 90_000} {
		body := unknown(keys)
		before := allocated()
		status, says := v.call("POST", "/api/session", asJSON(body))
		if took := allocated() - before; took > 64<<20 {
			t.Errorf("%d bytes take %d MB", len(body), took>>20)
		}
		if status != http.StatusUnprocessableEntity && status != http.StatusRequestEntityTooLarge || len(says) > 4<<10 || strings.Contains(says, "hunter2") {
			t.Errorf("%d properties: %d and %d bytes: %.300s", keys, status, len(says), says)
		}
	}
	// What is wrong is told by place and reason, without what was sent.
	_, says := v.call("POST", "/api/session", asJSON(`{"name":"keeper","password":{"hunter2":"hunter3"}}`))
	if !strings.Contains(says, "body.password") || !strings.Contains(says, "expected string") || strings.Contains(says, "hunter") {
		t.Error(says)
	}
	_, says = v.sends("POST", "/api/session", "application/json", []byte(`{"name":"hunter2`))
	if strings.Contains(says, "hunter") {
		t.Error(says)
	}
}

// walkOperations hands every operation of the description to do.
func walkOperations(t *testing.T, do func(method, path, id string, op map[string]any)) {
	t.Helper()
	data, err := server.Description()
	if err != nil {
		t.Fatal(err)
	}
	var d struct {
		Paths map[string]map[string]map[string]any `json:"paths"`
	}
	if err := json.Unmarshal(data, &d); err != nil {
		t.Fatal(err)
	}
	for path, methods := range d.Paths {
		for method, op := range methods {
			do(strings.ToUpper(method), path, op["operationId"].(string), op)
		}
	}
}

// Every body has a bound, and those of operations without a session a small one.
func TestBodiesAreBounded(t *testing.T) {
	v := newSite(t, server.Options{}).signedUp("keeper")
	ids := v.owned()
	bounds := map[string]int{
		"sign-up": 8 << 10, "sign-in": 8 << 10, "recover": 8 << 10, "edit-question": 256 << 10, "write-question": 256 << 10, "try-question": 256 << 10, "try-edit": 256 << 10, "change-many": 4 << 20, "add-course": 2 << 20, "change-syllabus": 2 << 20,
		"read-outline": 24 << 20, "paper-lines": 24 << 20, "split-paper": 24 << 20, "bring-paper": 24 << 20,
	}
	walkOperations(t, func(method, path, id string, op map[string]any) {
		if op["requestBody"] == nil {
			return
		}
		size, said := bounds[id]
		if !said {
			size = 64 << 10
		}
		if id == "bring" { // takes files as they come, and says what is too large itself
			return
		}
		at := pathPart.ReplaceAllStringFunc(path, func(part string) string { return ids[strings.Trim(part, "{}")] })
		if status, says := v.call(method, at, asJSON(`"`+strings.Repeat("a", size)+`"`)); status != http.StatusRequestEntityTooLarge {
			t.Errorf("%s takes %d bytes: %d %.200s", id, size, status, says)
		}
	})
}

// Every whole number that is taken in has bounds that the database can hold, and
// every list and text an end.
func TestEveryNumberIsBounded(t *testing.T) {
	data, err := server.Description()
	if err != nil {
		t.Fatal(err)
	}
	var all struct {
		Components struct {
			Schemas map[string]map[string]any `json:"schemas"`
		} `json:"components"`
	}
	if err := json.Unmarshal(data, &all); err != nil {
		t.Fatal(err)
	}
	looked := 0
	var look func(at string, s map[string]any, seen []string)
	look = func(at string, s map[string]any, seen []string) {
		if ref, ok := s["$ref"].(string); ok {
			name := ref[strings.LastIndexByte(ref, '/')+1:]
			if !slices.Contains(seen, name) {
				look(at, all.Components.Schemas[name], append(seen, name))
			}
			return
		}
		kind := s["type"]
		if list, ok := kind.([]any); ok {
			kind = list[0]
		}
		switch kind {
		case "integer":
			looked++
			if low, high := s["minimum"], s["maximum"]; !strings.HasSuffix(at, ".seed") && (low == nil || high == nil || high.(float64) > 1<<31-1) && !checkedByTheWriter(at) {
				t.Errorf("%s is a whole number from %v to %v", at, low, high)
			}
		case "array":
			if items, ok := s["items"].(map[string]any); ok {
				look(at+"[]", items, seen)
			}
		case "object":
			properties, _ := s["properties"].(map[string]any)
			for name, p := range properties {
				look(at+"."+name, p.(map[string]any), seen)
			}
			if more, ok := s["additionalProperties"].(map[string]any); ok {
				look(at+".*", more, seen)
			}
		}
	}
	walkOperations(t, func(_, _, id string, op map[string]any) {
		if body, ok := op["requestBody"].(map[string]any); ok {
			for _, of := range body["content"].(map[string]any) {
				if s, ok := of.(map[string]any)["schema"].(map[string]any); ok {
					look(id, s, nil)
				}
			}
		}
		parameters, _ := op["parameters"].([]any)
		for _, p := range parameters {
			p := p.(map[string]any)
			look(id+"."+p["name"].(string), p["schema"].(map[string]any), nil)
		}
	})
	if looked < 10 {
		t.Errorf("only %d numbers were looked at", looked)
	}
}

// checkedByTheWriter is true of the numbers that writer.Brief.Check bounds.
func checkedByTheWriter(at string) bool {
	return at == "start-batch.levels.*" || at == "keep-brief.brief.levels.*"
}

// No input to any operation takes more memory than a multiple of its size, with
// what an operation takes anyhow: a password's hash is 64 MB.
func FuzzOperations(f *testing.F) {
	const (
		multiple = 200
		anyhow   = 24 << 20
		hash     = 150 << 20
	)
	s := newSite(f, server.Options{SignIns: 1 << 30})
	v := s.signedUp("keeper")
	ids := v.owned()
	data, err := server.Description()
	if err != nil {
		f.Fatal(err)
	}
	var d description
	if err := json.Unmarshal(data, &d); err != nil {
		f.Fatal(err)
	}
	for path, methods := range d.Paths {
		for method, op := range methods {
			if op.RequestBody == nil || op.OperationID == "sign-out" {
				continue
			}
			at := pathPart.ReplaceAllStringFunc(path, func(part string) string { return ids[strings.Trim(part, "{}")] })
			body, raw := valid(f, data, path, method).([]byte)
			if !raw {
				if body, err = json.Marshal(valid(f, data, path, method)); err != nil {
					f.Fatal(err)
				}
			}
			mangle.Add(f, 6, strings.ToUpper(method), at, body)
		}
	}
	f.Add("PUT", "/api/courses/"+ids["course"]+"/batches/"+ids["batch"], []byte(`{"count":500,"levels":{"easy":4611686018427387904,"medium":4611686018427387904,"hard":4611686018427387904}}`))
	f.Add("POST", "/api/courses/"+ids["course"]+"/papers", []byte(`{"text":"`+strings.Repeat("(", 20_000)+`"}`))
	f.Add("POST", "/api/courses/"+ids["course"]+"/papers", []byte(`{"text":"`+strings.Repeat("a. b\\n", 3_000)+`"}`))
	f.Add("POST", "/api/understand", []byte(`{"kind":"expression","text":"9^9^9^9"}`))
	f.Add("POST", "/api/understand", []byte(`{"kind":"solution","text":"x = 1e400000000"}`))
	f.Add("PUT", "/api/me/settings", unknown(5000))
	f.Fuzz(func(t *testing.T, method, path string, body []byte) {
		if !strings.HasPrefix(path, "/api/") || strings.ContainsAny(path, " \x00\n") || method != "POST" && method != "PUT" {
			return
		}
		before := allocated()
		r, err := http.NewRequest(method, s.URL+path, bytes.NewReader(body))
		if err != nil {
			return
		}
		r.Header.Set("Content-Type", "application/json")
		answer, err := v.client.Do(r)
		if err != nil {
			t.Fatal(err)
		}
		said, err := io.Copy(io.Discard, answer.Body)
		answer.Body.Close()
		if err != nil {
			t.Fatal(err)
		}
		limit := uint64(multiple*(len(body)+int(said)) + anyhow)
		if strings.HasPrefix(path, "/api/session") || strings.HasPrefix(path, "/api/accounts") || strings.HasPrefix(path, "/api/recovery") || strings.HasPrefix(path, "/api/me/password") {
			limit += hash
		}
		if took := allocated() - before; took > limit {
			t.Errorf("%s %s: %d bytes take %d MB", method, path, len(body), took>>20)
		}
		if answer.StatusCode == http.StatusInternalServerError {
			t.Errorf("%s %s: %.300q is our fault", method, path, body)
		}
	})
}

// Letters and numbers that can't be stored are the sender's to mend, never our
// fault.
func TestWhatCanNotBeStored(t *testing.T) {
	s := newSite(t, server.Options{})
	v := s.signedUp("keeper")
	ids := v.owned()
	at := "/api/courses/" + ids["course"]
	for _, c := range []struct {
		method, path string
		body         any
	}{
		{"GET", at + "/search?words=a%00b", nil},
		{"GET", at + "/search?words=ab%ff%fe", nil},
		{"GET", at + "/sources/" + ids["source"] + "/pictures/a%00b", nil},
		{"PUT", at + "/arrivals/" + uuid.NewString() + "?name=a%00.txt", []byte("words")},
		{"PUT", at + "/arrivals/" + uuid.NewString() + "?name=a%ff.txt", []byte("words")},
		{"PUT", at + "/sources/" + ids["source"] + "/passages/a%00b/topic", map[string]any{"by_words": true}},
		{"POST", "/api/courses", asJSON(`{"title":"a\u0000b","pass_mark":60}`)},
		{"POST", "/api/courses", asJSON("{\"title\":\"a\xffb\",\"pass_mark\":60}")},
		{"POST", "/api/session", asJSON(`{"name":"a\u0000b","password":"a long sentence"}`)},
		{"PUT", at, asJSON(`{"title":"x","pass_mark":60,"version":4294967296}`)},
		{"PUT", at, asJSON(`{"title":"x","pass_mark":1e400,"version":1}`)},
		{"PUT", at + "/questions/" + ids["question"] + "/state", asJSON(`{"state":"bench","version":9223372036854775808}`)},
		{"GET", at + "/drills/" + ids["drill"] + "/places/2147483648", nil},
		{"GET", at + "/drills/" + ids["drill"] + "/places/99999999999999999999", nil},
		{"POST", at + "/papers", asJSON(`{"text":"1. What?","hints":[{"line":4294967296,"as":"stem"}]}`)},
		{"POST", "/api/courses", asJSON(strings.Repeat("[", 100_00) + strings.Repeat("]", 100_00))},
		{"PUT", at, asJSON(`{"title":"x","pass_mark":60,"version":1,"exam_date":"99999-01-01"}`)},
	} {
		if status, says := v.call(c.method, c.path, c.body); status < 400 || status >= 500 || !strings.Contains(says, ".") && !strings.Contains(says, "expected") {
			t.Errorf("%s %s: %d %s", c.method, c.path, status, says)
		}
	}
}

func TestHeaders(t *testing.T) {
	s := newSite(t, server.Options{SecureCookies: true})
	for path, want := range map[string]map[string]string{
		"/api/me":      {"X-Content-Type-Options": "nosniff", "Cache-Control": "no-store", "Strict-Transport-Security": "max-age=31536000"},
		"/api/nothing": {"X-Content-Type-Options": "nosniff", "Cache-Control": "no-store"},
		"/courses":     {"X-Content-Type-Options": "nosniff", "Strict-Transport-Security": "max-age=31536000"},
	} {
		answer, err := http.Get(s.URL + path)
		if err != nil {
			t.Fatal(err)
		}
		answer.Body.Close()
		for name, value := range want {
			if got := answer.Header.Values(name); len(got) != 1 || got[0] != value {
				t.Errorf("%s: %s is %q", path, name, got)
			}
		}
	}
	plain := newSite(t, server.Options{})
	answer, err := http.Get(plain.URL + "/api/me")
	if err != nil {
		t.Fatal(err)
	}
	answer.Body.Close()
	if answer.Header.Get("Strict-Transport-Security") != "" {
		t.Error("a server without TLS asks browsers for TLS")
	}
	for _, path := range []string{"/api", "/api/", "/api/nothing", "/api/courses/x/y/z"} {
		if answer, err := http.Get(plain.URL + path); err != nil || answer.StatusCode != http.StatusNotFound || answer.Header.Get("Content-Type") != "application/problem+json" {
			t.Errorf("%s: %v, %v", path, answer, err)
		}
	}
	if status, says := plain.visitor().call("PATCH", "/api/me", nil); status != http.StatusMethodNotAllowed || !strings.Contains(says, "does not answer") {
		t.Errorf("%d %s", status, says)
	}
}

// token is the value of a visitor's session cookie.
func (v visitor) token() string {
	r, _ := http.NewRequest("GET", v.URL, nil)
	for _, c := range v.client.Jar.Cookies(r.URL) {
		if c.Name == "zincowl" {
			return c.Value
		}
	}
	return ""
}

// with is another browser that has got hold of a token.
func (s site) with(token string) visitor {
	v := s.visitor()
	v.client.Transport = bearer{token}
	return v
}

type bearer struct{ token string }

func (b bearer) RoundTrip(r *http.Request) (*http.Response, error) {
	r.AddCookie(&http.Cookie{Name: "zincowl", Value: b.token})
	return http.DefaultTransport.RoundTrip(r)
}

// No token can be read out of the database.
func TestTokensAreNotKept(t *testing.T) {
	s := newSite(t, server.Options{})
	v := s.signedUp("keeper")
	var row string
	if err := s.pool.QueryRow(context.Background(), `select string_agg(t::text, ' ') from (select * from sessions) t`).Scan(&row); err != nil {
		t.Fatal(err)
	}
	if v.token() == "" || strings.Contains(row, v.token()) || strings.Contains(row, fmt.Sprintf("%x", v.token())) {
		t.Errorf("%q is in %q", v.token(), row)
	}
	for _, c := range []string{"", "x", strings.Repeat("a", 4000), fmt.Sprintf("%x", v.token())} {
		if status, _ := s.with(c).call("GET", "/api/me", nil); status != http.StatusUnauthorized {
			t.Errorf("the token %.20q lets in: %d", c, status)
		}
	}
}

// A request that was begun before signing out ends without bringing the session
// back.
func TestSigningOutIsFinal(t *testing.T) {
	s := newSite(t, server.Options{})
	v := s.signedUp("keeper")
	ids := v.owned()
	token := v.token()
	slow, feed := io.Pipe()
	r, err := http.NewRequest("PUT", s.URL+"/api/courses/"+ids["course"]+"/arrivals/"+uuid.NewString()+"?name=slow.txt", slow)
	if err != nil {
		t.Fatal(err)
	}
	r.Header.Set("Content-Type", "application/octet-stream")
	ended := make(chan error, 1)
	go func() {
		answer, err := s.with(token).client.Do(r)
		if err == nil {
			answer.Body.Close()
		}
		ended <- err
	}()
	if _, err := feed.Write([]byte("A kiln is an oven that ")); err != nil {
		t.Fatal(err)
	}
	if status, _ := v.call("DELETE", "/api/session", nil); status != 200 {
		t.Fatal("signing out failed")
	}
	_, _ = feed.Write([]byte("fires clay."))
	feed.Close()
	if err := <-ended; err != nil {
		t.Fatal(err)
	}
	if status, _ := s.with(token).call("GET", "/api/me", nil); status != http.StatusUnauthorized {
		t.Errorf("the token from before signing out answers %d", status)
	}
}

// What ends all sessions of an account ends them, also those of a thief.
func TestWhatEndsSessions(t *testing.T) {
	s := newSite(t, server.Options{})
	v := s.visitor()
	var made struct{ Codes []string }
	v.get(&made, "POST", "/api/accounts", map[string]string{"name": "keeper", "password": "a long sentence"})
	again := func(password string) visitor {
		w := s.visitor()
		if status, says := w.call("POST", "/api/session", map[string]string{"name": "keeper", "password": password}); status != 200 {
			t.Fatalf("%d %s", status, says)
		}
		return w
	}
	gone := func(w visitor, why string) {
		t.Helper()
		if status, _ := w.call("GET", "/api/me", nil); status != http.StatusUnauthorized {
			t.Errorf("after %s a session answers %d", why, status)
		}
	}
	stays := func(w visitor, why string) {
		t.Helper()
		if status, _ := w.call("GET", "/api/me", nil); status != http.StatusOK {
			t.Errorf("after %s the person's own session answers %d", why, status)
		}
	}
	thief := s.with(v.token())
	stays(thief, "nothing")
	w := s.visitor()
	if status, says := w.call("POST", "/api/recovery", map[string]string{"name": "keeper", "code": made.Codes[0], "password": "another sentence"}); status != 200 {
		t.Fatalf("%d %s", status, says)
	}
	gone(v, "recovery")
	gone(thief, "recovery")
	stays(w, "recovery")

	thief = s.with(again("another sentence").token())
	if status, says := w.call("PUT", "/api/me/password", map[string]string{"old": "not this one", "new": "a third sentence"}); status != 422 || !strings.Contains(says, "is another one") {
		t.Errorf("%d %s", status, says)
	}
	stays(thief, "a wrong password")
	if status, says := w.call("PUT", "/api/me/password", map[string]string{"old": "another sentence", "new": "a third sentence"}); status != 200 {
		t.Errorf("%d %s", status, says)
	}
	gone(thief, "a change of password")
	stays(w, "a change of password")

	a := app.New(s.pool, nil, time.Now)
	if _, err := a.Reset(context.Background(), "keeper"); err != nil {
		t.Fatal(err)
	}
	gone(w, "the operator's reset")
}

// A person sees where they are signed in, and ends one or all others.
func TestSessionsAreListed(t *testing.T) {
	s := newSite(t, server.Options{})
	v, other := s.signedUp("keeper"), s.signedUp("other")
	list := func() (out []app.Session) {
		v.get(&out, "GET", "/api/me/sessions", nil)
		return out
	}
	more := []visitor{s.visitor(), s.visitor(), s.visitor()}
	for _, w := range more {
		w.call("POST", "/api/session", map[string]string{"name": "keeper", "password": "a long sentence"})
	}
	all := list()
	here := slices.IndexFunc(all, func(s app.Session) bool { return s.Here })
	if len(all) != 4 || here < 0 || all[0].Device == "" {
		t.Fatalf("%+v", all)
	}
	if status, _ := other.call("DELETE", "/api/me/sessions/"+all[here].ID.String(), nil); status != http.StatusNotFound {
		t.Errorf("somebody else's session answers %d", status)
	}
	away := slices.IndexFunc(all, func(s app.Session) bool { return !s.Here })
	if status, _ := v.call("DELETE", "/api/me/sessions/"+all[away].ID.String(), nil); status != http.StatusOK || len(list()) != 3 {
		t.Errorf("%d, %+v", status, list())
	}
	if status, _ := v.call("DELETE", "/api/me/sessions", nil); status != http.StatusOK || len(list()) != 1 {
		t.Errorf("%d, %+v", status, list())
	}
	for _, w := range more {
		if status, _ := w.call("GET", "/api/me", nil); status != http.StatusUnauthorized {
			t.Errorf("a session that was ended answers %d", status)
		}
	}
}

// line opens a line of changes and hands over what is heard on it.
func (v visitor) line(course string) (heard <-chan string) {
	v.t.Helper()
	ctx, cancel := context.WithCancel(context.Background())
	v.t.Cleanup(cancel)
	r, err := http.NewRequestWithContext(ctx, "GET", v.URL+"/api/courses/"+course+"/changes", nil)
	if err != nil {
		v.t.Fatal(err)
	}
	answer, err := v.client.Do(r)
	if err != nil || answer.StatusCode != http.StatusOK {
		v.t.Fatalf("%v, %v", answer, err)
	}
	out := make(chan string, 100)
	go func() {
		defer close(out)
		defer answer.Body.Close()
		for lines := bufio.NewScanner(answer.Body); lines.Scan(); {
			if data, ok := strings.CutPrefix(lines.Text(), "data: "); ok {
				var c struct{ What string }
				_ = json.Unmarshal([]byte(data), &c)
				out <- c.What
			}
		}
	}()
	return out
}

// A line of changes ends with the session or the membership it was opened under.
func TestLinesEndWithAccess(t *testing.T) {
	s := newSite(t, server.Options{})
	owner := s.signedUp("owner")
	ids := owner.owned()
	ended := func(line <-chan string, why string) {
		t.Helper()
		deadline := time.After(20 * time.Second)
		for {
			select {
			case _, open := <-line:
				if !open {
					return
				}
			case <-deadline:
				t.Fatalf("after %s the line stays open", why)
			}
		}
	}
	candidate := s.signedUp("candidate")
	var me struct{ ID uuid.UUID }
	candidate.get(&me, "GET", "/api/me", nil)
	ctx := context.Background()
	if _, err := s.pool.Exec(ctx, `insert into memberships (course_id, account_id, role) values ($1, $2, 'candidate')`, ids["course"], me.ID); err != nil {
		t.Fatal(err)
	}
	line, stays := candidate.line(ids["course"]), owner.line(ids["course"])
	<-line
	<-stays
	if _, err := s.pool.Exec(ctx, `delete from memberships where course_id = $1 and account_id = $2`, ids["course"], me.ID); err != nil {
		t.Fatal(err)
	}
	ended(line, "the membership ended")

	second := s.visitor()
	second.call("POST", "/api/session", map[string]string{"name": "owner", "password": "a long sentence"})
	line = second.line(ids["course"])
	<-line
	second.call("DELETE", "/api/session", nil)
	ended(line, "signing out")

	// The owner's line in the first browser is still there.
	var changed any
	owner.get(&changed, "PUT", "/api/courses/"+ids["course"], map[string]any{"title": "Intake II", "pass_mark": 60, "version": 1})
	for {
		select {
		case what, open := <-stays:
			if !open {
				t.Fatal("a line ended with another browser's session")
			}
			if what == "course" {
				return
			}
		case <-time.After(20 * time.Second):
			t.Fatal("nothing is heard")
		}
	}
}

// What changes while the database is not heard is told once it is heard again.
func TestNoChangeIsLost(t *testing.T) {
	s := newSite(t, server.Options{})
	v := s.signedUp("keeper")
	ids := v.owned()
	line := v.line(ids["course"])
	<-line
	// The connection that listens breaks, as when the database starts anew.
	if _, err := s.pool.Exec(context.Background(), `select pg_terminate_backend(pid) from pg_stat_activity where datname = current_database() and query like 'listen%'`); err != nil {
		t.Fatal(err)
	}
	want := map[string]bool{"course": true, "sources": true, "batches": true, "responses": true}
	deadline := time.After(20 * time.Second)
	for len(want) > 0 {
		select {
		case what := <-line:
			delete(want, what)
		case <-deadline:
			t.Fatalf("%v were never told", want)
		}
	}
}

// A class behind one proxy signs in, each candidate once.
func TestAClassSignsIn(t *testing.T) {
	s := newSite(t, server.Options{TrustedProxies: []netip.Prefix{netip.MustParsePrefix("127.0.0.0/8")}})
	a := app.New(s.pool, nil, time.Now)
	const pupils = 40
	if _, _, err := a.SignUp(context.Background(), "pupil", "a long sentence"); err != nil {
		t.Fatal(err)
	}
	// As many accounts with the same password, without hashing it for each.
	if _, err := s.pool.Exec(context.Background(), `insert into accounts (id, name, name_key, password, created_at)
		select gen_random_uuid(), 'pupil' || n, 'pupil' || n, (select password from accounts), now() from generate_series(1, $1) n`, pupils); err != nil {
		t.Fatal(err)
	}
	refused := 0
	for n := range pupils {
		r, err := http.NewRequest("POST", s.URL+"/api/session", strings.NewReader(fmt.Sprintf(`{"name":"pupil%d","password":"a long sentence"}`, n+1)))
		if err != nil {
			t.Fatal(err)
		}
		r.Header.Set("Content-Type", "application/json")
		r.Header.Set("X-Forwarded-For", "198.51.100.7")
		answer, err := http.DefaultClient.Do(r)
		if err != nil {
			t.Fatal(err)
		}
		answer.Body.Close()
		if answer.StatusCode != http.StatusOK {
			refused++
		}
	}
	if refused > 0 {
		t.Errorf("%d of %d right sign-ins were refused", refused, pupils)
	}
}

// Guessing at one account is slowed, wherever it comes from, and does not keep
// its owner out.
func TestGuessingAtOneAccount(t *testing.T) {
	s := newSite(t, server.Options{})
	owner := s.signedUp("keeper")
	owner.call("DELETE", "/api/session", nil)
	looked := 0
	var all sync.WaitGroup
	var mu sync.Mutex
	for range 8 {
		all.Go(func() {
			for range 20 {
				status, says := s.visitor().call("POST", "/api/session", map[string]string{"name": "Keeper ", "password": "guess guess guess"})
				mu.Lock()
				switch {
				case status == http.StatusUnauthorized:
					looked++
				case status != http.StatusTooManyRequests || !strings.Contains(says, "the next one is looked at in"):
					t.Errorf("%d %s", status, says)
				}
				mu.Unlock()
			}
		})
	}
	all.Wait()
	if looked < 5 || looked > 12 {
		t.Errorf("%d of 160 guesses were looked at", looked)
	}
	// The owner's own browser is let in at once; from elsewhere after the delay.
	if _, err := s.pool.Exec(context.Background(), `update sign_in_tries set next_at = now() + interval '10 minutes'`); err != nil {
		t.Fatal(err)
	}
	sign := map[string]string{"name": "keeper", "password": "a long sentence"}
	if status, says := owner.call("POST", "/api/session", sign); status != http.StatusOK {
		t.Errorf("the owner is kept out: %d %s", status, says)
	}
	elsewhere := s.visitor()
	r, err := http.NewRequest("POST", s.URL+"/api/session", strings.NewReader(`{"name":"keeper","password":"a long sentence"}`))
	if err != nil {
		t.Fatal(err)
	}
	r.Header.Set("Content-Type", "application/json")
	answer, err := elsewhere.client.Do(r)
	if err != nil {
		t.Fatal(err)
	}
	answer.Body.Close()
	if answer.StatusCode != http.StatusTooManyRequests || answer.Header.Get("Retry-After") == "" {
		t.Errorf("%d, try again after %q", answer.StatusCode, answer.Header.Get("Retry-After"))
	}
	if _, err := s.pool.Exec(context.Background(), `update sign_in_tries set next_at = now()`); err != nil {
		t.Fatal(err)
	}
	if status, says := elsewhere.call("POST", "/api/session", sign); status != http.StatusOK {
		t.Errorf("after the delay: %d %s", status, says)
	}
}

// An error is not a mismatch: a right password is never told to be wrong because
// the database is away.
func TestWithoutADatabase(t *testing.T) {
	pool, err := store.Open(context.Background(), "postgres://nobody@127.0.0.1:1/none")
	if err != nil {
		t.Fatal(err)
	}
	defer pool.Close()
	ctx, cancel := context.WithCancel(context.Background())
	defer cancel()
	log := slog.New(slog.DiscardHandler)
	web := httptest.NewServer(server.New(ctx, pool, app.New(pool, nil, time.Now), log, server.Options{}))
	defer web.Close()
	s := site{Server: web, t: t, pool: pool}
	for _, c := range []struct{ method, path, body string }{
		{"POST", "/api/session", `{"name":"keeper","password":"a long sentence"}`},
		{"POST", "/api/accounts", `{"name":"keeper","password":"a long sentence"}`},
		{"POST", "/api/recovery", `{"name":"keeper","code":"x","password":"a long sentence"}`},
		{"GET", "/api/me", ""},
	} {
		if status, says := s.with("anything").sends(c.method, c.path, "application/json", []byte(c.body)); status != http.StatusServiceUnavailable || !strings.Contains(says, "database") || strings.Contains(says, "belong together") {
			t.Errorf("%s %s: %d %s", c.method, c.path, status, says)
		}
	}
	if status, says := s.visitor().call("GET", "/readyz", nil); status != http.StatusServiceUnavailable || !strings.Contains(says, "does not answer") {
		t.Errorf("%d %s", status, says)
	}
	if status, _ := s.visitor().call("GET", "/healthz", nil); status != http.StatusOK {
		t.Errorf("%d", status)
	}
}

func TestHealth(t *testing.T) {
	s := newSite(t, server.Options{})
	if status, says := s.visitor().call("GET", "/readyz", nil); status != http.StatusOK || !strings.Contains(says, "1 at work") {
		t.Errorf("%d %s", status, says)
	}
	var status int
	var says any
	for try := 0; try < 5 && status != http.StatusServiceUnavailable; try++ { // the worker may show life in between
		if _, err := s.pool.Exec(context.Background(), `delete from workers`); err != nil {
			t.Fatal(err)
		}
		status, says = s.visitor().call("GET", "/readyz", nil)
	}
	if status != http.StatusServiceUnavailable || !strings.Contains(fmt.Sprint(says), "none shows life") {
		t.Errorf("%d %s", status, says)
	}
	s.visitor().call("GET", "/api/me", nil)
	figures := httptest.NewRecorder()
	s.handler.Metrics().ServeHTTP(figures, httptest.NewRequest("GET", "/metrics", nil))
	if text := figures.Body.String(); !strings.Contains(text, `zincowl_requests_total{operation="me",status="401"} 1`) || !strings.Contains(text, "zincowl_database_connections") {
		t.Error(text)
	}
	if status, _ := s.visitor().call("GET", "/metrics", nil); status == http.StatusOK {
		if _, says := s.visitor().call("GET", "/metrics", nil); strings.Contains(says, "zincowl_requests_total") {
			t.Error("the figures are public")
		}
	}
}

// A password's hash takes 64 MB: however many sign in at once, few are hashed at
// once, and nobody waits for long without being told.
func TestSigningInAtOnce(t *testing.T) {
	s := newSite(t, server.Options{SignIns: 1 << 30})
	var peak uint64
	stop := make(chan struct{})
	runtime.GC()
	var before runtime.MemStats // with what the tests before read
	runtime.ReadMemStats(&before)
	watched := make(chan struct{})
	go func() {
		defer close(watched)
		for {
			select {
			case <-stop:
				return
			case <-time.After(2 * time.Millisecond):
				var m runtime.MemStats
				runtime.ReadMemStats(&m)
				peak = max(peak, m.HeapInuse)
			}
		}
	}()
	var all sync.WaitGroup
	for n := range 60 {
		all.Go(func() {
			status, says := s.visitor().call("POST", "/api/session", map[string]string{"name": fmt.Sprintf("nobody%d", n), "password": "a long sentence"})
			if status != http.StatusUnauthorized && (status != http.StatusServiceUnavailable || !strings.Contains(says, "try again")) {
				t.Errorf("%d %s", status, says)
			}
		})
	}
	all.Wait()
	close(stop)
	<-watched
	if peak > before.HeapInuse+500<<20 {
		t.Errorf("60 at once take %d MB", (peak-before.HeapInuse)>>20)
	}
}

// A file comes in slowly without holding the memory, the database or anybody else.
func TestSlowUploads(t *testing.T) {
	s := newSite(t, server.Options{Heavy: 1})
	v := s.signedUp("keeper")
	ids := v.owned()
	at := s.URL + "/api/courses/" + ids["course"] + "/arrivals/"
	var feeds []*io.PipeWriter
	ended := make(chan int, 10)
	for range 5 {
		slow, feed := io.Pipe()
		feeds = append(feeds, feed)
		go func() {
			r, _ := http.NewRequest("PUT", at+uuid.NewString()+"?name=slow.txt", slow)
			r.Header.Set("Content-Type", "application/octet-stream")
			answer, err := s.with(v.token()).client.Do(r)
			if err != nil {
				ended <- 0
				return
			}
			answer.Body.Close()
			ended <- answer.StatusCode
		}()
		if _, err := feed.Write([]byte("A kiln is an oven ")); err != nil {
			t.Fatal(err)
		}
	}
	waiting := -1
	for range 100 { // a transaction of the worker may be open for a moment
		if err := s.pool.QueryRow(context.Background(), `select count(*) from pg_stat_activity where datname = current_database() and state like 'idle in transaction%'`).Scan(&waiting); err != nil {
			t.Fatal(err)
		}
		if waiting == 0 {
			break
		}
		time.Sleep(20 * time.Millisecond)
	}
	if waiting != 0 {
		t.Errorf("%d transactions wait for slow senders", waiting)
	}
	// Dear requests have their turn meanwhile.
	if status, says := v.call("GET", "/api/courses/"+ids["course"]+"/bears", nil); status != http.StatusOK {
		t.Errorf("%d %s", status, says)
	}
	for i, feed := range feeds {
		_, _ = feed.Write(fmt.Appendf(nil, "number %d that fires clay.", i))
		feed.Close()
	}
	for range feeds {
		if status := <-ended; status != http.StatusOK {
			t.Errorf("a slow file ends with %d", status)
		}
	}
}

// A file that is broken off or too large leaves nothing behind.
func TestFilesThatDoNotArrive(t *testing.T) {
	s := newSite(t, server.Options{})
	v := s.signedUp("keeper")
	ids := v.owned()
	count := func() (n int) {
		if err := s.pool.QueryRow(context.Background(), `select count(*) from arrivals`).Scan(&n); err != nil {
			t.Fatal(err)
		}
		return n
	}
	before := count()
	broken, feed := io.Pipe()
	r, err := http.NewRequest("PUT", s.URL+"/api/courses/"+ids["course"]+"/arrivals/"+uuid.NewString()+"?name=x.txt", broken)
	if err != nil {
		t.Fatal(err)
	}
	go func() {
		_, _ = feed.Write([]byte("half"))
		feed.CloseWithError(io.ErrUnexpectedEOF)
	}()
	if answer, err := v.client.Do(r); err == nil {
		answer.Body.Close()
		t.Errorf("half a file answers %d", answer.StatusCode)
	}
	r, err = http.NewRequest("PUT", s.URL+"/api/courses/"+ids["course"]+"/arrivals/"+uuid.NewString()+"?name=x.txt", io.LimitReader(zeros{}, 200<<20+1))
	if err != nil {
		t.Fatal(err)
	}
	if answer, err := v.client.Do(r); err == nil {
		says, _ := io.ReadAll(answer.Body)
		answer.Body.Close()
		if answer.StatusCode != http.StatusUnprocessableEntity || !strings.Contains(string(says), "larger than 200 MB") {
			t.Errorf("%d %s", answer.StatusCode, says)
		}
	}
	if after := count(); after != before {
		t.Errorf("%d arrivals are left behind", after-before)
	}
}

type zeros struct{}

func (zeros) Read(p []byte) (int, error) { return len(p), nil }

// A long source is read in parts, each passage once and in order.
func TestALongSourceIsReadInParts(t *testing.T) {
	s := newSite(t, server.Options{})
	v := s.signedUp("keeper")
	var made withID
	v.get(&made, "POST", "/api/courses", map[string]any{"title": "Intake", "pass_mark": 60})
	at := "/api/courses/" + made.ID
	var text strings.Builder
	for n := range 4500 {
		fmt.Fprintf(&text, "Reading number %d of the meter.\n\n", n)
	}
	v.get(&made, "PUT", at+"/arrivals/"+uuid.NewString()+"?name=long.txt", []byte(text.String()))
	source := v.arrived(at).ID
	parts, seen := 0, 0
	for from := 0; ; parts++ {
		var r app.Reading
		v.get(&r, "GET", fmt.Sprintf("%s/sources/%s?from=%d", at, source, from), nil)
		for _, p := range r.List {
			if want := fmt.Sprintf("Reading number %d of the meter.", seen); p.Text != want {
				t.Fatalf("%q stands where %q should", p.Text, want)
			}
			seen++
		}
		if from = r.Next; from == 0 {
			break
		}
	}
	if seen != 4500 || parts != 2 {
		t.Errorf("%d passages in %d parts", seen, parts+1)
	}
}

// No id inside a body leads to another account's course.
func TestIdsInBodiesStayInTheirCourse(t *testing.T) {
	s := newSite(t, server.Options{})
	owner, other := s.signedUp("owner"), s.signedUp("other")
	ids, theirs := owner.owned(), other.owned()
	var course struct{ Topics []withID }
	other.get(&course, "GET", "/api/courses/"+theirs["course"], nil)
	strange := []string{course.Topics[0].ID, theirs["source"], theirs["question"], theirs["course"]}
	data, err := server.Description()
	if err != nil {
		t.Fatal(err)
	}
	tried := 0
	walkOperations(t, func(method, path, id string, op map[string]any) {
		if op["requestBody"] == nil || !strings.HasPrefix(path, "/api/courses/{course}") {
			return
		}
		at := pathPart.ReplaceAllStringFunc(path, func(part string) string { return ids[strings.Trim(part, "{}")] })
		if id == "start-batch" || id == "start-drill" {
			at = at[:strings.LastIndexByte(at, '/')+1] + uuid.NewString()
		}
		for _, foreign := range strange {
			for _, body := range withForeignIDs(valid(t, data, path, strings.ToLower(method)), schemaOf(t, data, path, strings.ToLower(method)), foreign) {
				tried++
				status, says := owner.call(method, at, body)
				if status >= 500 || strings.Contains(says, "Screening II") {
					t.Errorf("%s with %v: %d %s", id, body, status, says)
				}
			}
		}
	})
	if tried < 12 {
		t.Errorf("only %d bodies with a foreign id were tried", tried)
	}
	for _, sql := range []string{
		`select count(*) from questions q join topics t on t.id = q.topic_id where t.course_id <> q.course_id`,
		`select count(*) from passages p join topics t on t.id = p.topic_id where t.course_id <> p.course_id`,
		`select count(*) from statements s join topics t on t.id = s.topic_id where t.course_id <> s.course_id`,
		`select count(*) from cites c join questions q on q.id = c.question_id join sources s on s.id = c.source_id where s.course_id <> q.course_id`,
		`select count(*) from places i join sittings d on d.id = i.sitting_id join questions q on q.id = i.question_id where q.course_id <> d.course_id`,
		`select count(*) from batches where brief::text like '%` + strange[0] + `%' or brief::text like '%` + strange[1] + `%'`,
	} {
		var n int
		if err := s.pool.QueryRow(context.Background(), sql).Scan(&n); err != nil || n != 0 {
			t.Errorf("%d rows cross into another course, %v: %s", n, err, sql)
		}
	}
	// And what is the other's is as it was.
	var after struct{ Topics []withID }
	other.get(&after, "GET", "/api/courses/"+theirs["course"], nil)
	if len(after.Topics) != len(course.Topics) || after.Topics[0] != course.Topics[0] {
		t.Errorf("the other's topics are %v now", after.Topics)
	}
}

// schemaOf is the schema of an operation's body, with what it refers to put in.
func schemaOf(t *testing.T, data []byte, path, method string) map[string]any {
	t.Helper()
	var all map[string]any
	if err := json.Unmarshal(data, &all); err != nil {
		t.Fatal(err)
	}
	var whole func(s any, depth int) any
	whole = func(s any, depth int) any {
		m, ok := s.(map[string]any)
		if !ok || depth > 8 {
			return s
		}
		if ref, ok := m["$ref"].(string); ok {
			var at any = all
			for _, part := range strings.Split(strings.TrimPrefix(ref, "#/"), "/") {
				at = at.(map[string]any)[part]
			}
			return whole(at, depth+1)
		}
		out := map[string]any{}
		for k, v := range m {
			switch k {
			case "properties":
				properties := map[string]any{}
				for name, p := range v.(map[string]any) {
					properties[name] = whole(p, depth+1)
				}
				out[k] = properties
			case "items":
				out[k] = whole(v, depth+1)
			default:
				out[k] = v
			}
		}
		return out
	}
	body := all["paths"].(map[string]any)[path].(map[string]any)[method].(map[string]any)["requestBody"].(map[string]any)
	content, _ := body["content"].(map[string]any)["application/json"].(map[string]any)
	s, _ := whole(content["schema"], 0).(map[string]any)
	return s
}

// withForeignIDs are copies of a body, in each of which one field that takes an id
// has a foreign one.
func withForeignIDs(body any, schema map[string]any, foreign string) (out []any) {
	fields, ok := body.(map[string]any)
	if !ok {
		return nil
	}
	properties, _ := schema["properties"].(map[string]any)
	for name, p := range properties {
		p, _ := p.(map[string]any)
		set := func(value any) {
			copied := map[string]any{}
			for k, v := range fields {
				copied[k] = v
			}
			copied[name] = value
			out = append(out, copied)
		}
		items, _ := p["items"].(map[string]any)
		switch {
		case p["format"] == "uuid" && name != "id":
			set(foreign)
		case items["format"] == "uuid":
			set([]any{foreign})
		case items["properties"] != nil:
			inner, _ := items["properties"].(map[string]any)
			for field, f := range inner {
				if f, _ := f.(map[string]any); f["format"] == "uuid" {
					set([]any{map[string]any{field: foreign, "title": "Screening II"}})
				}
			}
		}
	}
	return out
}
