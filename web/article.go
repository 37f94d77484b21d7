package web

import (
	"bytes"
	"fmt"
	"net/url"
	"strings"
	"time"

	"codeberg.org/readeck/go-readability/v2"
	"golang.org/x/net/html"
	"golang.org/x/net/html/charset"

	"zincowl/core/source"
)

// Page is a page as it was fetched.
type Page struct {
	Address string `json:"address"` // after redirects
	Charset string `json:"charset"` // its media type as the header says it
	Data    []byte `json:"data,omitempty"`
}

// Found is what is to be read of a page: the address of the captions of the talk
// that it shows, else its article as a page of its own.
type Found struct {
	Title   string     `json:"title"`
	Track   string     `json:"track,omitempty"`
	Article []byte     `json:"article,omitempty"`
	Dated   *time.Time `json:"dated,omitempty"` // where the page tells it
}

// Article finds what is to be read of a page. Where there is nothing, or it can't
// be read, the error is a *source.BadInput with a sentence.
func Article(p Page) (Found, error) {
	at, err := url.Parse(p.Address)
	if err != nil {
		return Found{}, source.Bad("The page has an address that can't be read.")
	}
	text, err := charset.NewReader(bytes.NewReader(p.Data), p.Charset)
	if err != nil {
		return Found{}, source.Bad("This page is written in an alphabet that could not be told; save it as text and bring the file.")
	}
	doc, err := html.Parse(text)
	if err != nil {
		return Found{}, source.Bad("This page is broken and can't be read; save it as text and bring the file.")
	}
	out := Found{Title: titleOf(doc)}
	if track := trackOf(doc); track != "" {
		to, err := at.Parse(track)
		if err != nil {
			return Found{}, source.Bad("The captions of this talk have an address that can't be read; bring them as a file (.vtt or .srt).")
		}
		out.Track = to.String()
		return out, nil
	}
	parser := readability.NewParser()
	read, err := parser.ParseDocument(doc, at)
	if err != nil || read.Node == nil {
		return Found{}, source.Bad("No article was found on this page, only links and fragments; copy the text you mean and paste it.")
	}
	if read.Title() != "" {
		out.Title = read.Title()
	}
	var article bytes.Buffer
	title := html.EscapeString(out.Title)
	fmt.Fprintf(&article, "<!doctype html><html><head><title>%s</title></head><body><h1>%s</h1>", title, title)
	if err := read.RenderHTML(&article); err != nil {
		return Found{}, fmt.Errorf("writing the article down: %w", err)
	}
	article.WriteString("</body></html>")
	out.Article = article.Bytes()
	for _, when := range []func() (time.Time, error){read.ModifiedTime, read.PublishedTime} {
		if t, err := when(); err == nil {
			out.Dated = &t
			break
		}
	}
	return out, nil
}

// titleOf is the title of a page.
func titleOf(doc *html.Node) string {
	for n := range doc.Descendants() {
		if n.Type == html.ElementNode && n.Data == "title" && n.FirstChild != nil {
			return strings.Join(strings.Fields(n.FirstChild.Data), " ")
		}
	}
	return ""
}

// trackOf is the address of the captions of the talk that a page shows: those
// in the page's own language, else the default ones, else the first.
func trackOf(doc *html.Node) string {
	language, best, rank := "", "", 0
	for n := range doc.Descendants() {
		if n.Type != html.ElementNode {
			continue
		}
		if n.Data == "html" {
			language, _, _ = strings.Cut(strings.ToLower(attribute(n, "lang")), "-")
		}
		kind := strings.ToLower(attribute(n, "kind"))
		if n.Data != "track" || attribute(n, "src") == "" || kind != "" && kind != "captions" && kind != "subtitles" {
			continue
		}
		score := 1
		if has(n, "default") {
			score = 2
		}
		if spoken, _, _ := strings.Cut(strings.ToLower(attribute(n, "srclang")), "-"); language != "" && spoken == language {
			score += 2
		}
		if score > rank {
			best, rank = attribute(n, "src"), score
		}
	}
	return best
}

func attribute(n *html.Node, name string) string {
	for _, a := range n.Attr {
		if a.Key == name {
			return a.Val
		}
	}
	return ""
}

func has(n *html.Node, name string) bool {
	for _, a := range n.Attr {
		if a.Key == name {
			return true
		}
	}
	return false
}
