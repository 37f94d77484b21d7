package main

import (
	"bufio"
	"bytes"
	"encoding/json"
	"fmt"
	"io"
	"os"
	"runtime"
	"strconv"

	"golang.org/x/sync/errgroup"

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
	type said struct {
		ID        string `json:"id"`
		Statement string `json:"statement"`
	}
	var statements []said
	lines := bufio.NewScanner(bytes.NewReader(data))
	lines.Buffer(nil, 1<<20)
	for n := 1; lines.Scan(); n++ {
		if len(bytes.TrimSpace(lines.Bytes())) == 0 {
			continue
		}
		var in said
		if err := json.Unmarshal(lines.Bytes(), &in); err != nil || in.Statement == "" {
			return fmt.Errorf("Line %d of %s is no statement; write it as {\"id\":\"1\",\"statement\":\"…\"}.", n, c.Statements)
		}
		statements = append(statements, in)
	}
	if err := lines.Err(); err != nil {
		return fmt.Errorf("reading %s: %w", c.Statements, err)
	}
	index := ground.New(sources)
	judged := make([]ground.Judgement, len(statements))
	var group errgroup.Group
	group.SetLimit(runtime.GOMAXPROCS(0))
	for i := range statements {
		group.Go(func() error {
			judged[i] = index.Judge(statements[i].Statement)
			if k, err := strconv.Atoi(judged[i].Source); err == nil {
				judged[i].Source = c.Source[k]
			}
			return nil
		})
	}
	_ = group.Wait() // no judgement fails
	if c.JSON {
		out := json.NewEncoder(os.Stdout)
		out.SetEscapeHTML(false)
		for i, j := range judged {
			if err := out.Encode(struct {
				ID string `json:"id"`
				ground.Judgement
			}{statements[i].ID, j}); err != nil {
				return err
			}
		}
		return nil
	}
	return table(func(w io.Writer) {
		for i, j := range judged {
			fmt.Fprintf(w, "%s\t%s\t%s\t%s\n", statements[i].ID, j.Verdict, j.Why, clip(j.Quote))
		}
	})
}
