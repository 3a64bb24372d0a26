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
var columns = []string{"what", "item", "name", "mm", "amount", "unit", "sold", "opened", "limit", "rate"}

// mostLines bounds what is read.
const mostLines = 3*MostKept + 10

// WriteCSV writes a cupboard as a table: people and currency, then paints, tools and other goods.
// What is sold stands as sizes with their prices: "37@5.20 150@14.80".
func (c Cupboard) WriteCSV(w io.Writer) error {
	rows := [][]string{columns, {"people", "", "", "", strconv.Itoa(c.People), "people", "", "", "", ""}}
	if c.Currency != "" {
		rows = append(rows, []string{"currency", c.Currency, "", "", "", "", "", "", "", ""})
	}
	for _, s := range c.Paints {
		p, _ := paint.Find(s.Paint)
		rows = append(rows, []string{"paint", s.Paint, p.Name, "", number(s.Ml), "ml", sold(s.Sold), yes(s.Opened), "", ""})
	}
	for _, r := range c.Tools {
		price := ""
		if r.Price > 0 {
			price = sold([]Pack{{1, r.Price}})
		}
		rows = append(rows, []string{"tool", string(r.Kind), lesson.Words().Tool(r.Kind), number(r.Width), strconv.Itoa(r.Pieces), "pieces", price, "", "", ""})
	}
	for _, g := range c.Goods {
		info, _ := g.Kind.Info()
		rows = append(rows, []string{"good", string(g.Kind), info.Name, size(g.Width, g.Height), number(g.Has), info.Unit, sold(g.Sold), "", some(g.Limit), some(g.Rate)})
	}
	return csv.NewWriter(w).WriteAll(rows)
}

// sold writes sizes with their prices.
func sold(packs []Pack) string {
	var out []string
	for _, p := range packs {
		out = append(out, fmt.Sprintf("%d@%d.%02d", p.Amount, p.Price/100, p.Price%100))
	}
	return strings.Join(out, " ")
}

// size writes one side or two, mm.
func size(width, height float64) string {
	if height == 0 {
		return some(width)
	}
	return number(width) + "x" + number(height)
}

func some(v float64) string {
	if v == 0 {
		return ""
	}
	return number(v)
}

func yes(v bool) string {
	if v {
		return "yes"
	}
	return ""
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
	if what == "currency" {
		c.Currency = field("item")
		return nil
	}
	amount, err := figure("amount", field("amount"))
	switch {
	case err != nil:
		return err
	case what != "paint" && what != "good" && amount != math.Trunc(amount):
		return fmt.Errorf("amount is %g: give a whole number", amount)
	}
	packs, err := readSold(field("sold"))
	if err != nil {
		return err
	}
	switch what {
	case "people":
		c.People = int(amount)
	case "paint":
		c.Paints = append(c.Paints, Stock{Paint: field("item"), Ml: amount, Opened: isYes(field("opened")), Sold: packs})
	case "tool":
		mm, err := figure("mm", field("mm"))
		if err != nil {
			return err
		}
		r := Rack{Kind: lesson.ToolKind(field("item")), Width: mm, Pieces: int(amount)}
		if len(packs) > 0 {
			r.Price = (packs[0].Price + packs[0].Amount/2) / packs[0].Amount
		}
		c.Tools = append(c.Tools, r)
	case "good":
		g := Good{Kind: GoodKind(field("item")), Has: amount, Sold: packs}
		if g.Width, g.Height, err = readSize(field("mm")); err != nil {
			return err
		}
		for name, to := range map[string]*float64{"limit": &g.Limit, "rate": &g.Rate} {
			if text := field(name); text != "" {
				if *to, err = figure(name, text); err != nil {
					return err
				}
			}
		}
		c.Goods = append(c.Goods, g)
	default:
		return fmt.Errorf("what is %q: give people, currency, paint, tool or good", short(what))
	}
	return nil
}

// isYes reads a mark as people make it.
func isYes(text string) bool {
	switch strings.ToLower(text) {
	case "yes", "y", "x", "true", "1", "open", "opened":
		return true
	}
	return false
}

// readSold reads sizes with their prices as [Cupboard.WriteCSV] writes them.
func readSold(text string) (out []Pack, err error) {
	for _, part := range strings.Fields(text) {
		amount, price, _ := strings.Cut(part, "@")
		n, wrong := strconv.Atoi(amount)
		each := 0.0
		if price != "" && wrong == nil {
			each, wrong = figure("price", price)
		}
		if wrong != nil {
			return nil, fmt.Errorf("sold is %q: write sizes with their prices, as 37@5.20 150@14.80", short(text))
		}
		out = append(out, Pack{n, int(math.Round(each * 100))})
	}
	return out, nil
}

// readSize reads one side or two, mm.
func readSize(text string) (width, height float64, err error) {
	if text == "" {
		return 0, 0, nil
	}
	one, two, both := strings.Cut(strings.ReplaceAll(strings.ToLower(text), "×", "x"), "x")
	if width, err = figure("mm", strings.TrimSpace(one)); err == nil && both {
		height, err = figure("mm", strings.TrimSpace(two))
	}
	return width, height, err
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
