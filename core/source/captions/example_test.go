package captions_test

import (
	"fmt"

	"zincowl/core/source/captions"
)

func Example() {
	d, err := captions.Read("talk.vtt", "WEBVTT\n\n00:00:05.000 --> 00:00:08.000\nA weir measures flow.\n")
	fmt.Println(d.Passages[0].Locator.Start, d.Passages[0].Text, err)
	// Output:
	// 0:05 A weir measures flow. <nil>
}
