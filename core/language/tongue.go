package language

import (
	"strings"

	"github.com/blevesearch/snowballstem"
	"github.com/blevesearch/snowballstem/english"
	"github.com/blevesearch/snowballstem/french"
	"github.com/blevesearch/snowballstem/german"
	"github.com/blevesearch/snowballstem/italian"
	"github.com/blevesearch/snowballstem/portuguese"
	"github.com/blevesearch/snowballstem/spanish"
)

// Tongue is what is known of a language without its lexicon: its stems (Porter's Snowball,
// 2001) and small tables of the words by which it denies, limits, orders and gives
// reasons.
type Tongue struct {
	Code   string
	stem   func(*snowballstem.Env) bool
	plain  map[string]bool // words without meaning of their own
	Denies map[string]bool
	All    map[string]bool // "every", "always"
	Only   map[string]bool
	Some   map[string]bool // "most", "often"
	Why    map[string]bool // words before a reason
	First  map[string]bool // "first", before what comes first
	Then   map[string]bool // "then", before what comes later
	Before map[string]bool
	After  map[string]bool
	Number map[string]int64 // of single words; "forty-eight" is two
}

// Codes are those of all tongues, English first.
var Codes = []string{"en", "es", "fr", "de", "pt", "it"}

// In is the tongue of a code, and whether there is one.
func In(code string) (*Tongue, bool) {
	t, ok := tongues[code]
	return t, ok
}

// Content says whether a word carries meaning of its own.
func (t *Tongue) Content(lower string) bool { return len(lower) > 1 && !t.plain[lower] }

// Stem is the stem of a word, without the accents that forms of one word differ by.
func (t *Tongue) Stem(lower string) string { return Unaccented(stemmed(lower, t.stem)) }

// Denying says whether a word, in small letters, denies what it stands with.
func (t *Tongue) Denying(lower string) bool {
	w := strings.ReplaceAll(lower, "’", "'")
	return t.Denies[w] || strings.HasSuffix(w, "n't")
}

// Unaccented is a word without its accents.
func Unaccented(word string) string { return unaccented.Replace(word) }

var unaccented = strings.NewReplacer("á", "a", "é", "e", "í", "i", "ó", "o", "ú", "u", "à", "a", "è", "e", "ì", "i", "ò", "o", "ù", "u", "â", "a", "ê", "e", "î", "i", "ô", "o", "û", "u", "ã", "a", "õ", "o")

func stemmed(word string, stem func(*snowballstem.Env) bool) string {
	env := snowballstem.NewEnv(word)
	stem(env)
	return env.Current()
}

var tongues = map[string]*Tongue{
	"en": {
		Code: "en", stem: english.Stem, plain: stopWords,
		Denies: WordSet(`not no never neither nor none nothing nobody without cannot hardly lack lacks lacking lacked fail fails failed unable useless nowhere
			prevent prevents prevented preventing refuse refuses refused impossible stop stops forbidden prohibited avoid avoids cease ceases instead`),
		All:    WordSet(`all every always any each whatever whenever everything everyone anyone never no none nobody nothing regardless invariably exception entirely matter`),
		Only:   WordSet(`only solely just exclusively alone nothing sole`),
		Some:   WordSet(`most some few many usually often sometimes generally mainly mostly except unless exception exceptions partly normally typically almost nearly rarely seldom chiefly largely`),
		Why:    WordSet(`because since reason owing due`),
		First:  WordSet(`first already`),
		Then:   WordSet(`then later afterwards next finally last subsequently`),
		Before: WordSet(`before until till`),
		After:  WordSet(`after once`),
		Number: map[string]int64{"zero": 0, "one": 1, "two": 2, "three": 3, "four": 4, "five": 5, "six": 6, "seven": 7, "eight": 8, "nine": 9, "ten": 10, "eleven": 11, "twelve": 12, "thirteen": 13, "fourteen": 14,
			"fifteen": 15, "sixteen": 16, "seventeen": 17, "eighteen": 18, "nineteen": 19, "twenty": 20, "thirty": 30, "forty": 40, "fifty": 50, "sixty": 60, "seventy": 70, "eighty": 80, "ninety": 90},
	},
	"es": {
		Code: "es", stem: spanish.Stem,
		plain: WordSet(`el la los las lo un una unos unas de del a al en y e o u que qué quien quienes cual cuales cuyo cuya cuyos cuyas con por para sin sobre entre hasta desde hacia según tras durante mediante ante bajo contra
			se le les me te nos os su sus mi mis tu tus nuestro nuestra este esta estos estas esto ese esa esos esas eso aquel aquella aquellos aquellas aquello él ella ellos ellas ello yo usted ustedes
			es son era eran fue fueron ser sido siendo sea sean será serán está están estaba estaban estar estado estando esté estén ha han había habían haber habido haya hay he hemos
			no ni sí si como cómo cuando cuándo donde dónde porque pues aunque pero sino mientras ya más menos muy tan tanto tanta todo toda todos todas cada otro otra otros otras mismo misma mismos mismas también tampoco solo sólo
			así luego entonces después antes además embargo cambio decir puede pueden poder debe deben deber tiene tienen tener hace hacen hacer va van ir unos algo alguno alguna algunos algunas algún ningún ninguno ninguna nada nadie nunca jamás
			primero primera segundo segunda último última aquí allí esto cual uno dos tres cuatro cinco seis siete ocho nueve diez`),
		Denies: WordSet(`no ni nunca jamás sin tampoco ningún ninguno ninguna nada nadie carece carecen impide impiden impedir evita evitan evitar salvo excepto deja dejan imposible prohibido`),
		All:    WordSet(`todo toda todos todas cualquier cualquiera cada siempre nunca jamás ningún ninguno ninguna excepción`),
		Only:   WordSet(`solo sólo solamente únicamente único única exclusivamente`),
		Some:   WordSet(`algunos algunas muchos muchas pocos pocas mayoría casi generalmente normalmente suele suelen veces salvo excepto parte`),
		Why:    WordSet(`porque pues ya como debido causa gracias`),
		First:  WordSet(`primero primeramente inicialmente`),
		Then:   WordSet(`luego después posteriormente finalmente entonces`),
		Before: WordSet(`antes hasta precede preceden`),
		After:  WordSet(`tras después`),
		Number: map[string]int64{"uno": 1, "una": 1, "dos": 2, "tres": 3, "cuatro": 4, "cinco": 5, "seis": 6, "siete": 7, "ocho": 8, "nueve": 9, "diez": 10, "once": 11, "doce": 12, "quince": 15, "veinte": 20, "treinta": 30, "cuarenta": 40, "cincuenta": 50, "sesenta": 60, "cien": 100, "ciento": 100, "mil": 1000},
	},
	"fr": {
		Code: "fr", stem: french.Stem,
		plain: WordSet(`le la les l un une des du de d à au aux en et ou où que qui quoi dont quel quelle quels quelles ce cet cette ces c se s il elle ils elles on nous vous je tu leur leurs son sa ses mon ma mes
			est sont était étaient être été soit soient sera seront a ont avait avaient avoir eu y ne pas plus moins très dans par pour sur sous avec sans entre vers chez comme si lorsque quand car mais donc or ni puis ainsi
			aussi peut peuvent pouvoir doit doivent devoir fait font faire tout toute tous toutes chaque autre autres même mêmes`),
		Denies: WordSet(`ne pas jamais ni sans aucun aucune rien personne empêche empêchent évite évitent interdit`),
		All:    WordSet(`tout toute tous toutes chaque toujours jamais aucun aucune`), Only: WordSet(`seulement uniquement seul seule seuls seules`), Some: WordSet(`certains certaines plupart souvent parfois généralement presque`),
		Why: WordSet(`car parce puisque`), First: WordSet(`abord premièrement`), Then: WordSet(`puis ensuite enfin finalement`), Before: WordSet(`avant jusque`), After: WordSet(`après`),
		Number: map[string]int64{"deux": 2, "trois": 3, "quatre": 4, "cinq": 5, "six": 6, "sept": 7, "huit": 8, "neuf": 9, "dix": 10, "douze": 12, "vingt": 20, "trente": 30, "quarante": 40, "cent": 100, "mille": 1000},
	},
	"de": {
		Code: "de", stem: german.Stem,
		plain: WordSet(`der die das den dem des ein eine einen einem einer eines und oder aber sondern denn weil dass daß ob wenn als wie wo wer was welche welcher welches dieser diese dieses jener jene er sie es wir ihr ich du man sich sein seine ihre ihren
			ist sind war waren sein gewesen wird werden wurde wurden worden hat haben hatte hatten kann können muss müssen soll sollen darf dürfen in im an am auf aus bei mit nach von vom zu zum zur über unter durch für gegen ohne um bis
			nicht kein keine nur auch noch schon sehr mehr so dann da hier dort alle alles jede jeder jedes andere anderen`),
		Denies: WordSet(`nicht kein keine keinen keiner keinem nie niemals ohne weder noch nichts niemand verhindert verhindern verboten`),
		All:    WordSet(`alle alles jede jeder jedes immer stets nie niemals kein keine`), Only: WordSet(`nur ausschließlich allein`), Some: WordSet(`einige manche meist meisten oft manchmal selten fast`),
		Why: WordSet(`weil denn da deshalb`), First: WordSet(`zuerst zunächst erst`), Then: WordSet(`dann danach anschließend schließlich zuletzt`), Before: WordSet(`bevor vor bis`), After: WordSet(`nachdem nach`),
		Number: map[string]int64{"zwei": 2, "drei": 3, "vier": 4, "fünf": 5, "sechs": 6, "sieben": 7, "acht": 8, "neun": 9, "zehn": 10, "zwölf": 12, "zwanzig": 20, "dreißig": 30, "vierzig": 40, "hundert": 100, "tausend": 1000},
	},
	"pt": {
		Code: "pt", stem: portuguese.Stem,
		plain: WordSet(`o a os as um uma uns umas de do da dos das em no na nos nas e ou que quem qual quais cujo cuja com por para pelo pela pelos pelas sem sobre entre até desde se lhe lhes seu sua seus suas este esta estes estas isto esse essa isso aquele aquela
			é são era eram foi foram ser sido sendo seja está estão estava estar há ter tem têm tinha não nem sim como quando onde porque pois embora mas enquanto já mais menos muito tão todo toda todos todas cada outro outra mesmo mesma também só
			pode podem poder deve devem dever faz fazem fazer`),
		Denies: WordSet(`não nem nunca jamais sem nenhum nenhuma nada ninguém impede impedem evita evitam proibido`),
		All:    WordSet(`todo toda todos todas qualquer cada sempre nunca nenhum nenhuma`), Only: WordSet(`só somente apenas unicamente`), Some: WordSet(`alguns algumas muitos maioria quase geralmente vezes`),
		Why: WordSet(`porque pois devido`), First: WordSet(`primeiro inicialmente`), Then: WordSet(`depois então finalmente`), Before: WordSet(`antes até`), After: WordSet(`após depois`),
		Number: map[string]int64{"dois": 2, "duas": 2, "três": 3, "quatro": 4, "cinco": 5, "seis": 6, "sete": 7, "oito": 8, "nove": 9, "dez": 10, "doze": 12, "vinte": 20, "trinta": 30, "quarenta": 40, "cem": 100, "mil": 1000},
	},
	"it": {
		Code: "it", stem: italian.Stem,
		plain: WordSet(`il lo la i gli le l un uno una di del dello della dei degli delle a al allo alla ai agli alle da dal dalla dai dalle in nel nella nei nelle su sul sulla con per tra fra e ed o che chi cui quale quali si ci ne suo sua suoi sue questo questa questi queste quello quella
			è sono era erano essere stato stata stati state sia ha hanno aveva avere non né sì se come quando dove perché poiché anche ma mentre già più meno molto così tutto tutta tutti tutte ogni altro altra stesso stessa solo
			può possono potere deve devono dovere fa fanno fare`),
		Denies: WordSet(`non né mai senza nessun nessuno nessuna niente nulla impedisce impediscono evita evitano vietato`),
		All:    WordSet(`tutto tutta tutti tutte ogni sempre mai qualsiasi nessun nessuno nessuna`), Only: WordSet(`solo soltanto solamente unicamente`), Some: WordSet(`alcuni alcune molti maggior quasi generalmente spesso`),
		Why: WordSet(`perché poiché siccome`), First: WordSet(`prima dapprima inizialmente`), Then: WordSet(`poi dopo infine successivamente`), Before: WordSet(`prima fino`), After: WordSet(`dopo`),
		Number: map[string]int64{"due": 2, "tre": 3, "quattro": 4, "cinque": 5, "sei": 6, "sette": 7, "otto": 8, "nove": 9, "dieci": 10, "dodici": 12, "venti": 20, "trenta": 30, "quaranta": 40, "cento": 100, "mille": 1000},
	},
}
