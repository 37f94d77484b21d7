package media_test

import (
	"fmt"
	"os"

	"zincowl/core/source/media"
)

func Example() {
	data, err := os.ReadFile("../testdata/wells.mp4")
	if err != nil {
		fmt.Println(err)
		return
	}
	d, err := media.Read("wells.mp4", data)
	fmt.Println(len(d.Passages) > 0, err)
	// Output:
	// true <nil>
}
