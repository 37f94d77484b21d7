package split

import (
	"math/rand/v2"
	"os"
	"path/filepath"
	"strings"
	"testing"

	"zincowl/core/language"
)

// Letters of papers are confused by chance: what is said a word is, it was; and of
// papers as they were typed hardly any word is doubted.
func TestMisreadWords(t *testing.T) {
	files, err := filepath.Glob("testdata/strangers/*.txt")
	if err != nil || len(files) < 20 {
		t.Fatal(files, err)
	}
	confusions := [][2]string{{"m", "rn"}, {"d", "cl"}, {"rn", "m"}, {"li", "h"}, {"w", "vv"}, {"o", "0"}, {"l", "1"}, {"e", "c"}, {"b", "h"}, {"ri", "n"}, {"f", "t"}}
	r := rand.New(rand.NewPCG(8, 9))
	made, right, wrong, doubted, words := 0, 0, 0, 0, 0
	for _, f := range files {
		if strings.Contains(f, "forklift") || strings.Contains(f, "spanish") {
			continue // has misread words of its own, or is in another language
		}
		data, err := os.ReadFile(f)
		if err != nil {
			t.Fatal(err)
		}
		p, err := Text(string(data), nil, nil)
		if err != nil {
			t.Fatal(err)
		}
		doubted += len(p.Misread)
		words += len(strings.Fields(string(data)))
		was := map[string]string{}
		lines := strings.Split(string(data), "\n")
		for i, l := range lines {
			for _, w := range strings.Fields(l) {
				w = strings.Trim(w, ".,;:?!()*_“”\"'")
				c := confusions[r.IntN(len(confusions))]
				if r.IntN(4) > 0 || len(w) < 5 || !strings.Contains(w, c[0]) || language.Rank(strings.ToLower(w)) >= meantWords || strings.ContainsAny(w, "-/.'’0123456789") {
					continue
				}
				other := strings.Replace(w, c[0], c[1], 1)
				if knownWord(other) {
					continue // nobody could tell
				}
				lines[i] = strings.Replace(lines[i], w, other, 1)
				was[other] = w
				made++
				break
			}
		}
		for _, m := range misread(newPaper(lines, nil).lines) {
			switch was[m.Word] {
			case m.Likely:
				right++
			default:
				wrong++
			}
		}
	}
	t.Logf("%d words confused, %d told rightly, %d wrongly; %d of %d words doubted as typed", made, right, wrong, doubted, words)
	if right*10 < made*7 || wrong*33 > right || doubted*1000 > words {
		t.Error("too few are told, or too many wrongly")
	}
}
