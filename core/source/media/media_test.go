package media

import (
	"errors"
	"os"
	"strings"
	"testing"

	"zincowl/core/source"
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
		f.Add(data)
	}
	f.Fuzz(func(t *testing.T, data []byte) {
		doc, err := Read("x", data)
		if err == nil && len(doc.Passages) == 0 {
			t.Error("a recording without captions was read")
		}
	})
}
