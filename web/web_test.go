package web

import (
	"compress/gzip"
	"context"
	"errors"
	"fmt"
	"net/http"
	"net/http/httptest"
	"net/netip"
	"strings"
	"testing"

	"zincowl/core/source"
	"zincowl/core/source/reader"
	"zincowl/standin"
)

func TestPublic(t *testing.T) {
	for _, a := range []string{"1.1.1.1", "93.184.216.34", "2606:4700::1111", "172.32.0.1", "11.0.0.1", "::ffff:8.8.8.8"} {
		if !public(netip.MustParseAddr(a)) {
			t.Errorf("%s is on the public network", a)
		}
	}
	for _, a := range []string{
		"127.0.0.1", "127.8.8.8", "10.1.2.3", "172.16.0.1", "192.168.1.1", "169.254.169.254", "100.64.0.1", "0.0.0.0", "0.1.2.3", "255.255.255.255", "224.0.0.1", "240.0.0.1",
		"198.18.0.1", "192.0.2.1", "::1", "::", "fe80::1", "fe80::1%eth0", "fc00::1", "fd12::1", "ff02::1", "::ffff:127.0.0.1", "::ffff:10.0.0.1", "::127.0.0.1",
		"::ffff:192.168.0.1", "4000::1", "1::1", "8000::1", "fe00::1", "64:ff9b::7f00:1", "64:ff9b:1::1", "2002:7f00:1::", "2001::1", "2001:db8::1", "fec0::1",
	} {
		if public(netip.MustParseAddr(a)) {
			t.Errorf("%s is not on the public network", a)
		}
	}
	if guard("tcp", "127.0.0.1:80", nil) == nil || guard("tcp", "nonsense", nil) == nil || guard("tcp6", "[2606:4700::1111]:443", nil) != nil {
		t.Error("the guard does not stand where it should")
	}
}

// inside is a site in the private network, and doors ways that lead there.
func inside(t *testing.T) (secret string, doors []string) {
	private := httptest.NewServer(http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) { fmt.Fprint(w, "<p>The keys lie under the mat.") }))
	t.Cleanup(private.Close)
	port := private.URL[strings.LastIndex(private.URL, ":")+1:]
	for _, host := range []string{"127.0.0.1", "localhost", "[::1]", "2130706433", "0x7f000001", "127.1", "[::ffff:127.0.0.1]", "0.0.0.0"} {
		doors = append(doors, "http://"+host+":"+port+"/")
	}
	return private.URL, doors
}

func site(t *testing.T, h http.HandlerFunc) (*Fetcher, string) {
	t.Helper()
	s := httptest.NewServer(h)
	t.Cleanup(s.Close)
	return New(here, strings.TrimPrefix(s.URL, "http://")), s.URL
}

// here finds articles in this process.
func here(_ context.Context, p Page) (Found, error) { return Article(p) }

func refused(t *testing.T, f *Fetcher, address, says string) {
	t.Helper()
	got, err := f.Fetch(t.Context(), address)
	if bad := new(source.BadInput); !errors.As(err, &bad) || !strings.Contains(bad.Says, says) {
		t.Errorf("%s: %.60q, %v", address, got.Data, err)
	}
}

func TestThePrivateNetworkIsNeverReached(t *testing.T) {
	secret, doors := inside(t)
	f, open := site(t, func(w http.ResponseWriter, r *http.Request) { http.Redirect(w, r, secret, http.StatusFound) })
	for _, door := range append(doors, open) {
		got, err := f.Fetch(t.Context(), door)
		if bad := new(source.BadInput); !errors.As(err, &bad) || got.Data != nil {
			t.Errorf("%s: %.60q, %v", door, got.Data, err)
		}
	}
	refused(t, f, doors[0], "leads into a private network")
	refused(t, f, open, "leads into a private network")
}

func TestWhatCanNotBeFetchedSaysWhy(t *testing.T) {
	f, at := site(t, func(w http.ResponseWriter, r *http.Request) {
		switch r.URL.Path {
		case "/loop":
			http.Redirect(w, r, "/loop", http.StatusFound)
		case "/away":
			http.Redirect(w, r, "gopher://works.example/", http.StatusFound)
		case "/closed":
			w.WriteHeader(http.StatusForbidden)
		case "/broken":
			w.WriteHeader(http.StatusBadGateway)
		case "/empty":
			fmt.Fprint(w, " ")
		case "/film":
			w.Header().Set("Content-Type", "video/mp4")
			fmt.Fprint(w, "film")
		case "/menu":
			fmt.Fprint(w, "<html><body></body></html>")
		case "/bomb":
			w.Header().Set("Content-Encoding", "gzip")
			z := gzip.NewWriter(w)
			for range 200 {
				_, _ = z.Write(make([]byte, 1<<20))
			}
			_ = z.Close()
		default:
			w.WriteHeader(http.StatusNotFound)
		}
	})
	for path, says := range map[string]string{
		"/loop": "without end", "/away": "no web page", "/closed": "only its own visitors", "/broken": "answered with 502", "/empty": "is empty",
		"/film": "bring its captions", "/menu": "No article was found", "/bomb": "larger than 64 MB", "/none": "no page at this address",
	} {
		refused(t, f, at+path, says)
	}
	refused(t, f, "http://no-such-host.invalid/", "no-such-host.invalid")
	refused(t, f, "http://%zz", "no web address")
	ctx, cancel := context.WithCancel(t.Context())
	cancel()
	if _, err := f.Fetch(ctx, at); !errors.Is(err, context.Canceled) {
		t.Errorf("given up: %v", err)
	}
}

func TestArticlesAndCaptionsOfTheStandin(t *testing.T) {
	f, at := site(t, standin.Site().ServeHTTP)
	got, err := f.Fetch(t.Context(), at+"/activated-carbon.html")
	if err != nil {
		t.Fatal(err)
	}
	if got.Dated == nil || got.Dated.Format("2006-01-02") != "2025-03-18" {
		t.Errorf("dated %v", got.Dated)
	}
	doc, err := reader.Read(t.Context(), got.Name, got.Data, source.Tools{})
	if err != nil || !strings.HasPrefix(doc.Title, "Activated carbon, from the inside") {
		t.Fatalf("%q, %v", doc.Title, err)
	}
	var all strings.Builder
	for _, p := range doc.Passages {
		all.WriteString(p.Text + "\n")
	}
	for _, want := range []string{"Adsorption is a process in which dissolved substances cling to a surface.", "How long the water stays", "must be at least 10 min", "a tenth of the grains"} {
		if !strings.Contains(all.String(), want) {
			t.Errorf("the article lacks %q", want)
		}
	}
	for _, not := range []string{"Tides", "rain barrels", "crumb", "Quay Street 4", "The pike"} {
		if strings.Contains(all.String(), not) {
			t.Errorf("the article holds %q", not)
		}
	}

	got, err = f.Fetch(t.Context(), at+"/talk-on-residuals.html")
	if err != nil {
		t.Fatal(err)
	}
	doc, err = reader.Read(t.Context(), got.Name, got.Data, source.Tools{})
	if err != nil || doc.Title != "A talk on residuals" || doc.Kind != "captions" || !strings.Contains(doc.Passages[0].Text, "A residual is the disinfectant that is left in the water after its work is done.") {
		t.Errorf("the talk reads %+v, %v", doc, err)
	}
	refused(t, f, at+"/residuals.webm", "bring its captions")
}

func TestFilesAndAlphabets(t *testing.T) {
	f, at := site(t, func(w http.ResponseWriter, r *http.Request) {
		if r.URL.Path == "/notes.md" {
			w.Header().Set("Content-Type", "text/markdown")
			fmt.Fprint(w, "# Weirs\n\nA weir is a notched plate.")
			return
		}
		w.Header().Set("Content-Type", "text/html; charset=iso-8859-1")
		fmt.Fprint(w, "<html><head><title>Gr\xf6\xdfen</title></head><body><article><h1>Gr\xf6\xdfen</h1>"+strings.Repeat("<p>Das Wasser flie\xdft durch den Filter, und der Filter h\xe4lt die Teilchen, die im Wasser sind.</p>", 6)+"</article></body></html>")
	})
	got, err := f.Fetch(t.Context(), at+"/notes.md")
	if err != nil || got.Name != "notes.md" || !strings.HasPrefix(string(got.Data), "# Weirs") {
		t.Errorf("a file comes as %q, %.40q, %v", got.Name, got.Data, err)
	}
	got, err = f.Fetch(t.Context(), at)
	if err != nil || !strings.Contains(string(got.Data), "Das Wasser fließt") || !strings.Contains(string(got.Data), "<h1>Größen</h1>") {
		t.Errorf("another alphabet comes as %.200q, %v", got.Data, err)
	}
}
