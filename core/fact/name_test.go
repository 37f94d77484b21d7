package fact

import (
	"strings"
	"testing"

	"zincowl/core/source"
	"zincowl/core/source/plain"
)

// terms are the definitions of a text, in a line each.
func terms(text string) string {
	var out []string
	for _, f := range Read(plain.Read("notes.txt", text).Passages) {
		if f.Type == Definition {
			out = append(out, f.Subject+" = "+f.Object)
		}
	}
	return strings.Join(out, "; ")
}

func TestNames(t *testing.T) {
	for text, want := range map[string]string{
		"A tank in which grit settles is called a grit chamber.":                                     "grit chamber = a tank in which grit settles",
		"Washing a filter with water that flows upwards is known as backwashing.":                    "backwashing = washing a filter with water that flows upwards",
		"In a cold basin, water that flows along the bottom is often called a density current.":      "density current = water that flows along the bottom",
		"Water passes straight from the inlet to the outlet, a phenomenon called short-circuiting.":  "short-circuiting = a phenomenon in which water passes straight from the inlet to the outlet",
		"Large grains settle before small ones after a wash, which is known as stratification.":      "stratification = the fact that large grains settle before small ones after a wash",
		"Gas bubbles gather inside the bed of the filter; this is called air binding.":               "air binding = the fact that gas bubbles gather inside the bed of the filter",
		"Gas bubbles gather inside the bed of the filter. This is called air binding.":               "air binding = the fact that gas bubbles gather inside the bed of the filter",
		"The layer that grows on the sand of a slow filter is what we call the schmutzdecke.":        "schmutzdecke = the layer that grows on the sand of a slow filter",
		"By hardness is meant the amount of calcium and magnesium in water.":                         "hardness = the amount of calcium and magnesium in water",
		"By free chlorine we mean the chlorine that has not yet combined with ammonia.":              "free chlorine = the chlorine that has not yet combined with ammonia",
		"The clearwell, which is a covered tank for finished water, has two hatches.":                "clearwell = a covered tank for finished water",
		"The biochemical oxygen demand (BOD), the oxygen that germs use up in five days, is 4 mg/L.": "biochemical oxygen demand = the oxygen that germs use up in five days",
		"Dead storage is what remains in a tank when the pump can draw no more.":                     "dead storage = what remains in a tank when the pump can draw no more",
		"Slow filters are those that are cleaned by scraping off their top layer.":                   "slow filters = filters that are cleaned by scraping off their top layer",
		"Every basin has an inlet, and a launder is the trough that collects the settled water.":     "launder = the trough that collects the settled water",
		"The works has an intake, a pumping station with two pumps, a clarifier and a filter.":       "",
		"In winter, the pump that feeds the lime is kept warm.":                                      "",
		"The operator, who had called the laboratory, closed the valve that feeds the tank.":         "",
		"The valve is called for when the tank is full.":                                             "",
		"They are called every morning by the manager of the works.":                                 "",
		"What is the layer that grows on the sand called?":                                           "",
		"The river, a palm trunk cannot thicken there, is cold.":                                     "",
		"An outside firm, the same as last year, has taken the samples of the new wells.":            "",
		"It is sometimes known as the grey valve.":                                                   "",
		"This is called a bund.": "",
		"The bottle holds a little thiosulfate, a chemical that removes chlorine the moment the water is taken from the mains.": "",
	} {
		if got := terms(text); got != want {
			t.Errorf("%q gives %q, want %q", text, got, want)
		}
	}
}

func TestItemsCompleteTheLineAbove(t *testing.T) {
	for text, want := range map[string]string{
		"Signs of overload:\n\n- raised temperature\n- a loud hum":           "parts: Signs of overload | include | raised temperature\nparts: Signs of overload | include | a loud hum",
		"Chlorine is used to\n\n- kill bacteria\n- oxidise iron":             "purpose: Chlorine | is used |  under to kill bacteria\npurpose: Chlorine | is used |  under to oxidise iron",
		"The following are checked every week:\n\n- oil level\n- shaft seal": "note: The following are checked every week | : | oil level\nnote: The following are checked every week | : | shaft seal",
	} {
		var got []string
		doc := plain.Read("notes.txt", text)
		for _, f := range Read(doc.Passages) {
			line := string(f.Type) + ": " + f.Subject + " | " + f.Predicate + " | " + f.Object
			if f.Under != "" {
				line += " under " + f.Under
			}
			got = append(got, line)
			holds := false
			for _, p := range doc.Passages {
				holds = holds || p.ID == f.Passage && p.Kind == source.Item && strings.Contains(p.Text, f.Quote)
			}
			if !holds {
				t.Errorf("the quote %q does not stand in its passage", f.Quote)
			}
		}
		if strings.Join(got, "\n") != want {
			t.Errorf("%q gives\n%s\nwant\n%s", text, strings.Join(got, "\n"), want)
		}
	}
}

// A line that does not say what it is about has the heading above it.
func TestHeadingsSayWhatLinesAreAbout(t *testing.T) {
	doc := plain.Read("notes.txt", "Potassium\n=========\n\nlow: cramps and a weak pulse\n\nKeep the drip slow at all times of the day.\n\nThe pump lifts water to the filter of the works.")
	about := map[string]string{}
	for _, f := range Read(doc.Passages) {
		about[f.Quote] = f.About
	}
	for quote, want := range map[string]string{"low: cramps and a weak pulse": "Potassium", "Keep the drip slow at all times of the day.": "Potassium", "The pump lifts water to the filter of the works.": "Potassium"} {
		if got, found := about[quote]; !found || got != want {
			t.Errorf("%q is about %q (read: %v), want %q", quote, got, found, want)
		}
	}
}

func TestWhatIsTakenBack(t *testing.T) {
	facts := Read([]source.Passage{paragraph("The filter is washed after sixty, no, seventy hours of running.")})
	if len(facts) != 1 || strings.Contains(facts[0].Object, "sixty") || !strings.Contains(facts[0].Quote, "sixty, no, seventy") {
		t.Errorf("it is read as %+v", facts)
	}
}

func TestReferences(t *testing.T) {
	for text, want := range map[string]string{
		"The clarifier removes floc. It holds 900 m³.":                                                        "The clarifier",
		"The wash pumps are cleaned by hand. They lift water from the clearwell to the filter.":               "The wash pumps",
		"The clarifier removes floc from the water, and it holds 900 m³ of it.":                               "The clarifier",
		"Because it forms floc, alum is added before the basins of the works.":                                "",
		"The basin and the filter are washed with the pump of the works. It is known that this wastes water.": "",
		"The two pumps stand beside the filters of the works. It holds 900 m³ of water.":                      "",
	} {
		got := ""
		for _, f := range Read([]source.Passage{paragraph(text)}) {
			if f.For != "" {
				got = f.For
			}
		}
		if got != want {
			t.Errorf("%q: it stands for %q, want %q", text, got, want)
		}
	}
}
