package ground

import (
	"regexp"
	"strings"
)

// betweenItems stands between two items of one list: commas, "and", and further items.
var betweenItems = regexp.MustCompile(`(?i)^(?:\s*,\s*(?:[\pL-]+\s?){1,4}){0,4}\s*,?\s*(?:and|or|as well as|,)\s+(?:an?\s+|the\s+)?$`)

// covering is how much of a question a sentence has to speak of that lists two answers to it.
const covering = 0.75

// Listed finds a sentence that speaks of what a question asks and has two answers as items
// of one list, so that what it says of one it says of the other. It is not ok where there is
// none, or where the question asks what is not so.
func (x *Index) Listed(question, one, other string) (Answer, bool) {
	if asksWhatNot.MatchString(question) || one == "" || other == "" {
		return Answer{}, false
	}
	stem := x.asked(question)
	if stem.total < least {
		return Answer{}, false
	}
	for i, much := range x.covered(stem) {
		s := x.sentences[i]
		if much < covering {
			continue
		}
		text := strings.ToLower(s.text)
		for _, pair := range [][2]string{{one, other}, {other, one}} {
			a, b := itemAt(text, pair[0]), itemAt(text, pair[1])
			if a < 0 || b < 0 || a+len(pair[0]) > b || !betweenItems.MatchString(text[a+len(pair[0]):b]) {
				continue
			}
			return Answer{Covers: much, Source: s.source, Passage: s.passage, Quote: s.text, Locator: s.locator}, true
		}
	}
	return Answer{}, false
}

// itemAt is where a text has an item as whole words.
func itemAt(text, item string) int {
	item = strings.ToLower(strings.Trim(item, " ."))
	for from := 0; ; {
		i := strings.Index(text[from:], item)
		if i < 0 {
			return -1
		}
		i += from
		end := i + len(item)
		if (i == 0 || !letterAt(text[i-1])) && (end == len(text) || !letterAt(text[end])) {
			return i
		}
		from = end
	}
}

func letterAt(b byte) bool { return b >= 'a' && b <= 'z' || b >= 0x80 }
