package main

import (
	"bytes"
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"strings"
	"text/tabwriter"
	"time"

	"github.com/spf13/pflag"

	"proxenos/core/air"
	"proxenos/core/class"
	"proxenos/core/cut"
	"proxenos/core/hazard"
	"proxenos/core/lesson"
	"proxenos/core/rehearse"
	"proxenos/core/supply"
	"proxenos/export/handout"
	"proxenos/export/plaintext"
)

// mostTable bounds a cupboard as a table, bytes.
const mostTable = 1 << 20

// readCupboard reads a cupboard as a table.
func readCupboard(name string, in io.Reader) (supply.Cupboard, error) {
	table, err := readFile(name, in, mostTable)
	if err != nil {
		return supply.Cupboard{}, err
	}
	c, err := supply.ReadCSV(bytes.NewReader(plaintext.UTF8(table)))
	if err != nil {
		return c, fmt.Errorf("%s: %w", name, err)
	}
	return c, nil
}

// classFlags say for whom and when a lesson is taught.
type classFlags struct {
	students, hands, sharing int
	level, when, zone, table string
	minutes                  float64
	minors                   bool
}

func (f *classFlags) of(set *pflag.FlagSet) {
	set.IntVar(&f.students, "students", 1, "for how many people")
	set.StringVar(&f.level, "level", "some", "what they can do: first, some or experienced")
	set.StringVar(&f.when, "when", "", "when it begins, as 2027-03-04T18:00; in a week when left out")
	set.StringVar(&f.zone, "zone", "", "time zone of the place, by its IANA name")
	set.Float64Var(&f.minutes, "minutes", 0, "minutes there are; as many as the lesson takes them when left out")
	set.IntVar(&f.hands, "hands", 1, "how many prepare it")
	set.IntVar(&f.sharing, "sharing", 1, "how many share a tool")
	set.StringVar(&f.table, "cupboard", "", "what there is, as CSV")
	set.BoolVar(&f.minors, "minors", false, "somebody is not of age")
}

// class is the class of a lesson.
func (f classFlags) class(l *lesson.Lesson) (c class.Class, err error) {
	c = class.Usual(l.Title, f.students, time.Now().AddDate(0, 0, 7).Truncate(time.Hour), f.minutes)
	c.Hands, c.Sharing, c.Minors, c.Zone = f.hands, f.sharing, f.minors, f.zone
	switch f.level {
	case "some":
	case "first":
		c.People = class.People{First: f.students}
	case "experienced":
		c.People = class.People{Experienced: f.students}
	default:
		return c, fmt.Errorf("--level is %q: give first, some or experienced", f.level)
	}
	if f.minutes == 0 {
		c.Minutes = min(720, c.Takes(l))
	}
	if f.when != "" {
		if c.Start, err = class.Moment(f.when, f.zone); err != nil {
			return c, fmt.Errorf("--when, --zone: %w", err)
		}
	}
	return c, c.Check()
}

// prepare rehearses a lesson and works its class out.
func (f classFlags) prepare(ctx context.Context, l *lesson.Lesson, in io.Reader) (handout.Matter, error) {
	m := handout.Matter{Lesson: l}
	var err error
	if m.Class, err = f.class(l); err != nil {
		return m, err
	}
	cupboard := supply.Cupboard{People: 1}
	if f.table != "" {
		if cupboard, err = readCupboard(f.table, in); err != nil {
			return m, err
		}
	}
	if m.Canvas, err = rehearse.Run(ctx, l, rehearse.FineCell, nil); err != nil {
		return m, err
	}
	var swaps []hazard.StandIn
	if m.Class.Minors {
		if swaps, err = hazard.Swaps(ctx, l); err != nil {
			return m, err
		}
	}
	m.Prep, err = class.Prepare(ctx, m.Class, l, m.Canvas.Reports, cupboard, swaps)
	return m, err
}

// prepCommand works out everything that a class needs.
func prepCommand(ctx context.Context, args []string, in io.Reader, out io.Writer) (int, error) {
	set := flagsOf("prep")
	var f classFlags
	f.of(set)
	asJSON := set.Bool("json", false, "write JSON")
	l, err := oneLesson(set, args, in, out)
	if err != nil {
		return 0, err
	}
	m, err := f.prepare(ctx, l, in)
	if err != nil {
		return 0, fmt.Errorf("prep: %w", err)
	}
	if *asJSON {
		e := json.NewEncoder(out)
		e.SetIndent("", "  ")
		return fine, e.Encode(m.Prep)
	}
	return fine, writePrep(out, m.Class, m.Prep)
}

// writePrep tells everything on a page or two.
func writePrep(out io.Writer, c class.Class, p *class.Prep) error {
	w := tabwriter.NewWriter(out, 0, 0, 2, ' ', 0)
	fmt.Fprintf(w, "%s: %d people, %s, %.0f minutes\n\n", c.Title, c.People.All(), c.Begins().Format("2 January 2006 15:04"), c.Minutes)
	for _, s := range p.Lacks {
		fmt.Fprintf(w, "! %s\n", s)
	}
	fmt.Fprint(w, "\nWhat is needed\tneed\thas\tbuy\tas\tused\n")
	for _, l := range p.Lines {
		has, as, used := "not counted", "", ""
		if l.Counted {
			has = fmt.Sprintf("%g %s", l.Has, l.Unit)
		}
		if l.Basket != nil {
			var packs []string
			for _, b := range l.Basket.Packs {
				packs = append(packs, fmt.Sprintf("%d × %d %s", b.Count, b.Amount, l.Unit))
			}
			if as = strings.Join(packs, ", "); as != "" {
				as += ": " + class.Money(l.Basket.Price, p.Cost.Currency)
			}
		}
		if l.Priced {
			used = class.Money(l.Used, p.Cost.Currency)
		}
		if l.Brings {
			has = "students bring it"
		}
		fmt.Fprintf(w, "  %s\t%g %s\t%s\t%g %s\t%s\t%s\n", l.Name, l.Need, l.Unit, has, l.Short, l.Unit, as, used)
	}
	fmt.Fprintf(w, "%s\n", p.Cost.Says)
	fmt.Fprint(w, "\nMixtures\teach\tall\tminutes\n")
	for _, b := range p.Batches {
		fmt.Fprintf(w, "  %s\t%.1f ml\t%.1f ml\t%.1f\t%s\n", b.Name, b.Each, b.All, b.Minutes, b.Why)
	}
	if p.Cutting != nil {
		fmt.Fprintf(w, "\n%s\n", p.Cutting.Says)
	}
	fmt.Fprint(w, "\nSet-up\n")
	for _, t := range p.Setup.Tasks {
		fmt.Fprintf(w, "  %s\t%s\t%.0f min\t%s\n", t.Begin.Format("Mon 2 Jan 15:04"), t.Name, t.Minutes, t.About)
	}
	fmt.Fprintf(w, "\nThe air: %s\n", p.Air.Says)
	for _, m := range p.Air.Would {
		fmt.Fprintf(w, "  %s\tup to %g mg/m³\t%g in the mean\n", m.What, m.Peak, m.Mean)
	}
	fmt.Fprint(w, "\nCautions\n")
	for _, h := range p.Cautions {
		fmt.Fprintf(w, "  %s: %s %s\n", h.About, h.Why, h.Do)
	}
	for _, s := range p.Swaps {
		var parts []string
		for _, a := range s.Parts {
			parts = append(parts, fmt.Sprintf("%g %s", a.Parts, a.Name))
		}
		fmt.Fprintf(w, "  Instead of %s (%s): %s; ΔE %.1f in %s.\n", s.Name, s.Warning, strings.Join(parts, " + "), s.Delta, s.Mixture)
	}
	fmt.Fprintf(w, "  %s\n", p.Defer)
	return w.Flush()
}

// cutCommand plans how supports are cut.
func cutCommand(_ context.Context, args []string, _ io.Reader, out io.Writer) (int, error) {
	set := flagsOf("cut")
	pieces := set.Int("pieces", 1, "how many")
	size := set.String("size", "400x300", "of one, mm")
	margin := set.Float64("margin", 15, "mm all round; 0 for boards")
	roll := set.Float64("roll", 0, "width of the roll, mm")
	sheet := set.String("sheet", "", "size of a sheet, mm, as 1000x700")
	kerf := set.Float64("kerf", 0, "mm that a cut takes away")
	asJSON := set.Bool("json", false, "write JSON")
	plain, err := flags(set, args, out)
	switch {
	case err != nil:
		return 0, err
	case len(plain) > 0:
		return 0, fmt.Errorf("cut: %q is not wanted here", plain[0])
	case (*roll > 0) == (*sheet != ""):
		return 0, errors.New("cut: say what it is cut from with --roll 2100 or with --sheet 1000x700")
	}
	piece, stock := cut.Blank{Margin: *margin}, cut.Source{Width: *roll, Kerf: *kerf}
	if piece.Width, piece.Height, err = sides(*size); err != nil {
		return 0, fmt.Errorf("cut: --size %w", err)
	}
	if *sheet != "" {
		if stock.Width, stock.Length, err = sides(*sheet); err != nil {
			return 0, fmt.Errorf("cut: --sheet %w", err)
		}
	}
	plan, err := cut.Of(*pieces, piece, stock)
	if err != nil {
		return 0, fmt.Errorf("cut: %w", err)
	}
	if *asJSON {
		return fine, json.NewEncoder(out).Encode(plan)
	}
	if stock.Roll() {
		fmt.Fprintf(out, "%g mm of roll, %.1f %% waste\n", plan.Length, 100*plan.Waste)
	} else {
		fmt.Fprintf(out, "%d sheets, %.1f %% waste\n", plan.Sheets, 100*plan.Waste)
	}
	for _, p := range plan.Pieces {
		fmt.Fprintf(out, "  sheet %d: %g mm across, %g along: %g × %g\n", p.Sheet+1, p.X, p.Y, p.Width, p.Height)
	}
	return fine, nil
}

// sides reads two sides, as 400x300.
func sides(text string) (width, height float64, err error) {
	var rest string
	if n, _ := fmt.Sscanf(text+" .", "%fx%f%s", &width, &height, &rest); n != 3 || rest != "." {
		return 0, 0, fmt.Errorf("is %q: give two sides in mm, as 400x300", text)
	}
	return width, height, nil
}

// airCommand estimates the vapour of open jars.
func airCommand(_ context.Context, args []string, _ io.Reader, out io.Writer) (int, error) {
	set := flagsOf("air")
	volume := set.Float64("room", 150, "volume of the room, m³")
	changes := set.Float64("changes", 1, "air changes an hour")
	jars := set.Int("jars", 12, "jars that stand open")
	across := set.Float64("across", 6, "cm across the opening of a jar")
	rate := set.Float64("rate", 100, "g/m²h that evaporates: 100 for low-odour spirits, 400 for turpentine")
	minutes := set.Float64("minutes", 120, "minutes of the session")
	limit := set.Float64("limit", 0, "mg/m³ of the product's own sheet")
	asJSON := set.Bool("json", false, "write JSON")
	plain, err := flags(set, args, out)
	switch {
	case err != nil:
		return 0, err
	case len(plain) > 0:
		return 0, fmt.Errorf("air: %q is not wanted here", plain[0])
	case *jars < 0 || *jars > 1000 || !(*across > 0 && *across <= 100) || !(*rate >= 0 && *rate <= 5000):
		return 0, fmt.Errorf("air: %d jars %g cm across at %g g/m²h: give 0 to 1000, up to 100 cm, and 0 to 5000", *jars, *across, *rate)
	}
	a, err := air.Of(air.Room{Volume: *volume, Changes: *changes}, []air.Source{air.Round(0, max(*minutes, 0), float64(*jars), *across, *rate)}, *minutes, *limit)
	if err != nil {
		return 0, fmt.Errorf("air: %w", err)
	}
	if *asJSON {
		return fine, json.NewEncoder(out).Encode(a)
	}
	fmt.Fprintf(out, "up to %.1f mg/m³ after %.0f minutes, %.1f in the mean", a.Peak, a.PeakAt, a.Mean)
	if *limit > 0 {
		fmt.Fprintf(out, ", %.0f minutes above %g", a.Over, *limit)
	}
	_, err = fmt.Fprintf(out, "\n%s\n", class.Beside)
	return fine, err
}
