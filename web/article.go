package web

import (
	"bytes"
	"fmt"
	"net/url"
	"strings"
	"time"

	"codeberg.org/readeck/go-readability/v2"
	"golang.org/x/net/html"

	"zincowl/core/source"
)

// article is what is to be read of a page, as a page of its own, with its date
// where it tells one.
func article(doc *html.Node, at *url.URL, title string) ([]byte, *time.Time, error) {
	parser := readability.NewParser()
	read, err := parser.ParseDocument(doc, at)
	if err != nil || read.Node == nil {
		return nil, nil, source.Bad("No article was found on this page, only links and fragments; copy the text you mean and paste it.")
	}
	if read.Title() != "" {
		title = read.Title()
	}
	var out bytes.Buffer
	fmt.Fprintf(&out, "<!doctype html><html><head><title>%s</title></head><body><h1>%s</h1>", html.EscapeString(title), html.EscapeString(title))
	if err := read.RenderHTML(&out); err != nil {
		return nil, nil, fmt.Errorf("writing the article down: %w", err)
	}
	out.WriteString("</body></html>")
	for _, when := range []func() (time.Time, error){read.ModifiedTime, read.PublishedTime} {
		if t, err := when(); err == nil {
			return out.Bytes(), &t, nil
		}
	}
	return out.Bytes(), nil, nil
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
