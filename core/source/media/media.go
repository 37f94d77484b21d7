// Package media reads the captions that films and recordings carry with them:
// text tracks of MP4 (ISO/IEC 14496-12, with 3GPP timed text, WebVTT in ISO/IEC
// 14496-30 and plain QuickTime text) and of Matroska and WebM. Pictures and sound
// are not looked at.
package media

import (
	"bytes"
	"fmt"
	"slices"
	"strings"
	"time"

	"zincowl/core/source"
	"zincowl/core/source/captions"
)

// cue is a caption with its times.
type cue struct {
	start, end time.Duration
	text       string
}

// most is how many captions one recording may have.
const most = 200_000

// Is says whether bytes are a film or a sound recording.
func Is(data []byte) bool {
	if isMP4(data) {
		return true
	}
	for _, magic := range []string{matroska, "OggS", "fLaC", "ID3", "\xff\xfb", "RIFF", "#!AMR", "\x00\x00\x01\xba"} {
		if bytes.HasPrefix(data, []byte(magic)) {
			return true
		}
	}
	return false
}

// Read makes a document of the captions of a recording.
func Read(origin string, data []byte) (source.Document, error) {
	var cues []cue
	switch {
	case isMP4(data):
		cues = captionsOf(data)
	case bytes.HasPrefix(data, []byte(matroska)):
		cues = mkv(data)
	}
	if len(cues) == 0 {
		return source.Document{}, source.Bad("This recording carries no captions, and recordings are not listened to; bring its captions as a file (.vtt or .srt), or paste them with their times.")
	}
	slices.SortStableFunc(cues, func(a, b cue) int { return int(a.start - b.start) })
	var text strings.Builder
	text.WriteString("WEBVTT\n\n")
	for i, c := range cues {
		if c.end <= c.start { // no end is stated: until the next one
			c.end = c.start + 4*time.Second
			if i+1 < len(cues) {
				c.end = min(c.end, cues[i+1].start)
			}
		}
		fmt.Fprintf(&text, "%s --> %s\n%s\n\n", clock(c.start), clock(c.end), c.text)
	}
	return captions.Read(origin, text.String())
}

func clock(d time.Duration) string {
	ms := d.Milliseconds()
	return fmt.Sprintf("%02d:%02d:%02d.%03d", ms/3_600_000, ms/60_000%60, ms/1000%60, ms%1000)
}

// clean is the text of a caption on lines of its own, without empty ones, which
// would end it.
func clean(text string) string {
	text = strings.ToValidUTF8(text, "")
	text = strings.NewReplacer("\r\n", "\n", "\r", "\n", "\\N", "\n", "-->", "→").Replace(text)
	var lines []string
	for line := range strings.SplitSeq(text, "\n") {
		if line = strings.TrimSpace(strings.Map(func(r rune) rune {
			if r < ' ' {
				return -1
			}
			return r
		}, line)); line != "" {
			lines = append(lines, line)
		}
	}
	return strings.Join(lines, "\n")
}
