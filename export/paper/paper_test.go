package paper_test

import (
	"bytes"
	"fmt"
	"image"
	"image/color"
	"math/rand/v2"
	"os/exec"
	"strings"
	"testing"

	"proxenos/core/length"
	"proxenos/export/paper"
)

func doc(t *testing.T, f paper.Format) *paper.Doc {
	t.Helper()
	d, err := paper.New("A test", f)
	if err != nil {
		t.Fatal(err)
	}
	return d
}

func written(t *testing.T, d *paper.Doc) []byte {
	t.Helper()
	var b bytes.Buffer
	if err := d.Write(&b); err != nil {
		t.Fatal(err)
	}
	return b.Bytes()
}

// read is what a reader of PDFs that is none of ours makes of a document.
func read(t *testing.T, pdf []byte, tool string, args ...string) string {
	t.Helper()
	cmd := exec.Command(tool, args...)
	cmd.Stdin = bytes.NewReader(pdf)
	out, err := cmd.Output()
	if err != nil {
		t.Fatalf("%s: %v: install poppler-utils", tool, err)
	}
	return string(out)
}

// Names in any script are written: what the fonts have as it is read, what they do not have as
// an empty box, and nothing ends the document.
func TestTextInAnyScript(t *testing.T) {
	d := doc(t, paper.Format{})
	r := d.Page(false, "")
	y := r.Y
	for _, text := range []string{"Łódź, naïve, Ærø", "Ωmega и кириллица", "Հայերեն ქართული", "עברית", "絵の具", "paint 🎨 here", "a\x00b\tc\u200dd", "", "   ", "± × ≥ ΔE"} {
		y += d.Text(r.X, y, r.W, paper.Style{Head: len(text)%2 == 0}, text) + 2
	}
	pdf := written(t, d)
	text := read(t, pdf, "pdftotext", "-", "-")
	for _, want := range []string{"Łódź, naïve, Ærø", "Ωmega и кириллица", "Հայերեն ქართული", "□□□", "paint □ here", "± × ≥ ΔE"} {
		if !strings.Contains(text, want) {
			t.Errorf("%q is not read in %q", want, text)
		}
	}
	if !strings.Contains(text, "עברית") && !strings.Contains(text, "תירבע") {
		t.Errorf("no Hebrew in %q", text)
	}
	for i, line := range strings.Split(strings.TrimSpace(read(t, pdf, "pdffonts", "-")), "\n") {
		if fields := strings.Fields(line); i >= 2 && fields[len(fields)-5] != "yes" {
			t.Errorf("not inside: %s", line)
		}
	}
}

// However a text is, no line is wider than it may be, and nothing of it is lost.
func TestLinesFitAndLoseNothing(t *testing.T) {
	rng := rand.New(rand.NewPCG(1, 2))
	d := doc(t, paper.Format{})
	for range 200 {
		var words []string
		for range rng.IntN(30) {
			words = append(words, strings.Repeat(string(rune('a'+rng.IntN(26))), 1+rng.IntN(40)))
		}
		text := strings.Join(words, " ")
		wide := 8 + 100*rng.Float64()
		s := paper.Style{Size: 6 + 10*rng.Float64(), Bold: rng.IntN(2) == 0}
		lines := d.Wrap(wide, s, text)
		for _, line := range lines {
			if d.Width(s, line) > wide+1e-9 && len([]rune(line)) > 1 {
				t.Fatalf("%q is %.1f mm wide, more than %.1f", line, d.Width(s, line), wide)
			}
		}
		if strings.ReplaceAll(strings.Join(lines, ""), " ", "") != strings.ReplaceAll(text, " ", "") {
			t.Fatalf("%q became %q", text, lines)
		}
	}
}

// A text over several pages fills them evenly, and a heading stays with what it heads.
func TestNoPageHasTwoLinesOnIt(t *testing.T) {
	for n := 40; n < 120; n += 7 {
		d := doc(t, paper.Format{})
		f := paper.Flow{Name: "Lines"}
		for i := range n {
			if i%20 == 0 {
				f.Blocks = append(f.Blocks, paper.Title(fmt.Sprintf("Part %d", i)))
			}
			f.Blocks = append(f.Blocks, paper.Para{Text: fmt.Sprintf("line %d", i)})
		}
		d.Flow(f)
		pdf := written(t, d)
		pages := strings.Split(strings.TrimSuffix(read(t, pdf, "pdftotext", "-layout", "-", "-"), "\f"), "\f")
		if len(pages) != paper.Count(pdf) || len(pages) != d.Pages() {
			t.Fatalf("%d, %d and %d pages", len(pages), paper.Count(pdf), d.Pages())
		}
		for k, page := range pages {
			lines := strings.Fields(strings.ReplaceAll(page, "line ", "line"))
			count := strings.Count(strings.Join(lines, " "), "line")
			if least := n / len(pages) * 2 / 3; count < least {
				t.Errorf("%d lines: page %d has %d of them", n, k+1, count)
			}
			body := strings.Split(strings.TrimSpace(page), "\n")
			if last := body[len(body)-2]; strings.Contains(last, "Part") {
				t.Errorf("%d lines: page %d ends with %q", n, k+1, last)
			}
		}
	}
}

// What is drawn at true size is at true size: the line to check by is 100 mm, or 4 inches.
func TestTrueSize(t *testing.T) {
	for _, f := range []paper.Format{{}, {Paper: paper.Letter, Units: length.Inches}} {
		drawn := 0
		d := doc(t, f)
		d.Tile(paper.Tiling{Width: 400, Height: 300, Name: "A square", Draw: func(d *paper.Doc, dx, dy float64) {
			drawn++
			d.Box(paper.Rect{X: dx, Y: dy, W: 400, H: 300}, 0.5)
		}})
		pdf := written(t, d)
		if drawn != 4 || paper.Count(pdf) != 4 {
			t.Errorf("%+v: %d sheets", f, paper.Count(pdf))
		}
		text := read(t, pdf, "pdftotext", "-", "-")
		want := "100 mm. A square: row 2 of 2, column 1 of 2."
		if f.Units == length.Inches {
			want = "4 in. A square: row 2 of 2, column 1 of 2."
		}
		if !strings.Contains(text, want) {
			t.Errorf("%+v: %q is not in %q", f, want, text)
		}
	}
	// A ruler: at 254 dpi a pixel is a tenth of a mm.
	d := doc(t, paper.Format{})
	d.Page(false, "")
	d.Check(20, 50, "")
	pgm := read(t, written(t, d), "pdftoppm", "-r", "254", "-gray", "-")
	img, rest := pgm, ""
	var wide, high, most int
	if _, err := fmt.Sscanf(img, "P5\n%d %d\n%d\n", &wide, &high, &most); err != nil {
		t.Fatal(err)
	}
	rest = img[len(img)-wide*high:]
	row := rest[500*wide : 501*wide]
	first, last := strings.IndexFunc(row, func(r rune) bool { return r < 128 }), -1
	for i := range row[:1220] {
		if row[i] < 128 {
			last = i
		}
	}
	if first < 197 || first > 201 || last < 1197 || last > 1202 {
		t.Errorf("the line is from %d to %d tenths of a mm", first, last)
	}
}

// The contents are written on a page before, whichever way round the pages lie.
func TestContentsOfPagesThatLieAcross(t *testing.T) {
	make := func() []byte {
		d := doc(t, paper.Format{})
		r := d.Page(false, "")
		for i, across := range []bool{true, false, true} {
			d.Chapter(fmt.Sprintf("Chapter %d", i+1))
			d.Page(across, "a foot")
			img := image.NewGray(image.Rect(0, 0, 9, 7))
			img.Set(3, 3, color.White)
			d.Picture(paper.Rect{X: 20, Y: 20, W: 90, H: 90}, img)
		}
		d.Contents(1, r, paper.Style{Size: 12})
		return written(t, d)
	}
	pdf := make()
	boxes := read(t, pdf, "pdftotext", "-bbox", "-", "-")
	var wide, high float64
	words := 0
	for _, line := range strings.Split(boxes, "\n") {
		if n, _ := fmt.Sscanf(strings.TrimSpace(line), `<page width="%f" height="%f">`, &wide, &high); n == 2 {
			continue
		}
		var x0, y0, x1, y1 float64
		if n, _ := fmt.Sscanf(strings.TrimSpace(line), `<word xMin="%f" yMin="%f" xMax="%f" yMax="%f">`, &x0, &y0, &x1, &y1); n == 4 {
			words++
			if x0 < 20 || y0 < 20 || x1 > wide-20 || y1 > high-20 {
				t.Errorf("off a page of %g by %g: %s", wide, high, line)
			}
		}
	}
	first, _, _ := strings.Cut(read(t, pdf, "pdftotext", "-layout", "-", "-"), "\f")
	if words < 30 || !strings.Contains(first, "Chapter 3") || !strings.Contains(first, "Page 1 of 4") {
		t.Errorf("%d words; the first page says %q", words, first)
	}
	if !bytes.Equal(pdf, make()) {
		t.Error("the same content gives other bytes")
	}
	if paper.Count([]byte("no document")) != 0 {
		t.Error("something else has pages")
	}
}

func TestFormatsThatAreNotKnown(t *testing.T) {
	for _, f := range []paper.Format{{Paper: "a0"}, {Units: "cubits"}} {
		if _, err := paper.New("x", f); err == nil {
			t.Errorf("%+v is printed", f)
		}
	}
}
