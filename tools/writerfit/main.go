// Writerfit fits the weights by which the writer ranks its ideas on judged questions, and
// writes them to standard output: go run ./tools/writerfit core/writer/testdata/judged.jsonl >
// core/writer/weights.tsv
package main

import (
	"fmt"
	"os"

	"zincowl/core/writer"
)

func main() {
	if err := run(); err != nil {
		fmt.Fprintln(os.Stderr, err)
		os.Exit(1)
	}
}

func run() error {
	if len(os.Args) != 2 {
		return fmt.Errorf("name a file of judgements")
	}
	f, err := os.Open(os.Args[1])
	if err != nil {
		return err
	}
	defer f.Close()
	judged, err := writer.Judgements(f)
	if err != nil {
		return err
	}
	return writer.WriteWeights(os.Stdout, writer.Fit(judged))
}
