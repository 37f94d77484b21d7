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

	"zincowl/app"
	"zincowl/core/source"
	"zincowl/core/split"
	"zincowl/web"
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
				more := make([]byte, 1<<20)
				for i := range more {
					more[i] = 1
				}
				all = append(all, more)
				time.Sleep(time.Millisecond)
			}
		case "burst":
			var all [][]byte
			for {
				all = append(all, make([]byte, 1<<30))
			}
		case "chatter":
			for {
				fmt.Println(`{"done":1,"of":9}`)
			}
		case "half":
			fmt.Print(`{"result":{"title":"x","pass`)
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

// played is Children whose child does another task than it is asked for.
func played(task string, b Bounds) *Children {
	c := New(b)
	c.command = func(ctx context.Context, _ string) (*exec.Cmd, error) {
		return exec.CommandContext(ctx, os.Args[0], Command, task), nil
	}
	return c
}

func children() *Children { return New(Bounds{}) }

func TestRead(t *testing.T) {
	doc, err := children().Read(t.Context(), app.FileOf("notes.md", []byte("# Intake\n\nA weir is a notched plate.")), nil)
	if err != nil || doc.Title != "Intake" || len(doc.Passages) != 2 || doc.Passages[1].Text != "A weir is a notched plate." {
		t.Errorf("read %+v, %v", doc, err)
	}
}

func TestArticle(t *testing.T) {
	page := "<html lang=en><title>Weirs</title><article><h1>Weirs</h1>" + strings.Repeat("<p>A weir is a notched plate across a channel, which measures how much water goes over it in an hour.</p>", 9) + "</article>"
	found, err := children().Article(t.Context(), web.Page{Address: "https://works.example/weirs", Charset: "text/html", Data: []byte(page)})
	if err != nil || found.Title != "Weirs" || !strings.Contains(string(found.Article), "notched plate") {
		t.Errorf("found %+v, %v", found, err)
	}
}

func TestSplit(t *testing.T) {
	text := "1. What is a weir?\na) a plate\nb) a pump\nAnswer: a\n\n2. What is a pump?\na) a plate\nb) a machine\n"
	got, err := children().Split(t.Context(), text, split.Told{Keys: map[int]string{6: "b"}})
	want, wrong := split.Text(text, nil, map[int]string{6: "b"})
	if err != nil || wrong != nil || fmt.Sprintf("%+v", got) != fmt.Sprintf("%+v", want) {
		t.Errorf("split %+v, %v\nwant  %+v", got, err, want)
	}
}

func TestWhatIsWrongWithAFileIsSaid(t *testing.T) {
	chatter := played("chatter", Bounds{})
	chatter.answer = 1 << 20
	for name, c := range map[string]struct {
		children *Children
		text     string
		says     string
	}{
		"a zero byte":    {children(), "a\x00b", "zero byte"},
		"broken off":     {played("half", Bounds{}), "", "damaged in a way"},
		"growing":        {played("greedy", Bounds{Memory: 128 << 20}), "", "more memory to be read than is allowed"},
		"much at once":   {played("burst", Bounds{Memory: 128 << 20}), "", "more memory to be read than is allowed"},
		"without an end": {chatter, "", "did not survive"},
	} {
		_, err := c.children.Read(t.Context(), app.FileOf("x.txt", []byte(c.text)), nil)
		if bad := new(source.BadInput); !errors.As(err, &bad) || !strings.Contains(bad.Says, c.says) {
			t.Errorf("%s: %v", name, err)
		}
	}
}

func TestAHangingReaderIsKilled(t *testing.T) {
	ctx, cancel := context.WithCancel(t.Context())
	heard := 0
	_, err := played("hang", Bounds{}).Read(ctx, app.FileOf("x.txt", nil), func(done, of int) {
		heard = of
		cancel()
	})
	if !errors.Is(err, context.Canceled) || heard != 9 {
		t.Errorf("ended with %v after hearing of %d pages", err, heard)
	}
}

func TestWhatTakesTooLongIsKilled(t *testing.T) {
	var out read
	err := played("hang", Bounds{}).run(t.Context(), taskRead, 50*time.Millisecond, "x.txt", strings.NewReader(""), nil, &out)
	if bad := new(source.BadInput); !errors.As(err, &bad) || !strings.Contains(bad.Says, "takes longer") {
		t.Error(err)
	}
}

// A child is not told how to reach the database.
func TestChildrenKnowNoSecrets(t *testing.T) {
	env := []string{"PATH=/bin", "ZINCOWL_DATABASE=postgres://secret", "PGPASSWORD=secret", "TMPDIR=/tmp"}
	if got := strings.Join(harmless(env), " "); got != "PATH=/bin TMPDIR=/tmp" || env[1] == "" {
		t.Errorf("%s, of %q", got, env)
	}
}

// Only so many children are there at once; whoever waits can give up.
func TestTheNumberIsBounded(t *testing.T) {
	c := played("hang", Bounds{Children: 1})
	ctx, cancel := context.WithCancel(t.Context())
	began, ended := make(chan struct{}), make(chan error, 1)
	go func() {
		_, err := c.Read(ctx, app.FileOf("x.txt", nil), func(int, int) { close(began) })
		ended <- err
	}()
	<-began
	short, stop := context.WithTimeout(t.Context(), 20*time.Millisecond)
	defer stop()
	if _, err := c.Read(short, app.FileOf("y.txt", nil), nil); !errors.Is(err, context.DeadlineExceeded) {
		t.Errorf("a second child: %v", err)
	}
	cancel()
	if err := <-ended; !errors.Is(err, context.Canceled) {
		t.Error(err)
	}
}

// What strangers thought of to stop a reader fails by itself, or is read.
func TestHostileBytes(t *testing.T) {
	c := New(Bounds{Memory: 256 << 20})
	links := "<html><body>" + strings.Repeat("<a href=x>y</a>", 1_000_000)
	if _, err := c.Article(t.Context(), web.Page{Address: "https://works.example/", Charset: "text/html", Data: []byte(links)}); err != nil {
		if bad := new(source.BadInput); !errors.As(err, &bad) {
			t.Errorf("a million links: %v", err)
		}
	}
}
