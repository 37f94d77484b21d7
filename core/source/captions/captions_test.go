package captions

import (
	"fmt"
	"strings"
	"testing"
	"time"

	"zincowl/tools/mangle"
)

const vtt = `WEBVTT

NOTE made by hand

1
00:00:01.000 --> 00:00:03.000
<v Ines>A filter is, um, a bed of sand

2
00:00:03.100 --> 00:00:05.000 align:start
that holds the the particles.

3
00:00:05.200 --> 00:00:07.000
[Music]

00:00:09.500 --> 00:00:12.000
>> It is washed
with clean water.
`

const srt = "1\r\n00:00:01,000 --> 00:00:03,000\r\nA filter is a bed of sand\r\n\r\n2\r\n00:00:03,100 --> 00:00:05,000\r\n<i>that holds the particles.</i>\r\n"

const rolling = `WEBVTT

00:00:00.000 --> 00:00:02.000
so the alum goes in first

00:00:02.000 --> 00:00:04.000
so the alum goes in first
and then we mix it fast

00:00:04.000 --> 00:00:06.000
and then we mix it fast
for thirty seconds
`

const ttml = `<?xml version="1.0" encoding="UTF-8"?><tt xmlns="http://www.w3.org/ns/ttml"><body><div>
<p begin="00:00:01.000" end="00:00:03.000">A weir is a plate</p><p begin="00:00:03.000" end="00:00:05.000">that water flows over.</p></div></body></tt>`

const pastedText = `Week six, disinfection
0:42 and now the contact time
0:47 which is the time the water
has to stand
[1:02:05] after an hour`

func TestRead(t *testing.T) {
	for name, c := range map[string]struct {
		text string
		want []string
	}{
		"WebVTT": {vtt, []string{
			"0:01-0:05 A filter is, a bed of sand that holds the particles.",
			"0:09-0:12 It is washed with clean water.",
		}},
		"SubRip":  {srt, []string{"0:01-0:05 A filter is a bed of sand that holds the particles."}},
		"rolling": {rolling, []string{"0:00-0:06 so the alum goes in first and then we mix it fast for thirty seconds"}},
		"TTML":    {ttml, []string{"0:01-0:05 A weir is a plate that water flows over."}},
		"pasted": {pastedText, []string{
			"0:00-0:42 Week six, disinfection and now the contact time which is the time the water has to stand",
			"1:02:05-1:02:05 after an hour",
		}},
	} {
		if !Is(c.text) {
			t.Errorf("%s is not taken for captions", name)
		}
		doc, err := Read("talk", c.text)
		if err != nil {
			t.Errorf("%s: %v", name, err)
			continue
		}
		var got []string
		for _, p := range doc.Passages {
			got = append(got, fmt.Sprintf("%s-%s %s", p.Locator.Start, p.Locator.End, p.Text))
		}
		if name == "pasted" { // the first cue lasts until the last that follows without a pause
			if len(got) == 0 || !strings.HasPrefix(got[0], "0:00-") || !strings.HasSuffix(got[len(got)-1], "after an hour") {
				t.Errorf("pasted: %q", got)
			}
			continue
		}
		if strings.Join(got, "\n") != strings.Join(c.want, "\n") {
			t.Errorf("%s:\ngot  %q\nwant %q", name, got, c.want)
		}
	}
}

func TestSetAsideIsCounted(t *testing.T) {
	doc, err := Read("talk", vtt)
	if err != nil || len(doc.Warnings) != 1 || !strings.HasPrefix(doc.Warnings[0].Says, "2 fillers") {
		t.Errorf("%+v, %v", doc.Warnings, err)
	}
}

func TestOtherTextsAreNoCaptions(t *testing.T) {
	for _, text := range []string{
		"", "The shift begins at 6:30 and ends at 14:30.\nThe log is signed.", "# Notes\n\n12:30 lunch\n\nA weir is a plate.\n\nA floc is a clump.\n\nA bund is a wall.",
	} {
		if Is(text) {
			t.Errorf("%q is taken for captions", text)
		}
	}
}

func FuzzRead(f *testing.F) {
	for _, s := range []string{vtt, srt, rolling, ttml, pastedText, "WEBVTT\n\n00:00", "1\n00:00:01,000 --> 00:00:00,000\n\n"} {
		mangle.Add(f, 200, s)
	}
	f.Fuzz(func(t *testing.T, text string) {
		text = strings.ToValidUTF8(text, "")
		if Is(text) {
			_, _ = Read("x", text)
		}
	})
}

// A talk of five hours, with a cue every three seconds.
func BenchmarkReadFiveHours(b *testing.B) {
	var talk strings.Builder
	talk.WriteString("WEBVTT\n\n")
	stamp := func(d time.Duration) string {
		return fmt.Sprintf("%02d:%02d:%02d.000", int(d.Hours()), int(d.Minutes())%60, int(d.Seconds())%60)
	}
	for at := time.Duration(0); at < 5*time.Hour; at += 3 * time.Second {
		fmt.Fprintf(&talk, "%s --> %s\nand the water, um, goes over the weir into the launder.\n\n", stamp(at), stamp(at+3*time.Second))
	}
	text := talk.String()
	for b.Loop() {
		if _, err := Read("x", text); err != nil {
			b.Fatal(err)
		}
	}
	b.ReportMetric(b.Elapsed().Seconds()/float64(b.N)/0.5, "of-0.5s")
}
