package writer

import (
	"cmp"
	"context"
	"fmt"
	"math/rand/v2"
	"slices"
	"strings"
	"unicode"

	"zincowl/core/fact"
	"zincowl/core/language/realise"
	"zincowl/core/question"
	"zincowl/core/source"
)

// CardBrief says which cards are wanted. Everything but Count has a default.
type CardBrief struct {
	Count   int      `json:"count" required:"false" minimum:"0" maximum:"500"`
	Kinds   []string `json:"kinds,omitempty" required:"false" nullable:"false" maxItems:"10"`   // empty means all
	Length  string   `json:"length,omitempty" required:"false" enum:"short,medium,long"`        // how much a back may say
	Include []string `json:"include,omitempty" required:"false" nullable:"false" maxItems:"20"` // words that a card has to speak of, any of them
}

// cardKinds are the kinds of cards there are.
var cardKinds = []string{"term", "question", "blank", "cell", "region", "steps"}

// mostIncluded is how many things cards may be asked to speak of.
const mostIncluded = 20

// lengths are how many words the back of a card may have.
var lengths = map[string]int{"": 40, "short": 14, "medium": 40, "long": 200}

// Check says in a sentence what of the cards can't be had.
func (b CardBrief) Check() error {
	if b.Count < 0 || b.Count > MaxCount {
		return fmt.Errorf("A batch has 0 to %d cards; this brief asks for %d.", MaxCount, b.Count)
	}
	for _, k := range b.Kinds {
		if !slices.Contains(cardKinds, k) {
			return fmt.Errorf("There is no kind of card %q; ask for %s.", clip(k), strings.Join(cardKinds, ", "))
		}
	}
	if len(b.Include) > mostIncluded || slices.ContainsFunc(b.Include, func(w string) bool { return len(w) > maxLean }) {
		return fmt.Errorf("Cards can be asked to speak of at most %d things, each named in at most %d letters.", mostIncluded, maxLean)
	}
	if _, ok := lengths[b.Length]; !ok {
		return fmt.Errorf("The length of cards is %q; it can be short, medium or long.", clip(b.Length))
	}
	return nil
}

// Cards writes the cards of a brief, the most central first, kinds and passages mixed. The
// same seed gives the same cards.
func Cards(ctx context.Context, m *Material, b Brief) ([]question.Card, error) {
	b = b.withDefaults()
	if err := b.Cards.Check(); err != nil || b.Cards.Count == 0 {
		return nil, err
	}
	type scored struct {
		question.Card
		where Place
		score float64
	}
	var all []scored
	add := func(t term, kind, front, back string, score float64, more func(*question.Card)) {
		c := question.Card{Kind: kind, Front: front, Back: back, Topic: t.topic, Cites: []question.Cite{t.cite()}, Origin: question.Origin{By: "writer"}}
		if more != nil {
			more(&c)
		}
		c.ID = question.CardID(c)
		text := strings.ToLower(front + " " + back + " " + fmt.Sprint(c.Rows))
		wanted := len(b.Cards.Include) == 0 || slices.ContainsFunc(b.Cards.Include, func(w string) bool { return strings.Contains(text, strings.ToLower(w)) })
		if !wanted || slices.Contains(b.Avoid, c.ID) || len(b.Cards.Kinds) > 0 && !slices.Contains(b.Cards.Kinds, kind) || len(strings.Fields(back)) > lengths[b.Cards.Length] || !b.wantsTopic(t.topic) || !b.wantsSource(t.src.ID) {
			return
		}
		all = append(all, scored{c, Place{t.src.ID, t.Passage}, score})
	}
	r := source32(b.Seed, "cards")
	for _, t := range m.pictures {
		for masks := range slices.Chunk(labelled(t.passage), mostMasked) {
			var backs []string
			for _, mask := range masks {
				backs = append(backs, mask.Text)
			}
			front := coveredIn(t, "picture", "este dibujo")
			if t.passage.Caption != "" {
				front = strings.TrimRight(t.passage.Caption, ".") + ". " + front
			}
			add(t, "region", front, strings.Join(backs, "; ")+".", 0.8, func(c *question.Card) { c.File, c.Source, c.Masks = t.passage.File, t.src.ID, masks })
		}
	}
	for _, t := range m.terms {
		if t.Hedged || !namesKind(t) || !m.lore.clear(t.Object, m.lore.before[t.Quote]) {
			continue
		}
		add(t, "term", realise.Upper(t.Subject), realise.Upper(t.Object), 0.9+0.1*t.Weight, nil)
		if !givesAway(t.Subject, t.Object) {
			add(t, "term", realise.Upper(t.Object), realise.Upper(t.Subject), 0.85+0.1*t.Weight, nil)
		}
	}
	for _, i := range m.ideas {
		if err := ctx.Err(); err != nil {
			return nil, err
		}
		about := i.about
		if i.from != nil {
			about = &i.from.term
		}
		if i.kind != question.Short && i.kind != question.Blanks || about == nil || i.frame == "meaning" && i.language == "" {
			continue
		}
		q, err := i.write(rand.New(rand.NewPCG(b.Seed, 1)), b)
		switch {
		case err != nil:
		case i.kind == question.Short:
			add(*about, "question", q.Stem, q.Key.Reference, i.score, nil)
		default:
			add(*about, "blank", strings.ReplaceAll(q.Stem, question.BlankMark(1), "…"), q.Key.Blanks[0][0], i.score-0.05, nil)
		}
	}
	for _, t := range m.tables {
		switch {
		case t.Type == fact.Sequence && len(m.stepIdeas(t)) > 0:
			add(t, "steps", realise.Upper(t.Subject)+": which steps, in which order?", strings.Join(t.Steps, " → "), 0.8, nil)
		case len(t.passage.Rows) > 2:
			if c, ok := m.chartOf(t); ok {
				for range min(4, len(c.rows)) {
					q, err := m.gaps(c, r)
					if err != nil {
						break
					}
					var backs []string
					var masks []question.Mask
					for row := range q.Rows {
						for col := range q.Rows[row] {
							if text, ok := q.Key.Cells[fmt.Sprintf("r%dc%d", row+1, col+1)]; ok {
								masks = append(masks, question.Mask{At: fmt.Sprintf("r%dc%d", row+1, col+1), Text: text})
								backs = append(backs, q.Rows[row][0]+", "+q.Rows[0][col]+": "+text)
							}
						}
					}
					add(t, "cell", coveredIn(t, "table", "esta tabla"), strings.Join(backs, "; ")+".", 0.85, func(c *question.Card) { c.Rows, c.Masks = q.Rows, masks })
				}
			}
		}
	}
	slices.SortStableFunc(all, func(a, b scored) int { return cmp.Or(cmp.Compare(b.score, a.score), cmp.Compare(a.ID, b.ID)) })
	var out []question.Card
	kinds, passages, seen := map[string]int{}, map[Place]int{}, map[string]bool{}
	for _, c := range all {
		kinds[c.Kind] = 0
	}
	share := max(1, b.Cards.Count/max(1, len(kinds))) // of each kind, before any has more
	for round := 1; len(out) < b.Cards.Count && round <= 8; round++ {
		for _, c := range all {
			if len(out) == b.Cards.Count {
				break
			}
			if seen[c.ID] || passages[c.where] >= round || kinds[c.Kind] >= round*share {
				continue
			}
			seen[c.ID] = true
			passages[c.where]++
			kinds[c.Kind]++
			out = append(out, c.Card)
		}
	}
	return out, nil
}

const (
	// mostMasked is how many labels of a picture one card covers.
	mostMasked = 3
	// fewestLabels and mostLabels are how many labels a picture has that is asked about: one
	// with more is a page of text.
	fewestLabels, mostLabels = 3, 24
)

// labelled are the labels of a picture that can be covered: words that stand there once.
func labelled(p source.Passage) []question.Mask {
	if p.Kind != source.Picture || p.File == "" || len(p.Labels) < fewestLabels || len(p.Labels) > mostLabels {
		return nil
	}
	count := map[string]int{}
	for _, l := range p.Labels {
		count[strings.ToLower(l.Text)]++
	}
	var out []question.Mask
	for _, l := range p.Labels {
		letters := 0
		for _, r := range l.Text {
			if unicode.IsLetter(r) {
				letters++
			}
		}
		if letters >= 3 && 2*letters > len([]rune(l.Text)) && len(strings.Fields(l.Text)) <= 5 && count[strings.ToLower(l.Text)] == 1 {
			out = append(out, question.Mask{Box: &l.Box, Text: l.Text})
		}
	}
	if len(out) < fewestLabels {
		return nil
	}
	return out
}

// coveredIn asks what is covered in something, in the language of its source.
func coveredIn(t term, what, que string) string {
	if t.src.Doc.Language == "es" {
		return "¿Qué falta en " + que + "?"
	}
	return "What is covered in this " + what + "?"
}
