package proof

// Review adds what an outside reviewer found to a proof. It may hold a question, and never
// clears one nor shows one wrong: what passes is left out, and what fails is unsure. It says
// who found it.
func Review(r Report, by string, found []Finding) Report {
	r.Findings = append([]Finding(nil), r.Findings...)
	for _, f := range found {
		if f.Verdict != Fail && f.Verdict != Unsure {
			continue
		}
		r.Findings = append(r.Findings, Finding{Check: "review", Verdict: Unsure, At: f.At, Title: by + ": " + f.Title, Says: f.Says, Expected: f.Expected, Evidence: f.Evidence, Readings: f.Readings})
	}
	r.Verdict = verdict(r.Findings)
	return r
}
