package language

import (
	"strings"
	"testing"

	"zincowl/tools/mangle"
)

func TestSplitKeepsNumbersUnitsAndAbbreviations(t *testing.T) {
	for _, c := range []struct {
		text string
		want []string
	}{
		{"Turbidity falls below 0.3 NTU. The filter is washed.", []string{"Turbidity falls below 0.3 NTU.", "The filter is washed."}},
		{"Use an oxidant, e.g. Chlorine or ozone. Stop.", []string{"Use an oxidant, e.g. Chlorine or ozone.", "Stop."}},
		{"It holds 7 L. Then it stops.", []string{"It holds 7 L.", "Then it stops."}},
		{"Ask W. Harrow first. He knows.", []string{"Ask W. Harrow first.", "He knows."}},
		{"Is it full? “Yes.” Close it!", []string{"Is it full?", "“Yes.”", "Close it!"}},
		{"no end", []string{"no end"}},
		{"", nil},
	} {
		var got []string
		for _, s := range Split(c.text) {
			got = append(got, s.Text)
		}
		if strings.Join(got, "|") != strings.Join(c.want, "|") {
			t.Errorf("Split(%q) = %q, want %q", c.text, got, c.want)
		}
	}
}

func TestTokensKeepUnitsTogether(t *testing.T) {
	var got []string
	for _, tok := range Split("Dose 2.5 mg/L at 1,620 m³/h (well-mixed).")[0].Tokens {
		got = append(got, tok.Text)
	}
	if want := "Dose|2.5|mg/L|at|1,620|m³/h|(|well-mixed|)|."; strings.Join(got, "|") != want {
		t.Errorf("got %s, want %s", strings.Join(got, "|"), want)
	}
}

func TestTagAlignsWithOurTokens(t *testing.T) {
	s := Split("A clearwell is a tank that stores finished water (about 1.8 ML) before it's pumped to the town.")
	Tag(s)
	want := map[string]string{"clearwell": "NN", "is": "VBZ", "tank": "NN", "stores": "VBZ", "water": "NN", "the": "DT", "town": "NN", "1.8": "CD"}
	for _, tok := range s[0].Tokens {
		if tok.Tag == "" {
			t.Errorf("%q has no tag", tok.Text)
		}
		if w := want[tok.Text]; w != "" && tok.Tag != w {
			t.Errorf("%q is tagged %s, want %s", tok.Text, tok.Tag, w)
		}
	}
}

func TestSingular(t *testing.T) {
	for in, want := range map[string]string{"filters": "filter", "bacteria": "bacterium", "gases": "gas", "tubes": "tube", "glass": "glass", "processes": "process",
		"assemblies": "assembly", "basis": "basis", "clearwells": "clearwell", "mudballs": "mudball", "trihalomethanes": "trihalomethane"} {
		if got := Singular(in); got != want {
			t.Errorf("Singular(%q) = %q, want %q", in, got, want)
		}
	}
}

func TestNounKind(t *testing.T) {
	for in, want := range map[string]string{"chlorine": "substance", "tank": "artefact", "coagulation": "process", "turbidity": "attribute", "qqq": ""} {
		if got := NounKind(in); got != want {
			t.Errorf("NounKind(%q) = %q, want %q", in, got, want)
		}
	}
}

func TestDetect(t *testing.T) {
	for text, want := range map[string]string{
		"The filter is washed when the head loss is over the limit.":                                     "en",
		"El filtro se lava cuando la pérdida de carga es mayor que el límite.":                           "es",
		"Der Filter wird gewaschen, wenn die Trübung auf den Grenzwert steigt und der Druck nicht hält.": "de",
		"pH": "en",
	} {
		if got := Detect(text); got != want {
			t.Errorf("Detect(%q) = %s, want %s", text, got, want)
		}
	}
}

// FuzzSplit holds the promise that nothing but white space is lost.
func FuzzSplit(f *testing.F) {
	mangle.Add(f, 200, "A dose of 2.5 mg/L. “Why?” Because…")
	mangle.Add(f, 200, "\x80 bad\xff bytes")
	f.Fuzz(func(t *testing.T, text string) {
		var kept strings.Builder
		for _, s := range Split(text) {
			for _, tok := range s.Tokens {
				if tok.Text != text[tok.Start:tok.End] {
					t.Fatalf("token %q does not stand at %d", tok.Text, tok.Start)
				}
				kept.WriteString(tok.Text)
			}
		}
		if want := strings.Join(strings.Fields(text), ""); kept.String() != want {
			t.Fatalf("kept %q of %q", kept.String(), want)
		}
	})
}

func BenchmarkSplitAndTag(b *testing.B) {
	text := strings.Repeat("A rapid filter is washed when head loss reaches 2.4 m, when the filtrate exceeds 0.3 NTU, or after 72 hours, whichever comes first. ", 40)
	trained()
	lexicon()
	tokens := 0
	for b.Loop() {
		s := Split(text)
		Tag(s)
		for _, x := range s {
			tokens += len(x.Tokens)
		}
	}
	b.ReportMetric(float64(tokens)/b.Elapsed().Seconds(), "tokens/s")
	b.ReportMetric(float64(tokens)/b.Elapsed().Seconds()/60000, "x-of-60000/s")
}
