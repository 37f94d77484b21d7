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
	"net/http/cookiejar"
	"net/http/httptest"
	"regexp"
	"strings"
	"sync"
	"testing"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5/pgxpool"

	"zincowl/app"
	"zincowl/pglocal/pgtest"
	"zincowl/server"
	"zincowl/worker"
)

func TestMain(m *testing.M) { pgtest.Main(m) }

// site is a running server with its worker.
type site struct {
	*httptest.Server
	t       testing.TB
	pool    *pgxpool.Pool
	handler *server.Server
}

func newSite(t testing.TB, o server.Options) site {
	t.Helper()
	ctx, cancel := context.WithCancel(context.Background())
	pool := pgtest.Pool(t)
	log := slog.New(slog.DiscardHandler)
	a := app.New(pool, nil, time.Now)
	queue, err := worker.New(pool, a, log)
	if err != nil {
		t.Fatal(err)
	}
	a.UseQueue(queue)
	if err := queue.Start(ctx); err != nil {
		t.Fatal(err)
	}
	handler := server.New(ctx, pool, a, log, o)
	web := httptest.NewUnstartedServer(handler)
	complaints := &lines{}
	web.Config.ErrorLog = slog.NewLogLogger(slog.NewTextHandler(complaints, nil), slog.LevelWarn)
	web.Start()
	t.Cleanup(func() {
		cancel()
		web.Close()
		_ = queue.Stop(context.Background())
		if said := complaints.String(); strings.Contains(said, "superfluous") {
			t.Error(said)
		}
	})
	return site{web, t, pool, handler}
}

// lines gathers what is logged.
type lines struct {
	mu   sync.Mutex
	text strings.Builder
}

func (l *lines) Write(p []byte) (int, error) {
	l.mu.Lock()
	defer l.mu.Unlock()
	return l.text.Write(p)
}

func (l *lines) String() string {
	l.mu.Lock()
	defer l.mu.Unlock()
	return l.text.String()
}

// visitor is a browser with its own cookies.
type visitor struct {
	site
	client *http.Client
}

func (s site) visitor() visitor {
	jar, err := cookiejar.New(nil)
	if err != nil {
		s.t.Fatal(err)
	}
	return visitor{s, &http.Client{Jar: jar}}
}

func (s site) signedUp(name string) visitor {
	s.t.Helper()
	v := s.visitor()
	if status, body := v.call("POST", "/api/accounts", map[string]string{"name": name, "password": "a long sentence"}); status != 200 {
		s.t.Fatalf("%s can't sign up: %d %s", name, status, body)
	}
	return v
}

// call sends a body as JSON, or as it is where it is bytes.
func (v visitor) call(method, path string, body any) (int, string) {
	v.t.Helper()
	kind := "application/json"
	data, raw := body.([]byte)
	if raw {
		kind = "application/octet-stream"
	} else if body != nil {
		var err error
		if data, err = json.Marshal(body); err != nil {
			v.t.Fatal(err)
		}
	}
	return v.sends(method, path, kind, data)
}

// sends sends bytes as what they are said to be.
func (v visitor) sends(method, path, kind string, data []byte) (int, string) {
	v.t.Helper()
	ctx, cancel := context.WithTimeout(context.Background(), 30*time.Second)
	defer cancel()
	r, err := http.NewRequestWithContext(ctx, method, v.URL+path, bytes.NewReader(data))
	if err != nil {
		v.t.Fatal(err)
	}
	r.Header.Set("Content-Type", kind)
	answer, err := v.client.Do(r)
	if err != nil {
		v.t.Fatal(err)
	}
	defer answer.Body.Close()
	out, err := io.ReadAll(answer.Body)
	if err != nil {
		v.t.Fatal(err)
	}
	return answer.StatusCode, string(out)
}

// get reads an answer into a value.
func (v visitor) get(into any, method, path string, body any) {
	v.t.Helper()
	status, text := v.call(method, path, body)
	if status != http.StatusOK {
		v.t.Fatalf("%s %s: %d %s", method, path, status, text)
	}
	if err := json.Unmarshal([]byte(text), into); err != nil {
		v.t.Fatal(err)
	}
}

const notes = `Screening

A bar screen is a row of parallel bars that catches floating rubbish. A fine screen is a sheet of mesh that catches leaves. A rake is a toothed arm that lifts rubbish off the bars. A trash rack is a heavy grid that keeps logs out. A penstock is a sliding gate that shuts the flow.

Velocity = flow / area, where the velocity is in m/s, the flow is in m³/s and the area is in m².
`

type withID struct {
	ID string `json:"id"`
}

// arrived waits for the last arrival of a course to be read and gives its source.
func (v visitor) arrived(at string) withID {
	v.t.Helper()
	for range 500 {
		var all []struct {
			State, Says string
			Source      string `json:"source_id"`
		}
		v.get(&all, "GET", at+"/arrivals", nil)
		switch last := all[len(all)-1]; last.State {
		case "read":
			return withID{last.Source}
		case "refused":
			v.t.Fatal(last.Says)
		}
		time.Sleep(10 * time.Millisecond) // the worker is another goroutine; nothing is asserted of its speed
	}
	v.t.Fatal("what was brought is never read")
	return withID{}
}

// owned makes one of everything that has an id, by the names of the path's
// parts.
func (v visitor) owned() map[string]string {
	v.t.Helper()
	ids := map[string]string{"position": "1", "batch": uuid.NewString(), "drill": uuid.NewString(), "brief": uuid.NewString()}
	var made withID
	v.get(&made, "POST", "/api/courses", map[string]any{"title": "Intake", "pass_mark": 60, "topics": []any{map[string]any{"title": "Screening"}}})
	ids["course"] = made.ID
	at := "/api/courses/" + made.ID
	ids["file"] = "none"
	ids["arrival"] = uuid.NewString()
	v.get(&made, "PUT", at+"/arrivals/"+ids["arrival"]+"?name=x.txt", []byte(notes))
	ids["source"] = v.arrived(at).ID
	v.get(&made, "PUT", at+"/batches/"+ids["batch"], map[string]any{"count": 6, "seed": 1, "cards": map[string]any{"count": 2}})
	for range 200 {
		var b struct{ State string }
		if v.get(&b, "GET", at+"/batches/"+ids["batch"], nil); b.State == "done" {
			break
		}
		time.Sleep(20 * time.Millisecond) // the worker is another goroutine; nothing is asserted of its speed
	}
	var list []withID
	if v.get(&list, "GET", at+"/bench", nil); len(list) == 0 {
		v.t.Fatal("nothing was drafted")
	}
	ids["question"] = list[0].ID
	var deck struct{ Cards []withID }
	if v.get(&deck, "GET", at+"/cards", nil); len(deck.Cards) == 0 {
		v.t.Fatal("no card was made")
	}
	ids["card"] = deck.Cards[0].ID
	v.get(&made, "PUT", at+"/drills/"+ids["drill"], map[string]any{"count": 2})
	if status, says := v.call("PUT", at+"/briefs/"+ids["brief"], map[string]any{"name": "Weekly mix", "brief": map[string]any{"count": 6}}); status != http.StatusOK {
		v.t.Fatalf("keeping a brief answers %d: %s", status, says)
	}
	ids["change"], ids["challenge"], ids["again"] = uuid.NewString(), uuid.NewString(), uuid.NewString()
	v.get(&made, "PUT", at+"/changes/"+ids["change"], map[string]any{"do": "tag", "tag": "June", "questions": []any{}})
	other := at + "/drills/" + uuid.NewString()
	v.get(&made, "PUT", other, map[string]any{"count": 1})
	var marked struct{}
	v.get(&marked, "POST", other+"/places/1", map[string]any{"id": uuid.NewString(), "given": map[string]any{}, "confidence": "no idea", "seconds": 1})
	v.get(&made, "PUT", other+"/places/1/challenges/"+ids["challenge"], map[string]any{"kind": "option", "option": "none"})
	return ids
}

type description struct {
	Paths map[string]map[string]struct {
		OperationID string           `json:"operationId"`
		RequestBody *json.RawMessage `json:"requestBody"`
	} `json:"paths"`
}

var pathPart = regexp.MustCompile(`\{(\w+)\}`)

// Every operation that takes an id answers 401 to nobody and 404 to another
// account, whatever else is right or wrong with the request. Operations are
// read from the description, so that those added later are walked as well.
func TestNobodyReachesWhatIsNotTheirs(t *testing.T) {
	s := newSite(t, server.Options{})
	owner, other, nobody := s.signedUp("owner"), s.signedUp("other"), s.visitor()
	ids := owner.owned()
	theirs := other.owned()
	data, err := server.Description()
	if err != nil {
		t.Fatal(err)
	}
	var d description
	if err := json.Unmarshal(data, &d); err != nil {
		t.Fatal(err)
	}
	open := map[string]bool{"sign-up": true, "sign-in": true, "recover": true, "sign-out": true}
	walked := 0
	for path, methods := range d.Paths {
		for method, op := range methods {
			method = strings.ToUpper(method)
			fill := func(with map[string]string) string {
				return pathPart.ReplaceAllStringFunc(path, func(part string) string {
					if id, ok := with[strings.Trim(part, "{}")]; ok {
						return id
					}
					return uuid.NewString() // a part that this test knows nothing of yet
				})
			}
			bodies := []any{nil, map[string]any{}, []byte("x")}
			for _, body := range bodies {
				if status, _ := nobody.call(method, fill(ids), body); !open[op.OperationID] && status != http.StatusUnauthorized {
					t.Errorf("%s %s answers %d to nobody", method, path, status)
				}
			}
			if !strings.Contains(path, "{") {
				continue
			}
			walked++
			for _, body := range bodies {
				if status, says := other.call(method, fill(ids), body); status != http.StatusNotFound {
					t.Errorf("%s %s answers %d to another account: %s", method, path, status, says)
				}
			}
			// Their own course with an id of somebody else's in it.
			mixed := map[string]string{}
			for k, v := range ids {
				mixed[k] = v
			}
			mixed["course"] = theirs["course"]
			if strings.Count(path, "{") < 2 {
				continue
			}
			if status, says := other.call(method, fill(mixed), valid(t, data, path, strings.ToLower(method))); status != http.StatusNotFound && !creates(op.OperationID, status) {
				t.Errorf("%s %s answers %d to another account's id in one's own course: %s", method, path, status, says)
			}
		}
	}
	if walked < 20 {
		t.Errorf("only %d operations take an id", walked)
	}
	// What is the owner's is as it was.
	for _, part := range []string{"sources/" + ids["source"], "questions/" + ids["question"], "batches/" + ids["batch"], "drills/" + ids["drill"]} {
		if status, says := owner.call("GET", "/api/courses/"+ids["course"]+"/"+part, nil); status != http.StatusOK {
			t.Errorf("the owner's %s answers %d: %s", part, status, says)
		}
	}
}

// creates is true of operations whose id the page chooses: an id that is taken
// elsewhere is refused or makes nothing of the other's visible.
func creates(operation string, status int) bool {
	return (operation == "start-batch" || operation == "start-drill" || operation == "bring" || operation == "bring-address" || operation == "bring-paper" || operation == "bring-formula" || operation == "write-question") && status >= 400
}

// valid makes the least body that an operation's schema accepts.
func valid(t testing.TB, data []byte, path, method string) any {
	t.Helper()
	var all map[string]any
	if err := json.Unmarshal(data, &all); err != nil {
		t.Fatal(err)
	}
	dig := func(from any, keys ...string) any {
		for _, k := range keys {
			m, ok := from.(map[string]any)
			if !ok {
				return nil
			}
			from = m[k]
		}
		return from
	}
	schema := dig(all, "paths", path, method, "requestBody", "content", "application/json", "schema")
	if schema == nil {
		if dig(all, "paths", path, method, "requestBody") != nil {
			return []byte("x")
		}
		return nil
	}
	var least func(s any) any
	least = func(s any) any {
		m, _ := s.(map[string]any)
		if ref, ok := m["$ref"].(string); ok {
			return least(dig(all, strings.Split(strings.TrimPrefix(ref, "#/"), "/")...))
		}
		if enum, ok := m["enum"].([]any); ok {
			return enum[0]
		}
		switch m["type"] {
		case "object":
			out := map[string]any{}
			required, _ := m["required"].([]any)
			for _, name := range required {
				if out[name.(string)] = least(dig(m, "properties", name.(string))); name == "count" {
					out["count"] = 1 // none is fine with cards beside it
				}
			}
			return out
		case "array":
			return []any{}
		case "integer", "number":
			if low, ok := m["minimum"].(float64); ok {
				return low
			}
			return 1
		case "boolean":
			return true
		}
		if m["format"] == "uuid" {
			return uuid.NewString()
		}
		return "00000000-0000-4000-8000-000000000000"
	}
	return least(schema)
}

func TestIdsChosenByThePageAreNotShared(t *testing.T) {
	s := newSite(t, server.Options{})
	owner, other := s.signedUp("owner"), s.signedUp("other")
	ids, theirs := owner.owned(), other.owned()
	at := "/api/courses/" + theirs["course"]
	for _, path := range []string{at + "/batches/" + ids["batch"], at + "/drills/" + ids["drill"]} {
		if status, says := other.call("PUT", path, map[string]any{"count": 3}); status == http.StatusOK {
			t.Errorf("%s: %s", path, says)
		}
	}
}

func TestSessions(t *testing.T) {
	s := newSite(t, server.Options{})
	v := s.signedUp("keeper")
	cookie := func() string {
		r, _ := http.NewRequest("GET", s.URL, nil)
		for _, c := range v.client.Jar.Cookies(r.URL) {
			if c.Name == "zincowl" {
				return c.Value
			}
		}
		return ""
	}
	before := cookie()
	if status, _ := v.call("POST", "/api/session", map[string]string{"name": "keeper", "password": "a long sentence"}); status != 200 || cookie() == before || before == "" {
		t.Errorf("signing in keeps the token: %d", status)
	}
	if status, _ := v.call("GET", "/api/me", nil); status != 200 {
		t.Error("the session is lost")
	}
	if status, _ := v.call("DELETE", "/api/session", nil); status != 200 {
		t.Error("signing out failed")
	}
	if status, body := v.call("GET", "/api/me", nil); status != 401 || !strings.Contains(body, "sign in first") {
		t.Errorf("after signing out: %d %s", status, body)
	}
	if status, body := v.call("POST", "/api/session", map[string]string{"name": "keeper", "password": "wrong"}); status != 401 || !strings.Contains(body, "do not belong together") {
		t.Errorf("%d %s", status, body)
	}
}

func TestGuessingIsSlowed(t *testing.T) {
	v := newSite(t, server.Options{SignIns: 3}).visitor()
	for i := range 5 {
		status, body := v.call("POST", "/api/session", map[string]string{"name": "keeper", "password": "guess"})
		if want := 401; i < 3 && status != want || i >= 3 && (status != 429 || !strings.Contains(body, "wait a minute")) {
			t.Errorf("try %d: %d %s", i+1, status, body)
		}
	}
	if status, _ := v.call("GET", "/api/me", nil); status != 401 {
		t.Error("other operations are slowed too")
	}
}

func TestOtherOriginsAreRefused(t *testing.T) {
	s := newSite(t, server.Options{})
	v := s.signedUp("keeper")
	r, err := http.NewRequest("DELETE", s.URL+"/api/session", nil)
	if err != nil {
		t.Fatal(err)
	}
	r.Header.Set("Sec-Fetch-Site", "cross-site")
	r.Header.Set("Origin", "https://elsewhere.example")
	answer, err := v.client.Do(r)
	if err != nil || answer.StatusCode != http.StatusForbidden {
		t.Errorf("%v, %v", answer, err)
	}
	if status, _ := v.call("GET", "/api/me", nil); status != 200 {
		t.Error("the session was ended from elsewhere")
	}
}

func TestPolicy(t *testing.T) {
	s := newSite(t, server.Options{})
	nonces := map[string]bool{}
	for range 2 {
		answer, err := http.Get(s.URL + "/courses")
		if err != nil {
			t.Fatal(err)
		}
		page, _ := io.ReadAll(answer.Body)
		answer.Body.Close()
		if answer.StatusCode == http.StatusNotFound {
			if !strings.Contains(string(page), "was not built") {
				t.Errorf("without an interface: %s", page)
			}
			t.Log("the interface is not built into this test; its policy is looked at by the browser's journeys")
			return
		}
		policy := answer.Header.Get("Content-Security-Policy")
		nonce := regexp.MustCompile(`nonce-([^']+)'`).FindStringSubmatch(policy)
		if nonce == nil || nonces[nonce[1]] || !strings.Contains(string(page), nonce[1]) {
			t.Fatalf("the nonce of %q is not new, or not in the page", policy)
		}
		nonces[nonce[1]] = true
		for _, want := range []string{"default-src 'none'", "script-src 'self';", "frame-ancestors 'none'"} {
			if !strings.Contains(policy, want) {
				t.Errorf("%q does not say %q", policy, want)
			}
		}
		if strings.Contains(policy, "unsafe") {
			t.Errorf("%q is loose", policy)
		}
	}
	if answer, err := http.Get(s.URL + "/api/nothing"); err != nil || answer.StatusCode != 404 || answer.Header.Get("Content-Type") != "application/problem+json" {
		t.Errorf("%v, %v", answer, err)
	}
}

func TestChangesAreHeard(t *testing.T) {
	s := newSite(t, server.Options{})
	v := s.signedUp("keeper")
	ids := v.owned()
	ctx, cancel := context.WithTimeout(context.Background(), 30*time.Second)
	defer cancel()
	r, err := http.NewRequestWithContext(ctx, "GET", s.URL+"/api/courses/"+ids["course"]+"/changes", nil)
	if err != nil {
		t.Fatal(err)
	}
	answer, err := v.client.Do(r)
	if err != nil {
		t.Fatal(err)
	}
	defer answer.Body.Close()
	lines := bufio.NewScanner(answer.Body)
	hear := func(what string) {
		t.Helper()
		for lines.Scan() {
			if strings.Contains(lines.Text(), fmt.Sprintf("%q", what)) {
				return
			}
		}
		t.Fatalf("%q was never heard: %v", what, lines.Err())
	}
	hear("") // the line is open
	var made withID
	v.get(&made, "PUT", "/api/courses/"+ids["course"]+"/arrivals/"+uuid.NewString()+"?name=y.txt", []byte("A kiln is an oven that fires clay."))
	hear("arrivals")
	hear("sources")
	v.get(&made, "PUT", "/api/courses/"+ids["course"]+"/batches/"+uuid.NewString(), map[string]any{"count": 1})
	hear("batches")
}

func TestBadRequestsGetASentence(t *testing.T) {
	s := newSite(t, server.Options{})
	v := s.signedUp("keeper")
	ids := v.owned()
	at := "/api/courses/" + ids["course"]
	for _, c := range []struct {
		method, path string
		body         any
		status       int
		says         string
	}{
		{"POST", "/api/courses", map[string]any{"title": "", "pass_mark": 60, "topics": []any{}}, 422, "has no title"},
		{"POST", "/api/courses", map[string]any{"title": "x", "pass_mark": 160, "topics": []any{}}, 422, "pass_mark"},
		{"PUT", at + "/arrivals/none", []byte("words"), 422, "arrival"},
		{"PUT", at + "/arrivals/" + uuid.NewString() + "/address", map[string]any{"address": "file:///etc/passwd"}, 422, "no web address"},
		{"PUT", at + "/arrivals/" + uuid.NewString() + "/address", map[string]any{"address": "ftp://example.org/a"}, 422, "begin with http"},
		{"PUT", at + "/sources/" + ids["source"], map[string]any{"title": "x", "standing": "notes", "dated": "soon"}, 422, "no date"},
		{"GET", at + "/search?words=a", nil, 422, "words"},
		{"GET", at + "/search", nil, 422, "words"},
		{"POST", at + "/syllabus/outline?name=x.bin", []byte("a\x00b"), 422, "zero byte"},
		{"POST", at + "/syllabus/outline", []byte("12\n13"), 422, "No topic was found"},
		{"GET", at + "/syllabus/placed?topic=none", nil, 422, "topic"},
		{"PUT", at + "/syllabus", map[string]any{"version": 1, "topics": []any{map[string]any{"title": "A", "given": map[string]any{"value": 3, "unit": "bushels"}}}}, 422, "unit"},
		{"PUT", at + "/syllabus", map[string]any{"version": 1, "topics": []any{map[string]any{"title": "A", "depth": -1}}}, 422, "depth"},
		{"PUT", at + "/syllabus", map[string]any{"version": 77, "topics": []any{}}, 409, "changed elsewhere"},
		{"PUT", at + "/questions/" + ids["question"] + "/topic", map[string]any{"topic_id": uuid.NewString()}, 404, "nothing that you may see"},
		{"PUT", at + "/sources/" + ids["source"] + "/passages/none/topic", map[string]any{"by_words": true}, 404, "nothing that you may see"},
		{"PUT", at + "/batches/" + uuid.NewString(), map[string]any{"count": 0}, 422, "asks for 0"},
		{"PUT", at + "/batches/none", map[string]any{"count": 1}, 422, "batch"},
		{"GET", "/api/courses/none", nil, 404, "nothing that you may see"},
		{"PUT", at + "/questions/" + ids["question"] + "/state", map[string]any{"state": "bench", "version": 9}, 409, "changed elsewhere"},
		{"POST", at + "/drills/" + ids["drill"] + "/places/1", map[string]any{"id": uuid.NewString(), "given": map[string]any{}, "confidence": "sure", "seconds": 1}, 422, "Nothing is chosen"},
	} {
		if status, body := v.call(c.method, c.path, c.body); status != c.status || !strings.Contains(body, c.says) {
			t.Errorf("%s %s: %d %s", c.method, c.path, status, body)
		}
	}
}
