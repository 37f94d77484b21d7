package phrase

// Asks says which task a text sets, by its verbs and by its mathematics: one of
// differentiate, integrate, rearrange, factor, expand, simplify, solve and evaluate; ""
// where it has no mathematics.
func Asks(text string) string {
	r := Read(text)
	related, slope, sum, written := false, false, false, false
	for _, p := range r.Pieces {
		switch p.Kind {
		case Derivative:
			slope = true
		case Integral:
			sum = true
		case Math, Aside:
			written = true
			related = related || relates(p.Text)
		}
	}
	switch {
	case slope, r.Has("differentiate", "derivative"):
		return "differentiate"
	case sum, r.Has("integrate", "integral", "antiderivative"):
		return "integrate"
	case !written:
		return ""
	case r.Has("rearrange", "transpose", "subject"), related && r.Has("terms of"):
		return "rearrange"
	case r.Has("factorise", "factorize", "factor", "factors of", "factorisation"):
		return "factor"
	case r.Has("expand", "multiply out", "remove the brackets", "without brackets"):
		return "expand"
	case r.Has("simplify", "rationalise", "rationalize", "simplest form", "single fraction", "single logarithm"):
		return "simplify"
	case related:
		return "solve"
	}
	return "evaluate"
}

// relates says whether a stretch of mathematics relates two sides.
func relates(text string) bool {
	for _, r := range text {
		switch r {
		case '=', '<', '>', '≤', '≥':
			return true
		}
	}
	return false
}
