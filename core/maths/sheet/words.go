package sheet

import (
	"regexp"
	"strings"

	"zincowl/core/maths/units"
)

// counted are the words for numbers that are read before a unit; all other number words
// stay as they are, and make a stem unclear.
var counted = map[string]string{
	"half a": "0.5", "half an": "0.5", "a quarter of a": "0.25", "a quarter of an": "0.25", "three quarters of a": "0.75", "three quarters of an": "0.75",
	"one": "1", "two": "2", "three": "3", "four": "4", "five": "5", "six": "6", "seven": "7", "eight": "8", "nine": "9", "ten": "10", "twelve": "12", "fifteen": "15", "twenty": "20",
	"thirty": "30", "forty": "40", "fifty": "50", "sixty": "60", "ninety": "90", "a hundred": "100",
}

var (
	numberWord = regexp.MustCompile(`(?i)\b(half an?|a quarter of an?|three quarters of an?|one|two|three|four|five|six|seven|eight|nine|ten|twelve|fifteen|twenty|thirty|forty|fifty|sixty|ninety|a hundred) ((?:cubic |square )?[a-z]+(?: per [a-z]+)?)\b`)
	andAHalf   = regexp.MustCompile(`(?i)\b(an?|one|two|three|four|five|six|\d+) ([a-z]+) and a half([^-\pL]|$)|\b(one|two|three|four|five|six|\d+) and a half ([a-z]+)\b`)
)

// spelledOut are units short enough to be ordinary words, which number words count
// ("two bars", "one second" are quantities; "six a day" is none).
func spelledOut(word string) bool {
	u, ok := units.Parse(strings.ToLower(word))
	return ok && u.Text != "" && u.Text != "%" && len(word) > 2
}

// digits writes the number words before units as digits: "in half a minute" tells 0.5
// minute, "an hour and a half" 1.5 hours.
func digits(stem string) string {
	stem = andAHalf.ReplaceAllStringFunc(stem, func(text string) string {
		m := andAHalf.FindStringSubmatch(text)
		number, unit, rest := strings.ToLower(m[1]+m[4]), m[2]+m[5], m[3]
		if !spelledOut(unit) {
			return text
		}
		switch whole, ok := counted[number]; {
		case ok:
			number = whole
		case number == "a" || number == "an":
			number = "1"
		}
		return number + ".5 " + unit + rest
	})
	return numberWord.ReplaceAllStringFunc(stem, func(text string) string {
		m := numberWord.FindStringSubmatch(text)
		unit := m[2]
		for !spelledOut(unit) { // "two hours later"
			cut := strings.LastIndexByte(unit, ' ')
			if cut < 0 {
				return text
			}
			unit = unit[:cut]
		}
		return counted[strings.ToLower(m[1])] + " " + text[len(m[1])+1:]
	})
}
