// Package cgats reads and writes reflectance spectra as CGATS text (CGATS.17 syntax): a
// header of keywords, the names of the fields, and a row a sample.
package cgats

import (
	"bufio"
	"fmt"
	"io"
	"math"
	"strconv"
	"strings"

	"proxenos/core/spectrum"
)

// Bounds of a file that is read.
const (
	MaxSamples = 5000
	maxFields  = 500
	maxLine    = 64 << 10
)

// A Sample is one measured colour.
type Sample struct {
	ID, Name    string
	Reflectance spectrum.Spectrum // 0-1
}

// An Error says where a file is wrong and what cures it.
type Error struct {
	Line    int
	Problem string
	Cure    string
}

func (e *Error) Error() string { return fmt.Sprintf("line %d %s: %s", e.Line, e.Problem, e.Cure) }

// Read reads the samples of a file. Bands may be 10 or 20 nm apart and must cover 400
// to 700 nm; 20 nm are drawn out, and ends that are missing are continued. Figures
// may be fractions or percent. Errors are of type [*Error], but for those of r.
func Read(r io.Reader) ([]Sample, error) {
	p := &parser{}
	scan := bufio.NewScanner(r)
	scan.Buffer(make([]byte, 4096), maxLine)
	for scan.Scan() {
		p.line++
		if err := p.take(scan.Text()); err != nil {
			return nil, err
		}
	}
	if err := scan.Err(); err != nil {
		if err == bufio.ErrTooLong {
			return nil, &Error{p.line + 1, fmt.Sprintf("is longer than %d kB", maxLine>>10), "write a row a line"}
		}
		return nil, err
	}
	return p.samples()
}

// parser gathers a file.
type parser struct {
	line   int
	inside string // "format" or "data" between BEGIN and END
	fields []string
	at     int // line of the fields
	rows   [][]string
	lines  []int
	norm   float64 // what stands for a reflectance of 1, if the file says
}

func (p *parser) fail(problem, cure string) error { return &Error{p.line, problem, cure} }

func (p *parser) take(line string) error {
	words, err := split(line)
	if err != nil {
		return p.fail(err.Error(), "close the quotes")
	}
	if len(words) == 0 {
		return nil
	}
	switch words[0] {
	case "BEGIN_DATA_FORMAT":
		p.inside, p.at = "format", p.line
		return nil
	case "BEGIN_DATA":
		p.inside = "data"
		return nil
	case "END_DATA_FORMAT", "END_DATA":
		p.inside = ""
		return nil
	case "SPECTRAL_NORM":
		if len(words) > 1 {
			p.norm, err = number(words[1])
		}
		if err != nil || len(words) < 2 || !(p.norm > 0) || math.IsInf(p.norm, 0) {
			return p.fail("has no sound SPECTRAL_NORM", "give 1 or 100")
		}
		return nil
	}
	switch p.inside {
	case "format":
		if p.fields = append(p.fields, words...); len(p.fields) > maxFields {
			return p.fail(fmt.Sprintf("brings the fields to over %d", maxFields), "keep one spectrum a sample")
		}
	case "data":
		if len(p.rows) == MaxSamples {
			return p.fail(fmt.Sprintf("is sample number %d", MaxSamples+1), fmt.Sprintf("give at most %d samples", MaxSamples))
		}
		p.rows, p.lines = append(p.rows, words), append(p.lines, p.line)
	}
	return nil
}

// split cuts a line into words; what stands in quotes is one, and # begins a comment.
func split(line string) (words []string, err error) {
	for {
		line = strings.TrimLeft(line, " \t\r")
		if line == "" || line[0] == '#' {
			return words, nil
		}
		if line[0] == '"' {
			end := strings.IndexByte(line[1:], '"')
			if end < 0 {
				return nil, fmt.Errorf("has a quotation that does not end")
			}
			words, line = append(words, line[1:1+end]), line[end+2:]
			continue
		}
		end := strings.IndexAny(line, " \t\r")
		if end < 0 {
			end = len(line)
		}
		words, line = append(words, line[:end]), line[end:]
	}
}

// wavelength reads the nm in the name of a spectral field: SPECTRAL_NM_380, NM380,
// SPEC_380 and the like; 0 for other fields.
func wavelength(field string) int {
	name := strings.ToUpper(field)
	for _, stem := range []string{"SPECTRAL_NM", "SPECTRAL", "SPEC", "NM", "R"} {
		if rest, ok := strings.CutPrefix(name, stem); ok {
			if nm, err := strconv.Atoi(strings.Trim(rest, "_")); err == nil && nm >= 300 && nm <= 1100 {
				return nm
			}
		}
	}
	return 0
}

// samples makes spectra of what was gathered.
func (p *parser) samples() ([]Sample, error) {
	if len(p.fields) == 0 {
		return nil, p.fail("ends a file without BEGIN_DATA_FORMAT and fields", "name the fields, as SAMPLE_ID SPECTRAL_NM_380 ...")
	}
	if len(p.rows) == 0 {
		return nil, p.fail("ends a file without samples", "give rows between BEGIN_DATA and END_DATA")
	}
	var nms, columns []int
	id, name := -1, -1
	for i, f := range p.fields {
		switch nm := wavelength(f); {
		case nm > 0:
			nms, columns = append(nms, nm), append(columns, i)
		case strings.EqualFold(f, "SAMPLE_ID"):
			id = i
		case strings.EqualFold(f, "SAMPLE_NAME"), strings.EqualFold(f, "SAMPLE_LOC"):
			name = i
		}
	}
	if err := p.grid(nms); err != nil {
		return nil, err
	}
	out := make([]Sample, 0, len(p.rows))
	for k, row := range p.rows {
		if len(row) != len(p.fields) {
			return nil, &Error{p.lines[k], fmt.Sprintf("has %d figures for %d fields", len(row), len(p.fields)), "give one for every field"}
		}
		s := Sample{ID: strconv.Itoa(k + 1)}
		if id >= 0 {
			s.ID = row[id]
		}
		if name >= 0 {
			s.Name = row[name]
		}
		figures := make([]float64, len(columns))
		most := 0.0
		for j, c := range columns {
			v, err := number(row[c])
			if err != nil || math.IsNaN(v) || math.IsInf(v, 0) {
				return nil, &Error{p.lines[k], fmt.Sprintf("has %q at %d nm", shorten(row[c]), nms[j]), "give a number"}
			}
			figures[j], most = v, max(most, v)
		}
		norm := p.norm
		if norm == 0 { // fractions, unless some figure can only be percent
			norm = 1
			if most > 1.5 {
				norm = 100
			}
		}
		for j := range figures {
			if figures[j] /= norm; figures[j] < 0 || figures[j] > 1.05 {
				return nil, &Error{p.lines[k], fmt.Sprintf("has a reflectance of %.3g at %d nm", figures[j], nms[j]), "give 0 to 1, or percent; calibrate on white and measure again"}
			}
		}
		s.Reflectance = drawn(nms, figures)
		out = append(out, s)
	}
	return out, nil
}

// number reads a figure, whose decimals may stand behind a comma.
func number(text string) (float64, error) {
	return strconv.ParseFloat(strings.Replace(text, ",", ".", 1), 64)
}

// grid checks that bands rise evenly by 10 or 20 nm and cover what is seen.
func (p *parser) grid(nms []int) error {
	bad := func(problem string) error {
		return &Error{p.at, problem, "give bands 10 or 20 nm apart that cover 400 to 700 nm"}
	}
	if len(nms) < 2 {
		return bad(fmt.Sprintf("begins fields with %d spectral bands", len(nms)))
	}
	step := nms[1] - nms[0]
	for i := 1; i < len(nms); i++ {
		if nms[i]-nms[i-1] != step {
			return bad(fmt.Sprintf("begins fields whose bands at %d and %d nm are not %d nm apart", nms[i-1], nms[i], step))
		}
	}
	if step != 10 && step != 20 {
		return bad(fmt.Sprintf("begins fields with bands %d nm apart", step))
	}
	if nms[0] > 400 || nms[len(nms)-1] < 700 {
		return bad(fmt.Sprintf("begins fields that cover %d to %d nm", nms[0], nms[len(nms)-1]))
	}
	return nil
}

// drawn puts figures at even wavelengths onto the bands of a spectrum.
func drawn(nms []int, figures []float64) spectrum.Spectrum {
	step := float64(nms[1] - nms[0])
	return spectrum.FromFunc(func(nm float64) float64 {
		x := min(float64(len(nms)-1), max(0, (nm-float64(nms[0]))/step))
		i := min(len(nms)-2, int(x))
		return min(1, figures[i]+(figures[i+1]-figures[i])*(x-float64(i)))
	})
}

func shorten(s string) string {
	if len(s) > 20 {
		return s[:20] + "…"
	}
	return s
}

// Write writes samples in percent, in the dialect for spectra that other colour tools
// read, so that [Read] gives them back to six decimals.
func Write(w io.Writer, title string, samples []Sample) error {
	b := bufio.NewWriter(w)
	keyword := func(name, value string) { fmt.Fprintf(b, "KEYWORD \"%s\"\n%s %s\n", name, name, quote(value)) }
	fmt.Fprintf(b, "SPECT\n\nORIGINATOR \"Proxenos\"\nDESCRIPTOR %s\n", quote(title))
	keyword("SPECTRAL_BANDS", strconv.Itoa(spectrum.Bands))
	keyword("SPECTRAL_START_NM", fmt.Sprintf("%.1f", spectrum.Wavelength(0)))
	keyword("SPECTRAL_END_NM", fmt.Sprintf("%.1f", spectrum.Wavelength(spectrum.Bands-1)))
	keyword("SPECTRAL_NORM", "100.0")
	keyword("MEAS_TYPE", "REFLECTIVE")
	fmt.Fprintf(b, "\nNUMBER_OF_FIELDS %d\nBEGIN_DATA_FORMAT\nSAMPLE_ID SAMPLE_NAME", spectrum.Bands+2)
	for i := range spectrum.Bands {
		fmt.Fprintf(b, " SPEC_%.0f", spectrum.Wavelength(i))
	}
	fmt.Fprintf(b, "\nEND_DATA_FORMAT\n\nNUMBER_OF_SETS %d\nBEGIN_DATA\n", len(samples))
	for _, s := range samples {
		fmt.Fprintf(b, "%s %s", quote(s.ID), quote(s.Name))
		for _, v := range s.Reflectance {
			fmt.Fprintf(b, " %.4f", 100*v)
		}
		fmt.Fprintln(b)
	}
	fmt.Fprint(b, "END_DATA\n")
	return b.Flush()
}

// quote makes one word of a text; the format has no way to write a quotation mark.
func quote(s string) string {
	return `"` + strings.Map(func(r rune) rune {
		if r == '"' || r < ' ' {
			return '\''
		}
		return r
	}, s) + `"`
}
