package media

import (
	"bytes"
	"strings"
	"time"

	"github.com/at-wat/ebml-go"
)

// matroska is what Matroska and WebM files begin with.
const matroska = "\x1aE\xdf\xa3"

// film is what is read of a Matroska file.
type film struct {
	Segment struct {
		Info struct {
			TimecodeScale uint64 `ebml:"TimecodeScale"` // nanoseconds
		} `ebml:"Info"`
		Tracks struct {
			TrackEntry []struct {
				TrackNumber uint64 `ebml:"TrackNumber"`
				CodecID     string `ebml:"CodecID"`
			} `ebml:"TrackEntry"`
		} `ebml:"Tracks"`
		Cluster []struct {
			Timecode    uint64       `ebml:"Timecode"`
			SimpleBlock []ebml.Block `ebml:"SimpleBlock"`
			BlockGroup  []struct {
				Block         ebml.Block `ebml:"Block"`
				BlockDuration uint64     `ebml:"BlockDuration"`
			} `ebml:"BlockGroup"`
		} `ebml:"Cluster"`
	} `ebml:"Segment"`
}

// mkv reads the captions of the first text track that has any. The library may
// panic on what is broken; what was read until then counts.
func mkv(data []byte) (out []cue) {
	var f film
	func() {
		defer func() { _ = recover() }()
		_ = ebml.Unmarshal(bytes.NewReader(data), &f, ebml.WithIgnoreUnknown(true))
	}()
	scale := time.Duration(f.Segment.Info.TimecodeScale)
	if scale <= 0 || scale > time.Second {
		scale = time.Millisecond
	}
	for _, t := range f.Segment.Tracks.TrackEntry {
		if !strings.HasPrefix(t.CodecID, "S_TEXT/") && !strings.HasPrefix(t.CodecID, webVTT) {
			continue
		}
		for _, c := range f.Segment.Cluster {
			add := func(b ebml.Block, lasts uint64) {
				if b.TrackNumber != t.TrackNumber || len(out) >= most {
					return
				}
				from := time.Duration(int64(c.Timecode)+int64(b.Timecode)) * scale
				for _, d := range b.Data {
					if text := clean(spoken(t.CodecID, string(d))); text != "" && from >= 0 {
						out = append(out, cue{from, from + time.Duration(lasts)*scale, text})
					}
				}
			}
			for _, b := range c.SimpleBlock {
				add(b, 0)
			}
			for _, g := range c.BlockGroup {
				add(g.Block, g.BlockDuration)
			}
		}
		if len(out) > 0 {
			return out
		}
	}
	return nil
}

// webVTT is the codec of WebM's own captions.
const webVTT = "D_WEBVTT/"

// spoken is the text of a block; in styled ones it stands behind eight fields, in
// WebM's behind a line each for a name and the settings.
func spoken(codec, text string) string {
	if strings.HasPrefix(codec, webVTT) {
		if lines := strings.SplitN(text, "\n", 3); len(lines) == 3 {
			return lines[2]
		}
	}
	if codec == "S_TEXT/ASS" || codec == "S_TEXT/SSA" {
		fields := strings.SplitN(text, ",", 9)
		text = fields[len(fields)-1]
		for {
			open := strings.IndexByte(text, '{')
			end := strings.IndexByte(text, '}')
			if open < 0 || end < open {
				return text
			}
			text = text[:open] + text[end+1:]
		}
	}
	return text
}
