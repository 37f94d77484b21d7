// Package syllabus holds a course's outline: topics with their share of the
// marks, and what a candidate must be able to do in each.
//
// An outline is a list of topics in the order they stand; Depth says how far
// in each is, and a topic belongs to the nearest one above it that is less far
// in. Read makes one of what an exam board hands out, Propose of the headings
// of the sources where there is no outline. Weigh turns what is given for some
// topics, in marks, per cent or stars, into shares of the whole exam, and
// estimates the missing ones from past papers. Sorter says which topic and
// which statement a passage or a question belongs to, and how sure that is.
package syllabus

// Unit says what a weight counts.
type Unit string

// The units that outlines give weights in.
const (
	Marks   Unit = "marks"
	Percent Unit = "percent"
	Stars   Unit = "stars" // how important, not how much: two stars weigh twice as much as one
)

// Weight is what an outline says of a topic's share.
type Weight struct {
	Value float64 `json:"value" minimum:"0" maximum:"100000"`
	Unit  Unit    `json:"unit" enum:"marks,percent,stars"`
}

// Topic is a node of the outline.
type Topic struct {
	ID     string      `json:"id,omitempty"`
	Title  string      `json:"title"`
	Depth  int         `json:"depth,omitempty"`
	Given  *Weight     `json:"given,omitempty"`
	CanDo  []Statement `json:"can_do,omitempty"`
	Weight float64     `json:"weight"` // its own share of the marks, in per cent, without the topics below it
}

// Statement is one thing the candidate must be able to do.
type Statement struct {
	ID   string `json:"id,omitempty"`
	Text string `json:"text"`
}

// below gives the index after the last topic that belongs to topics[i].
func below(topics []Topic, i int) int {
	end := i + 1
	for end < len(topics) && topics[end].Depth > topics[i].Depth {
		end++
	}
	return end
}

// children lists the topics directly below topics[i]; of the whole outline
// where i is -1.
func children(topics []Topic, i int) []int {
	from, to := 0, len(topics)
	if i >= 0 {
		from, to = i+1, below(topics, i)
	}
	var out []int
	for j := from; j < to; j = below(topics, j) {
		out = append(out, j)
	}
	return out
}

// Straighten makes the depths of an outline steps of one: the first topic
// stands at depth 0, and none is more than one deeper than the one above it.
func Straighten(topics []Topic) {
	for i := range topics {
		most := 0
		if i > 0 {
			most = topics[i-1].Depth + 1
		}
		topics[i].Depth = max(0, min(topics[i].Depth, most))
	}
}
