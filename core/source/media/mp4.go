package media

import (
	"encoding/binary"
	"time"
)

// box is a part of an MP4 file: a name and what is in it.
type box struct {
	name string
	body []byte
}

// isMP4 says whether a file begins as MP4 and QuickTime files do.
func isMP4(data []byte) bool { return len(data) > 12 && string(data[4:8]) == "ftyp" }

// boxes reads the boxes that stand one behind the other; what is cut off is left
// out.
func boxes(data []byte) []box {
	var out []box
	for len(data) >= 8 && len(out) < 100_000 {
		size, head := uint64(binary.BigEndian.Uint32(data)), uint64(8)
		switch size {
		case 0:
			size = uint64(len(data))
		case 1:
			if len(data) < 16 {
				return out
			}
			size, head = binary.BigEndian.Uint64(data[8:]), 16
		}
		if size < head || size > uint64(len(data)) {
			return out
		}
		out = append(out, box{string(data[4:8]), data[head:size]})
		data = data[size:]
	}
	return out
}

// at finds the body of a box by the path to it; nil where there is none.
func at(data []byte, path ...string) []byte {
	for _, name := range path {
		found := false
		for _, b := range boxes(data) {
			if b.name == name {
				data, found = b.body, true
				break
			}
		}
		if !found {
			return nil
		}
	}
	return data
}

// mp4 reads the captions of the first text track that has any.
func mp4(data []byte) []cue {
	for _, b := range boxes(at(data, "moov")) {
		if b.name != "trak" {
			continue
		}
		hdlr := at(b.body, "mdia", "hdlr")
		if len(hdlr) < 12 {
			continue
		}
		switch string(hdlr[8:12]) {
		case "text", "sbtl", "subt":
			if cues := track(data, b.body); len(cues) > 0 {
				return cues
			}
		}
	}
	return nil
}

// track reads the samples of a text track by its tables.
func track(file, trak []byte) []cue {
	mdhd, stbl := at(trak, "mdia", "mdhd"), at(trak, "mdia", "minf", "stbl")
	scale := uint64(0)
	switch {
	case len(mdhd) >= 24 && mdhd[0] == 0:
		scale = uint64(binary.BigEndian.Uint32(mdhd[12:]))
	case len(mdhd) >= 36 && mdhd[0] == 1:
		scale = uint64(binary.BigEndian.Uint32(mdhd[20:]))
	}
	stsd := at(stbl, "stsd")
	if scale == 0 || len(stsd) < 16 {
		return nil
	}
	format := string(stsd[12:16])
	samples := samplesOf(file, stbl)
	var out []cue
	now := uint64(0)
	durations := durations(at(stbl, "stts"))
	for _, s := range samples {
		lasts, ok := durations()
		if !ok || len(out) >= most {
			break
		}
		from, to := moment(now, scale), moment(now+lasts, scale)
		now += lasts
		if text := clean(textOf(format, s)); text != "" {
			out = append(out, cue{from, to, text})
		}
	}
	return out
}

func moment(ticks, scale uint64) time.Duration {
	return time.Duration(float64(ticks) / float64(scale) * float64(time.Second))
}

// textOf is the text of one sample.
func textOf(format string, s []byte) string {
	switch format {
	case "tx3g", "text":
		if len(s) < 2 {
			return ""
		}
		n := int(binary.BigEndian.Uint16(s))
		return string(s[2:min(len(s), 2+n)])
	case "wvtt":
		text := ""
		for _, b := range boxes(s) {
			if b.name == "vttc" {
				text += string(at(b.body, "payl")) + "\n"
			}
		}
		return text
	}
	return ""
}

// table reads the entries of a box that begins with its version and a count,
// each so many 32-bit numbers.
func table(body []byte, width int) [][]uint64 {
	if len(body) < 8 {
		return nil
	}
	n := min(int(binary.BigEndian.Uint32(body[4:])), (len(body)-8)/(4*width), most)
	out := make([][]uint64, n)
	for i := range out {
		for k := range width {
			out[i] = append(out[i], uint64(binary.BigEndian.Uint32(body[8+4*(i*width+k):])))
		}
	}
	return out
}

// durations gives the duration of one sample after the other.
func durations(stts []byte) func() (uint64, bool) {
	runs, used := table(stts, 2), uint64(0)
	return func() (uint64, bool) {
		for len(runs) > 0 && used >= runs[0][0] {
			runs, used = runs[1:], 0
		}
		if len(runs) == 0 {
			return 0, false
		}
		used++
		return runs[0][1], true
	}
}

// samplesOf finds the bytes of every sample: their sizes, how many are in each
// chunk, and where the chunks lie.
func samplesOf(file, stbl []byte) [][]byte {
	stsz := at(stbl, "stsz")
	if len(stsz) < 12 {
		return nil
	}
	same := uint64(binary.BigEndian.Uint32(stsz[4:]))
	count := min(int(binary.BigEndian.Uint32(stsz[8:])), most)
	sizes := table(stsz[4:], 1)
	var chunks []uint64
	for _, c := range table(at(stbl, "stco"), 1) {
		chunks = append(chunks, c[0])
	}
	if co64 := table(at(stbl, "co64"), 2); chunks == nil {
		for _, c := range co64 {
			chunks = append(chunks, c[0]<<32|c[1])
		}
	}
	runs := table(at(stbl, "stsc"), 3)
	var out [][]byte
	for i, offset := range chunks {
		for len(runs) > 1 && uint64(i+1) >= runs[1][0] {
			runs = runs[1:]
		}
		if len(runs) == 0 {
			return out
		}
		for range min(runs[0][1], most) {
			if len(out) >= count {
				return out
			}
			size := same
			if same == 0 {
				if len(out) >= len(sizes) {
					return out
				}
				size = sizes[len(out)][0]
			}
			if offset > uint64(len(file)) || size > uint64(len(file))-offset {
				return out
			}
			out = append(out, file[offset:offset+size])
			offset += size
		}
	}
	return out
}
