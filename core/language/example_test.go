package language_test

import (
	"fmt"

	"zincowl/core/language"
)

func Example() {
	sentences := language.Split("The weir is 1.2 m wide. It measures flow.")
	language.Tag(sentences)
	for _, s := range sentences {
		fmt.Println(len(s.Tokens), s.Tokens[1].Text, s.Tokens[1].Tag)
	}
	fmt.Println(language.Opposite("cold", "hot"), language.Alike("destroy", "destruction") > 0.8)
	// Output:
	// 7 weir NN
	// 4 measures VBZ
	// true true
}
