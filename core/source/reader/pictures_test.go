package reader

import (
	"strings"
	"testing"

	"zincowl/core/source"
)

func TestPicturesBeyondTheLimitAreLeftOut(t *testing.T) {
	picture := make([]byte, MaxPictures/2-1)
	doc := source.Document{Files: map[string][]byte{}}
	for _, name := range []string{"a", "b", "a", "c", "d"} {
		doc.Files[name] = picture
		p := source.Passage{ID: name, Kind: source.Picture, File: name, Text: "Figure " + name}
		if name == "d" {
			p.Text = ""
		}
		doc.Passages = append(doc.Passages, p)
	}
	leaveOut(&doc)
	if len(doc.Files) != 2 || doc.Files["a"] == nil || doc.Files["b"] == nil {
		t.Errorf("%d pictures are kept", len(doc.Files))
	}
	if n := len(doc.Passages); n != 4 || doc.Passages[2].File != "a" || doc.Passages[3].Kind != source.Caption || doc.Passages[3].File != "" || doc.Passages[3].Text != "Figure c" {
		t.Errorf("%+v", doc.Passages)
	}
	if len(doc.Warnings) != 1 || !strings.Contains(doc.Warnings[0].Says, "2 pictures were left out") {
		t.Errorf("%+v", doc.Warnings)
	}
	few := source.Document{Files: map[string][]byte{"a": {1}}, Passages: []source.Passage{{File: "a", Kind: source.Picture}}}
	if leaveOut(&few); len(few.Files) != 1 || len(few.Warnings) != 0 {
		t.Errorf("%+v", few)
	}
}
