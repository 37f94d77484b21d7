package app

import (
	"context"
	"crypto/sha256"
	"encoding/json"
	"errors"
	"fmt"
	"strings"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"

	"zincowl/core/kind"
	"zincowl/core/proof"
	"zincowl/core/question"
	"zincowl/core/source"
	"zincowl/core/split"
	"zincowl/store"
)

// paperKind is the kind of source that a past paper is.
const paperKind = "paper"

// PaperText is a past paper as pasted, with what a person corrected in how it
// was understood.
type PaperText struct {
	Title  string       `json:"title" maxLength:"200" required:"false"`
	Text   string       `json:"text" maxLength:"8000000"`
	Hints  []split.Hint `json:"hints,omitempty" required:"false" nullable:"false" maxItems:"5000" doc:"lines that were taken for the wrong thing"`
	As     split.Choice `json:"as,omitempty,omitzero" required:"false" doc:"how the whole paper is laid out, as the ways of an earlier answer name it"`
	Others bool         `json:"others,omitempty" required:"false" doc:"say how else it may be read, however long it is"`
	Keys   []PaperKey   `json:"keys,omitempty" required:"false" nullable:"false" maxItems:"5000" doc:"keys given by hand"`

	Pictures map[string][]byte `json:"pictures,omitempty" required:"false" doc:"that lines of the text stand for, by name, as the file had them"`
}

// PaperFile is a past paper that came as a file: its lines and its pictures.
type PaperFile struct {
	Text     string            `json:"text"`
	Pictures map[string][]byte `json:"pictures,omitempty"`
}

// PaperKey is a key given by hand to the question that begins on a line.
type PaperKey struct {
	Line int    `json:"line" minimum:"0" maximum:"1000000"`
	Key  string `json:"key" maxLength:"2000" doc:"as a list of answers states it: b; a, c; true; 6.9 kg"`
}

// understand splits a past paper. An *Invalid says what is wrong with it.
func (a *App) understand(ctx context.Context, p PaperText) (split.Paper, error) {
	keys := map[int]string{}
	for _, k := range p.Keys {
		keys[k.Line] = k.Key
	}
	out, err := a.split(ctx, p.Text, split.Told{Hints: p.Hints, Keys: keys, As: p.As, Others: p.Others})
	if bad := new(source.BadInput); errors.As(err, &bad) {
		return out, invalid("%s", bad.Says)
	}
	return out, err
}

// PaperLines reads a file as the lines of a past paper.
func (a *App) PaperLines(ctx context.Context, account, course uuid.UUID, name string, data []byte) (PaperFile, error) {
	if err := a.read(ctx, account, course, editors, func(store.Scope) error { return nil }); err != nil {
		return PaperFile{}, err
	}
	doc, err := a.document(ctx, FileOf(name, data), nil)
	if err != nil {
		return PaperFile{}, err
	}
	return PaperFile{split.Lines(doc), doc.Files}, nil
}

// SplitPaper says how a past paper is understood; nothing is kept.
func (a *App) SplitPaper(ctx context.Context, account, course uuid.UUID, p PaperText) (split.Paper, error) {
	var out split.Paper
	err := a.read(ctx, account, course, editors, func(store.Scope) (err error) {
		out, err = a.understand(ctx, p)
		return err
	})
	return out, err
}

// BringPaper takes a past paper in as it was corrected: its questions are
// proofed in the background and wait on the bench. The page chooses the id.
func (a *App) BringPaper(ctx context.Context, account, course, id uuid.UUID, p PaperText) (Arrival, error) {
	if err := a.read(ctx, account, course, editors, func(store.Scope) error { return nil }); err != nil {
		return Arrival{}, err
	}
	understood, err := a.understand(ctx, p)
	if err != nil {
		return Arrival{}, err
	}
	if len(understood.Questions) == 0 {
		return Arrival{}, invalid("No question was found in this text; say on which line the first one begins.")
	}
	return a.bring(ctx, account, course, store.Arrival{ID: id, Sort: paperKind, Name: p.title(understood)}, FileOf("", mustJSON(p)))
}

// title is what a paper is listed as: as the person said, else its first line
// that belongs to no question.
func (p PaperText) title(understood split.Paper) string {
	if title := strings.TrimSpace(p.Title); title != "" {
		return title
	}
	for _, l := range understood.Leftovers {
		if l.Locator.Line < understood.Questions[0].Origin.Line {
			return opening(l.Text)
		}
	}
	return "Past questions"
}

// readPaper splits a past paper; what it returns proofs and keeps it.
func (a *App) readPaper(ctx context.Context, s store.Scope, f File, progress source.Progress) (keeper, error) {
	var p PaperText
	if err := json.NewDecoder(f.Data).Decode(&p); err != nil {
		return nil, fmt.Errorf("reading a past paper as it was stored: %w", err)
	}
	understood, err := a.understand(ctx, p)
	if err != nil {
		return nil, err
	}
	b := paperSource(p, understood)
	b.ID = uuid.New()
	return func(ctx context.Context, also func(tx pgx.Tx, source uuid.UUID, says string) error) error {
		for {
			revision, fresh, err := a.pastQuestions(ctx, s, b, understood, progress)
			if err != nil {
				return err
			}
			err = a.reviseAt(ctx, s, revision, func(tx pgx.Tx, s store.Scope) error {
				says, err := a.keepPaper(ctx, tx, s, b, fresh)
				if err != nil {
					return err
				}
				return also(tx, b.ID, says)
			})
			if !errors.Is(err, errMoved) {
				return err
			}
		}
	}, nil
}

// pastQuestions sorts and proofs the questions of a past paper at the revision that the
// course has.
func (a *App) pastQuestions(ctx context.Context, s store.Scope, b brought, understood split.Paper, progress source.Progress) (int64, []store.NewQuestion, error) {
	known, err := a.study(ctx, s)
	if err != nil {
		return 0, nil, err
	}
	sorter, _, _, err := a.sorter(ctx, s)
	if err != nil {
		return 0, nil, err
	}
	fresh := make([]store.NewQuestion, len(understood.Questions))
	had, err := a.nearly(ctx, s, uuid.Nil, understood.Questions...)
	if err != nil {
		return 0, nil, err
	}
	beside := proof.NewBatchAmong(had, understood.Questions)
	for i, q := range understood.Questions {
		if err := ctx.Err(); err != nil {
			return 0, nil, err
		}
		q.Origin.From = b.Title
		at, _ := sorter.Of(b.doc.Passages[i].Text)
		q.Topic = at.Topic
		for j := range understood.Stimuli {
			if understood.Stimuli[j].ID == q.Stimulus {
				q.Given = &understood.Stimuli[j]
				if _, kept := b.doc.Files[q.Given.File]; kept {
					q.Given.Source = b.ID.String()
				}
			}
		}
		version, _, err := examined(ctx, q, known, beside)
		if err != nil {
			return 0, nil, err
		}
		version.Revision++ // bringing the paper counts it up, and changes nothing that was examined
		fresh[i] = store.NewQuestion{Fingerprint: kind.Identify(q), Version: version, Cites: []store.CitedPassage{{Source: b.ID, Passage: b.doc.Passages[i].ID}}}
		fresh[i].ID, fresh[i].Ordinal, fresh[i].State = uuid.New(), i+1, "bench"
		fresh[i].Kind, fresh[i].Level, fresh[i].Title, fresh[i].Placement = string(q.Kind), string(q.Level), q.Title, placement(at)
		progress(i+1, len(fresh))
	}
	return known.revision, fresh, nil
}

// keepPaper stores a past paper and puts its questions on the bench; those that
// the course has already are left out.
func (a *App) keepPaper(ctx context.Context, tx pgx.Tx, s store.Scope, b brought, fresh []store.NewQuestion) (string, error) {
	if old, err := store.SourceByHash(ctx, tx, s, b.hash); err == nil {
		return "", invalid("This paper is among your sources already, as “%s”.", old.Title)
	}
	if err := store.AddSource(ctx, tx, s, b.Source, b.doc, b.hash, passageRows(b, nil), a.now()); err != nil {
		return "", fmt.Errorf("storing the past paper: %w", err)
	}
	repeats, faulted := 0, 0
	for _, q := range fresh {
		added, err := store.AddQuestion(ctx, tx, s, q, a.now())
		switch {
		case err != nil:
			return "", fmt.Errorf("storing a past question: %w", err)
		case !added:
			repeats++
		case proof.Verdict(q.Version.Verdict) == proof.Faulted:
			faulted++
		}
	}
	says := fmt.Sprintf("%d questions wait on the bench.", len(fresh)-repeats)
	if faulted > 0 {
		says += fmt.Sprintf(" %d of them are shown to be wrong.", faulted)
	}
	if repeats > 0 {
		says += fmt.Sprintf(" %d that you had already were left out.", repeats)
	}
	if err := a.weigh(ctx, tx, s); err != nil {
		return "", err
	}
	for _, what := range []string{"sources", "bench", "course"} {
		if err := store.Announce(ctx, tx, s, what); err != nil {
			return "", err
		}
	}
	return says, nil
}

// paperSource is a past paper as a source: a passage for each question.
func paperSource(p PaperText, understood split.Paper) brought {
	sum := sha256.Sum256([]byte(p.Text))
	title := p.title(understood)
	b := brought{Source: store.Source{Title: title, Origin: title, Standing: string(source.Notes)}, hash: sum[:]}
	build := source.NewBuilder(title, paperKind)
	for _, q := range understood.Questions {
		text := strings.TrimSpace(q.Number + " " + q.Stem)
		for i, o := range q.Options {
			text += fmt.Sprintf(" (%s) %s", question.Letter(i), o.Text)
		}
		build.Asked(text, q.Origin.Line)
	}
	b.doc = build.Document()
	b.doc.Files = map[string][]byte{}
	for _, s := range understood.Stimuli {
		if data, ok := p.Pictures[s.File]; ok && source.IsPicture(data) && source.Shows(data) {
			b.doc.Files[s.File] = data
		}
	}
	if at := source.GuessDate(source.Document{Title: title}); !at.IsZero() {
		b.Dated = &at
	}
	return b
}
