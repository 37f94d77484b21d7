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
		curve curves line lines parabola graph graphs point points interval range domain side sides respect subject terms form factor factors factorisation factorization
		bracket brackets parenthesis parentheses denominator numerator fraction fractions logarithm logarithms log logs surd surds radical radicals power powers quadratic
		result results radians radian rad degrees degree deg notation general exact constant place places following below above working method step steps way form
		grouping square squares completing parts substitution elimination rule chain quotient factorising factorizing factoring expanding rearranging inspection calculator tables case cases kind note integrating differentiating expansion series theorem binomial formula distributive law laws identities indices index`
	// small words join the others.
	small = `a an the this that these those it its they there which what who whose when where if for of to in on into onto at by with without from over under between within as and or both either also then so thus hence therefore otherwise
		such any all every each only just once here now up down your you we i let's please fully completely exactly simply further possible far best
		possible real reals true valid defined everything quantities letters its own lowest simplest simplified single linear like similar common exact
		correct accurate rounded approximately about subject clearly where ascending descending implicit implicitly explicitly explicit including include included will well`
	// manner says how to write the answer down, or what to heed.
	manner = `showing shown check checking verify verifying remember remembering carefully hint reason reasons explain explaining justify stage stages workings marks mark question questions
		part sketch otherwise neat neatly appropriate necessary required needed help useful helpful`
	// reasons begin what only says why.
	reasons = `since because`
)

// vocabulary is every word that is understood.
var vocabulary = fill(asks, things, small, manner, reasons)

// bearing are words that change what is asked or of what, beside the mathematics: a
// task with one of them is left alone unless whoever reads it knows what to do with it.
var bearing = fill(`
	integer integers natural whole rational irrational prime even odd complex imaginary digit digits positive negative non-negative nonnegative non-positive nonpositive non-zero nonzero
	acute obtuse reflex quadrant principal distinct
	smallest largest smaller larger least greatest greater lower upper highest maximum minimum maximise minimise maximize minimize stationary turning last next other another previous remaining half double twice triple less more fewer than
	one two three four five six some more most term coefficient coefficients added subtracted multiplied divided squared cubed doubled halved doubles halves
	first second third fourth consecutive successive
	sum sums product products difference quotient total average mean median count many reciprocal inverse opposite modulus discriminant remainder
	percent percentage per ratio proportion proportional probability perimeter area volume
	nearest not no never none except unless excluding but neither nor instead
	increase increases increased decrease decreases decreased estimate approximate approximation limit limits tends vector vectors matrix sequence series asymptote asymptotes normal tangent intercept intercepts vertex centre center midpoint perpendicular parallel`)

// bearings are phrases that change what is asked, though their words alone do not.
var bearings = []string{"which of", "how much", "number of", "equation of", "equations of", "up to", "by what", "a factor of", "what factor", "square of", "cube of", "root of the", "values of the", "value of the", "power of", "as far as the"}

// methods are phrases in which such a word names a way to go about it.
var methods = []string{"product rule", "quotient rule", "first principles", "product law", "sum rule", "difference of", "inverse function", "null factor", "change of", "average value", "first derivative", "one root", "one solution", "double inequality", "double angle", "second order", "first order", "one fraction", "one logarithm", "two unknowns", "two numbers", "two equations", "three equations", "three unknowns", "two variables", "constant term"}

// askers are verbs that are followed by what is asked for.
var askers = fill(`find determine calculate compute evaluate what work give state obtain show estimate name`)

// english are words that are no names side by side, understood or not.
var english = fill(asks, things, small, manner, reasons, `
	act add age ago air ans are arm art ask bad bag bar bat bed bet big bit box boy bus but buy can cap car cat cup cut day did die dog dot dry due ear eat egg end eye fan far few fit fix fly fun gap gas gun had ham has hat her him his hit hot how ice ill its job joy key kid kit lay led leg let lie lot low man map may men met mix net new nor now off oil old our out own pay pen pet pie pin pit pot run sad sat saw say sea see sell set she sit six sky son sun tax tea ten tie tin top toy try two use van via war was way wet who why win won yes yet you zoo
	back ball bank base best bill bird blue boat body bond book born both call came card care cars cash cell city cold come copy cost dark data date days deal dear deep desk door down draw drop each east edge else even ever face fact fall fast feet felt file fill film fine fire fish five flat flow food foot four free from full fund gain game gave girl give glad goal goes gold gone good grew grow half hall hand hard head hear heat held help here high hill hold hole home hope hour huge idea into item join jump just keep kept kind knew know lack lady land last late lead left less life lift like line list live load loan long look lose loss lost lots love made mail main make male many mark mass meal mean meet mile milk mind mine miss mode moon more most move much must name near need news next nice nine none noon note okay once only onto open over pack page paid pair park part pass past path peak pick plan play plus poor post pull push race rain rate read rest rice rich ride ring rise risk road rock role roll roof room root rule runs safe said sail sale salt same sand save seat seed seek seem seen self sell send sent ship shop show side sign site size skin slow snow soft soil sold some song soon sort spot star stay step stop such suit sure take talk tall tank task team tell term test text than that them then they thin this thus tide time tiny told tone took tool tour town tree trip true turn twin type unit upon used user vary very view vote wage wait walk wall want warm wash wave ways weak wear week well went were west what when whom wide wife wild will wind wine wing wire wise wish with wood word work yard yeah year your zero zone
	no do go he me my so up us am or to by of on at an as be if in is it we none true false never always impossible exists exist empty nothing undefined inconsistent`)

// ambiguous are functions whose name is a word as well.
var ambiguous = fill(`mean average median sum range min max root variance stdev pvariance pstdev choose arrange hcf lcm gcd gcf`)

// contractions are short words that are never names side by side.
var contractions = fill(`is if or and the for are its not was has`)

// unitWord are words that are units behind a number.
var unitWord = fill(`in min day days hour week year mile feet foot`)

// behindName are words that may follow a name called a.
var behindName = fill(`and or in is if when for where with given such to from at are be as so on the of by satisfies equals`)
