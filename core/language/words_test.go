package language

import (
	"strings"
	"testing"
)

func TestStems(t *testing.T) {
	same := [][2]string{{"washing filters", "a washed filter"}, {"The rapid-mixing tank", "tanks for mixing"}, {"doses of alum", "alum dose"}}
	for _, c := range same {
		a, b := Stems(c[0]), Stems(c[1])
		common := 0
		for s := range a {
			if b[s] {
				common++
			}
		}
		if common < 2 {
			t.Errorf("%q and %q share %d stems: %v, %v", c[0], c[1], common, a, b)
		}
	}
	if s := Stems("the of and to in is that 42 %"); len(s) != 0 {
		t.Errorf("words without meaning have the stems %v", s)
	}
}

func TestKindsOfTechnicalNouns(t *testing.T) {
	for lemma, want := range map[string]string{
		"fitting": "artefact", "gas": "substance", "share": "quantity", "rise": "process", "sheet": "document", "organism": "organism",
		"tank": "artefact", "chemical": "substance", "zebra": "animal", "gonkulator": "", "by-product": "substance",
	} {
		if got := NounKind(lemma); got != want {
			t.Errorf("%s is of the kind %q, want %q", lemma, got, want)
		}
	}
}

func TestPlural(t *testing.T) {
	for word, want := range map[string]bool{"filters": true, "filter": false, "glass": false, "media": true, "gas": false, "analyses": true, "mass": false} {
		if Plural(word) != want {
			t.Errorf("Plural(%s) is %v", word, !want)
		}
	}
}

func TestTagsOfTechnicalProse(t *testing.T) {
	for _, c := range []struct{ text, tags string }{
		{"A weir is a notched plate over which settled water flows off.", "DT NN VBZ DT * NN IN WDT * NN * RP ."},
		{"A tank that stores water.", "DT NN WDT VBZ NN ."},
	} {
		s := Split(c.text)
		Tag(s)
		var got []string
		for _, tok := range s[0].Tokens {
			got = append(got, tok.Tag)
		}
		want := strings.Fields(c.tags)
		if len(got) != len(want) {
			t.Errorf("%q is tagged %v", c.text, got)
			continue
		}
		for i := range want {
			if want[i] != "*" && got[i] != want[i] {
				t.Errorf("%q: token %d is tagged %s, want %s", c.text, i, got[i], want[i])
			}
		}
	}
}

func TestTaggingIsTheSameEachTime(t *testing.T) {
	const text = "Contact time is the time that water spends with the disinfectant before the first customer; it is found from the smallest volume."
	tags := func() string {
		s := Split(text)
		Tag(s)
		var out []string
		for _, tok := range s[0].Tokens {
			out = append(out, tok.Tag)
		}
		return strings.Join(out, " ")
	}
	first := tags()
	for range 20 {
		if again := tags(); again != first {
			t.Fatalf("%s, then %s", first, again)
		}
	}
}

// Names of several words are known by what they name, and not by what they share.
func TestSameName(t *testing.T) {
	for _, c := range [][2]string{{"vitamin c", "ascorbic acid"}, {"high blood pressure", "hypertension"}, {"red blood cell", "erythrocyte"}, {"carbonic acid gas", "carbon dioxide"}} {
		if !SameName(c[0], c[1]) || !SameName(c[1], c[0]) {
			t.Errorf("%s and %s are two things", c[0], c[1])
		}
	}
	for _, c := range [][2]string{{"vitamin c", "vitamin d"}, {"red blood cell", "white blood cell"}, {"high blood pressure", "high blood pressure"}, {"rapid", "quick"}, {"no such thing", "nor such a thing"}} {
		if SameName(c[0], c[1]) {
			t.Errorf("%s and %s are one thing", c[0], c[1])
		}
	}
}
