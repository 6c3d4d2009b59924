// Package text brings the bytes of a text file, as other programs write them, to UTF-8 with plain line ends:
// the one step before every reader of text.
package text

import (
	"bytes"
	"unicode/utf8"

	"golang.org/x/text/encoding"
	"golang.org/x/text/encoding/charmap"
	"golang.org/x/text/encoding/unicode"
)

// Guessed is what is said where the letters of a file were guessed.
const Guessed = "the file isn't in UTF-8: its letters were read as those of Windows"

var marks = []struct {
	mark []byte
	from encoding.Encoding
}{
	{[]byte{0xef, 0xbb, 0xbf}, nil},
	{[]byte{0xff, 0xfe}, unicode.UTF16(unicode.LittleEndian, unicode.UseBOM)},
	{[]byte{0xfe, 0xff}, unicode.UTF16(unicode.BigEndian, unicode.UseBOM)},
}

// Plain is a text in UTF-8 with lines that end in a line feed. It reads the marks that files begin with, and
// UTF-16 without one by its zeros; other bytes that are no UTF-8 are taken for Windows-1252, which guessed says.
func Plain(data []byte) (plain []byte, guessed bool) {
	from, rest := encodingOf(data)
	if from == nil && !utf8.Valid(rest) {
		from, guessed = charmap.Windows1252, true
	}
	if from != nil {
		if decoded, err := from.NewDecoder().Bytes(rest); err == nil {
			rest = decoded
		}
	}
	rest = bytes.TrimPrefix(rest, marks[0].mark)
	if !bytes.ContainsRune(rest, '\r') {
		return rest, guessed
	}
	return bytes.ReplaceAll(bytes.ReplaceAll(rest, []byte("\r\n"), []byte("\n")), []byte("\r"), []byte("\n")), guessed
}

// encodingOf is the encoding that a file shows, and its bytes; nil where it shows none.
func encodingOf(data []byte) (encoding.Encoding, []byte) {
	for _, m := range marks {
		if bytes.HasPrefix(data, m.mark) {
			if m.from == nil {
				return nil, data[len(m.mark):]
			}
			return m.from, data
		}
	}
	if len(data) >= 4 && len(data)%2 == 0 {
		switch {
		case data[1] == 0 && data[3] == 0 && data[0] != 0:
			return unicode.UTF16(unicode.LittleEndian, unicode.IgnoreBOM), data
		case data[0] == 0 && data[2] == 0 && data[1] != 0:
			return unicode.UTF16(unicode.BigEndian, unicode.IgnoreBOM), data
		}
	}
	return nil, data
}
