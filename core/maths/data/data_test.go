package data

import (
	"fmt"
	"math/rand/v2"
	"slices"
	"strings"
	"testing"
)

// rotated makes columns of rows.
func rotated(rows [][]string) [][]string { return turned(rows) }

// Tables made by chance, upright and lying, with questions whose answers are worked out
// here.
func TestAnswersOfTables(t *testing.T) {
	r := rand.New(rand.NewPCG(1, 2))
	names := []string{"North", "Mill Lane", "Weir", "Old Mill", "South"}
	for range 60 {
		values := make([]int, len(names))
		rows := [][]string{append([]string{"Works"}, names...), {"Samples"}}
		total, most := 0, 0
		for i := range values {
			values[i] = 10 + 7*i + r.IntN(7)
			total += values[i]
			if values[i] > values[most] {
				most = i
			}
			rows[1] = append(rows[1], fmt.Sprint(values[i]))
		}
		sorted := slices.Sorted(slices.Values(values))
		a, b := r.IntN(5), 0
		for b = a; b == a; {
			b = r.IntN(5)
		}
		apart := max(values[a]-values[b], values[b]-values[a])
		for question, want := range map[string]string{
			"How many samples were taken in all?":              fmt.Sprint(total),
			"What is the mean number of samples?":              fmt.Sprint(float64(total) / 5),
			"The median is":                                    fmt.Sprint(sorted[2]),
			"Give the range.":                                  fmt.Sprint(sorted[4] - sorted[0]),
			"How many samples were taken at " + names[a] + "?": fmt.Sprint(values[a]),
			"How many more samples came from " + names[a] + " than " + names[b] + "?":                fmt.Sprint(apart),
			"What is the total of " + names[a] + " and " + names[b] + "?":                            fmt.Sprint(values[a] + values[b]),
			"Which works took the most samples?":                                                     names[most],
			"Which works took the fewest samples?":                                                   names[slices.Index(values, sorted[0])],
			"What is the angle of the sector for " + names[a] + " in a pie chart?":                   fmt.Sprint(float64(values[a]) * 360 / float64(total)),
			"What percentage of the samples come from " + names[a] + "?":                             fmt.Sprint(float64(values[a]) / float64(total)),
			"What is the probability that a sample comes from " + names[b] + " or " + names[a] + "?": fmt.Sprint(float64(values[a]+values[b]) / float64(total)),
		} {
			for _, table := range [][][]string{rows, rotated(rows)} {
				got, ok := Answers(table, question)
				text := strings.Join(got.Labels, "|")
				if text == "" && ok {
					v, _ := got.Value.Value.Float64()
					text = fmt.Sprint(v)
				}
				if !ok || text != want {
					t.Fatalf("%s %v: %q, not %q (%v)", question, table, text, want, ok)
				}
			}
		}
	}
}

// Of several series the one is meant that the question speaks of.
func TestSeriesByName(t *testing.T) {
	rows := [][]string{{"Works", "Samples", "Alarms"}, {"North", "12", "1"}, {"South", "30", "4"}, {"Weir", "18", "4"}}
	if a, ok := Answers(rows, "What is the mean number of samples?"); !ok || a.Value.Text(3) != "20" {
		t.Errorf("%+v %v", a, ok)
	}
	if a, ok := Answers(rows, "How many alarms were there in all?"); !ok || a.Value.Text(3) != "9" {
		t.Errorf("%+v %v", a, ok)
	}
	if a, ok := Answers(rows, "What is the total?"); ok {
		t.Errorf("%+v", a)
	}
}

// What is asked beyond a table's own words gets no answer.
func TestTablesLeftAlone(t *testing.T) {
	works := [][]string{{"Works", "North", "South", "Weir"}, {"Samples", "12", "15", "15"}}
	often := [][]string{{"Failures", "0", "1", "2", "3"}, {"Pumps", "4", "5", "6", "1"}}
	classes := [][]string{{"Age", "Frequency"}, {"0–10", "4"}, {"10–20", "8"}, {"20–30", "2"}}
	for _, c := range []struct {
		rows     [][]string
		question string
	}{
		{works, "Which works took the most samples?"}, // two did
		{works, "What percentage of the samples do not come from North?"},
		{works, "What would the mean be if North took three more?"},
		{works, "By what percentage did samples at South exceed those at North?"},
		{works, "What is the standard deviation?"},
		{works, "What is the ratio of North to South?"},
		{works, "Why does Weir take samples?"},
		{works, "What is the probability that two samples both come from North?"},
		{works, "What is the mean without North?"},
		{often, "What is the mean number of failures?"},
		{often, "What is the median?"},
		{classes, "Estimate the mean age."},
		{classes, "What is the mean age?"},
		{[][]string{{"Works", "North", "South"}, {"Samples", "many", "15"}}, "What is the total?"},
		{[][]string{{"Works", "North", "South"}, {"Samples", "12"}}, "What is the total?"},
		{nil, "What is the total?"},
	} {
		if a, ok := Answers(c.rows, c.question); ok {
			t.Errorf("%v %s: %+v", c.rows, c.question, a)
		}
	}
}
