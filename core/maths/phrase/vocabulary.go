package phrase

import "strings"

// fill makes a set of words.
func fill(lists ...string) map[string]bool {
	out := map[string]bool{}
	for _, l := range lists {
		for _, w := range strings.Fields(l) {
			out[w] = true
		}
	}
	return out
}

// The vocabulary, by what a word does. A word that is in none of these lists is not
// understood, and a task or a claim that has one is left alone.
const (
	// asks are the verbs of tasks.
	asks = `solve find determine calculate compute evaluate work out obtain get give given giving state write express show make rearrange transform change
		simplify expand multiply remove factor factorise factorize take collect combine reduce rationalise rationalize differentiate derive integrate
		use using apply let consider suppose know known hold holds satisfy satisfies satisfying satisfied is are be was does do has have can could meet meets intersect intersects cross crosses
		put leave leaving answer answers answered say look equals equal expanded factored factorised solved cannot why uniquely`
	// things are what tasks speak of.
	things = `equation equations inequality inequalities inequation system systems simultaneous pair set sets value values solution solutions root roots zero zeros zeroes
		expression expressions function functions formula formulae formulas relation identity statement statements number numbers variable variables unknown unknowns constant constants
		derivative derivatives gradient slope rate integral antiderivative primitive differentiation integration differential
		curve curves line lines parabola graph graphs point points interval range domain side sides respect subject terms term form factor factors factorisation factorization
		bracket brackets parenthesis parentheses denominator numerator fraction fractions logarithm logarithms log logs surd surds radical radicals power powers quadratic
		result results radians radian rad degrees degree deg general exact constant place places following below above working method step steps way form coefficients coefficient
		grouping square squares completing parts substitution elimination rule chain quotient factorising factorizing factoring expanding rearranging inspection calculator tables case cases kind note integrating differentiating expansion series theorem binomial formula distributive law laws identities indices index`
	// small words join the others.
	small = `a an the this that these those it its they there which what who whose when where if for of to in on into onto at by with without from over under between within as and or both either also then so thus hence therefore otherwise
		such any all every each some one two three four five six more most than only just once here now up down your you we i let's please fully completely exactly simply further possible far best
		possible real reals true valid defined everything quantities letters its own lowest simplest simplified single linear like similar common exact
		correct accurate rounded approximately about subject clearly where ascending descending implicit implicitly explicitly explicit including include included will well`
	// reasons begin what only says why.
	reasons = `since because`
)

// vocabulary is every word that is understood.
var vocabulary = fill(asks, things, small, reasons)

// english are words that are no names side by side, understood or not.
var english = fill(asks, things, small, reasons, `
	act add age ago air ans are arm art ask bad bag bar bat bed bet big bit box boy bus but buy can cap car cat cup cut day did die dog dot dry due ear eat egg end eye fan far few fit fix fly fun gap gas gun had ham has hat her him his hit hot how ice ill its job joy key kid kit lay led leg let lie lot low man map may men met mix net new nor now off oil old our out own pay pen pet pie pin pit pot run sad sat saw say sea see sell set she sit six sky son sun tax tea ten tie tin top toy try two use van via war was way wet who why win won yes yet you zoo
	back ball bank base best bill bird blue boat body bond book born both call came card care cars cash cell city cold come copy cost dark data date days deal dear deep desk door down draw drop each east edge else even ever face fact fall fast feet felt file fill film fine fire fish five flat flow food foot four free from full fund gain game gave girl give glad goal goes gold gone good grew grow half hall hand hard head hear heat held help here high hill hold hole home hope hour huge idea into item join jump just keep kept kind knew know lack lady land last late lead left less life lift like line list live load loan long look lose loss lost lots love made mail main make male many mark mass meal mean meet mile milk mind mine miss mode moon more most move much must name near need news next nice nine none noon note okay once only onto open over pack page paid pair park part pass past path peak pick plan play plus poor post pull push race rain rate read rest rice rich ride ring rise risk road rock role roll roof room root rule runs safe said sail sale salt same sand save seat seed seek seem seen self sell send sent ship shop show side sign site size skin slow snow soft soil sold some song soon sort spot star stay step stop such suit sure take talk tall tank task team tell term test text than that them then they thin this thus tide time tiny told tone took tool tour town tree trip true turn twin type unit upon used user vary very view vote wage wait walk wall want warm wash wave ways weak wear week well went were west what when whom wide wife wild will wind wine wing wire wise wish with wood word work yard yeah year your zero zone
	no do go he me my so up us am or to by of on at an as be if in is it we none true false never always impossible exists exist empty nothing undefined inconsistent`)

// ambiguous are functions whose name is a word as well.
var ambiguous = fill(`mean average median sum range min max root`)

// contractions are short words that are never names side by side.
var contractions = fill(`is if or and the for are its not was has`)

// unitWord are words that are units behind a number.
var unitWord = fill(`in min day days hour week year mile feet foot`)

// behindName are words that may follow a name called a.
var behindName = fill(`and or in is if when for where with given such to from at are be as so on the of by satisfies equals`)
