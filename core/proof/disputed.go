package proof

import (
	"fmt"
	"strings"

	"zincowl/core/source"
)

// disputed asks of what the findings rest on whether another source that counts as much
// says otherwise: then a person has to decide, and no finding alone shows the key.
func (x *examination) disputed(findings []Finding) []Finding {
	for _, f := range findings {
		if f.Verdict != Pass {
			continue
		}
		for _, e := range f.Evidence {
			for _, d := range x.library.disputes[at{e.Source, e.Passage}] {
				if quote := source.Fold(e.Quote); !strings.Contains(quote, source.Fold(d.one.Quote)) && !strings.Contains(source.Fold(d.one.Quote), quote) {
					continue
				}
				return []Finding{{Check: "grounding", Verdict: Unsure, At: "cites", Title: "Two sources disagree",
					Says:     fmt.Sprintf("“%s” says “%s”, “%s” says “%s”, and neither counts more or is newer; give one a higher standing, or its date.", x.library.titles[d.one.source], d.one.Quote, x.library.titles[d.other.source], d.other.Quote),
					Evidence: append(x.library.evidence(d.one, d.one.Object), x.library.evidence(d.other, d.other.Object)...)}}
			}
		}
	}
	return nil
}
