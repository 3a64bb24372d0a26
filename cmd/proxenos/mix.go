package main

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"strconv"
	"strings"

	"proxenos/core/paint"
	"proxenos/core/recipe"
	"proxenos/core/spectrum"
)

// mixCommand finds recipes for a colour.
func mixCommand(ctx context.Context, args []string, _ io.Reader, out io.Writer) (int, error) {
	set := flagsOf("mix")
	target := set.String("target", "", "colour as #rrggbb")
	lab := set.String("lab", "", "colour as L,a,b (D65)")
	paints := set.String("paints", strings.Join(paint.Keys(), ","), "keys of the paints at hand")
	var o recipe.Options
	set.IntVar(&o.Paints, "max-paints", recipe.MostPaints, "most paints in a recipe")
	set.IntVar(&o.Parts, "parts", recipe.MostParts, "most parts in a recipe")
	set.BoolVar(&o.Whole, "whole", false, "whole parts alone, no drops")
	ml := set.Float64("ml", 0, "measure the best recipe out for a pile of this many ml")
	asJSON := set.Bool("json", false, "write JSON")
	plain, err := flags(set, args, out)
	if err != nil {
		return 0, err
	}
	if len(plain) != 0 {
		return 0, fmt.Errorf("mix: %q is not wanted: give --target or --lab", plain[0])
	}
	colour, err := colourOf(*target, *lab)
	if err != nil {
		return 0, fmt.Errorf("mix: %w", err)
	}
	var keys []string
	for key := range strings.SplitSeq(*paints, ",") {
		if key = strings.TrimSpace(key); key != "" {
			keys = append(keys, key)
		}
	}
	solver, err := recipe.New(paint.Box{}, keys)
	if err != nil {
		return 0, fmt.Errorf("mix: --%w", err)
	}
	answer, err := solver.Solve(ctx, colour, o)
	if err != nil {
		return 0, fmt.Errorf("mix: %w", err)
	}
	var batch *recipe.Batch
	if *ml != 0 {
		b, err := recipe.Weigh(paint.Box{}, recipe.Parts(answer.Recipes[0].Parts), nil, *ml)
		if err != nil {
			return 0, fmt.Errorf("mix: --ml: %w", err)
		}
		batch = &b
	}
	if *asJSON {
		e := json.NewEncoder(out)
		e.SetIndent("", "  ")
		return fine, e.Encode(struct {
			recipe.Answer
			Batch *recipe.Batch `json:"batch,omitempty"`
		}{answer, batch})
	}
	tell(out, answer, batch)
	return fine, nil
}

// colourOf reads a colour from one of two ways to write it.
func colourOf(hex, lab string) (spectrum.Lab, error) {
	switch {
	case (hex == "") == (lab == ""):
		return spectrum.Lab{}, errors.New("give the colour as --target '#8d9bb0' or as --lab 60,-2,-12")
	case hex != "":
		rgb, err := spectrum.ParseHex(hex)
		return rgb.Lab(), err
	}
	parts := strings.Split(lab, ",")
	if len(parts) != 3 {
		return spectrum.Lab{}, fmt.Errorf("--lab is %q: give three figures, as 60,-2,-12", lab)
	}
	var v [3]float64
	for i, p := range parts {
		f, err := strconv.ParseFloat(strings.TrimSpace(p), 64)
		if err != nil {
			return spectrum.Lab{}, fmt.Errorf("--lab is %q: give three figures, as 60,-2,-12", lab)
		}
		v[i] = f
	}
	return spectrum.Lab{L: v[0], A: v[1], B: v[2]}, nil
}

func tell(out io.Writer, a recipe.Answer, batch *recipe.Batch) {
	fmt.Fprintf(out, "Target L* %.1f a* %.1f b* %.1f, value %d, %s\n", a.Target.L, a.Target.A, a.Target.B, a.Target.Value(), a.Target.RGB().Hex())
	if a.Short != "" {
		fmt.Fprintf(out, "Out of reach. %s\n", a.Short)
	}
	for i, r := range a.Recipes {
		var parts []string
		for _, p := range r.Parts {
			parts = append(parts, fmt.Sprintf("%g %s (%s)", p.Parts, p.Name, p.Paint))
		}
		fmt.Fprintf(out, "\n%d. %s\n   %s, ΔE %.1f; half a part off moves it by ΔE %.1f\n", i+1, strings.Join(parts, " : "), r.Colour, r.Delta, r.Sturdy)
		if i == 0 {
			order := r.Order
			if batch != nil {
				order = batch.Order
			}
			for _, step := range order {
				fmt.Fprintf(out, "   - %s\n", step)
			}
		}
	}
	fmt.Fprintln(out, "\nPaint curves are modelled, not measured: try a little first, and compare values before hues.")
}
