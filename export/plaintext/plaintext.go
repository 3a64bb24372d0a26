// Package plaintext takes in files of text as other programs write them: whatever their letters
// are coded in, what is read from here on is UTF-8 without a mark before it.
package plaintext

import (
	"bytes"
	"io"
	"unicode/utf8"

	"golang.org/x/text/encoding"
	"golang.org/x/text/encoding/charmap"
	"golang.org/x/text/encoding/htmlindex"
	"golang.org/x/text/encoding/unicode"
)

// UTF8 returns a text in UTF-8: a byte order mark says what it is in; without one UTF-16 is
// known by its zero bytes, and what is not UTF-8 is taken for Windows-1252, of which
// ISO-8859-1 is a part.
func UTF8(data []byte) []byte {
	var from encoding.Encoding
	switch {
	case bytes.HasPrefix(data, []byte("\xef\xbb\xbf")):
		return data[3:]
	case bytes.HasPrefix(data, []byte("\xff\xfe")), zeros(data, 1) > zeros(data, 0):
		from = unicode.UTF16(unicode.LittleEndian, unicode.UseBOM)
	case bytes.HasPrefix(data, []byte("\xfe\xff")), zeros(data, 0) > zeros(data, 1):
		from = unicode.UTF16(unicode.BigEndian, unicode.UseBOM)
	case utf8.Valid(data):
		return data
	default:
		from = charmap.Windows1252
	}
	out, err := from.NewDecoder().Bytes(data)
	if err != nil {
		return bytes.ToValidUTF8(data, []byte("\ufffd"))
	}
	return out
}

// sample is how much of a text is looked at to tell what it is in.
const sample = 400

// zeros counts the zero bytes at odd or even places: text in UTF-16 is full of them on one
// side, and other text has none.
func zeros(data []byte, odd int) (n int) {
	for i := odd; i < min(len(data), sample); i += 2 {
		if data[i] == 0 {
			n++
		}
	}
	return n
}

// Named reads what is in an encoding by its name, as XML and HTML give it. A name that
// nobody knows is taken for Windows-1252.
func Named(name string, in io.Reader) (io.Reader, error) {
	from, err := htmlindex.Get(name)
	if err != nil {
		from = charmap.Windows1252
	}
	return from.NewDecoder().Reader(in), nil
}
