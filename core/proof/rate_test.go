package proof

import (
	"slices"
	"strings"
	"testing"

	"zincowl/core/question"
	"zincowl/core/source"
	"zincowl/core/source/markdown"
)

// Each rating loses points for what is wrong, with the reason, and for nothing else.
func TestRatings(t *testing.T) {
	doc := markdown.Read("works.md", []byte(works))
	plain := NewLibrary([]Source{{ID: "w", Title: "Works", Doc: doc}})
	good := byPerson("What do rapid filters hold particles through?", "The whole bed", "The surface", "The underdrain", "The inlet")
	good.Level = question.Easy
	r := Examine(good, plain).Ratings.Serving(Serves{Topic: "Filters", Share: 30, Statement: "Explain how filters hold back particles", Statements: 1})
	if r.Clarity != 100 || r.LevelFit == nil || *r.LevelFit != 100 || r.Relevance == nil || *r.Relevance != 100 || r.Serves.Topic != "Filters" || len(r.Because) > 0 {
		t.Errorf("a good question is rated %+v", r)
	}
	for name, c := range map[string]struct {
		change   func(q *question.Question)
		serves   *Serves
		of, says string
	}{
		"small negative": {func(q *question.Question) { q.Stem = "Which of these is not a part of a rapid filter?" }, nil, "clarity", "overread"},
		"a long sentence": {func(q *question.Question) {
			q.Stem = "Which" + strings.Repeat(" of the many filters", 10) + " is washed?"
		}, nil, "clarity", "longest sentence"},
		"another level":    {func(q *question.Question) { q.Stem, q.Level = "Why does alum mix badly in winter?", question.Easy }, nil, "level_fit", "a reason connects"},
		"a level too high": {func(q *question.Question) { q.Level = question.Hard }, nil, "level_fit", "one stated fact"},
		"no topic":         {func(*question.Question) {}, &Serves{}, "relevance", "no topic"},
		"no share":         {func(*question.Question) {}, &Serves{Topic: "Filters"}, "relevance", "no share"},
		"no statement":     {func(*question.Question) {}, &Serves{Topic: "Filters", Share: 30, Statements: 2}, "relevance", "none of what"},
		"not in a source":  {func(q *question.Question) { q.Stem = "Who painted the ceiling of the chapel?" }, nil, "relevance", "telling words"},
	} {
		q := good
		c.change(&q)
		r, found := Examine(q, plain).Ratings, false
		if c.serves != nil {
			r = r.Serving(*c.serves)
		}
		for _, b := range r.Because {
			found = found || b.Of == c.of && b.Points > 0 && strings.Contains(b.Says, c.says)
		}
		if !found {
			t.Errorf("%s: %+v", name, r)
		}
	}
	if r := Examine(good, NewLibrary(nil)).Ratings; r.Relevance != nil {
		t.Errorf("without sources or outline relevance is %d", *r.Relevance)
	}
}

// Sources that count as much and disagree hold what rests on either, with both quotes; a
// higher standing or a date decides.
func TestDisputed(t *testing.T) {
	text := func(limit string) source.Document {
		return markdown.Read("rules.md", []byte("# Filtration\n\nThe turbidity of the filtrate must not exceed "+limit+" NTU.\n"))
	}
	here := text("0.3")
	q := question.Question{ID: "q", Title: "Turbidity", Kind: question.Blanks, Level: question.Easy, Stem: "The turbidity of the filtrate must not exceed <<1>> NTU.",
		Key: question.Key{Blanks: [][]string{{"0.3"}}}, Origin: question.Origin{By: "writer"}}
	for _, p := range here.Passages {
		if strings.Contains(p.Text, "turbidity") {
			q.Cites = []question.Cite{{Source: "a", Passage: p.ID, Quote: p.Text}}
		}
	}
	for name, c := range map[string]struct {
		a, b source.Standing
		says string
		want Verdict
	}{
		"alone":     {source.Notes, "", "", Cleared},
		"agreeing":  {source.Notes, source.Notes, "0.3", Cleared},
		"equals":    {source.Notes, source.Notes, "0.5", Held},
		"overrules": {source.Rules, source.Notes, "0.5", Cleared},
		"overruled": {source.Notes, source.Rules, "0.5", Faulted},
	} {
		sources := []Source{{ID: "a", Title: "Ours", Doc: here, Standing: c.a}}
		if c.b != "" {
			sources = append(sources, Source{ID: "b", Title: "Theirs", Doc: text(c.says), Standing: c.b})
		}
		r := Examine(q, NewLibrary(sources))
		if r.Verdict != c.want {
			t.Errorf("%s: %s, want %s: %v", name, r.Verdict, c.want, objections(r.Findings))
		}
		if c.want != Held {
			continue
		}
		f := r.Findings[slices.IndexFunc(r.Findings, func(f Finding) bool { return f.Title == "Two sources disagree" })]
		if len(f.Evidence) != 2 || f.Evidence[0].Quote == f.Evidence[1].Quote || !strings.Contains(f.Says, "Theirs") {
			t.Errorf("%s: %+v", name, f)
		}
	}
}

// So it is with what is no limit: a sentence that another source repeats but for one thing.
func TestSaidOtherwise(t *testing.T) {
	text := func(when string) source.Document {
		return markdown.Read("book.md", []byte("# Filters\n\nA slow sand filter is scraped by hand when its head loss is "+when+".\n"))
	}
	for name, c := range map[string]struct {
		a, b source.Standing
		says string
		want Verdict
	}{
		"agreeing":       {source.Notes, source.Notes, "high", Cleared},
		"equals":         {source.Notes, source.Notes, "low", Held},
		"counts more":    {source.Textbook, source.Notes, "low", Cleared},
		"counts less":    {source.Notes, source.Textbook, "low", Held},
		"something else": {source.Notes, source.Notes, "high and the river carries silt", Cleared},
	} {
		here := text("high")
		q := question.Question{ID: "q", Title: "Scraping", Kind: question.Blanks, Level: question.Easy, Stem: "A slow sand filter is scraped by hand when its head loss is <<1>>.",
			Key: question.Key{Blanks: [][]string{{"high"}}}, Origin: question.Origin{By: "writer"}}
		for _, p := range here.Passages {
			if strings.Contains(p.Text, "scraped") {
				q.Cites = []question.Cite{{Source: "a", Passage: p.ID, Quote: p.Text}}
			}
		}
		l := NewLibrary([]Source{{ID: "a", Title: "Ours", Doc: here, Standing: c.a}, {ID: "b", Title: "Theirs", Doc: text(c.says), Standing: c.b}})
		r := Examine(q, l)
		if shaken := slices.ContainsFunc(l.Overruled(), func(o Overruling) bool { return o.Source == "a" }); shaken != (c.want == Held) {
			t.Errorf("%s: what rests on it is proofed again: %v", name, shaken)
		}
		if r.Verdict != c.want {
			t.Errorf("%s: %s, want %s: %v", name, r.Verdict, c.want, objections(r.Findings))
		}
	}
}

// An outside reviewer may hold a question, and nothing else.
func TestReview(t *testing.T) {
	r := Report{Verdict: Cleared, Findings: []Finding{{Check: "recompute", Verdict: Pass, shows: true}}}
	for name, c := range map[string]struct {
		found []Finding
		want  Verdict
	}{
		"nothing":         {nil, Cleared},
		"praise":          {[]Finding{{Verdict: Pass, shows: true}}, Cleared},
		"a doubt":         {[]Finding{{Verdict: Unsure, Title: "Odd"}}, Held},
		"an outright no":  {[]Finding{{Verdict: Fail, Title: "Wrong"}}, Held},
		"no applies here": {[]Finding{{Verdict: NotApplicable}}, Cleared},
	} {
		if got := Review(r, "A colleague", c.found); got.Verdict != c.want || len(r.Findings) != 1 {
			t.Errorf("%s: %s, want %s", name, got.Verdict, c.want)
		}
	}
	if got := Review(Report{Verdict: Unproven}, "A colleague", []Finding{{Verdict: Pass, shows: true, worked: true}}); got.Verdict != Unproven {
		t.Errorf("praise alone makes it %s", got.Verdict)
	}
}
