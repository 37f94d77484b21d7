package media

import (
	"errors"
	"os"
	"strings"
	"testing"

	"zincowl/core/source"
	"zincowl/tools/mangle"
)

// The captions of the recordings in ../testdata are held to what was said by the
// corpus test of package reader.
var recordings = []string{"wells.mp4", "wells.mov", "wells.mkv", "wells-styled.mkv", "wells.webm"}

func TestRead(t *testing.T) {
	for _, name := range recordings {
		data, err := os.ReadFile("../testdata/" + name)
		if err != nil {
			t.Fatal(err)
		}
		if !Is(data) {
			t.Errorf("%s is not taken for a recording", name)
		}
		doc, err := Read(name, data)
		if err != nil || doc.Kind != "captions" || len(doc.Passages) != 3 || doc.Passages[2].Locator.Start != "0:31" {
			t.Errorf("%s: %+v, %v", name, doc, err)
		}
		// Cut off anywhere it says what is wrong, or gives what it has.
		for n := 0; n < len(data); n += 97 {
			if _, err := Read(name, data[:n]); err != nil && !errors.As(err, new(*source.BadInput)) {
				t.Fatalf("%s cut at %d: %v", name, n, err)
			}
		}
	}
}

func TestRecordingsWithoutCaptions(t *testing.T) {
	for _, data := range []string{"\x00\x00\x00\x18ftypisom\x00\x00", "OggS\x00\x02", "\x1aE\xdf\xa3", "ID3\x04"} {
		bad := new(source.BadInput)
		if _, err := Read("x", []byte(data)); !errors.As(err, &bad) || !strings.Contains(bad.Says, "bring its captions as a file") {
			t.Errorf("%q: %v", data, err)
		}
	}
	if Is([]byte("Just a text.")) {
		t.Error("a text is taken for a recording")
	}
}

func TestWebVTTSamples(t *testing.T) {
	inner := box32("payl", "One line\nand another")
	if got := clean(textOf("wvtt", []byte(box32("vttc", inner)))); got != "One line\nand another" {
		t.Errorf("a WebVTT sample reads %q", got)
	}
	if got := clean("a --> b\r\n\r\nc\x00d\\Ne"); got != "a → b\ncd\ne" {
		t.Errorf("cleaned it is %q", got)
	}
}

func box32(name, body string) string {
	n := len(body) + 8
	return string([]byte{byte(n >> 24), byte(n >> 16), byte(n >> 8), byte(n)}) + name + body
}

func FuzzRead(f *testing.F) {
	for _, name := range recordings {
		data, err := os.ReadFile("../testdata/" + name)
		if err != nil {
			f.Fatal(err)
		}
		mangle.Add(f, 300, data)
	}
	f.Fuzz(func(t *testing.T, data []byte) {
		doc, err := Read("x", data)
		if err == nil && len(doc.Passages) == 0 {
			t.Error("a recording without captions was read")
		}
	})
}

// A file made by hand: times in a wide header, samples of one size, offsets of
// 64 bits, two chunks.
func TestTablesOfOtherShapes(t *testing.T) {
	const sample = "\x00\x06A weir"
	head := box32("ftyp", "isom0000")
	n := func(values ...uint32) string {
		var out []byte
		for _, v := range values {
			out = append(out, byte(v>>24), byte(v>>16), byte(v>>8), byte(v))
		}
		return string(out)
	}
	first := uint32(len(head) + 8)
	stbl := box32("stbl", box32("stsd", n(0, 1)+box32("tx3g", "")+"")+
		box32("stts", n(0, 2, 1, 2000, 1, 3000))+
		box32("stsz", n(0, uint32(len(sample)), 2))+
		box32("stsc", n(0, 1, 1, 1, 1))+
		box32("co64", n(0, 2, 0, first, 0, first+uint32(len(sample)))))
	mdhd := box32("mdhd", n(1<<24, 0, 0, 0, 0, 1000, 0, 5000, 0))
	hdlr := box32("hdlr", n(0, 0)+"sbtl"+n(0, 0, 0))
	file := head + box32("mdat", sample+sample) + box32("moov", box32("trak", box32("mdia", mdhd+hdlr+box32("minf", stbl))))
	cues := captionsOf([]byte(file))
	if len(cues) != 2 || cues[0].text != "A weir" || cues[1].start.Seconds() != 2 || cues[1].end.Seconds() != 5 {
		t.Fatalf("read %+v", cues)
	}
	// Offsets beyond the file, and boxes larger than what holds them, are left out.
	for at := range len(file) {
		broken := []byte(file)
		broken[at] ^= 0xff
		_ = captionsOf(broken)
	}
}
