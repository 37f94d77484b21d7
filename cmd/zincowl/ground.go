package main

import (
	"bufio"
	"bytes"
	"encoding/json"
	"fmt"
	"io"
	"os"
	"strconv"

	"zincowl/core/ground"
)

type groundCmd struct {
	Source     []string `required:"" help:"A source; may be given several times."`
	JSON       bool     `name:"json" help:"Print JSON, a line for each statement."`
	Statements string   `arg:"" help:"A file with a statement a line, as JSON: {\"id\":\"1\",\"statement\":\"…\"}; - for standard input."`
}

// Run says what the sources say of statements.
func (c *groundCmd) Run() error {
	var sources []ground.Source
	for i, name := range c.Source {
		doc, err := loadDocument(name)
		if err != nil {
			return err
		}
		sources = append(sources, ground.Source{ID: strconv.Itoa(i), Title: name, Doc: doc})
	}
	data, err := load(c.Statements)
	if err != nil {
		return err
	}
	index := ground.New(sources)
	out := json.NewEncoder(os.Stdout)
	out.SetEscapeHTML(false)
	var rows []string
	lines := bufio.NewScanner(bytes.NewReader(data))
	lines.Buffer(nil, 1<<20)
	for n := 1; lines.Scan(); n++ {
		if len(bytes.TrimSpace(lines.Bytes())) == 0 {
			continue
		}
		var in struct {
			ID        string `json:"id"`
			Statement string `json:"statement"`
		}
		if err := json.Unmarshal(lines.Bytes(), &in); err != nil || in.Statement == "" {
			return fmt.Errorf("Line %d of %s is no statement; write it as {\"id\":\"1\",\"statement\":\"…\"}.", n, c.Statements)
		}
		j := index.Judge(in.Statement)
		if k, err := strconv.Atoi(j.Source); err == nil {
			j.Source = c.Source[k]
		}
		if !c.JSON {
			rows = append(rows, fmt.Sprintf("%s\t%s\t%s\t%s", in.ID, j.Verdict, j.Why, clip(j.Quote)))
			continue
		}
		if err := out.Encode(struct {
			ID string `json:"id"`
			ground.Judgement
		}{in.ID, j}); err != nil {
			return err
		}
	}
	if err := lines.Err(); err != nil {
		return fmt.Errorf("reading %s: %w", c.Statements, err)
	}
	return table(func(w io.Writer) {
		for _, row := range rows {
			fmt.Fprintln(w, row)
		}
	})
}
