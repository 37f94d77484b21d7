package realise

import (
	"strings"
	"testing"

	"zincowl/core/language"
	"zincowl/core/language/clause"
)

func TestAsk(t *testing.T) {
	for _, c := range []struct {
		wh   string
		c    Clause
		want string
	}{
		{"why", Clause{"the bed", "is washed", "slowly"}, "Why is the bed washed slowly?"},
		{"why", Clause{"slow filters", "clog", "at the surface"}, "Why do slow filters clog at the surface?"},
		{"when", Clause{"the operator", "closes", "the valve"}, "When does the operator close the valve?"},
		{"why", Clause{"the layer", "carried", "no air"}, "Why did the layer carry no air?"},
		{"why", Clause{"a tank", "must not be opened", "by hand"}, "Why must a tank not be opened by hand?"},
		{"why", Clause{"a tank", "cannot be opened", "by hand"}, "Why can a tank not be opened by hand?"},
		{"what", Clause{"the works", "has", ""}, "What does the works have?"},
		{"why", Clause{"the works", "has been closed", ""}, "Why has the works been closed?"},
		{"how", Clause{"cold water", "badly mixes", ""}, "How does cold water badly mix?"},
		{"why", Clause{"the residual", "is", "low"}, "Why is the residual low?"},
		{"why", Clause{"pumps", "have", "seals"}, "Why do pumps have seals?"},
	} {
		if got, ok := c.c.Ask(c.wh); !ok || got != c.want {
			t.Errorf("%+v is asked %q (%v), want %q", c.c, got, ok, c.want)
		}
	}
	for _, verb := range []string{"", "is, however, obliged", "doesn’t open", "often is seen", "to open", "of"} {
		if got, ok := (Clause{"the bed", verb, "slowly"}).Ask("why"); ok {
			t.Errorf("%q is asked %q", verb, got)
		}
	}
}

func TestWhich(t *testing.T) {
	for _, c := range []struct {
		c      Clause
		plural bool
		want   string
	}{
		{Clause{"slow filters", "clog", "at the surface"}, false, "Which of these clogs at the surface?"},
		{Clause{"slow filters", "are", "scraped"}, false, "Which of these is scraped?"},
		{Clause{"the filter", "carries", "floc"}, true, "Which of these carry floc?"},
		{Clause{"the filter", "does not carry", "floc"}, true, "Which of these do not carry floc?"},
		{Clause{"the filter", "has", "a drain"}, true, "Which of these have a drain?"},
		{Clause{"the filter", "must be", "dry"}, true, "Which of these must be dry?"},
		{Clause{"the filters", "were built", "last"}, false, "Which of these was built last?"},
	} {
		if got, ok := c.c.Which("which of these", c.plural); !ok || got != c.want {
			t.Errorf("%+v is asked %q (%v), want %q", c.c, got, ok, c.want)
		}
	}
}

// What is said of another subject, in the other number, reads back to the same verb,
// number of denials and rest.
func TestRoundTrip(t *testing.T) {
	verbs := []string{"holds", "hold", "is held", "are held", "must hold", "has held", "have been held", "does not hold", "cannot hold", "held", "was held", "will be held", "carries", "washes", "destroys", "may not be washed"}
	rests := map[string]string{"holds": "900 m³ of water", "carries": "floc to the drain", "held": "the water"}
	for _, verb := range verbs {
		rest := rests[verb]
		if rest == "" {
			rest = "in the basin"
			if strings.HasSuffix(verb, "hold") || strings.HasSuffix(verb, "es") || strings.HasSuffix(verb, "s") && !strings.Contains(verb, " ") || verb == "has held" {
				rest = "the sand"
			}
		}
		for _, plural := range []bool{false, true} {
			subject := map[bool]string{false: "the old clarifier", true: "the old clarifiers"}[plural]
			c := Clause{"the tank", verb, rest}
			said, ok := c.Of(subject, plural)
			if !ok {
				t.Errorf("%q can't be said", verb)
				continue
			}
			s := language.Split(said)
			language.Tag(s)
			r := clause.Read(s[0])
			var main *clause.Clause
			for i := range r.Clauses {
				if r.Clauses[i].Kind == clause.Main {
					main = &r.Clauses[i]
				}
			}
			words := strings.Fields(verb)
			base := language.VerbForms(words[len(words)-1])[0].Base
			if main == nil || main.Base != base || !strings.EqualFold(r.Of(main.Subject), subject) || main.Negated != (strings.Contains(verb, "not")) || !strings.HasSuffix(said, rest+".") {
				t.Errorf("%q of %s is %q, read as %+v", verb, subject, said, r.Clauses)
			}
		}
	}
}

func TestSentence(t *testing.T) {
	names := func(w string) bool { return w == "Larkmere" }
	for text, want := range map[string]string{"Larkmere water": "Larkmere water", "The bed": "the bed", "ECF holds": "ECF holds", "A bed": "a bed", "pH is low": "pH is low", "K is lost": "K is lost"} {
		if got := Lower(text, names); got != want {
			t.Errorf("%q is %q within a sentence, want %q", text, got, want)
		}
	}
	for text, want := range map[string]string{"pH is low": "pH is low.", "the bed is dry;": "The bed is dry.", "is it?": "Is it?", "": ""} {
		if got := Sentence(text); got != want {
			t.Errorf("%q is the sentence %q, want %q", text, got, want)
		}
	}
	for noun, want := range map[string]string{"the filters of the works": "filter", "the pump and its motor": "motor", "a body that floats": "body", "rapid filters": "filter"} {
		if got := Head(noun); got != want {
			t.Errorf("the noun of %q is %q, want %q", noun, got, want)
		}
	}
}
func TestForm(t *testing.T) {
	for want, form := range map[string][2]string{
		"washed": {"wash", "VBN"}, "carried": {"carry", "VBD"}, "stopped": {"stop", "VBN"}, "opened": {"open", "VBD"}, "permitted": {"permit", "VBN"}, "sank": {"sink", "VBD"}, "sunk": {"sink", "VBN"},
		"closing": {"close", "VBG"}, "freeing": {"free", "VBG"}, "running": {"run", "VBG"}, "boxed": {"box", "VBN"}, "passes": {"pass", "VBZ"}, "lends": {"lend", "VBZ"}, "show": {"show", "VBP"},
	} {
		if got := Form(form[0], form[1]); got != want {
			t.Errorf("%s of %q is %q, want %q", form[1], form[0], got, want)
		}
	}
}
