package cgats_test

import (
	"bytes"
	"errors"
	"fmt"
	"math"
	"strings"
	"testing"

	"proxenos/core/paint"
	"proxenos/core/spectrum"
	"proxenos/export/cgats"
)

func catalogue() (out []cgats.Sample) {
	for _, p := range paint.All() {
		out = append(out, cgats.Sample{ID: p.Key, Name: p.Name, Reflectance: paint.Seen(p.Coat.Opaque())})
	}
	return out
}

func TestWhatIsWrittenIsRead(t *testing.T) {
	var b bytes.Buffer
	in := catalogue()
	in[3].Name = `a "quoted" name`
	if err := cgats.Write(&b, "Catalogue", in); err != nil {
		t.Fatal(err)
	}
	out, err := cgats.Read(&b)
	if err != nil || len(out) != len(in) {
		t.Fatalf("%d of %d samples, %v", len(out), len(in), err)
	}
	for i := range in {
		if out[i].ID != in[i].ID || i != 3 && out[i].Name != in[i].Name {
			t.Errorf("%q %q came back as %q %q", in[i].ID, in[i].Name, out[i].ID, out[i].Name)
		}
		for k := range in[i].Reflectance {
			if math.Abs(out[i].Reflectance[k]-in[i].Reflectance[k]) > 1e-6 {
				t.Fatalf("%s at %.0f nm: %v, was %v", in[i].ID, spectrum.Wavelength(k), out[i].Reflectance[k], in[i].Reflectance[k])
			}
		}
	}
}

// file writes a file with bands from, to, step and rows of one figure each.
func file(from, to, step int, prefix string, rows ...string) string {
	var b strings.Builder
	b.WriteString("CGATS.17\nBEGIN_DATA_FORMAT\nSAMPLE_ID")
	n := 0
	for nm := from; nm <= to; nm += step {
		fmt.Fprintf(&b, " %s%d", prefix, nm)
		n++
	}
	b.WriteString("\nEND_DATA_FORMAT\nBEGIN_DATA\n")
	for i, r := range rows {
		fmt.Fprintf(&b, "s%d%s\n", i, strings.Repeat(" "+r, n))
	}
	return b.String() + "END_DATA\n"
}

func TestWaysToWriteTheSame(t *testing.T) {
	for name, text := range map[string]string{
		"10 nm": file(380, 730, 10, "SPECTRAL_NM_", "0.5"), "20 nm": file(400, 700, 20, "NM", "0.5"),
		"percent": file(360, 830, 10, "SPEC_", "50"), "small letters": file(380, 730, 10, "nm_", "0.5"),
		"decimal commas":  file(380, 730, 10, "SPEC_", "0,5"),
		"comma in norm":   strings.Replace(file(380, 730, 10, "SPEC_", "50,0"), "BEGIN_DATA_FORMAT", "SPECTRAL_NORM \"100,0\"\nBEGIN_DATA_FORMAT", 1),
		"comments":        "# measured at noon\n" + file(380, 730, 10, "R_", "0.5"),
		"percent by norm": strings.Replace(file(380, 730, 10, "SPEC_", "50"), "BEGIN_DATA_FORMAT", "SPECTRAL_NORM \"100\"\nBEGIN_DATA_FORMAT", 1),
	} {
		out, err := cgats.Read(strings.NewReader(text))
		if err != nil || len(out) != 1 || out[0].ID != "s0" {
			t.Errorf("%s: %v, %v", name, out, err)
			continue
		}
		for k, v := range out[0].Reflectance {
			if math.Abs(v-0.5) > 1e-9 {
				t.Errorf("%s: %v at %.0f nm", name, v, spectrum.Wavelength(k))
				break
			}
		}
	}
}

func TestBrokenFilesSayWhere(t *testing.T) {
	good := file(380, 730, 10, "SPEC_", "0.5")
	for name, c := range map[string]struct{ text, says string }{
		"empty":             {"", "without BEGIN_DATA_FORMAT"},
		"no rows":           {file(380, 730, 10, "SPEC_"), "without samples"},
		"no bands":          {"BEGIN_DATA_FORMAT\nSAMPLE_ID LAB_L\nEND_DATA_FORMAT\nBEGIN_DATA\n1 50\nEND_DATA", "0 spectral bands"},
		"5 nm":              {file(380, 730, 5, "SPEC_", "0.5"), "5 nm apart"},
		"too short":         {file(450, 650, 10, "SPEC_", "0.5"), "cover 450 to 650"},
		"a gap":             {strings.Replace(good, " SPEC_500", "", 1), "not 10 nm apart"},
		"over one":          {file(380, 730, 10, "SPEC_", "1.3"), "reflectance of 1.3"},
		"negative":          {file(380, 730, 10, "SPEC_", "-0.2"), "reflectance of -0.2"},
		"not a number":      {file(380, 730, 10, "SPEC_", "NaN"), "NaN"},
		"a word":            {file(380, 730, 10, "SPEC_", "half"), "half"},
		"a figure too few":  {strings.Replace(good, "s0 0.5", "s0", 1), "36 figures for 37 fields"},
		"an open quotation": {"ORIGINATOR \"me\nBEGIN_DATA_FORMAT", "quotation"},
		"a norm of nothing": {"SPECTRAL_NORM 0\n" + good, "SPECTRAL_NORM"},
		"a long line":       {strings.Repeat("x", 70<<10), "longer than"},
	} {
		_, err := cgats.Read(strings.NewReader(c.text))
		var where *cgats.Error
		if !errors.As(err, &where) || !strings.Contains(err.Error(), c.says) || where.Cure == "" {
			t.Errorf("%s: %v", name, err)
		}
	}
}

func TestTooManyRowsAreRefused(t *testing.T) {
	rows := make([]string, 100000)
	for i := range rows {
		rows[i] = "0.5"
	}
	_, err := cgats.Read(strings.NewReader(file(400, 700, 20, "SPEC_", rows...)))
	if err == nil || !strings.Contains(err.Error(), "at most 5000 samples") {
		t.Errorf("%v", err)
	}
}

func FuzzRead(f *testing.F) {
	f.Add(file(380, 730, 10, "SPEC_", "0.5"))
	f.Add("BEGIN_DATA_FORMAT\n\"a b\" NM400\nEND_DATA_FORMAT\nBEGIN_DATA\n# x\n1 2\n")
	f.Fuzz(func(t *testing.T, text string) {
		out, err := cgats.Read(strings.NewReader(text))
		if err != nil {
			return
		}
		for _, s := range out {
			for _, v := range s.Reflectance {
				if !(v >= 0 && v <= 1) {
					t.Fatalf("reflectance %v", v)
				}
			}
		}
		var b bytes.Buffer
		if err := cgats.Write(&b, "again", out); err != nil {
			t.Fatal(err)
		}
		if again, err := cgats.Read(&b); err != nil || len(again) != len(out) {
			t.Fatalf("what was read cannot be written and read: %v", err)
		}
	})
}
