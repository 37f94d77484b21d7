package media

import (
	"bytes"
	"encoding/binary"
	"time"

	"github.com/abema/go-mp4"
)

// isMP4 says whether a file begins as MP4 and QuickTime files do.
func isMP4(data []byte) bool { return len(data) > 12 && string(data[4:8]) == "ftyp" }

var moovTrak = mp4.BoxPath{mp4.BoxTypeMoov(), mp4.BoxTypeTrak()}

// captionsOf reads the captions of the first text track that has any.
func captionsOf(data []byte) []cue {
	// What stands before damage is read all the same.
	traks, _ := mp4.ExtractBox(bytes.NewReader(data), nil, moovTrak)
	for _, trak := range traks {
		if cues := track(data, trak); len(cues) > 0 {
			return cues
		}
	}
	return nil
}

// boxes are the parts of one track, by name, as far as they lie within the file.
type boxes map[mp4.BoxType]*mp4.BoxInfo

var (
	mdia, minf, stbl = mp4.BoxTypeMdia(), mp4.BoxTypeMinf(), mp4.BoxTypeStbl()
	parts            = []mp4.BoxPath{
		{mdia, mp4.BoxTypeMdhd()}, {mdia, mp4.BoxTypeHdlr()},
		{mdia, minf, stbl, mp4.BoxTypeStsd()}, {mdia, minf, stbl, mp4.BoxTypeStts()}, {mdia, minf, stbl, mp4.BoxTypeStsc()},
		{mdia, minf, stbl, mp4.BoxTypeStsz()}, {mdia, minf, stbl, mp4.BoxTypeStco()}, {mdia, minf, stbl, mp4.BoxTypeCo64()},
	}
)

// body is what a box holds; nil where there is none.
func (b boxes) body(data []byte, name mp4.BoxType) []byte {
	i := b[name]
	if i == nil {
		return nil
	}
	return data[i.Offset+i.HeaderSize : i.Offset+i.Size]
}

// read fills in a box of the track, and says whether it has one that is whole.
func (b boxes) read(data []byte, into mp4.IBox) bool {
	i := b[into.GetType()]
	if i == nil {
		return false
	}
	body := b.body(data, i.Type)
	_, err := mp4.Unmarshal(bytes.NewReader(body), uint64(len(body)), into, i.Context)
	return err == nil
}

// track reads the samples of a text track by its tables.
func track(data []byte, trak *mp4.BoxInfo) []cue {
	found, _ := mp4.ExtractBoxes(bytes.NewReader(data), trak, parts)
	b := boxes{}
	for _, i := range found {
		if b[i.Type] == nil && i.Size >= i.HeaderSize && i.Size <= uint64(len(data)) && i.Offset <= uint64(len(data))-i.Size {
			b[i.Type] = i
		}
	}
	var head mp4.Mdhd
	var kind mp4.Hdlr
	var lasts mp4.Stts
	stsd := b.body(data, mp4.BoxTypeStsd())
	if !b.read(data, &head) || !b.read(data, &kind) || !b.read(data, &lasts) || head.Timescale == 0 || len(stsd) < 16 {
		return nil
	}
	switch string(kind.HandlerType[:]) {
	case "text", "sbtl", "subt":
	default:
		return nil
	}
	format := string(stsd[12:16])
	samples := samplesOf(data, b)
	var out []cue
	now := uint64(0)
	for _, run := range lasts.Entries {
		for range run.SampleCount {
			if len(samples) == 0 || len(out) >= most {
				return out
			}
			from, to := moment(now, head.Timescale), moment(now+uint64(run.SampleDelta), head.Timescale)
			now += uint64(run.SampleDelta)
			if text := clean(textOf(format, samples[0])); text != "" {
				out = append(out, cue{from, to, text})
			}
			samples = samples[1:]
		}
	}
	return out
}

func moment(ticks uint64, scale uint32) time.Duration {
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
	case "wvtt": // boxes that only a sample has: vttc with payl in it
		text := ""
		for name, cue := range within(s) {
			if name != "vttc" {
				continue
			}
			for name, said := range within(cue) {
				if name == "payl" {
					text += string(said) + "\n"
					break
				}
			}
		}
		return text
	}
	return ""
}

// within goes through the boxes of a sample; what is cut off is left out.
func within(s []byte) func(yield func(string, []byte) bool) {
	return func(yield func(string, []byte) bool) {
		r := bytes.NewReader(s)
		for r.Len() > 0 {
			i, err := mp4.ReadBoxInfo(r)
			if err != nil || i.Size < i.HeaderSize || i.Size > uint64(len(s)) || i.Offset > uint64(len(s))-i.Size {
				return
			}
			if !yield(i.Type.String(), s[i.Offset+i.HeaderSize:i.Offset+i.Size]) {
				return
			}
			if _, err := i.SeekToEnd(r); err != nil || i.Size == 0 {
				return
			}
		}
	}
}

// samplesOf finds the bytes of every sample: their sizes, how many are in each
// chunk, and where the chunks lie.
func samplesOf(file []byte, b boxes) [][]byte {
	var sizes mp4.Stsz
	var runs mp4.Stsc
	var near mp4.Stco
	var far mp4.Co64
	if !b.read(file, &sizes) || !b.read(file, &runs) {
		return nil
	}
	if b.read(file, &near) {
		for _, c := range near.ChunkOffset {
			far.ChunkOffset = append(far.ChunkOffset, uint64(c))
		}
	} else if !b.read(file, &far) {
		return nil
	}
	count := min(int(sizes.SampleCount), most)
	var out [][]byte
	for i, offset := range far.ChunkOffset {
		for len(runs.Entries) > 1 && uint32(i+1) >= runs.Entries[1].FirstChunk {
			runs.Entries = runs.Entries[1:]
		}
		if len(runs.Entries) == 0 {
			return out
		}
		for range min(runs.Entries[0].SamplesPerChunk, most) {
			if len(out) >= count {
				return out
			}
			size := uint64(sizes.SampleSize)
			if size == 0 {
				if len(out) >= len(sizes.EntrySize) {
					return out
				}
				size = uint64(sizes.EntrySize[len(out)])
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
