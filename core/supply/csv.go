package supply

import (
	"bufio"
	"encoding/csv"
	"errors"
	"fmt"
	"io"
	"math"
	"strconv"
	"strings"

	"proxenos/core/lesson"
	"proxenos/core/paint"
)

// columns are those of a cupboard as CSV, in the order in which they are written; they are
// read in any.
var columns = []string{"what", "item", "name", "mm", "amount", "unit"}

// mostLines bounds what is read.
const mostLines = 2*MostKept + 10

// WriteCSV writes a cupboard as a table: people, then paints in ml, then tools in pieces.
func (c Cupboard) WriteCSV(w io.Writer) error {
	rows := [][]string{columns, {"people", "", "", "", strconv.Itoa(c.People), "people"}}
	for _, s := range c.Paints {
		p, _ := paint.Find(s.Paint)
		rows = append(rows, []string{"paint", s.Paint, p.Name, "", number(s.Ml), "ml"})
	}
	for _, r := range c.Tools {
		rows = append(rows, []string{"tool", string(r.Kind), lesson.Words().Tool(r.Kind), number(r.Width), strconv.Itoa(r.Pieces), "pieces"})
	}
	return csv.NewWriter(w).WriteAll(rows)
}

// ReadCSV reads a cupboard as [Cupboard.WriteCSV] writes it; names and units are for people
// and not read. It fails with the line, what is wrong there and the cure.
func ReadCSV(r io.Reader) (Cupboard, error) {
	c := Cupboard{People: 1, Paints: []Stock{}, Tools: []Rack{}}
	buffered := bufio.NewReader(r)
	in := csv.NewReader(buffered)
	in.Comma = separator(buffered)
	in.FieldsPerRecord, in.ReuseRecord, in.TrimLeadingSpace = -1, true, in.Comma != '\t'
	at := map[string]int{}
	for line := 1; ; line++ {
		row, err := in.Read()
		switch {
		case errors.Is(err, io.EOF) && line > 1:
			return c, c.Check()
		case errors.Is(err, io.EOF):
			return c, errors.New("the table is empty: give a line that names the columns what, item, mm and amount")
		case err != nil:
			var where *csv.ParseError
			if errors.As(err, &where) {
				line = where.Line
			}
			return c, fmt.Errorf("line %d is no line of comma-separated values: close its quotes, or leave them out", line)
		case line > mostLines:
			return c, fmt.Errorf("the table has over %d lines: keep fewer", mostLines)
		}
		field := func(name string) string {
			if k, ok := at[name]; ok && k < len(row) {
				return strings.TrimSpace(row[k])
			}
			return ""
		}
		if line == 1 {
			for k, name := range row {
				at[strings.ToLower(strings.TrimSpace(strings.TrimPrefix(name, "\ufeff")))] = k
			}
			for _, name := range []string{"what", "item", "amount"} {
				if _, ok := at[name]; !ok {
					return c, fmt.Errorf("line 1 names no column %q: name what, item, mm and amount", name)
				}
			}
			continue
		}
		if err := c.take(field); err != nil {
			return c, fmt.Errorf("line %d: %w", line, err)
		}
	}
}

// separator is what stands between the values of a table: where a comma parts a number from
// its decimals other programs write a semicolon, or a tab.
func separator(r *bufio.Reader) rune {
	head, _ := r.Peek(mostHead)
	line, _, _ := strings.Cut(string(head), "\n")
	best, most := ',', 0
	for _, c := range ",;\t" {
		if n := strings.Count(line, string(c)); n > most {
			best, most = c, n
		}
	}
	return best
}

// mostHead is how many bytes the first line of a table has at most.
const mostHead = 2000

// take adds what one line of a table says.
func (c *Cupboard) take(field func(string) string) error {
	what := strings.ToLower(field("what"))
	if what == "" && field("item") == "" && field("amount") == "" {
		return nil // an empty line
	}
	amount, err := figure("amount", field("amount"))
	switch {
	case err != nil:
		return err
	case what != "paint" && amount != math.Trunc(amount):
		return fmt.Errorf("amount is %g: give a whole number", amount)
	}
	switch what {
	case "people":
		c.People = int(amount)
	case "paint":
		c.Paints = append(c.Paints, Stock{field("item"), amount})
	case "tool":
		mm, err := figure("mm", field("mm"))
		if err != nil {
			return err
		}
		c.Tools = append(c.Tools, Rack{lesson.ToolKind(field("item")), mm, int(amount)})
	default:
		return fmt.Errorf("what is %q: give people, paint or tool", short(what))
	}
	return nil
}

// figure reads a number that may stand with a comma.
func figure(name, text string) (float64, error) {
	v, err := strconv.ParseFloat(strings.Replace(text, ",", ".", 1), 64)
	if err != nil || math.IsNaN(v) || v < 0 || v > MostMl {
		return 0, fmt.Errorf("%s is %q: give a number from 0 to %g", name, short(text), MostMl)
	}
	return v, nil
}

func number(v float64) string { return strconv.FormatFloat(v, 'f', -1, 64) }
