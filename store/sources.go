package store

import (
	"cmp"
	"context"
	"encoding/json"
	"strings"
	"time"

	"github.com/google/uuid"
	"github.com/jackc/pgx/v5"

	"zincowl/core/source"
)

// Source is a document of a course.
type Source struct {
	ID       uuid.UUID       `db:"id"`
	Title    string          `db:"title"`
	Origin   string          `db:"origin"`
	Kind     string          `db:"kind"`
	Language string          `db:"language"`
	Words    int             `db:"words"`
	Warnings json.RawMessage `db:"warnings"`
	Pages    int             `db:"pages"`
	Standing string          `db:"standing"`
	Dated    *time.Time      `db:"dated"`
	Version  int             `db:"version"`
	Address  string          `db:"address"`
	Passages int             `db:"passages"` // that a question could be drawn from
	Drawn    int             `db:"drawn"`    // of those, from how many one was
}

// Passage is a passage with its topic and what became of the questions drawn
// from it.
type Passage struct {
	ID         string          `db:"id"`
	Kind       string          `db:"kind"`
	Text       string          `db:"text"`
	Rows       json.RawMessage `db:"rows"`
	Locator    source.Locator  `db:"locator"`
	Facts      json.RawMessage `db:"facts"`
	Recognised int             `db:"confidence"` // how sure recognised text is, in per cent
	Picture    *Picture        `db:"picture"`
	Emphasis   []string        `db:"emphasis"` // the words it sets off
	Placement
	Verdicts []string `db:"verdicts"`
}

// Picture is what is known of a picture passage.
type Picture struct {
	File    string         `json:"file"`
	Caption string         `json:"caption,omitempty"`
	Labels  []source.Label `json:"labels,omitempty"`
}

// PictureOf reads a picture of a source.
func PictureOf(ctx context.Context, db DB, s Scope, id uuid.UUID, file string) ([]byte, error) {
	var data []byte
	err := db.QueryRow(ctx, `select p.data from pictures p join sources s on s.id = p.source_id where s.course_id = $1 and p.source_id = $2 and p.file = $3`,
		s.course, id, file).Scan(&data)
	return data, missing(err)
}

// AddSource stores a document with its passages. The error is Taken where the
// course has the same bytes already.
func AddSource(ctx context.Context, db DB, s Scope, src Source, doc source.Document, hash []byte, passages []Passage, now time.Time) error {
	_, err := db.Exec(ctx, `insert into sources (id, course_id, title, origin, kind, language, words, warnings, hash, pages, standing, dated, address, added_by, created_at)
		values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14, $15)`,
		src.ID, s.course, src.Title, src.Origin, doc.Kind, doc.Language, doc.Words(), encoded(doc.Warnings), hash, src.Pages, src.Standing, src.Dated, src.Address, s.account, now)
	if err != nil {
		return err
	}
	return copyPassages(ctx, db, s, src.ID, doc, passages)
}

// ReplaceSource stores the new version of a source's text and says how many of
// its passages were not there before. Passages that stayed keep their places;
// title, standing and date stay as the person left them.
func ReplaceSource(ctx context.Context, db DB, s Scope, src Source, doc source.Document, hash []byte, passages []Passage) (int, error) {
	err := changed(ctx, db, `update sources set kind = $3, language = $4, words = $5, warnings = $6, hash = $7, pages = $8, version = version + 1
		where course_id = $1 and id = $2`, s.course, src.ID, doc.Kind, doc.Language, doc.Words(), encoded(doc.Warnings), hash, src.Pages)
	if err != nil {
		return 0, err
	}
	old, err := all[struct {
		ID string `db:"id"`
		Placement
	}](ctx, db, `delete from passages where course_id = $1 and source_id = $2 returning id, topic_id, statement_id, placed_by, placed_sure`, s.course, src.ID)
	if err != nil {
		return 0, err
	}
	places := make(map[string]Placement, len(old))
	for _, p := range old {
		places[p.ID] = p.Placement
	}
	fresh := 0
	for i := range passages {
		if at, stayed := places[passages[i].ID]; stayed {
			passages[i].Placement = at
		} else {
			fresh++
		}
	}
	return fresh, copyPassages(ctx, db, s, src.ID, doc, passages)
}

// copyPassages stores the passages of a source and its pictures.
func copyPassages(ctx context.Context, db DB, s Scope, id uuid.UUID, doc source.Document, passages []Passage) error {
	if _, err := db.Exec(ctx, `delete from pictures where source_id = $1`, id); err != nil {
		return err
	}
	for file, data := range doc.Files {
		if _, err := db.Exec(ctx, `insert into pictures (source_id, file, data) values ($1, $2, $3)`, id, file, data); err != nil {
			return err
		}
	}
	rows := make([][]any, len(passages))
	for i, p := range passages {
		rows[i] = []any{id, p.ID, s.course, i, p.Kind, p.Text, p.Rows, encoded(p.Locator), p.TopicID, p.StatementID, cmp.Or(p.By, "words"), p.Placement.Sure, doc.Language, p.Recognised, p.Picture, append([]string{}, p.Emphasis...)}
	}
	type copier interface {
		CopyFrom(context.Context, pgx.Identifier, []string, pgx.CopyFromSource) (int64, error)
	}
	size := 0
	for _, p := range passages {
		size += len(p.Text)
	}
	for _, data := range doc.Files {
		size += len(data)
	}
	if err := changed(ctx, db, `update sources set size = $3 where course_id = $1 and id = $2`, s.course, id, size); err != nil {
		return err
	}
	_, err := db.(copier).CopyFrom(ctx, pgx.Identifier{"passages"},
		[]string{"source_id", "id", "course_id", "ordinal", "kind", "text", "rows", "locator", "topic_id", "statement_id", "placed_by", "placed_sure", "language", "confidence", "picture", "emphasis"}, pgx.CopyFromRows(rows))
	return err
}

// ChangeSource writes what a person says of a source.
func ChangeSource(ctx context.Context, db DB, s Scope, src Source) error {
	return changed(ctx, db, `update sources set title = $3, standing = $4, dated = $5 where course_id = $1 and id = $2`,
		s.course, src.ID, src.Title, src.Standing, src.Dated)
}

// encoded is a value as JSON; only values that always encode are passed.
func encoded(v any) json.RawMessage {
	data, err := json.Marshal(v)
	if err != nil {
		panic(err)
	}
	if string(data) == "null" {
		return json.RawMessage("[]")
	}
	return data
}

const sourceColumns = `s.id, s.title, s.origin, s.kind, s.language, s.words, s.warnings, s.pages, s.standing, s.dated, s.version, s.address,
	(select count(*) from passages p where p.source_id = s.id and p.kind <> 'heading') as passages,
	(select count(distinct c.passage_id) from cites c join questions q on q.id = c.question_id
	 where c.source_id = s.id and c.drawn and q.state <> 'dropped') as drawn`

// Sources lists a course's sources in the order they were brought.
func Sources(ctx context.Context, db DB, s Scope) ([]Source, error) {
	return all[Source](ctx, db, `select `+sourceColumns+` from sources s where s.course_id = $1 order by s.created_at, s.title`, s.course)
}

// SourceOf reads one source.
func SourceOf(ctx context.Context, db DB, s Scope, id uuid.UUID) (Source, error) {
	return one[Source](ctx, db, `select `+sourceColumns+` from sources s where s.course_id = $1 and s.id = $2`, s.course, id)
}

// SourceByHash finds a source by the bytes it came from.
func SourceByHash(ctx context.Context, db DB, s Scope, hash []byte) (Source, error) {
	return one[Source](ctx, db, `select `+sourceColumns+` from sources s where s.course_id = $1 and s.hash = $2`, s.course, hash)
}

// SourcesByOrigin finds the sources that came from files of a name.
func SourcesByOrigin(ctx context.Context, db DB, s Scope, origin string) ([]Source, error) {
	return all[Source](ctx, db, `select `+sourceColumns+` from sources s where s.course_id = $1 and s.origin = $2 order by s.created_at`, s.course, origin)
}

// CountPassages counts how many of the named passages a source has.
func CountPassages(ctx context.Context, db DB, s Scope, id uuid.UUID, passages []string) (int, error) {
	var n int
	err := db.QueryRow(ctx, `select count(*) from passages where course_id = $1 and source_id = $2 and kind <> 'heading' and id = any($3)`,
		s.course, id, passages).Scan(&n)
	return n, err
}

// PassageText is what a passage says.
func PassageText(ctx context.Context, db DB, s Scope, id uuid.UUID, passage string) (text string, err error) {
	err = db.QueryRow(ctx, `select text from passages where course_id = $1 and source_id = $2 and id = $3`, s.course, id, passage).Scan(&text)
	return text, missing(err)
}

// RemoveSource deletes a source with its passages.
func RemoveSource(ctx context.Context, db DB, s Scope, id uuid.UUID) error {
	return changed(ctx, db, `delete from sources where course_id = $1 and id = $2`, s.course, id)
}

const passageFields = `p.id, p.kind, p.text, p.rows, p.locator, coalesce(f.list, '[]') as facts, p.confidence, p.picture, p.emphasis, p.topic_id, p.statement_id, p.placed_by, p.placed_sure`

const passageColumns = passageFields + `, coalesce((select array_agg(q.verdict order by array_position(array['cleared', 'worked', 'held', 'faulted', 'unproven'], q.verdict))
			from cites c join questions q on q.id = c.question_id
			where c.source_id = p.source_id and c.passage_id = p.id and c.drawn and q.state <> 'dropped'), '{}') as verdicts`

// Passages reads a source's passages in reading order, with the verdicts of the
// questions drawn from each.
func Passages(ctx context.Context, db DB, s Scope, id uuid.UUID) ([]Passage, error) {
	return all[Passage](ctx, db, `select `+passageColumns+` from passages p left join facts f on f.source_id = p.source_id and f.passage_id = p.id
		where p.course_id = $1 and p.source_id = $2 order by p.ordinal`, s.course, id)
}

// PassagesFrom reads a part of a source's passages from one on, counted from 0:
// at most a number of them, and at most a number of bytes of text but one passage.
// It says whether there are more.
func PassagesFrom(ctx context.Context, db DB, s Scope, id uuid.UUID, from, most, bytes int) ([]Passage, bool, error) {
	list, err := all[Passage](ctx, db, `select `+passageColumns+` from (
			select *, sum(octet_length(text)) over (order by ordinal) - octet_length(text) as before
			from (select * from passages where course_id = $1 and source_id = $2 and ordinal >= $3 order by ordinal limit $4) part) p
		left join facts f on f.source_id = p.source_id and f.passage_id = p.id
		where before < $5 order by p.ordinal`, s.course, id, from, most, bytes)
	if err != nil {
		return nil, false, err
	}
	var more bool
	err = db.QueryRow(ctx, `select exists(select 1 from passages where course_id = $1 and source_id = $2 and ordinal >= $3)`, s.course, id, from+len(list)).Scan(&more)
	return list, more && len(list) > 0, err
}

// Hit is a passage that a search over a course found. In the excerpt what was
// sought stands between HitStart and HitEnd.
type Hit struct {
	SourceID uuid.UUID      `db:"source_id"`
	Title    string         `db:"title"`
	Passage  string         `db:"id"`
	Locator  source.Locator `db:"locator"`
	Excerpt  string         `db:"excerpt"`
}

// HitStart and HitEnd stand around what was sought; neither occurs in a text
// that people write.
const (
	HitStart = "\ue000"
	HitEnd   = "\ue001"
)

const (
	// ranked is how many matches are put in order, and shown how many of those
	// are given: a word that stands everywhere is not worth ranking everywhere.
	ranked = 1000
	shown  = 40
)

// wordForms is the search configuration for the language of a source; the index of the
// passages is built with the same.
const wordForms = `case language
	when 'en' then 'english'::regconfig when 'es' then 'spanish'::regconfig when 'fr' then 'french'::regconfig when 'de' then 'german'::regconfig
	when 'pt' then 'portuguese'::regconfig when 'it' then 'italian'::regconfig else 'simple'::regconfig end`

// NearPassage is a passage with where it stands.
type NearPassage struct {
	SourceID uuid.UUID `db:"source_id"`
	Title    string    `db:"title"` // of the source
	Ordinal  int       `db:"ordinal"`
	Passage
}

// Near finds the passages of a course in which most of some words stand, the best first,
// each with the passages before and behind it, in the order of the sources. Each word
// comes with others that mean the same; the most telling one is the first. Past papers
// are left out.
func Near(ctx context.Context, db DB, s Scope, words [][]string, best int) ([]NearPassage, error) {
	groups := make([]string, len(words))
	for i, same := range words {
		quoted := make([]string, len(same))
		for k, w := range same {
			quoted[k] = "'" + strings.NewReplacer("'", "''", `\`, `\\`).Replace(w) + "'"
		}
		groups[i] = "(" + strings.Join(quoted, " | ") + ")"
	}
	// Two of the telling words have to meet, or else nearly every passage would do; where
	// no passage has two of the most telling ones, of all.
	for _, most := range []int{telling, len(groups)} {
		var pairs []string
		for i := range groups {
			for k := i + 1; k < min(len(groups), most); k++ {
				pairs = append(pairs, groups[i]+" & "+groups[k])
			}
		}
		if len(pairs) == 0 {
			break
		}
		if found, err := near(ctx, db, s, strings.Join(pairs, " | "), groups, best); err != nil || len(found) > 0 {
			return found, err
		}
	}
	return near(ctx, db, s, strings.Join(groups[:min(2, len(groups))], " | "), groups, best)
}

// telling is how many of the words that are sought are paired first: those behind them are
// common, and stand in too many passages of a large course to be looked through.
const telling = 4

func near(ctx context.Context, db DB, s Scope, query string, groups []string, best int) ([]NearPassage, error) {
	return all[NearPassage](ctx, db, `with sought as (
			select language, to_tsquery(`+wordForms+`, $2) as q, array(select to_tsquery(`+wordForms+`, g) from unnest($5::text[]) g) as each
			from (select distinct language from sources where course_id = $1 and kind <> 'paper') l
		), found as (
			select p.source_id, p.ordinal, (select count(*) from unnest(sought.each) g where p.words @@ g) as met, ts_rank(p.words, sought.q) as rank from sought cross join lateral (
				select source_id, ordinal, words from passages where course_id = $1 and words @@ sought.q and language = sought.language limit $3) p
			order by met desc, rank desc, p.source_id, p.ordinal limit $4
		)
		select distinct on (p.source_id, p.ordinal) p.source_id, s.title, p.ordinal, `+passageFields+`, '{}'::text[] as verdicts from found n cross join generate_series(-1, 1) beside join passages p on p.source_id = n.source_id and p.ordinal = n.ordinal + beside
		join sources s on s.id = p.source_id and s.course_id = $1 and s.kind <> 'paper' left join facts f on f.source_id = p.source_id and f.passage_id = p.id
		order by p.source_id, p.ordinal`, s.course, query, ranked, best, groups)
}

// Search finds passages of a course by words, in the word forms of the sources'
// languages, the best first. "Quotes", or and -not are understood.
func Search(ctx context.Context, db DB, s Scope, words string) ([]Hit, error) {
	return all[Hit](ctx, db, `with spoken as (
			select language, `+wordForms+` as config
			from (select distinct language from sources where course_id = $1) l
		), sought as (
			select language, config, websearch_to_tsquery(config, $2) as q from spoken
		), found as (
			select p.source_id, p.id, p.locator, p.text, p.ordinal, sought.config, sought.q, ts_rank(p.words, sought.q) as rank
			from sought cross join lateral (
				select * from passages where course_id = $1 and words @@ sought.q and language = sought.language limit $3) p
			order by rank desc, p.source_id, p.ordinal limit $4
		)
		select f.source_id, s.title, f.id, f.locator,
			ts_headline(f.config, left(f.text, 5000), f.q, 'StartSel=`+HitStart+`, StopSel=`+HitEnd+`, MaxFragments=1, MaxWords=24, MinWords=12') as excerpt
		from found f join sources s on s.id = f.source_id order by f.rank desc, f.source_id, f.ordinal`, s.course, words, ranked, shown)
}
