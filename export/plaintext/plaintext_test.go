package plaintext_test

import (
	"testing"
	"unicode/utf8"

	"proxenos/export/plaintext"
)

func TestTextOfOtherPrograms(t *testing.T) {
	for name, in := range map[string]string{
		"UTF-8":                  "Größe;1,5",
		"UTF-8 with a mark":      "\xef\xbb\xbfGröße;1,5",
		"Windows-1252":           "Gr\xf6\xdfe;1,5",
		"UTF-16 with a mark":     "\xff\xfeG\x00r\x00\xf6\x00\xdf\x00e\x00;\x001\x00,\x005\x00",
		"UTF-16, the other way":  "\xfe\xff\x00G\x00r\x00\xf6\x00\xdf\x00e\x00;\x001\x00,\x005",
		"UTF-16 without a mark":  "G\x00r\x00\xf6\x00\xdf\x00e\x00;\x001\x00,\x005\x00",
		"the other way, no mark": "\x00G\x00r\x00\xf6\x00\xdf\x00e\x00;\x001\x00,\x005",
	} {
		if got := string(plaintext.UTF8([]byte(in))); got != "Größe;1,5" {
			t.Errorf("%s: %q", name, got)
		}
	}
	if got := plaintext.UTF8(nil); len(got) != 0 {
		t.Errorf("nothing becomes %q", got)
	}
}

func FuzzUTF8(f *testing.F) {
	f.Add([]byte("\xff\xfeG\x00\x00\xd8"))
	f.Add([]byte("a\x00\x81"))
	f.Fuzz(func(t *testing.T, data []byte) {
		if out := plaintext.UTF8(data); !utf8.Valid(out) {
			t.Errorf("%q becomes %q", data, out)
		}
	})
}
