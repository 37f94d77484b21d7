package main

import (
	"zincowl/core/language"
	"zincowl/core/language/clause"
	"zincowl/core/source"
)

// sentenceRead is a sentence with its clauses, as they are printed.
type sentenceRead struct {
	Text    string         `json:"text"`
	Locator source.Locator `json:"locator"`
	Clauses []clauseRead   `json:"clauses"`
}

// clauseRead is a clause; what it lacks is null.
type clauseRead struct {
	Predicate  string      `json:"predicate"`
	Subject    *string     `json:"subject"`
	Object     *string     `json:"object"`
	Complement *string     `json:"complement"`
	Negated    bool        `json:"negated"`
	Modal      *string     `json:"modal"`
	Voice      string      `json:"voice"`
	Preps      [][2]string `json:"preps"`
	Link       *string     `json:"link"`
	Of         *int        `json:"of"`
	Asserted   bool        `json:"asserted"`
	Certain    bool        `json:"certain"`
}

// clausesOf reads the sentences of a document's paragraphs and items.
func clausesOf(doc source.Document) []sentenceRead {
	out := []sentenceRead{}
	for _, p := range doc.Passages {
		if p.Kind == source.Table || p.Kind == source.Picture {
			continue
		}
		for _, s := range language.Split(p.Text) {
			r := clause.Read(s)
			read := sentenceRead{Text: s.Text, Locator: p.Locator, Clauses: []clauseRead{}}
			for _, c := range r.Clauses {
				read.Clauses = append(read.Clauses, asPrinted(r, c))
			}
			out = append(out, read)
		}
	}
	return out
}

func asPrinted(r clause.Reading, c clause.Clause) clauseRead {
	text := func(s string) *string {
		if s == "" {
			return nil
		}
		return &s
	}
	out := clauseRead{
		Predicate: c.Predicate, Subject: text(r.Of(c.Subject)), Object: text(r.Of(c.Object)), Complement: text(r.Of(c.Complement)),
		Negated: c.Negated, Modal: text(c.Modal), Voice: "active", Preps: [][2]string{}, Link: text(c.Link), Asserted: c.Asserted, Certain: c.Certain,
	}
	if c.Passive {
		out.Voice = "passive"
	}
	if c.Of >= 0 {
		out.Of = &c.Of
	}
	for _, p := range c.Preps {
		out.Preps = append(out.Preps, [2]string{p.Word, r.Of(p.Object)})
	}
	return out
}
