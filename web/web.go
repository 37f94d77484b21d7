// Package web fetches pages and files that candidates name by address, and
// never reaches into the network the server stands in.
//
// Addresses are checked when a connection is made, on the address that was
// really resolved: private, loopback, link-local and other special ones are
// refused, so that neither a redirect nor a name that changes its meaning leads
// there. An operator may allow single hosts. Of a page the article is taken,
// without menus, banners and footers; of a talk with captions, the captions.
package web

import (
	"bytes"
	"context"
	"errors"
	"io"
	"mime"
	"net"
	"net/http"
	"net/netip"
	"net/url"
	"path"
	"strings"
	"syscall"
	"time"

	"zincowl/app"
	"zincowl/core/source"
)

const (
	// patience is how long a page and what it links to may take.
	patience = 40 * time.Second
	// maxBytes is what a page or a file may come to, unpacked.
	maxBytes = 64 << 20
	// maxRedirects is how often an address may lead to another.
	maxRedirects = 5
	maxHeader    = 256 << 10
)

// Fetcher fetches from addresses.
type Fetcher struct {
	client  *http.Client
	extract Extract
}

// Extract finds the article in a page, as Article does.
type Extract func(context.Context, Page) (Found, error)

// New makes a Fetcher. Strangers' pages are given to extract, which should keep
// what they do to itself. Hosts that are allowed are written "host:port" and may
// stand anywhere.
func New(extract Extract, allowed ...string) *Fetcher {
	free := map[string]bool{}
	for _, host := range allowed {
		free[strings.ToLower(host)] = true
	}
	open := &net.Dialer{Timeout: 10 * time.Second}
	guarded := &net.Dialer{Timeout: 10 * time.Second, Control: guard}
	return &Fetcher{extract: extract, client: &http.Client{
		Timeout: patience,
		Transport: &http.Transport{ // no proxy: it would connect for us, unchecked
			DialContext: func(ctx context.Context, network, addr string) (net.Conn, error) {
				if free[strings.ToLower(addr)] {
					return open.DialContext(ctx, network, addr)
				}
				return guarded.DialContext(ctx, network, addr)
			},
			TLSHandshakeTimeout: 10 * time.Second, ResponseHeaderTimeout: 20 * time.Second, MaxResponseHeaderBytes: maxHeader, DisableKeepAlives: true,
		},
		CheckRedirect: func(r *http.Request, via []*http.Request) error {
			if len(via) >= maxRedirects {
				return errRedirects
			}
			if r.URL.Scheme != "http" && r.URL.Scheme != "https" {
				return errScheme
			}
			r.Header.Del("Referer")
			return nil
		},
	}}
}

var (
	errInside    = errors.New("the address is not on the public network")
	errRedirects = errors.New("too many redirects")
	errScheme    = errors.New("a redirect leads away from the web")
)

// guard refuses a connection to what is not on the public network. It sees the
// address that is connected to, after names were resolved.
func guard(_, address string, _ syscall.RawConn) error {
	at, err := netip.ParseAddrPort(address)
	if err != nil || !public(at.Addr()) {
		return errInside
	}
	return nil
}

// special are ranges within those that public goes by that are not public (IANA
// special-purpose address registries, RFC 6890 and later): of IPv4 shared space,
// protocol assignments, documentation, benchmarks and what is reserved, of IPv6
// documentation and ranges that carry an IPv4 address within.
var special = func() []netip.Prefix {
	var out []netip.Prefix
	for _, p := range []string{
		"0.0.0.0/8", "100.64.0.0/10", "192.0.0.0/24", "192.0.2.0/24", "192.88.99.0/24", "198.18.0.0/15", "198.51.100.0/24", "203.0.113.0/24", "240.0.0.0/4",
		"2001::/23", "2001:db8::/32", "2002::/16", "3fff::/20",
	} {
		out = append(out, netip.MustParsePrefix(p))
	}
	return out
}()

// globalUnicast is all of IPv6 that is given out to be reached from anywhere.
var globalUnicast = netip.MustParsePrefix("2000::/3")

// public says whether an address is on the public network. Of IPv6 only what is
// known to be public is; an IPv4 address written as IPv6 is taken as what it is.
func public(a netip.Addr) bool {
	if a = a.Unmap().WithZone(""); a.Is6() && !globalUnicast.Contains(a) {
		return false
	}
	if !a.IsGlobalUnicast() || a.IsPrivate() || a.IsLoopback() || a.IsLinkLocalUnicast() {
		return false
	}
	for _, p := range special {
		if p.Contains(a) {
			return false
		}
	}
	return true
}

// Fetch fetches the article, the captions or the file at an address. What can't
// be fetched is a *source.BadInput with a sentence.
func (f *Fetcher) Fetch(ctx context.Context, address string) (app.Fetched, error) {
	got, err := f.get(ctx, address)
	if err != nil {
		return app.Fetched{}, err
	}
	switch kind := got.kind; {
	case strings.HasPrefix(kind, "video/"), strings.HasPrefix(kind, "audio/"):
		return app.Fetched{}, source.Bad("This address is a recording without captions in it; bring its captions as a file (.vtt or .srt), or the page that shows it.")
	case kind == "text/html", kind == "application/xhtml+xml", kind == "" && looksLikePage(got.data):
		return f.page(ctx, got)
	}
	return app.Fetched{Address: got.at.String(), Name: fileName(got.at), Data: got.data}, nil
}

// answer is what came from an address.
type answer struct {
	at      *url.URL // after redirects
	kind    string   // its media type, without parameters
	charset string   // as the header says it, whole
	data    []byte
}

func (f *Fetcher) get(ctx context.Context, address string) (answer, error) {
	r, err := http.NewRequestWithContext(ctx, http.MethodGet, address, nil)
	if err != nil {
		return answer{}, source.Bad("This is no web address; copy it from the browser's address line.")
	}
	r.Header.Set("User-Agent", "ZincOwl/1 (reads pages for its users)")
	r.Header.Set("Accept", "text/html, application/xhtml+xml, application/pdf, text/*;q=0.9, */*;q=0.5")
	resp, err := f.client.Do(r)
	if err != nil {
		return answer{}, failure(ctx, r.URL, err)
	}
	defer resp.Body.Close()
	switch code := resp.StatusCode; {
	case code == http.StatusUnauthorized || code == http.StatusForbidden:
		return answer{}, source.Bad("%s lets only its own visitors in (answer %d); open the page in your browser, save it and bring the file.", r.URL.Host, code)
	case code == http.StatusNotFound || code == http.StatusGone:
		return answer{}, source.Bad("There is no page at this address (answer %d); check it in your browser.", code)
	case code != http.StatusOK:
		return answer{}, source.Bad("%s answered with %d instead of the page; try again later, or save the page and bring the file.", r.URL.Host, code)
	}
	data, err := io.ReadAll(io.LimitReader(resp.Body, maxBytes+1))
	if err != nil {
		return answer{}, failure(ctx, r.URL, err)
	}
	if len(data) > maxBytes {
		return answer{}, source.Bad("What stands at this address is larger than %d MB; save it, split it and bring the parts.", maxBytes>>20)
	}
	if len(bytes.TrimSpace(data)) == 0 {
		return answer{}, source.Bad("The page at this address is empty; check it in your browser.")
	}
	header := resp.Header.Get("Content-Type")
	kind, _, err := mime.ParseMediaType(header)
	if err != nil {
		kind = ""
	}
	return answer{resp.Request.URL, kind, header, data}, nil
}

// failure says what went wrong on the way.
func failure(ctx context.Context, at *url.URL, err error) error {
	var dns *net.DNSError
	var timeout interface{ Timeout() bool }
	switch {
	case ctx.Err() != nil:
		return ctx.Err()
	case errors.Is(err, errInside):
		return source.Bad("This address leads into a private network, where this server does not go; save the page and bring the file.")
	case errors.Is(err, errRedirects):
		return source.Bad("This address leads from one page to another without end; copy the address of the page itself.")
	case errors.Is(err, errScheme):
		return source.Bad("This address leads to something that is no web page; copy the address of the page itself.")
	case errors.As(err, &dns):
		return source.Bad("There is no host called %s; check the address in your browser.", at.Hostname())
	case errors.As(err, &timeout) && timeout.Timeout():
		return source.Bad("%s did not answer in time; try again later, or save the page and bring the file.", at.Host)
	}
	return source.Bad("%s can't be reached; check the address in your browser, or save the page and bring the file.", at.Host)
}

func looksLikePage(data []byte) bool {
	return strings.HasPrefix(http.DetectContentType(data), "text/html")
}

// fileName is a name for the reader, made of the address.
func fileName(at *url.URL) string {
	if name := path.Base(at.Path); name != "/" && name != "." {
		return name
	}
	return at.Host
}

// page takes the article of a page, or the captions of the talk it shows.
func (f *Fetcher) page(ctx context.Context, got answer) (app.Fetched, error) {
	found, err := f.extract(ctx, Page{Address: got.at.String(), Charset: got.charset, Data: got.data})
	if err != nil {
		return app.Fetched{}, err
	}
	if found.Track == "" {
		return app.Fetched{Address: got.at.String(), Name: fileName(got.at) + ".html", Data: found.Article, Dated: found.Dated}, nil
	}
	captions, err := f.get(ctx, found.Track)
	if err != nil {
		return app.Fetched{}, err
	}
	title := found.Title
	if title == "" {
		title = fileName(got.at)
	}
	return app.Fetched{Address: got.at.String(), Name: title + ".vtt", Data: captions.data}, nil
}
