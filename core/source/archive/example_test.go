package archive_test

import (
	"fmt"

	"zincowl/core/source/archive"
)

func Example() {
	_, err := archive.Open([]byte("no archive"))
	fmt.Println(err)
	// Output:
	// This document is damaged (its list of parts can't be read); open it in its program, save it again and bring that.
}
