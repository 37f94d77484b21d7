package server

import (
	"encoding/json"
	"errors"
	"fmt"
	"net/http"
	"net/url"
	"strings"
	"time"
	"unicode/utf8"

	"github.com/danielgtaylor/huma/v2"
)

// What a request may hold. The bytes of a body are bounded by its operation.
const (
	openBytes     = 8 << 10   // without a session
	bodyBytes     = 64 << 10  // of any other body that says nothing else
	questionBytes = 256 << 10 // a question as it is edited
	outlineBytes  = 2 << 20   // an outline as it is written
	headerBytes   = 32 << 10  // address and headers

	jsonValues = 200_000 // in one body
	jsonDepth  = 16
	problems   = 10 // told of one request
)

// How slow a client may be: it has a head start, and from then on must take an
// answer, or send a body, at no less than a rate.
const (
	headStart    = 30 * time.Second
	slowestBytes = 32 << 10 // a second
	bodyPatience = 30 * time.Second
	filePatience = 10 * time.Minute
)

// allowed is how long so many bytes may take on their way.
func allowed(bytes int64) time.Duration {
	return headStart + time.Duration(bytes)*time.Second/slowestBytes
}

func init() { huma.NewError = refusal }

// refusal is an answer that refuses a request. It tells the first problems by
// place and reason and never repeats what was sent: that may be a password, and
// as large as the request itself.
func refusal(status int, says string, errs ...error) huma.StatusError {
	out := &huma.ErrorModel{Status: status, Title: http.StatusText(status), Detail: says}
	for _, err := range errs {
		if len(out.Errors) == problems {
			break
		}
		told := &huma.ErrorDetail{}
		if e, ok := err.(huma.ErrorDetailer); ok {
			told.Location, told.Message = clipped(e.ErrorDetail().Location), clipped(e.ErrorDetail().Message)
		} else if err != nil {
			told.Message = clipped(err.Error())
		}
		out.Errors = append(out.Errors, told)
	}
	return out
}

func clipped(s string) string {
	const most = 200
	if r := []rune(s[:min(len(s), 4*most)]); len(r) > most {
		return string(r[:most]) + "…"
	}
	return s
}

var (
	errValues  = errors.New("This holds more values than a request may have; send less at once.")
	errDepth   = errors.New("This is nested deeper than anything that is asked for here.")
	errNumber  = errors.New("This holds a number or a text that is not what is expected in its place.")
	errLetters = errors.New("This holds a zero byte or letters that are no UTF-8; take them out and send it again.")
)

// boundedJSON reads JSON after a look at its size: reading makes something of
// every value, so that their number is bounded before it begins.
func boundedJSON(data []byte, into any) error {
	if err := lookOver(data); err != nil {
		return err
	}
	if err := json.Unmarshal(data, into); err != nil {
		if at := new(json.SyntaxError); errors.As(err, &at) {
			return fmt.Errorf("This is no JSON: it can't be read from byte %d on.", at.Offset)
		}
		return errNumber // its own text would repeat what was sent
	}
	return nil
}

// lookOver counts the values of a text in JSON and how deep they are nested, and
// looks for letters that can't be stored. It goes by quotes and brackets alone;
// whether it is JSON is said by whoever reads it.
func lookOver(data []byte) error {
	if !utf8.Valid(data) {
		return errLetters
	}
	values, depth, quoted := 1, 0, false
	for i := 0; i < len(data); i++ {
		switch c := data[i]; {
		case quoted && c == '\\':
			if i+6 <= len(data) && string(data[i+1:i+6]) == "u0000" {
				return errLetters
			}
			i++
		case c == '"':
			quoted = !quoted
		case quoted:
		case c == '{' || c == '[':
			if depth++; depth > jsonDepth {
				return errDepth
			}
			values++
		case c == '}' || c == ']':
			depth--
		case c == ',':
			values++
		}
		if values > jsonValues {
			return errValues
		}
	}
	return nil
}

// readable refuses an address with letters that can't be stored or searched for.
func readable(next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		query, err := url.QueryUnescape(strings.ReplaceAll(r.URL.RawQuery, ";", "%3B"))
		if err != nil || !storable(query) || !storable(r.URL.Path) {
			tell(w, http.StatusBadRequest, "The address holds a zero byte or letters that are no UTF-8; take them out.")
			return
		}
		next.ServeHTTP(w, r)
	})
}

func storable(s string) bool { return utf8.ValidString(s) && !strings.ContainsRune(s, 0) }

// tell answers with a problem from outside the operations.
func tell(w http.ResponseWriter, status int, says string) {
	w.Header().Set("Content-Type", "application/problem+json")
	w.WriteHeader(status)
	_ = json.NewEncoder(w).Encode(huma.ErrorModel{Status: status, Title: http.StatusText(status), Detail: says})
}

// large lets the body of an operation come to more than others may.
func large(bytes int64) func(*huma.Operation) {
	return func(op *huma.Operation) { op.MaxBodyBytes, op.BodyReadTimeout = bytes, filePatience }
}

// bounded gives an operation the bounds of its kind where it has none of its own.
func bounded(op *huma.Operation) {
	if op.MaxBodyBytes == 0 {
		op.MaxBodyBytes = bodyBytes
		if op.Metadata["open"] == true {
			op.MaxBodyBytes = openBytes
		}
	}
	if op.BodyReadTimeout == 0 {
		op.BodyReadTimeout = bodyPatience
	}
}

// paced ends an answer that its client does not take: such a client would hold
// the answer, and what made it, for as long as it liked. A line of changes paces
// itself.
func paced(next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		if strings.HasSuffix(r.URL.Path, "/changes") {
			next.ServeHTTP(w, r)
			return
		}
		p := &pacer{ResponseWriter: w, control: http.NewResponseController(w)}
		next.ServeHTTP(p, r)
	})
}

type pacer struct {
	http.ResponseWriter
	control *http.ResponseController
	began   time.Time
	written int64
}

// Unwrap is for what needs the writer below.
func (p *pacer) Unwrap() http.ResponseWriter { return p.ResponseWriter }

// piece is how much is written under one deadline.
const piece = 256 << 10

func (p *pacer) Write(data []byte) (int, error) {
	if p.began.IsZero() {
		p.began = time.Now()
	}
	done := 0
	for {
		next := data[done:min(len(data), done+piece)]
		p.written += int64(len(next))
		_ = p.control.SetWriteDeadline(p.began.Add(allowed(p.written))) // a writer of a test has none
		n, err := p.ResponseWriter.Write(next)
		if done += n; err != nil || done == len(data) {
			return done, err
		}
	}
}

// guardedHeaders are said with every answer. What an account reads is stored by
// no browser and no proxy; operations that may be kept say so themselves.
func guardedHeaders(secure bool) func(http.Handler) http.Handler {
	return func(next http.Handler) http.Handler {
		return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
			h := w.Header()
			h.Set("X-Content-Type-Options", "nosniff")
			h.Set("Referrer-Policy", "same-origin")
			if secure {
				h.Set("Strict-Transport-Security", "max-age=31536000")
			}
			if isAPI(r.URL.Path) {
				h.Set("Cache-Control", "no-store")
				h.Set("Content-Security-Policy", "default-src 'none'; frame-ancestors 'none'")
			}
			next.ServeHTTP(w, r)
		})
	}
}

func isAPI(path string) bool { return path == "/api" || strings.HasPrefix(path, "/api/") }
