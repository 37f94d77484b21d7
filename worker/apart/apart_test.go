package apart

import (
	"context"
	"errors"
	"fmt"
	"os"
	"os/exec"
	"strings"
	"testing"
	"time"

	"zincowl/core/source"
)

// The test's own program plays the child.
func TestMain(m *testing.M) {
	if len(os.Args) == 3 && os.Args[1] == Command {
		switch os.Args[2] {
		case "hang":
			fmt.Println(`{"done":1,"of":9}`)
			time.Sleep(time.Hour)
		case "greedy":
			var all [][]byte
			for {
				all = append(all, make([]byte, 1<<30))
			}
		case "half":
			fmt.Print(`{"document":{"title":"x","pass`)
			os.Exit(2)
		}
		if err := Serve(context.Background(), os.Args[2], os.Stdin, os.Stdout); err != nil {
			fmt.Fprintln(os.Stderr, err)
			os.Exit(1)
		}
		os.Exit(0)
	}
	os.Exit(m.Run())
}

func child(ctx context.Context, name, text string, progress source.Progress) (source.Document, error) {
	return read(ctx, exec.CommandContext(ctx, os.Args[0], Command, name), []byte(text), progress)
}

func TestRead(t *testing.T) {
	doc, err := child(t.Context(), "notes.md", "# Intake\n\nA weir is a notched plate.", nil)
	if err != nil || doc.Title != "Intake" || len(doc.Passages) != 2 || doc.Passages[1].Text != "A weir is a notched plate." {
		t.Errorf("read %+v, %v", doc, err)
	}
}

func TestWhatIsWrongWithAFileIsSaid(t *testing.T) {
	for name, c := range map[string]struct{ text, says string }{
		"x.txt": {"a\x00b", "zero byte"},
		"half":  {"", "damaged in a way"},
	} {
		_, err := child(t.Context(), name, c.text, nil)
		if bad := new(source.BadInput); !errors.As(err, &bad) || !strings.Contains(bad.Says, c.says) {
			t.Errorf("%s: %v", name, err)
		}
	}
}

func TestAHangingReaderIsKilled(t *testing.T) {
	ctx, cancel := context.WithCancel(t.Context())
	heard := 0
	_, err := child(ctx, "hang", "", func(done, of int) {
		heard = of
		cancel()
	})
	if !errors.Is(err, context.Canceled) || heard != 9 {
		t.Errorf("ended with %v after hearing of %d pages", err, heard)
	}
}
