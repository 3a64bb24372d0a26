package export_test

import (
	"bytes"
	"encoding/xml"
	"fmt"
	"io"
	"regexp"
	"strconv"
	"strings"
	"testing"

	"proxenos/core/lesson/sample"
	"proxenos/export"
)

func TestTracingAsSVG(t *testing.T) {
	l := sample.Lesson()
	l.Zones[1].Name = `Ridge & "crest" <`
	write := func(tr export.Tracing) string {
		var b bytes.Buffer
		if err := tr.SVG(&b, l); err != nil {
			t.Fatal(err)
		}
		return b.String()
	}
	plain := write(export.Tracing{})
	var paths []string
	d := xml.NewDecoder(strings.NewReader(plain))
	for {
		token, err := d.Token()
		if err == io.EOF {
			break
		}
		if err != nil {
			t.Fatal(err)
		}
		if e, ok := token.(xml.StartElement); ok && e.Name.Local == "path" {
			for _, a := range e.Attr {
				if a.Name.Local == "id" && strings.HasPrefix(a.Value, "zone-") {
					paths = append(paths, a.Value)
				}
			}
		}
	}
	if fmt.Sprint(paths) != "[zone-sky zone-ridge zone-trees]" {
		t.Errorf("zones %v", paths)
	}
	if !strings.Contains(plain, `width="100mm"`) || !strings.Contains(plain, "M0 28L100 28L100 52L0 52Z") || !strings.Contains(plain, "H105") {
		t.Errorf("not at true size:\n%s", plain)
	}
	if mirrored := write(export.Tracing{Mirror: true}); !strings.Contains(mirrored, "M100 28L0 28L0 52L100 52Z") {
		t.Error("mirrored it is not")
	}
	// 10 mm squares on 100 by 75 mm: nine lines down, seven across, and the horizon.
	if n := strings.Count(write(export.Tracing{Grid: 10}), "<path"); n != strings.Count(plain, "<path")+16 {
		t.Errorf("%d paths with a grid, %d without", n, strings.Count(plain, "<path"))
	}
}

func TestTracingAsPDF(t *testing.T) {
	l := sample.Lesson()
	write := func(tr export.Tracing) []byte {
		var b bytes.Buffer
		if err := tr.PDF(&b, l); err != nil {
			t.Fatal(err)
		}
		return b.Bytes()
	}
	pages := func(pdf []byte) int {
		n, _ := strconv.Atoi(string(regexp.MustCompile(`/Count (\d+)`).FindSubmatch(pdf)[1]))
		return n
	}
	small := write(export.Tracing{})
	if !bytes.HasPrefix(small, []byte("%PDF")) || pages(small) != 1 {
		t.Errorf("100 by 75 mm take %d sheets", pages(small))
	}
	if !bytes.Equal(small, write(export.Tracing{})) {
		t.Error("the same lesson gives other bytes")
	}
	// 400 by 300 mm on A4: upright sheets of 190 by 265 take 3 by 2, across ones of 277
	// by 178 take 2 by 2.
	l.Support.Width, l.Support.Height = 400, 300
	if n := pages(write(export.Tracing{})); n != 4 {
		t.Errorf("400 by 300 mm take %d sheets of A4", n)
	}
	if n := pages(write(export.Tracing{Paper: "letter"})); n != 4 {
		t.Errorf("and %d of letter", n)
	}
	for _, bad := range []export.Tracing{{Paper: "a0"}, {Grid: 1}, {Grid: -3}} {
		if err := bad.PDF(io.Discard, l); err == nil {
			t.Errorf("%+v is drawn", bad)
		}
	}
}
