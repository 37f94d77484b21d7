package mangle

import (
	"bytes"
	"math/rand/v2"
	"strings"
	"testing"
)

const paper = "1. What is washed after 72 hours?\na) a rapid filter\nb) a slow one\n"

// The same seed is broken the same way on every run, another one another way.
func TestBreaksTheSameWay(t *testing.T) {
	broken := func(seed uint64) string {
		rng := rand.New(rand.NewPCG(seed, 0))
		var all strings.Builder
		for range 50 {
			all.Write(breakUp(rng, []byte(paper)))
		}
		return all.String()
	}
	if broken(1) != broken(1) {
		t.Error("one seed gave two results")
	}
	if broken(1) == broken(2) {
		t.Error("two seeds gave one result")
	}
}

// What is broken is a copy, most copies differ, and none grows out of bounds.
func TestBreaksACopy(t *testing.T) {
	rng := rand.New(rand.NewPCG(3, 0))
	data := []byte(paper)
	seen := map[string]bool{}
	for range 2000 {
		b := breakUp(rng, data)
		if len(b) > len(paper)+5*8192*2 {
			t.Fatalf("%d bytes came of %d", len(b), len(paper))
		}
		seen[string(b)] = true
	}
	if !bytes.Equal(data, []byte(paper)) {
		t.Error("the seed itself was broken")
	}
	if len(seen) < 1800 {
		t.Errorf("only %d of 2,000 copies differ", len(seen))
	}
	if len(breakUp(rng, nil)) > 5*8192 {
		t.Error("nothing became much")
	}
}

// FuzzAdd is a target as the readers have them: it sees its seed and the copies.
func FuzzAdd(f *testing.F) {
	calls, other := 0, 0
	Add(f, 40, paper, uint8(7))
	f.Cleanup(func() {
		if calls > 0 && (calls != 41 || other < 30) {
			f.Errorf("%d calls, %d of them with a broken text", calls, other)
		}
	})
	f.Fuzz(func(t *testing.T, text string, kept uint8) {
		calls++
		if text != paper {
			other++
		}
	})
}
