// Package spanish reads Spanish study prose: what part of speech each word is, in its
// base form, and what a sentence states clause by clause, as far as order and endings
// tell.
//
// The model: a list of 54,000 words (words.txt.gz, see NOTICE) knows nouns, adjectives
// and infinitives. Forms are brought to them by their endings: plural and gender of
// nouns, and of verbs the regular endings with the changes of stem that go with them
// ("sueldan" is from "soldar"); some thirty verbs that follow no rule are in a table
// (words.go). A word that can be more than one thing is decided by what stands before it
// (tag). A clause (clause.go) is a finite verb group with the noun group before it and
// what follows it. What fits no pattern yields nothing.
package spanish

import (
	"bufio"
	"bytes"
	"compress/gzip"
	_ "embed"
	"strings"
	"sync"

	"zincowl/core/language"
)

// Part is a part of speech.
type Part string

// The parts of speech.
const (
	Noun        Part = "noun"
	Adjective   Part = "adjective"
	Verb        Part = "verb" // finite
	Infinitive  Part = "infinitive"
	Gerund      Part = "gerund"
	Participle  Part = "participle"
	Determiner  Part = "determiner"
	Pronoun     Part = "pronoun"
	Clitic      Part = "clitic" // "se", "lo" before a verb
	Preposition Part = "preposition"
	Conjunction Part = "conjunction"
	Adverb      Part = "adverb"
	Number      Part = "number"
	Negation    Part = "negation"
	Mark        Part = "mark"
)

// Word is a token with what it is and its base form.
type Word struct {
	language.Token
	Part  Part
	Lemma string
}

//go:embed words.txt.gz
var data []byte

var words = sync.OnceValue(func() map[string]byte {
	z, err := gzip.NewReader(bytes.NewReader(data))
	if err != nil {
		panic(err) // the data is part of the program
	}
	out := make(map[string]byte, 56_000)
	scan := bufio.NewScanner(z)
	for scan.Scan() {
		word, class, _ := strings.Cut(scan.Text(), " ")
		out[word] = class[0]
	}
	return out
})

// form is one way to read a word.
type form struct {
	part  Part
	lemma string
}

// forms are the ways in which a word can be read.
func forms(word string) []form {
	if f, ok := small[word]; ok {
		return f
	}
	var out []form
	add := func(p Part, lemma string) {
		for _, f := range out {
			if f.part == p {
				return
			}
		}
		out = append(out, form{p, lemma})
	}
	if f, ok := irregular[word]; ok {
		add(f.part, f.lemma)
	}
	list := words()
	for _, base := range bases(word) {
		switch list[base] {
		case 'n':
			add(Noun, base)
		case 'a':
			add(Noun, base)
			add(Adjective, base)
		case 'v':
			if base == word {
				add(Infinitive, base)
			}
		case 'x':
			if base == word && strings.HasSuffix(word, "mente") {
				add(Adverb, base)
			}
		}
	}
	for _, f := range verbs(word) {
		add(f.part, f.lemma)
	}
	return out
}

// bases are the singular and masculine forms that a word can have.
func bases(word string) []string {
	out := []string{word}
	stems := []string{word}
	if s, ok := strings.CutSuffix(word, "es"); ok && len(s) > 2 {
		out = append(out, s, language.Unaccented(s))
		if c, ok := strings.CutSuffix(s, "c"); ok {
			out = append(out, c+"z") // luces
		}
		for _, end := range []struct{ plain, accented string }{{"on", "ón"}, {"an", "án"}, {"in", "ín"}, {"en", "én"}, {"es", "és"}} {
			if b, ok := strings.CutSuffix(s, end.plain); ok {
				out = append(out, b+end.accented) // pulmones
			}
		}
	}
	if s, ok := strings.CutSuffix(word, "s"); ok && len(s) > 2 {
		out = append(out, s)
		stems = append(stems, s)
	}
	for _, s := range stems {
		if b, ok := strings.CutSuffix(s, "a"); ok && len(b) > 1 {
			out = append(out, b+"o", b)
		}
	}
	return out
}

// endings of verbs, by what they make of the stem, with the infinitives that they belong
// to.
var endings = func() map[string][]form {
	out := map[string][]form{}
	for _, e := range []struct {
		part            Part
		forms, infinite string
	}{
		{Verb, "a as an amos aba aban ábamos ó aron é aste ará arán aré aremos aría arían e es en emos ara aran ase asen", "ar"},
		{Verb, "e es en emos ía ían íamos ió ieron í iste erá erán eré eremos ería erían a as an amos iera ieran iese iesen", "er"},
		{Verb, "e es en imos ía ían íamos ió ieron í iste irá irán iré iremos iría irían a as an amos iera ieran iese iesen", "ir"},
		{Verb, "yó yeron ye yen ya yan", "er"}, {Verb, "yó yeron ye yen ya yan", "ir"},
		{Gerund, "ando", "ar"}, {Gerund, "iendo yendo", "er"}, {Gerund, "iendo yendo", "ir"},
		{Participle, "ado ada ados adas", "ar"}, {Participle, "ido ida idos idas ído ída ídos ídas", "er"}, {Participle, "ido ida idos idas ído ída ídos ídas", "ir"},
		{Infinitive, "arse arlo arla arlos arlas arle arles", "ar"}, {Infinitive, "erse erlo erla erlos erlas erle erles", "er"}, {Infinitive, "irse irlo irla irlos irlas irle irles", "ir"},
	} {
		for _, end := range strings.Fields(e.forms) {
			out[end] = append(out[end], form{e.part, e.infinite})
		}
	}
	return out
}()

// verbs are the ways to read a word as a form of a verb in the list.
func verbs(word string) []form {
	var out []form
	list := words()
	for cut := len(word) - 1; cut >= 1 && len(word)-cut <= 6; cut-- {
		for _, e := range endings[word[cut:]] {
			for _, stem := range stems(word[:cut]) {
				for _, infinitive := range []string{stem + e.lemma, stem + strings.Replace(e.lemma, "i", "í", 1)} {
					if list[infinitive] == 'v' {
						// What states a fact comes before what wishes one.
						if states := (e.lemma == "ar") != strings.HasPrefix(word[cut:], "e"); states || e.part != Verb {
							out = append([]form{{e.part, infinitive}}, out...)
						} else {
							out = append(out, form{e.part, infinitive})
						}
						break
					}
				}
			}
		}
	}
	return out
}

// stems are those that a stem can come from: "suelt" is of "soltar", "pid" of "pedir",
// "proteg" or "protej" of "proteger", "realic" of "realizar".
func stems(stem string) []string {
	out := []string{stem}
	swap := func(from, to string) {
		if i := strings.LastIndex(stem, from); i >= 0 {
			out = append(out, stem[:i]+to+stem[i+len(from):])
		}
	}
	end := func(from, to string) {
		for _, s := range out {
			if b, ok := strings.CutSuffix(s, from); ok {
				out = append(out, b+to)
			}
		}
	}
	swap("ie", "e")
	swap("ue", "o")
	swap("ue", "u")
	swap("i", "e")
	swap("u", "o")
	swap("í", "i")
	swap("ú", "u")
	end("zc", "c")
	end("j", "g")
	end("qu", "c")
	end("gu", "g")
	end("c", "z")
	end("g", "")
	end("y", "")
	return out
}

// Tag says of each token of a sentence what it is.
func Tag(s language.Sentence) []Word {
	out := make([]Word, len(s.Tokens))
	for i, t := range s.Tokens {
		out[i].Token = t
		lower := t.Lower
		if !t.Word() {
			out[i].Part, out[i].Lemma = Mark, lower
			if t.Text[0] >= '0' && t.Text[0] <= '9' {
				out[i].Part = Number
			}
			continue
		}
		out[i].Part, out[i].Lemma = choose(forms(lower), out[:i], s.Tokens[i+1:], i > 0 && t.Text != lower)
		if out[i].Lemma == "" {
			out[i].Lemma = lower
		}
	}
	return out
}

// choose decides what a word is by what stands around it.
func choose(all []form, before []Word, after []language.Token, capital bool) (Part, string) {
	switch len(all) {
	case 0:
		return Noun, ""
	case 1:
		return all[0].part, all[0].lemma
	}
	if capital {
		return Noun, ""
	}
	of := func(parts ...Part) (Part, string, bool) {
		for _, p := range parts {
			for _, f := range all {
				if f.part == p {
					return p, f.lemma, true
				}
			}
		}
		return "", "", false
	}
	var last Word
	if len(before) > 0 {
		last = before[len(before)-1]
	}
	next := ""
	if len(after) > 0 {
		next = after[0].Lower
	}
	opens := next == "el" || next == "la" || next == "los" || next == "las" || next == "un" || next == "una" || next == "al" || next == "por" || next == "en" || next == "con" || next == "a" || next == "de" || next == "que" || next == "como"
	verbful := false // the clause has its verb
	for i := len(before) - 1; i >= max(0, len(before)-60); i-- {
		w := before[i]
		if w.Text == ";" || w.Text == ":" || w.Part == Conjunction {
			break
		}
		verbful = verbful || w.Part == Verb
	}
	try := func(parts ...Part) (Part, string) {
		if p, l, ok := of(parts...); ok {
			return p, l
		}
		return all[0].part, all[0].lemma
	}
	if last.Part == Adjective && len(before) > 1 && before[len(before)-2].Part == Determiner {
		return try(Noun, Adjective, Participle, Verb)
	}
	switch last.Part {
	case Determiner, Number:
		return try(Noun, Adjective, Participle, Verb)
	case Preposition:
		return try(Infinitive, Noun, Adjective, Participle, Determiner)
	case Clitic, Negation:
		return try(Verb, Infinitive, Gerund, Clitic, Determiner)
	case Noun, Adjective, Participle, Pronoun:
		if !verbful && opens {
			return try(Verb, Participle, Adjective, Noun)
		}
		return try(Adjective, Participle, Verb, Noun)
	case Verb:
		return try(Participle, Infinitive, Gerund, Adjective, Determiner, Noun)
	}
	// A noun that stands alone at the beginning of a clause is rare; a verb is not.
	if (last.Part == Conjunction || last.Part == Mark && last.Text != "," && last.Text != "(" || len(before) == 0) && !verbful && next != "," && (opens || last.Text == ";" || last.Text == ":" || len(before) == 0) {
		return try(Determiner, Preposition, Verb, Noun)
	}
	return try(Determiner, Preposition, Noun, Verb, Adjective)
}
