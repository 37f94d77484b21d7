package writer

import (
	"math/rand/v2"
	"slices"
	"strings"

	"zincowl/core/language/realise"
	"zincowl/core/question"
)

// A frame is a sentence or two with places for the givens and for what is asked:
// {are} "the dose is 2.5 mg/L and …", {of} "a dose of 2.5 mg/L and …", {ask} "mass
// in kg", {place} where a story is set. Each given is told once, with its unit.

// plainFrames ask without a story.
var plainFrames = []string{
	"{are}. What is the {ask}?",
	"With {of}, what is the {ask}?",
	"{are}. Work out the {ask}.",
	"What is the {ask}, when {are}?",
	"Given {of}, find the {ask}.",
	"{are}. Calculate the {ask}.",
}

// storyFrames tell a story. The level does not depend on it; what happens in it
// suits what the level asks for: readings, things told in other units, and what has
// to be found out backwards.
var storyFrames = map[question.Level][]string{
	question.Easy: {
		"An operator at {place} notes {of}. What is the {ask}?",
		"On the morning round at {place}, {are}. What is the {ask}?",
		"The log of {place} shows {of}. What is the {ask}?",
		"A trainee at {place} is told that {are}. What is the {ask}?",
		"The shift report of {place} gives {of}. What is the {ask}?",
		"A work sheet at {place} lists {of}. What is the {ask}?",
		"During a test at {place}, {are}. What is the {ask}?",
		"The panel at {place} shows {of}. What is the {ask}?",
		"An inspector visits {place} on a day when {are}. What is the {ask}?",
		"For the day's record of {place}, {are}. What is the {ask}?",
		"The operators at {place} agree that {are}. What is the {ask}?",
		"At the end of a shift at {place}, {are}. What is the {ask}?",
	},
	question.Medium: {
		"A supplier's sheet sent to {place} speaks of {of}. What is the {ask}?",
		"A visiting engineer at {place} writes down {of}. What is the {ask}?",
		"An older log of {place} shows {of}. What is the {ask}?",
		"The maker of a new instrument at {place} states that {are}. What is the {ask}?",
		"The shifts at {place} keep their records in different units: {are}. What is the {ask}?",
		"A drawing kept at {place} says that {are}. What is the {ask}?",
		"The neighbouring works reports {of} to {place}. What is the {ask}?",
		"A contractor at {place} measures {of}. What is the {ask}?",
		"On a handwritten note at {place}, {are}. What is the {ask}?",
		"An order for {place} is drawn up with {of}. What is the {ask}?",
		"The display at {place} was set to another unit, so that {are}. What is the {ask}?",
		"A report from the laboratory to {place} gives {of}. What is the {ask}?",
	},
	question.Hard: {
		"At {place} it is known that {are}. What must the {ask} have been?",
		"A record of {place} is smudged. It still shows that {are}. What was the {ask}?",
		"An operator at {place} checks a setting backwards: {are}. What is the {ask}?",
		"The rules at {place} are met when {are}. What {ask} does that take?",
		"After a day at {place}, {are}. What was the {ask}?",
		"An audit at {place} finds {of}. What {ask} do they point to?",
		"To plan the next week at {place}, {are}. What {ask} is needed?",
		"A meter at {place} failed while {are}. What was the {ask}?",
		"A trainee at {place} is shown the result first: {are}. What is the {ask}?",
		"The target at {place} is reached when {are}. What {ask} brings that about?",
		"A complaint reaches {place}, and it turns out that {are}. What was the {ask}?",
		"From the stock list of {place}, {are}. What was the {ask}?",
	},
}

// usualPlace is where stories are set unless the brief says otherwise.
const usualPlace = "the works"

// usualShare is the share of stories within each level.
const usualShare = 0.33

// stories is the share of questions told as stories.
func (b Brief) stories() float64 {
	if b.WordProblems != nil {
		return *b.WordProblems
	}
	return usualShare
}

// frame draws a sentence for a level. Those with {of} are left out where a given's
// name can't follow an article ("a water lost of 2 ML").
func frame(r *rand.Rand, l question.Level, b Brief, articles bool) string {
	all := plainFrames
	if r.Float64() < b.stories() && (b.fits || b.Setting != "") { // else the stories would be those of another trade
		all = storyFrames[l]
	}
	var fit []string
	for _, f := range all {
		if articles || !strings.Contains(f, "{of}") {
			fit = append(fit, f)
		}
	}
	return b.turn(r, fit)
}

// turn draws one of the frames that have been used least in the batch.
func (b Brief) turn(r *rand.Rand, frames []string) string {
	least := slices.MinFunc(frames, func(x, y string) int { return b.used[x] - b.used[y] })
	fresh := slices.DeleteFunc(slices.Clone(frames), func(f string) bool { return b.used[f] > b.used[least] })
	drawn := fresh[r.IntN(len(fresh))]
	if b.used != nil {
		b.used[drawn]++
	}
	return drawn
}

// fill puts the givens, what happens to them and what is asked into a frame.
func fill(frame string, are, of []string, then, ask string, b Brief) string {
	place := b.Setting
	if place == "" {
		place = usualPlace
	}
	first := realise.List(are)
	if strings.HasPrefix(frame, "{are}") {
		first = realise.Upper(first)
	}
	return strings.NewReplacer("{are}", first, "{of}", realise.List(of), "{then}", then, "{ask}", ask, "{place}", place).Replace(frame)
}
