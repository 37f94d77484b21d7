package proof

import (
	"fmt"
	"strings"
)

// drawing holds what is written into a figure against what its description says:
// whoever can't see it has to be told the same, and the answer is proofed from the
// description alone.
func (x *examination) drawing() []Finding {
	if x.Figure == nil {
		return nil
	}
	for _, text := range x.Figure.Written() {
		if !strings.Contains(x.Figure.Alt, text) {
			return []Finding{{Check: "figure", Verdict: Unsure, At: "figure", Title: "The figure shows more than it says",
				Says: fmt.Sprintf("“%s” is written in the figure, and its description does not say so.", text)}}
		}
	}
	return []Finding{{Check: "figure", Verdict: Pass, At: "figure", Title: "Figure and description agree", Says: "All that is written in the figure is said in its description."}}
}
