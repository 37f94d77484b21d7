package proof

import (
	"fmt"
	"math/rand/v2"
	"strings"
	"testing"

	"zincowl/core/question"
)

// threeWays is a question on options as its author may have set it: the right one is the
// key, a wrong one is, or the right one is not there.
func threeWays(stem, right string, wrong ...string) (sound, otherKey, without question.Question) {
	sound = choice(stem, append([]string{right}, wrong...)...)
	otherKey = choice(stem, append([]string{right}, wrong...)...)
	otherKey.Key = question.Key{Options: []string{"b"}}
	return sound, otherKey, choice(stem, wrong...)
}

// Times of day, days of the week and dates, made by chance: what the stem comes to is
// never objected to, another time always.
func TestPointsInTime(t *testing.T) {
	r := rand.New(rand.NewPCG(7, 8))
	at := func(minutes int) string { return fmt.Sprintf("%02d:%02d", minutes/60%24, minutes%60) }
	days := []string{"Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday"}
	for range 200 {
		start, each, n := 6*60+5*r.IntN(60), 10+5*r.IntN(12), 2+r.IntN(5)
		end := start + n*each
		others := []string{at(end + each + 5), at(end - 20), at(end + 35)}
		for _, stem := range []string{
			fmt.Sprintf("The first backwash begins at %s. %d filters are washed one after the other, %d minutes each. When is the last one done?", at(start), n, each),
			fmt.Sprintf("Starting at %s, an operator takes %d samples, and each takes %d min. At what time is she finished?", at(start), n, each),
		} {
			sound, other, without := threeWays(stem, at(end), others...)
			if objects("reckon", sound) || !objects("reckon", other) || !objects("reckon", without) {
				t.Fatalf("%s %s", stem, at(end))
			}
		}
		stem := fmt.Sprintf("The lab closes at %s. An analysis takes %d h %d min. When must it begin at the latest?", at(end+600), 2, each%60)
		begin := end + 600 - 120 - each%60
		sound, other, without := threeWays(stem, at(begin), at(begin+17), at(begin-29), at(begin+46))
		if objects("reckon", sound) || !objects("reckon", other) || !objects("reckon", without) {
			t.Fatalf("%s %s", stem, at(begin))
		}
		today, later := r.IntN(7), 8+r.IntN(30)
		stem = fmt.Sprintf("A pump was oiled on a %s and is oiled again %d days later. Which day of the week is that?", days[today], later)
		sound, other, without = threeWays(stem, days[(today+later)%7], days[(today+later+1)%7], days[(today+later+2)%7], days[(today+later+4)%7])
		if objects("reckon", sound) || !objects("reckon", other) || !objects("reckon", without) {
			t.Fatalf("%s %s", stem, days[(today+later)%7])
		}
	}
	for stem, right := range map[string]string{
		"Chlorine is delivered on 20 March and lasts for six weeks. When is it used up?":                                      "1 May",
		"The permit was issued on 3 June and ends 90 days later. On which day does it end?":                                   "1 September",
		"A shift starts at 10.30 pm and lasts 8 hours. When does it end?":                                                     "6.30 am",
		"The tank is full at noon. It was filled for 3 hours 20 minutes. When did filling start?":                             "8.40",
		"At 9:15 three readings are taken; the next ones follow every 40 minutes. When are they taken for the third time?":    "10:35",
		"The pump stops at 14:20 after 50 minutes. The valve closes 10 minutes earlier. When does the valve close?":           "14:10",
		"The meeting on 12 May starts at 9:00, is 45 minutes long, and the next one follows after a break of 15 min. When?":   "10:00",
		"Between two doses there are 6 hours. The first is given at 8:00. When is the fourth given?":                          "2:00",
		"The course took from 09:00 to 10:30. How long was it?":                                                               "90 min",
		"Training lasts from 8.15 to 12.45 with a break of 30 minutes. How long is one trained?":                              "4 h",
		"A tap drips 20 times a minute. How many drops is that in an hour?":                                                   "1200",
		"A child of 20 kg gets 15 mg per kg per day in three equal doses. How much is one dose?":                              "100 mg",
		"A pump lifts 20 L per minute. How much do 3 pumps lift in an hour?":                                                  "3600 L",
		"Two valves of 4 kg and three of 2 kg stand on a pallet. What do they weigh together?":                                "14 kg",
		"Three resistors of 30 Ω are in parallel. What do they make together?":                                                "10 Ω",
		"Resistors of 6 Ω and 3 Ω are in parallel. Together they make":                                                        "2 Ω",
		"A note of 440 Hz is played an octave lower. What is its frequency?":                                                  "220 Hz",
		"A flow of 30 L/s is doubled. What is it then?":                                                                       "60 L/s",
		"Six crates of 12 bottles of 0.75 L are on the shelf. How much is in them?":                                           "54 L",
		"The dose is 2 mg/L and the flow 50 m³ per day. How much is dosed?":                                                   "100 g",
		"Twenty-five operators share 400 kg of sand. How much does each of them carry?":                                       "16 kg",
		"A plant runs two pumps of 30 L/s and one of 20 L/s, and a third of the flow is spilled. What reaches the reservoir?": "53 L/s",
	} {
		sound := short(stem)
		sound.Key.Reference = right
		if q, ok := amount(right); ok && !strings.ContainsAny(right, ":") {
			number, _ := q.Show(6)
			sound.Kind, sound.Key = question.Numeric, question.Key{Value: number, Unit: q.Unit.Text}
		}
		if objects("reckon", sound) || objects("recompute", sound) {
			t.Errorf("%s %s is objected to", stem, right)
		}
	}
}
