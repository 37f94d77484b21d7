package markdown

import "bytes"

// What no text that people write goes beyond, and what reading takes more than
// its length in time or memory for where it does.
const (
	deepest = 24  // lists and quotes in one another, opened on one line
	widest  = 256 // columns of a table
	dense   = 256 // links and emphases in one paragraph
)

// tame takes from a text what would be read in more than linear time: marks of
// lists and quotes beyond a depth are left out, and marks of links and columns
// beyond a number stand for themselves. Lines stay where they are.
func tame(data []byte) []byte {
	var out bytes.Buffer
	out.Grow(len(data) + len(data)/64)
	links := 0 // in the paragraph so far
	for len(data) > 0 {
		line, rest, _ := bytes.Cut(data, []byte{'\n'})
		ended := len(line) < len(data)
		data = rest
		if len(bytes.TrimSpace(line)) == 0 {
			links = 0
		}
		line = shallow(line)
		columns := bytes.Count(line, []byte{'|'}) > widest
		for _, c := range line {
			switch {
			case c == '[' || c == ']':
				if links++; links > 2*dense {
					out.WriteByte('\\')
				}
			case c == '|' && columns:
				out.WriteByte('\\')
			}
			out.WriteByte(c)
		}
		if ended {
			out.WriteByte('\n')
		}
	}
	return out.Bytes()
}

// shallow leaves out the marks of blocks with which a line opens more of them
// than are read in one another.
func shallow(line []byte) []byte {
	at, depth, cut := 0, 0, 0
	for at < len(line) {
		switch c := line[at]; {
		case c == ' ' || c == '\t':
			at++
			continue
		case c == '>':
			at++
		case (c == '-' || c == '*' || c == '+') && blankAt(line, at+1):
			at += 2
		case c >= '0' && c <= '9':
			end := at
			for end < len(line) && end-at < 9 && line[end] >= '0' && line[end] <= '9' {
				end++
			}
			if end >= len(line) || line[end] != '.' && line[end] != ')' || !blankAt(line, end+1) {
				return join(line, cut, at)
			}
			at = end + 2
		default:
			return join(line, cut, at)
		}
		if depth++; depth == deepest {
			cut = min(at, len(line))
		}
	}
	return join(line, cut, at)
}

func blankAt(line []byte, i int) bool { return i >= len(line) || line[i] == ' ' || line[i] == '\t' }

// join leaves out what stands between two places, where the first is one at all.
func join(line []byte, cut, at int) []byte {
	at = min(at, len(line))
	if cut == 0 || at <= cut {
		return line
	}
	return append(line[:cut:cut], line[at:]...)
}
