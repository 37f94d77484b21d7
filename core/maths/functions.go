package maths

// function is what can be called by name.
type function struct {
	least, most int    // numbers of arguments; most < 0 means any
	latex       string // the command that sets its name, "" where there is none
	words       string // how it is spoken before "of"
}

// functions are all that expressions may call.
var functions = map[string]function{
	"sqrt": {1, 1, "", "the square root"}, "root": {2, 2, "", "the root"}, "abs": {1, 1, "", "the absolute value"},
	"ln": {1, 1, `\ln`, "the natural logarithm"}, "log": {1, 2, `\log`, "the logarithm"},
	"sin": {1, 1, `\sin`, "the sine"}, "cos": {1, 1, `\cos`, "the cosine"}, "tan": {1, 1, `\tan`, "the tangent"},
	"sec": {1, 1, `\sec`, "the secant"}, "csc": {1, 1, `\csc`, "the cosecant"}, "cot": {1, 1, `\cot`, "the cotangent"},
	"arcsin": {1, 1, `\arcsin`, "the arc sine"}, "arccos": {1, 1, `\arccos`, "the arc cosine"}, "arctan": {1, 1, `\arctan`, "the arc tangent"},
	"mean": {1, -1, "", "the mean"}, "median": {1, -1, "", "the median"}, "min": {1, -1, `\min`, "the least"}, "max": {1, -1, `\max`, "the greatest"},
	"hcf": {2, -1, "", "the highest common factor"}, "lcm": {2, -1, "", "the lowest common multiple"},
	"choose": {2, 2, "", "the number of combinations"}, "arrange": {2, 2, "", "the number of arrangements"},
	"sum": {1, -1, "", "the sum"}, "range": {1, -1, "", "the range"},
	"stdev": {2, -1, "", "the sample standard deviation"}, "pstdev": {1, -1, "", "the population standard deviation"},
	"variance": {2, -1, "", "the sample variance"}, "pvariance": {1, -1, "", "the population variance"},
}

// spellings are other ways to write a function.
var spellings = map[string]string{
	"gcd": "hcf", "gcf": "hcf", "asin": "arcsin", "acos": "arccos", "atan": "arctan", "lg": "log", "cosec": "csc", "average": "mean", "ctg": "cot", "tg": "tan",
}

// inverses are what sin⁻¹ and its like stand for.
var inverses = map[string]string{"sin": "arcsin", "cos": "arccos", "tan": "arctan"}

// functionNamed finds a function by any of its spellings.
func functionNamed(word string) (string, bool) {
	if s, ok := spellings[word]; ok {
		word = s
	}
	_, ok := functions[word]
	return word, ok || hyperbolic[word]
}

// hyperbolic functions are read as what they are of exponentials.
var hyperbolic = map[string]bool{"sinh": true, "cosh": true, "tanh": true}

// IsFunction says whether a word names a function.
func IsFunction(word string) bool {
	_, ok := functionNamed(word)
	return ok || word == "exp" || word == "cbrt"
}

// IsGreek says whether a word is the name of a Greek letter.
func IsGreek(word string) bool { return greek[word] }
