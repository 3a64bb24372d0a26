package handout_test

import (
	"bytes"
	"context"
	"errors"
	"fmt"
	"io"
	"os/exec"
	"strings"
	"testing"
	"time"

	"proxenos/core/card"
	"proxenos/core/class"
	"proxenos/core/length"
	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
	"proxenos/core/rehearse"
	"proxenos/core/supply"
	"proxenos/export/handout"
	"proxenos/export/paper"
)

// matter is what the handouts of a lesson are made of, for twelve people.
func matter(t testing.TB, l *lesson.Lesson, cell float64) *handout.Matter {
	t.Helper()
	ctx := context.Background()
	m := &handout.Matter{Lesson: l, Class: class.Usual("Twelve at a ridge", 12, time.Date(2027, 3, 4, 18, 0, 0, 0, time.UTC), 120)}
	m.Class.Place = "The long room"
	var err error
	if m.Canvas, err = rehearse.Run(ctx, l, cell, nil); err != nil {
		t.Fatal(err)
	}
	if m.Prep, err = class.Prepare(ctx, m.Class, l, m.Canvas.Reports, supply.Cupboard{People: 1}, nil); err != nil {
		t.Fatal(err)
	}
	if m.Hard, err = card.Hardest(ctx, l, m.Canvas, handout.PracticeMarks); err != nil {
		t.Fatal(err)
	}
	return m
}

func print(t testing.TB, m *handout.Matter, o handout.Order) (pdf []byte, pages int) {
	t.Helper()
	var b bytes.Buffer
	pages, err := handout.Write(context.Background(), &b, m, o, nil)
	if err != nil {
		t.Fatal(err)
	}
	return b.Bytes(), pages
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

// sound fails for fonts that are not inside, pictures coarser than 200 dpi, and words off the page.
func sound(t *testing.T, pdf []byte) {
	t.Helper()
	for i, line := range strings.Split(strings.TrimSpace(read(t, pdf, "pdffonts", "-")), "\n") {
		if fields := strings.Fields(line); i >= 2 && fields[len(fields)-5] != "yes" {
			t.Errorf("not inside: %s", line)
		}
	}
	var wide, high float64
	for _, line := range strings.Split(read(t, pdf, "pdftotext", "-bbox", "-", "-"), "\n") {
		line = strings.TrimSpace(line)
		var x0, y0, x1, y1 float64
		if n, _ := fmt.Sscanf(line, `<page width="%f" height="%f">`, &wide, &high); n == 2 {
			continue
		}
		if n, _ := fmt.Sscanf(line, `<word xMin="%f" yMin="%f" xMax="%f" yMax="%f">`, &x0, &y0, &x1, &y1); n == 4 && (x0 < 25 || y0 < 25 || x1 > wide-25 || y1 > high-25) {
			t.Errorf("off a page of %g by %g: %s", wide, high, line)
		}
	}
}

func TestTheClassPack(t *testing.T) {
	m := matter(t, sample.Lesson(), 2)
	var said []string
	var b bytes.Buffer
	pages, err := handout.Write(t.Context(), &b, m, handout.Order{}, func(s string) { said = append(said, s) })
	if err != nil {
		t.Fatal(err)
	}
	pdf := b.Bytes()
	if pages != paper.Count(pdf) || len(said) != len(handout.Kinds()) {
		t.Errorf("%d pages, and it has %d; %q were laid out", pages, paper.Count(pdf), said)
	}
	sound(t, pdf)
	text := read(t, pdf, "pdftotext", "-layout", "-", "-")
	for _, want := range []string{"Twelve at a ridge", "The long room", "Thursday 4 March 2027, 18:00 to 20:00", "for 12 people", "Tree dark", "6 Titanium white + 2 Yellow ochre", "When a hand goes up",
		"does not certify", "Print at 100 %", handout.Colours, fmt.Sprintf("Page %d of %d", pages, pages)} {
		if !strings.Contains(text, want) {
			t.Errorf("%q is not in it", want)
		}
	}
	// The contents tell the truth: each kind begins on the page that they name.
	sheets := strings.Split(text, "\f")
	for _, k := range handout.Kinds() {
		_, after, ok := strings.Cut(sheets[0], k.Name)
		var page int
		if _, err := fmt.Sscan(after, &page); !ok || err != nil || page < 2 || page > pages {
			t.Errorf("%s is on page %d, %v", k.Name, page, err)
			continue
		}
		marks := map[string]string{"Score on a page": "Score:", "Poster": m.Lesson.Title, "Step cards": "min", "Set-up sheet": "At each place", "Safety sheet": "does not certify", "Practice sheet": "newspaper"}
		want := marks[k.Name]
		if want == "" {
			want = k.Name
		}
		if !strings.Contains(sheets[page-1], want) {
			t.Errorf("page %d is to be %s, and has no %q: %.200s", page, k.Name, want, sheets[page-1])
		}
	}
	for _, line := range strings.Split(strings.TrimSpace(read(t, pdf, "pdfimages", "-list", "-")), "\n")[2:] {
		if f := strings.Fields(line); len(f) > 13 {
			var ppi float64
			if fmt.Sscan(f[12], &ppi); ppi < paper.DPI-2 { // a picture has whole pixels
				t.Errorf("a picture of %g dpi: %s", ppi, line)
			}
		}
	}
	if again, _ := print(t, m, handout.Order{}); len(again) != len(pdf) || read(t, again, "pdftotext", "-layout", "-", "-") != text {
		t.Error("the same class gives another document")
	}
}

func TestEachHandoutAlone(t *testing.T) {
	m := matter(t, sample.Lesson(), 2)
	for _, k := range handout.Kinds() {
		f := paper.Format{Paper: paper.Letter, Units: length.Inches, Large: true}
		pdf, pages := print(t, m, handout.Order{Format: f, Kinds: []handout.Kind{handout.Kind(k.ID)}})
		if pages < 1 || pages > 12 || pages != paper.Count(pdf) {
			t.Errorf("%s: %d pages", k.ID, pages)
		}
		sound(t, pdf)
	}
	four, _ := print(t, m, handout.Order{Kinds: []handout.Kind{handout.Cards}})
	two, _ := print(t, m, handout.Order{Kinds: []handout.Kind{handout.Cards}, Two: true})
	if paper.Count(four) != (len(m.Lesson.Steps)+3)/4 || paper.Count(two) != (len(m.Lesson.Steps)+1)/2 {
		t.Errorf("%d sheets with four cards, %d with two, of %d steps", paper.Count(four), paper.Count(two), len(m.Lesson.Steps))
	}
	inches, _ := print(t, m, handout.Order{Format: paper.Format{Units: length.Inches}, Kinds: []handout.Kind{handout.Cards, handout.Script, handout.Shopping, handout.Setup}})
	if text := read(t, inches, "pdftotext", "-", "-"); strings.Contains(text, " mm") || !strings.Contains(text, " in ") {
		t.Errorf("not all lengths are in inches: %q", text[max(0, strings.Index(text, " mm")-60):])
	}
}

// However much there is to say, all of it stands on its card.
func TestCardsHoldTheMostThatThereCanBe(t *testing.T) {
	l := sample.Lesson()
	long := strings.Repeat("level strokes and then ", 25) // of 600 letters at most
	for i := range l.Mixtures {
		m := &l.Mixtures[i]
		m.Name = fmt.Sprintf("A mixture with a name of sixty letters, %d, for the far shore", i)
		m.Parts = nil
		for k, p := range l.Palette {
			m.Parts = append(m.Parts, lesson.Part{Paint: p, Parts: 1.25 + float64(k)})
		}
	}
	for i := range l.Tools {
		if l.Tools[i].Kind.Brush() {
			l.Tools[i].Width = 70
		}
	}
	for i := range l.Steps {
		l.Steps[i].Words = long + fmt.Sprintf("stop%d.", i)
		l.Steps[i].Stage = "A stage with quite a long name, to be cut"
		if s := &l.Steps[i]; s.Technique.Info().Most >= 3 {
			s.Mixtures = []string{"sky", "ridge", "light"}
		}
	}
	if err := lesson.Check(l); err != nil {
		t.Fatal(err)
	}
	m := matter(t, l, 2)
	for _, o := range []handout.Order{{Kinds: []handout.Kind{handout.Cards}}, {Kinds: []handout.Kind{handout.Cards}, Two: true}} {
		pdf, _ := print(t, m, o)
		sound(t, pdf)
		text := read(t, pdf, "pdftotext", "-", "-")
		for i := range l.Steps {
			if !strings.Contains(text, fmt.Sprintf("stop%d.", i)) {
				t.Errorf("%+v: the words of step %d do not end", o, i+1)
			}
		}
	}
}

func TestOrdersThatCannotBePrinted(t *testing.T) {
	m := matter(t, sample.Lesson(), 2)
	for _, bad := range []handout.Order{{Kinds: []handout.Kind{"banner"}}, {Kinds: []handout.Kind{handout.Cards, handout.Cards}}, {Format: paper.Format{Paper: "a0"}}} {
		if _, err := handout.Write(t.Context(), io.Discard, m, bad, nil); err == nil {
			t.Errorf("%+v is printed", bad)
		}
	}
	ctx, cancel := context.WithCancel(t.Context())
	if _, err := handout.Write(ctx, io.Discard, m, handout.Order{}, func(string) { cancel() }); !errors.Is(err, context.Canceled) {
		t.Errorf("stopped, it says %v", err)
	}
	m.Prep.Map, m.Prep.Unlaid = nil, "Too many piles: take a larger palette."
	pdf, _ := print(t, m, handout.Order{Kinds: []handout.Kind{handout.Palette}})
	if !strings.Contains(read(t, pdf, "pdftotext", "-", "-"), "take a larger palette") {
		t.Error("why there is no palette map is not said")
	}
}

// The class pack of the largest demo, its lesson painted.
func BenchmarkPack(b *testing.B) {
	l, _ := sample.Terraces(b)
	m := matter(b, l, rehearse.FineCell)
	b.ResetTimer()
	for b.Loop() {
		pdf, pages := print(b, m, handout.Order{})
		b.ReportMetric(float64(pages), "pages")
		b.ReportMetric(float64(len(pdf))/1e6, "MB")
	}
}
