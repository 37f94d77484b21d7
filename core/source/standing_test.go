package source

import (
	"testing"
	"time"
)

func TestGuessStandingAndDate(t *testing.T) {
	doc := func(kind, title string, texts ...string) Document {
		d := Document{Kind: kind, Title: title}
		for _, text := range texts {
			d.Passages = append(d.Passages, Passage{Kind: Paragraph, Text: text})
		}
		return d
	}
	for _, c := range []struct {
		doc      Document
		standing Standing
		date     string
	}{
		{doc("text", "Sampling rules of Larkmere", "In force since 1 March 2024 in all works."), Rules, "2024-03-01"},
		{doc("pdf", "Dosing handbook", "Third edition, 2019"), Textbook, "2019-01-01"},
		{doc("captions", "Disinfection, week 6"), Talk, ""},
		{doc("text", "Lecture on filters 2023-10-05"), Talk, "2023-10-05"},
		{doc("text", "Evening notes", "The works were built in 1974 and have stood on the same bank of the river ever since."), Notes, ""},
		{doc("text", "Activated carbon notes", "May 2022"), Notes, "2022-05-01"},
		{doc("text", "Notes", "Revised on 31 February 2022"), Notes, ""},
	} {
		if got := GuessStanding(c.doc); got != c.standing {
			t.Errorf("%q counts as %s, want %s", c.doc.Title, got, c.standing)
		}
		got := ""
		if at := GuessDate(c.doc); !at.IsZero() {
			got = at.Format(time.DateOnly)
		}
		if got != c.date {
			t.Errorf("%q is dated %q, want %q", c.doc.Title, got, c.date)
		}
	}
	if Rules.Rank() >= Textbook.Rank() || Textbook.Rank() >= Notes.Rank() || Notes.Rank() >= Talk.Rank() {
		t.Error("rules stand above textbooks, those above notes, those above talks")
	}
}
