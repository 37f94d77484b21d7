package term

import (
	"context"
	"slices"
	"strings"
	"testing"

	"zincowl/core/fact"
	"zincowl/core/source/markdown"
)

func course(texts ...string) []Source {
	var out []Source
	for i, text := range texts {
		doc := markdown.Read("notes.md", []byte(text))
		doc.Language = "en"
		out = append(out, Source{ID: string(rune('a' + i)), Doc: doc, Facts: fact.Read(doc.Passages)})
	}
	return out
}

func find(t *testing.T, terms []Term, name string) Term {
	t.Helper()
	for _, x := range terms {
		if strings.EqualFold(x.Name, name) || slices.Contains(x.Others, name) {
			return x
		}
	}
	t.Fatalf("there is no “%s” among %v", name, names(terms))
	return Term{}
}

func names(terms []Term) (out []string) {
	for _, x := range terms {
		out = append(out, x.Name)
	}
	return out
}

func TestCollect(t *testing.T) {
	terms := Collect(t.Context(), course(
		`# Filters

A slow sand filter is a bed of fine sand that works mostly in its top few centimetres. A rapid filter is a bed of graded sand that holds particles through its whole depth.
The hydraulic retention time (HRT) of a basin is checked. The HRT falls when the flow rises.
A *launder* takes the settled water.`,
		`# More on filters

A schmutzdecke, also called a biofilm, covers the sand. The schmutzdecke is a living layer that forms on the top of the sand. Slow sand filters need no pump.
The bed depth is checked. A bed depth of 900 mm is usual. You must *never* walk on it.`))
	slow := find(t, terms, "slow sand filter")
	if len(slow.Meanings) != 1 || slow.Mentions != 2 || slow.In["a"] != 1 || slow.In["b"] != 1 || slow.Above != "bed" {
		t.Errorf("the slow sand filter is %+v", slow)
	}
	if !slices.Contains(slow.Siblings, "rapid filter") {
		t.Errorf("beside the slow sand filter stand %v", slow.Siblings)
	}
	if hrt := find(t, terms, "HRT"); hrt.Name != "hydraulic retention time" || hrt.Mentions != 3 {
		t.Errorf("HRT is %+v", hrt)
	}
	if film := find(t, terms, "biofilm"); film.Name != "schmutzdecke" || len(film.Meanings) != 1 {
		t.Errorf("a biofilm is %+v", film)
	}
	find(t, terms, "launder")
	find(t, terms, "bed depth")
	for _, none := range []string{"never", "top", "basin is"} {
		if slices.Contains(names(terms), none) {
			t.Errorf("“%s” is taken for a term", none)
		}
	}
}

// The order in which sources are given changes nothing but which stands first.
func TestCollectInAnyOrder(t *testing.T) {
	one := course("A weir is a plate over which water flows. The weir plate is level.", "The weir plate is cut from steel. A launder is a trough that takes settled water.")
	a := names(Collect(t.Context(), one))
	slices.Reverse(one)
	b := names(Collect(t.Context(), one))
	slices.Sort(a)
	slices.Sort(b)
	if !slices.Equal(a, b) {
		t.Errorf("%v, and the other way round %v", a, b)
	}
}

func TestSpelt(t *testing.T) {
	for _, c := range [][3]string{
		{"the total body water", "TBW", "total body water"}, {"an intracellular fluid", "ICF", "intracellular fluid"}, {"the chain of custody", "CoC", "chain of custody"},
		{"residual current devices", "RCDs", "residual current devices"}, {"a pump that is old", "RCD", ""}, {"the acid", "A", "acid"},
	} {
		if got := spelt(c[0], c[1]); got != c[2] {
			t.Errorf("%s in “%s” stands for “%s”, want “%s”", c[1], c[0], got, c[2])
		}
	}
}

func TestCollectEndsWhenItIsTold(t *testing.T) {
	ctx, cancel := context.WithCancel(context.Background())
	cancel()
	if got := Collect(ctx, course("A weir is a plate over which water flows.")); len(got) != 0 {
		t.Errorf("it went on to %v", got)
	}
}

func FuzzCollect(f *testing.F) {
	f.Add("A weir (W), also called a notch, is a plate. *W*")
	f.Add("((((A (AB) (ABC), o B), or C. = = SS=ss")
	f.Fuzz(func(t *testing.T, text string) {
		if len(text) < 3000 {
			Collect(t.Context(), course(text))
		}
	})
}
