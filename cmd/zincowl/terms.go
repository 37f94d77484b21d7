package main

import (
	"context"
	"fmt"
	"io"
	"strings"

	"zincowl/core/fact"
	"zincowl/core/term"
)

type termsCmd struct {
	JSON  bool     `name:"json" help:"Print JSON."`
	Files []string `arg:"" help:"The sources of a course."`
}

// Run prints the terms of sources, the weightiest first.
func (c *termsCmd) Run() error {
	var sources []term.Source
	for _, file := range c.Files {
		doc, err := loadDocument(file)
		if err != nil {
			return err
		}
		sources = append(sources, term.Source{ID: file, Doc: doc, Facts: fact.Read(doc.Passages)})
	}
	terms := term.Collect(context.Background(), sources)
	if c.JSON {
		return printJSON(map[string]any{"terms": terms})
	}
	return table(func(w io.Writer) {
		for _, t := range terms {
			says := ""
			if len(t.Meanings) > 0 {
				says = t.Meanings[0].Says
			}
			fmt.Fprintf(w, "%s\t%d\t%s\t%s\n", clip(strings.Join(append([]string{t.Name}, t.Others...), ", ")), t.Mentions, t.Kind, clip(says))
		}
	})
}
