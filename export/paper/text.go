package paper

import (
	"fmt"
	"strings"
	"unicode"

	"github.com/go-fonts/dejavu/dejavusans"
	"github.com/go-fonts/dejavu/dejavusansbold"
	"github.com/go-fonts/liberation/liberationsansbold"
	"github.com/go-fonts/liberation/liberationsansitalic"
	"github.com/go-fonts/liberation/liberationsansregular"
	"github.com/go-fonts/liberation/liberationserifbold"
	"golang.org/x/image/font/sfnt"
	"golang.org/x/text/unicode/bidi"
)

// A Style is how text looks. Its zero value is plain text.
type Style struct {
	Size   float64 // points; 0 is usualSize
	Head   bool    // with serifs, for headings
	Bold   bool
	Italic bool
	Grey   bool
}

// usualSize is the size of plain text, points.
const usualSize = 9.5

// A face is one of the fonts that ship: those with the looks, and one behind them for the signs
// that they do not have.
type face struct {
	family, style string
	data          []byte
	signs         *sfnt.Font
}

// faces are the fonts of a document.
type faces struct{ plain, bold, slanted, head, wide, wideBold face }

func (d *Doc) addFonts() error {
	for _, f := range []struct {
		to            *face
		family, style string
		data          []byte
	}{
		{&d.fonts.plain, "sans", "", liberationsansregular.TTF},
		{&d.fonts.bold, "sans", "B", liberationsansbold.TTF},
		{&d.fonts.slanted, "sans", "I", liberationsansitalic.TTF},
		{&d.fonts.head, "serif", "B", liberationserifbold.TTF},
		{&d.fonts.wide, "wide", "", dejavusans.TTF},
		{&d.fonts.wideBold, "wide", "B", dejavusansbold.TTF},
	} {
		signs, err := sfnt.Parse(f.data)
		if err != nil {
			return fmt.Errorf("font %s %s: %w", f.family, f.style, err)
		}
		*f.to = face{f.family, f.style, f.data, signs}
	}
	d.known = map[[2]string]bool{}
	return nil
}

// missing stands for a sign that no font has.
const missing = '□'

// face is the font for a text, and the text in its signs: the one that the style wants where
// that has them all.
func (d *Doc) face(s Style, text string) (face, string) {
	want, behind := d.fonts.plain, d.fonts.wide
	switch {
	case s.Head:
		want, behind = d.fonts.head, d.fonts.wideBold
	case s.Bold:
		want, behind = d.fonts.bold, d.fonts.wideBold
	case s.Italic:
		want = d.fonts.slanted
	}
	if ascii(text) {
		return want, text
	}
	if clean, all := want.only(text); all {
		return want, clean
	}
	clean, _ := behind.only(text)
	return behind, clean
}

func ascii(s string) bool {
	for _, r := range s {
		if r > '~' || r < ' ' {
			return false
		}
	}
	return true
}

// only is a text in the signs that a font has; all tells whether those were all.
func (f face) only(text string) (clean string, all bool) {
	all = true
	clean = strings.Map(func(r rune) rune {
		switch {
		case unicode.IsControl(r), r == '\u200d', r >= '\ufe00' && r <= '\ufe0f': // joins and variants have no sign
			return -1
		case r > 0xffff, !f.has(r): // what is beyond cannot be written with these fonts
			all = false
			return missing
		}
		return r
	}, text)
	return clean, all
}

func (f face) has(r rune) bool {
	var b sfnt.Buffer
	i, err := f.signs.GlyphIndex(&b, r)
	return err == nil && i != 0
}

func (s Style) points(d *Doc) float64 {
	size := s.Size
	if size == 0 {
		size = usualSize
	}
	if d.Large {
		size *= largeBy
	}
	return size
}

// Plain is a style whose letters are not enlarged in large print: for what has no more room.
func (d *Doc) Plain(s Style) Style {
	if s.Size == 0 {
		s.Size = usualSize
	}
	if d.Large {
		s.Size /= largeBy
	}
	return s
}

// set chooses the font for a text, and returns the text in its signs.
func (d *Doc) set(s Style, text string) string {
	f, clean := d.face(s, text)
	if is := (chosen{f.family, f.style, s.points(d)}); is != d.font {
		if key := [2]string{f.family, f.style}; !d.known[key] { // what is not used is not put in
			d.known[key] = true
			d.pdf.AddUTF8FontFromBytes(f.family, f.style, f.data)
		}
		d.pdf.SetFont(is.family, is.style, is.size)
		d.font = is
	}
	return clean
}

// chosen is the font that is in use on a page.
type chosen struct {
	family, style string
	size          float64
}

// Width is how wide a line of text is.
func (d *Doc) Width(s Style, text string) float64 { return d.pdf.GetStringWidth(d.set(s, text)) }

// LineHigh is how high a line of text is.
func (d *Doc) LineHigh(s Style) float64 { return s.points(d) * 25.4 / 72 * 1.25 }

// Line writes one line of text with its upper edge at y, in the order in which its script is read.
func (d *Doc) Line(x, y float64, s Style, text string) {
	clean := d.set(s, inOrder(text))
	if s.Grey {
		d.pdf.SetTextColor(95, 95, 95)
	} else {
		d.pdf.SetTextColor(20, 20, 20)
	}
	d.pdf.Text(x, y+d.shift+d.LineHigh(s)*0.78, clean)
}

// inOrder is a line as it is seen from left to right.
func inOrder(line string) string {
	if ascii(line) {
		return line
	}
	var p bidi.Paragraph
	if _, err := p.SetString(line); err != nil {
		return line
	}
	order, err := p.Order()
	if err != nil || order.Direction() == bidi.LeftToRight {
		return line
	}
	var b strings.Builder
	for i := range order.NumRuns() {
		run := order.Run(i)
		if run.Direction() == bidi.RightToLeft {
			b.WriteString(bidi.ReverseString(run.String()))
		} else {
			b.WriteString(run.String())
		}
	}
	return b.String()
}

// Wrap breaks a text into lines that fit in a width, between words where it can.
func (d *Doc) Wrap(w float64, s Style, text string) (lines []string) {
	for _, para := range strings.Split(strings.ReplaceAll(text, "\r\n", "\n"), "\n") {
		line := ""
		for _, word := range strings.Fields(para) {
			for {
				next := word
				if line != "" {
					next = line + " " + word
				}
				if d.Width(s, next) <= w {
					line = next
					break
				}
				if line != "" {
					lines, line = append(lines, line), ""
					continue
				}
				head, tail := d.broken(w, s, word)
				lines, word = append(lines, head), tail
				if word == "" {
					break
				}
			}
		}
		if line != "" {
			lines = append(lines, line)
		}
	}
	return lines
}

// broken breaks a word that is wider than a line.
func (d *Doc) broken(w float64, s Style, word string) (head, tail string) {
	runes := []rune(word)
	n := len(runes)
	for n > 1 && d.Width(s, string(runes[:n])) > w {
		n--
	}
	return string(runes[:n]), string(runes[n:])
}

// cut shortens a line to a width.
func (d *Doc) cut(s Style, text string, w float64) string {
	if d.Width(s, text) <= w {
		return text
	}
	runes := []rune(text)
	for n := len(runes) - 1; n > 0; n-- {
		if short := strings.TrimRight(string(runes[:n]), " ,.") + "…"; d.Width(s, short) <= w {
			return short
		}
	}
	return ""
}

// High is how high a text is when it is broken into lines.
func (d *Doc) High(w float64, s Style, text string) float64 {
	return float64(len(d.Wrap(w, s, text))) * d.LineHigh(s)
}

// Text writes a text broken into lines, and returns how high it is.
func (d *Doc) Text(x, y, w float64, s Style, text string) float64 {
	lines := d.Wrap(w, s, text)
	for i, line := range lines {
		d.Line(x, y+float64(i)*d.LineHigh(s), s, line)
	}
	return float64(len(lines)) * d.LineHigh(s)
}

// Fitting writes one line of text, shortened where it does not fit in a width.
func (d *Doc) Fitting(x, y, w float64, s Style, text string) { d.Line(x, y, s, d.cut(s, text, w)) }
