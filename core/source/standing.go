package source

import (
	"regexp"
	"strings"
	"time"
)

// Standing is how much a source's word counts: where two disagree, the higher
// wins, then the newer.
type Standing string

// The standings, from the highest down.
const (
	Rules    Standing = "rules"
	Textbook Standing = "textbook"
	Notes    Standing = "notes"
	Talk     Standing = "talk"
)

// Rank orders standings: 0 is the highest.
func (s Standing) Rank() int {
	switch s {
	case Rules:
		return 0
	case Textbook:
		return 1
	case Notes:
		return 2
	}
	return 3
}

var (
	namesRules    = regexp.MustCompile(`(?i)\b(?:rules?|regulations?|ordinance|statutes?|by-?laws?|act|code of practice|standing orders?|directive|circular)\b`)
	namesTextbook = regexp.MustCompile(`(?i)\b(?:textbook|handbook|manual|guide|course book|edition|introduction to|principles of)\b`)
	namesTalk     = regexp.MustCompile(`(?i)\b(?:lecture|talk|transcript|webinar|recording)\b`)
)

// bookLength is the number of words from which a text without a telling title
// is taken for a textbook.
const bookLength = 40_000

// GuessStanding says what a document probably counts as, by its format, its
// title and its length.
func GuessStanding(d Document) Standing {
	switch {
	case d.Kind == "captions" || namesTalk.MatchString(d.Title):
		return Talk
	case namesTextbook.MatchString(d.Title) || d.Kind == "epub" || d.Words() >= bookLength:
		return Textbook
	case namesRules.MatchString(d.Title):
		return Rules
	}
	return Notes
}

var (
	isoDate   = regexp.MustCompile(`\b((?:19|20)\d\d)-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])\b`)
	wordDate  = regexp.MustCompile(`\b(?:(\d{1,2})\.? )?(January|February|March|April|May|June|July|August|September|October|November|December)(?: (\d{1,2}))?,? ((?:19|20)\d\d)\b`)
	dateSign  = regexp.MustCompile(`(?i)\b(?:dated|revised|revision|updated|edition|published|version|in force|effective|issued|copyright|©)\b|©`)
	titleYear = regexp.MustCompile(`\b(?:19|20)\d\d\b`)
)

// opening is how many passages at a document's head may date it.
const opening = 12

// GuessDate says when a document was written, or the zero time where it does not
// tell: a date in its title, else one near its head in a line that speaks of an
// edition, a revision or the like.
func GuessDate(d Document) time.Time {
	if at, ok := dateIn(d.Title, true); ok {
		return at
	}
	for i, p := range d.Passages {
		if i == opening {
			break
		}
		if dateSign.MatchString(p.Text) || len(strings.Fields(p.Text)) <= 6 && p.Kind != Table {
			if at, ok := dateIn(p.Text, dateSign.MatchString(p.Text)); ok {
				return at
			}
		}
	}
	return time.Time{}
}

func dateIn(text string, years bool) (time.Time, bool) {
	if m := isoDate.FindString(text); m != "" {
		at, err := time.Parse(time.DateOnly, m)
		return at, err == nil
	}
	if m := wordDate.FindStringSubmatch(text); m != nil {
		day := m[1]
		if day == "" {
			day = m[3]
		}
		if day == "" {
			day = "1"
		}
		at, err := time.Parse("2 January 2006", day+" "+m[2]+" "+m[4])
		return at, err == nil
	}
	if years {
		if m := titleYear.FindString(text); m != "" {
			at, err := time.Parse("2006", m)
			return at, err == nil
		}
	}
	return time.Time{}, false
}
