package language

import (
	"bufio"
	"bytes"
	"compress/gzip"
	_ "embed"
	"strconv"
	"strings"
	"sync"

	"github.com/blevesearch/snowballstem/english"
)

//go:embed lexicon/words.txt.gz
var lexiconData []byte

// entry is what the lexicon says of a word.
type entry struct {
	parts string // of n, v, a, r
	file  string // lexicographer file of the first noun sense
	met   [4]int // how often as each of those parts
	takes Takes
}

func (e entry) can(part byte) bool { return strings.IndexByte(e.parts, part) >= 0 }

var lexicon = sync.OnceValue(func() map[string]entry {
	z, err := gzip.NewReader(bytes.NewReader(lexiconData))
	if err != nil {
		panic(err) // the data is part of the program
	}
	words := make(map[string]entry, 80000)
	scan := bufio.NewScanner(z)
	for scan.Scan() {
		f := strings.Fields(scan.Text())
		e := entry{parts: f[1], file: f[2]}
		for i, n := range strings.Split(f[3], ",") {
			e.met[i], _ = strconv.Atoi(n) // written by tools/lexicon
		}
		if len(f) > 4 {
			e.takes = takes(f[4])
		}
		words[f[0]] = e
	}
	return words
})

// nounKinds are the lexicographer files of WordNet 3.0 that hold nouns, in our
// words.
var nounKinds = map[string]string{
	"04": "process", "05": "animal", "06": "artefact", "07": "attribute", "08": "body", "09": "idea",
	"10": "communication", "11": "event", "12": "feeling", "13": "food", "14": "group", "15": "place",
	"16": "motive", "17": "object", "18": "person", "19": "process", "20": "plant", "21": "possession",
	"22": "process", "23": "quantity", "24": "relation", "25": "shape", "26": "state", "27": "substance",
	"28": "time",
}

// technical are the kinds of nouns that definitions in technical prose lean on
// and whose first sense in the lexicon is another one: a fitting is a thing
// there, not an occasion.
var technical = func() map[string]string {
	kinds := map[string]string{}
	for kind, words := range map[string]string{
		"artefact": `fitting stopper tap vessel valve feeder trough opening bundle wall link connection unit stage part piece element
			layer bed end head cover base-plate`,
		"substance": `gas mixture solution sample portion grain particle molecule clump lump by-product substance base deposit residue
			compound agent medium material matter`,
		"quantity": `measure share amount ratio property ability capacity number rate mass weight height depth length pressure drop
			loss level degree extent limit value temperature speed strength content concentration`,
		"process": `rise surge change filling forming gathering addition passage running removal growth movement flow transfer
			conversion separation reaction release build-up`,
		"document": `sheet record order book list plan document log form certificate notice report statement register card`,
		"organism": `organism animal germ plant bacterium virus alga fungus microbe`,
		"place":    `land area space region zone site`,
	} {
		for _, w := range strings.Fields(words) {
			kinds[w] = kind
		}
	}
	return kinds
}()

// NounKind is the broad kind of a noun in base form ("substance", "process",
// "quantity" …), or "" where the lexicon does not know it.
func NounKind(lemma string) string {
	if kind := technical[lemma]; kind != "" {
		return kind
	}
	word, ok := lexicon()[lemma]
	if !ok {
		if i := strings.LastIndexByte(lemma, '-'); i >= 0 {
			return NounKind(lemma[i+1:])
		}
		return ""
	}
	return nounKinds[word.file]
}

// Verb says whether a word, in its base form, can be a verb.
func Verb(base string) bool {
	w, ok := lexicon()[base]
	return ok && w.can('v')
}

// Known says whether the lexicon has the word in any part of speech.
func Known(word string) bool { _, ok := lexicon()[word]; return ok }

var irregularNouns = map[string]string{
	"feet": "foot", "teeth": "tooth", "men": "man", "women": "woman", "children": "child", "mice": "mouse",
	"bacteria": "bacterium", "media": "medium", "data": "data", "criteria": "criterion", "phenomena": "phenomenon",
	"analyses": "analysis", "axes": "axis", "indices": "index", "vertices": "vertex", "matrices": "matrix",
	"strata": "stratum", "spectra": "spectrum", "minima": "minimum", "maxima": "maximum", "leaves": "leaf",
	"halves": "half", "lives": "life", "knives": "knife", "series": "series", "species": "species",
}

// Singular is the base form of a noun in lower case: "filters" is "filter",
// "bacteria" is "bacterium", "glass" is "glass".
func Singular(noun string) string {
	noun = strings.ToLower(noun)
	if s, ok := irregularNouns[noun]; ok {
		return s
	}
	if len(noun) < 4 || !strings.HasSuffix(noun, "s") || strings.HasSuffix(noun, "ss") || strings.HasSuffix(noun, "us") || strings.HasSuffix(noun, "is") {
		return noun
	}
	words := lexicon()
	for _, try := range []struct{ end, with string }{{"ies", "y"}, {"es", ""}, {"s", ""}} {
		if base, ok := strings.CutSuffix(noun, try.end); ok {
			if w, ok := words[base+try.with]; ok && w.can('n') {
				if try.end == "es" { // "gases" but not "tubes"
					if e, ok := words[base+"e"]; ok && e.can('n') {
						return base + "e"
					}
				}
				return base + try.with
			}
		}
	}
	if w, ok := words[noun]; ok && w.can('n') {
		return noun
	}
	switch {
	case strings.HasSuffix(noun, "ies"):
		return noun[:len(noun)-3] + "y"
	case strings.HasSuffix(noun, "ches"), strings.HasSuffix(noun, "shes"), strings.HasSuffix(noun, "xes"), strings.HasSuffix(noun, "sses"):
		return noun[:len(noun)-2]
	}
	return noun[:len(noun)-1]
}

// Plural says whether a noun is written in the plural.
func Plural(noun string) bool { return Singular(noun) != strings.ToLower(noun) }

// Stem is the snowball stem of a word, for comparing words across their forms.
func Stem(word string) string { return stemmed(strings.ToLower(word), english.Stem) }

var stopWords = WordSet(`a an the of and or to in is are was were be been being that which who whom whose this these those it its
		for with as on at by from into onto over under than then so not no nor but if when while where what how why there their they them he she
		his her we our you your i me my can could may might must shall should will would do does did done has have had having also only very more
		most less least much many few some any each every all both either neither one two such same other another about after before between
		through during because until per up down out off again once here just too own used called known`)

// WordSet makes a set of the words of a text, as they are parted by white space.
func WordSet(words string) map[string]bool {
	set := map[string]bool{}
	for w := range strings.FieldsSeq(words) {
		set[w] = true
	}
	return set
}

// Content says whether a word carries meaning of its own: not an article, a
// preposition, an auxiliary or a pronoun.
func Content(lower string) bool { return !stopWords[lower] && len(lower) > 1 }

// Stems are the stems of the content words of a text, as a set.
func Stems(text string) map[string]bool {
	set := map[string]bool{}
	for _, t := range tokenize(text) {
		if t.Word() && Content(t.Lower) {
			set[Stem(t.Lower)] = true
			for part := range strings.SplitSeq(t.Lower, "-") {
				if len(part) > 2 && len(part) < len(t.Lower) && Content(part) {
					set[Stem(part)] = true
				}
			}
		}
	}
	return set
}
