package spanish

import "strings"

// small are the words of the grammar with what they can be.
var small = func() map[string][]form {
	out := map[string][]form{}
	for _, g := range []struct {
		part  Part
		words string
	}{
		{Determiner, `el la los las un una unos unas este esta estos estas ese esa esos esas aquel aquella aquellos aquellas su sus mi mis tu tus nuestro nuestra nuestros nuestras
			cada todo toda todos todas algún alguna algunos algunas ningún ninguna otro otra otros otras mucho mucha muchos muchas poco poca pocos pocas varios varias ambos ambas cualquier tal tales cuyo cuya cuyos cuyas demás del al`},
		{Preposition, `a ante bajo con contra de desde durante en entre hacia hasta mediante para por según sin sobre tras`},
		{Conjunction, `y e o u ni pero sino que porque pues aunque si cuando mientras como donde cual cuales quien quienes cuanto`},
		{Pronoun, `él ella ellos ellas ello yo usted ustedes nosotros esto eso aquello alguien algo nadie nada éste ésta éstos éstas uno cuál quién qué cuánto cuánta cuántos cuántas`},
		{Clitic, `se me te nos le les lo`},
		{Negation, `no nunca jamás tampoco`},
		{Adjective, `mayor mayores menor menores mejores peores gran primer primera primeros primeras segundo segunda tercero tercera último última cuarta quinta`},
		{Adverb, `ya más menos muy tan también así luego después antes entonces además siempre casi sólo solo solamente apenas bien mal mejor peor aquí allí ahora hoy dentro fuera cerca lejos arriba abajo encima debajo cómo cuándo dónde incluso cuán embargo aún todavía primero`},
		{Number, `dos tres cuatro cinco seis siete ocho nueve diez once doce quince veinte treinta cuarenta cincuenta sesenta setenta ochenta noventa cien ciento mil millones millón`},
	} {
		for _, w := range strings.Fields(g.words) {
			out[w] = append(out[w], form{g.part, w})
		}
	}
	for _, w := range []string{"la", "los", "las"} {
		out[w] = append(out[w], form{Clitic, w})
	}
	return out
}()

// irregular are forms of verbs that no ending leads to.
var irregular = func() map[string]form {
	out := map[string]form{}
	for lemma, words := range map[string]string{
		"ser": "es son era eran soy somos fue fueron sea sean será serán sería serían fuera fueran", "estar": "está están estaba estaban esté estén estuvo estuvieron estará estarán",
		"haber": "ha han había habían hay hubo hubieron haya hayan habrá habrán habría he hemos", "ir": "va van iba iban vaya vayan irá irán", "dar": "dé dio dieron dan da",
		"hacer": "hizo hicieron hará harán haría haga hagan", "poder": "pudo pudieron podrá podrán podría podrían", "tener": "tuvo tuvieron tendrá tendrán tendría tenga tengan",
		"poner": "puso pusieron pondrá pondrán ponga pongan", "decir": "dijo dijeron dice dicen dirá dirán diga digan", "venir": "vino vinieron vendrá vendrán", "querer": "quiso quisieron querrá",
		"saber": "supo supieron sabrá sé", "traer": "trajo trajeron", "producir": "produjo produjeron", "conducir": "condujo condujeron", "reducir": "redujo redujeron", "salir": "saldrá saldrán salga salgan",
		"ver": "ve ven veía veían vio vieron vea vean", "deber": "debe deben debía debían deberá deberán debería deberían", "caer": "cae caen cayó cayeron caiga caigan", "seguir": "sigue siguen siguió siguieron",
		"valer": "valdrá valga", "caber": "cabe caben cupo", "oír": "oye oyen oyó",
	} {
		for _, w := range strings.Fields(words) {
			out[w] = form{Verb, lemma}
		}
	}
	for lemma, words := range map[string]string{
		"ver": "visto vista vistos vistas", "hacer": "hecho hecha hechos hechas", "poner": "puesto puesta puestos puestas", "decir": "dicho dicha dichos dichas", "escribir": "escrito escrita escritos escritas",
		"abrir": "abierto abierta abiertos abiertas", "cubrir": "cubierto cubierta cubiertos cubiertas", "recubrir": "recubierto recubierta recubiertos recubiertas", "romper": "roto rota rotos rotas", "volver": "vuelto vuelta vueltos vueltas",
		"disolver": "disuelto disuelta disueltos disueltas", "resolver": "resuelto resuelta resueltos resueltas", "morir": "muerto muerta muertos muertas", "componer": "compuesto compuesta compuestos compuestas", "ser": "sido", "ir": "ido",
	} {
		for _, w := range strings.Fields(words) {
			out[w] = form{Participle, lemma}
		}
	}
	return out
}()
