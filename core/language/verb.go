package language

import "strings"

// Takes is what a verb takes, from the sentence frames of WordNet's senses, each
// weighed by how often it was met.
type Takes struct {
	Object      int  // in how many tenths of its uses, about, it has one
	Adjective   bool // "turn green"
	Complement  bool // an object and what that becomes or is called
	TwoObjects  bool
	That        bool // a clause
	Infinitive  bool
	ObjectTo    bool // an object and an infinitive: "allow it to settle"
	Preposition bool // an object and a preposition: "pump it into the tank"
	Of          bool // an object and "of": "inform them of it"
	known       bool
}

func takes(field string) Takes {
	has := func(letter string) bool { return strings.Contains(field, letter) }
	return Takes{int(field[0] - '0'), has("l"), has("c"), has("d"), has("t"), has("i"), has("o"), has("p"), has("f"), true}
}

// VerbTakes says what a verb takes, by its base form. A verb that the lexicon does
// not know may take an object or not.
func VerbTakes(base string) Takes {
	if t := lexicon()[base].takes; t.known {
		return t
	}
	return Takes{Object: 5}
}

// Met says how often a word, in its base form, was met as a noun, verb, adjective
// and adverb in the texts that the lexicon was counted in.
func Met(base string) (noun, verb, adjective, adverb int) {
	m := lexicon()[base].met
	return m[0], m[1], m[2], m[3]
}

// Can says whether a word in its base form can be a noun (n), verb (v), adjective
// (a) or adverb (r).
func Can(base string, part byte) bool { return lexicon()[base].can(part) }

// Form is a way to read a word as a verb.
type Form struct {
	Base string
	Tag  string // VB (also for the present plural), VBZ, VBD, VBN or VBG
}

// irregular are the verbs with a past or participle of their own: base, past,
// participle.
const irregular = `arise arose arisen,awake awoke awoken,bear bore borne,beat beat beaten,become became become,begin began begun,bend bent bent,
bet bet bet,bid bid bid,bind bound bound,bite bit bitten,bleed bled bled,blow blew blown,break broke broken,breed bred bred,bring brought brought,
broadcast broadcast broadcast,build built built,burn burnt burnt,burst burst burst,buy bought bought,cast cast cast,catch caught caught,
choose chose chosen,cling clung clung,come came come,cost cost cost,creep crept crept,cut cut cut,deal dealt dealt,dig dug dug,do did done,
draw drew drawn,dream dreamt dreamt,drink drank drunk,drive drove driven,dwell dwelt dwelt,eat ate eaten,fall fell fallen,feed fed fed,feel felt felt,fight fought fought,
find found found,flee fled fled,fling flung flung,fly flew flown,forbid forbade forbidden,foresee foresaw foreseen,forget forgot forgotten,forgive forgave forgiven,
freeze froze frozen,get got got,get got gotten,give gave given,go went gone,grind ground ground,grow grew grown,hang hung hung,have had had,hear heard heard,
hide hid hidden,hit hit hit,hold held held,hurt hurt hurt,keep kept kept,kneel knelt knelt,know knew known,lay laid laid,lead led led,lean leant leant,leap leapt leapt,
learn learnt learnt,leave left left,lend lent lent,let let let,lie lay lain,light lit lit,lose lost lost,make made made,mean meant meant,meet met met,
mistake mistook mistaken,mow mowed mown,outgrow outgrew outgrown,overcome overcame overcome,overtake overtook overtaken,pay paid paid,put put put,quit quit quit,read read read,rebuild rebuilt rebuilt,repay repaid repaid,
ride rode ridden,ring rang rung,rise rose risen,run ran run,saw sawed sawn,say said said,see saw seen,seek sought sought,sell sold sold,send sent sent,
set set set,sew sewed sewn,shake shook shaken,shed shed shed,shine shone shone,shoot shot shot,show showed shown,shrink shrank shrunk,shut shut shut,
sing sang sung,sink sank sunk,sit sat sat,sleep slept slept,slide slid slid,slit slit slit,sow sowed sown,speak spoke spoken,speed sped sped,spend spent spent,
spill spilt spilt,spin spun spun,spit spat spat,split split split,spoil spoilt spoilt,spread spread spread,spring sprang sprung,stand stood stood,steal stole stolen,
stick stuck stuck,sting stung stung,stink stank stunk,strike struck struck,strike struck stricken,string strung strung,strive strove striven,swear swore sworn,sweep swept swept,
swell swelled swollen,swim swam swum,swing swung swung,take took taken,teach taught taught,tear tore torn,tell told told,think thought thought,
throw threw thrown,thrust thrust thrust,undergo underwent undergone,understand understood understood,undertake undertook undertaken,undo undid undone,uphold upheld upheld,upset upset upset,wake woke woken,wear wore worn,
weave wove woven,weep wept wept,win won won,wind wound wound,withdraw withdrew withdrawn,withhold withheld withheld,withstand withstood withstood,wring wrung wrung,write wrote written,
rewrite rewrote rewritten,overrun overran overrun,oversee oversaw overseen,misread misread misread,mislead misled misled,lay laid lain,redo redid redone,outdo outdid outdone,resell resold resold,overhear overheard overheard`

// auxiliaries are the forms of verbs that keep no rule.
var auxiliaries = map[string]Form{
	"is": {"be", "VBZ"}, "are": {"be", "VBP"}, "am": {"be", "VBP"}, "was": {"be", "VBD"}, "were": {"be", "VBD"}, "been": {"be", "VBN"}, "being": {"be", "VBG"}, "be": {"be", "VB"},
	"has": {"have", "VBZ"}, "have": {"have", "VB"}, "had": {"have", "VBD"}, "having": {"have", "VBG"}, "does": {"do", "VBZ"}, "goes": {"go", "VBZ"},
}

var irregularForms = func() map[string][]Form {
	out := map[string][]Form{}
	for verb := range strings.SplitSeq(irregular, ",") {
		f := strings.Fields(verb)
		out[f[1]] = append(out[f[1]], Form{f[0], "VBD"})
		out[f[2]] = append(out[f[2]], Form{f[0], "VBN"})
	}
	return out
}()

// VerbForms are the ways to read a word, in lower case, as a verb that the lexicon
// knows.
func VerbForms(word string) (out []Form) {
	if f, ok := auxiliaries[word]; ok {
		if word == "had" {
			return []Form{f, {"have", "VBN"}}
		}
		return []Form{f}
	}
	out = append(out, irregularForms[word]...)
	words := lexicon()
	if e, ok := words[word]; ok && e.can('v') {
		if _, past := irregularForms[word]; !past || e.met[1] > 0 || len(out) > 0 && out[0].Base == word {
			out = append(out, Form{word, "VB"})
		}
	}
	ending := func(end string, tags ...string) {
		stem, ok := strings.CutSuffix(word, end)
		if !ok || len(stem) < 2 {
			return
		}
		tries := []string{stem, stem + "e"}
		if end == "s" {
			tries = []string{stem}
			if rest, ok := strings.CutSuffix(stem, "ie"); ok {
				tries = []string{rest + "y", stem}
			} else if rest, ok := strings.CutSuffix(stem, "e"); ok && endsHissing(rest) {
				tries = []string{rest, stem}
			}
		} else {
			if rest, ok := strings.CutSuffix(stem, "i"); ok && end == "ed" {
				tries = []string{rest + "y"}
			}
			if n := len(stem); n > 2 && stem[n-1] == stem[n-2] && !strings.ContainsRune("lsz", rune(stem[n-1])) {
				tries = []string{stem[:n-1], stem}
			} else if n > 2 && stem[n-1] == stem[n-2] {
				tries = []string{stem, stem[:n-1]}
			} else if n > 1 && end == "ing" && stem[n-1] == 'y' {
				tries = append(tries, stem[:n-1]+"ie")
			}
		}
		best := ""
		for _, base := range tries {
			if e, ok := words[base]; ok && e.can('v') && (best == "" || e.met[1] > words[best].met[1]) {
				best = base
			}
		}
		if best == "" {
			return
		}
		for _, tag := range tags {
			if tag == "VBD" || tag == "VBN" {
				if hasIrregular(best) {
					continue
				}
			}
			out = append(out, Form{best, tag})
		}
	}
	defer func() {
		if len(out) > 0 || words[word].can('a') {
			return
		}
		for _, prefix := range []string{"re", "over", "under", "mis", "out", "pre", "un", "dis"} {
			if rest, ok := strings.CutPrefix(word, prefix); ok && len(rest) > 3 {
				for _, f := range VerbForms(rest) {
					out = append(out, Form{prefix + f.Base, f.Tag})
				}
				return
			}
		}
	}()
	ending("s", "VBZ")
	ending("ed", "VBD", "VBN")
	ending("ing", "VBG")
	return out
}

// Irregular are the past and the participle of a verb that has its own.
func Irregular(base string) (past, participle string, ok bool) {
	if base == "be" || !irregularBases[base] {
		return "", "", false
	}
	for verb := range strings.SplitSeq(irregular, ",") {
		if f := strings.Fields(verb); f[0] == base {
			return f[1], f[2], true
		}
	}
	return "", "", false
}

// hasIrregular says that "ed" is no way to write the past of a verb.
func hasIrregular(base string) bool {
	switch base {
	case "learn", "burn", "dream", "lean", "leap", "spill", "spoil", "light", "swell", "show", "saw", "sew", "sow", "mow", "hang", "strive", "wake", "speed":
		return false
	}
	return irregularBases[base]
}

var irregularBases = func() map[string]bool {
	out := map[string]bool{}
	for verb := range strings.SplitSeq(irregular, ",") {
		out[strings.Fields(verb)[0]] = true
	}
	return out
}()

func endsHissing(s string) bool {
	for _, end := range []string{"s", "x", "z", "ch", "sh", "o"} {
		if strings.HasSuffix(s, end) {
			return true
		}
	}
	return false
}
