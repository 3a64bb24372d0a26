// Package recipe finds out how to mix a colour: recipes in whole parts from the
// tubes at hand, what to add to a pile that is there, strings of values, the depth
// ladder of a hazy scene, and what a palette cannot reach.
//
// Colours mix by Kubelka and Munk (package paint); differences are ΔE00. All
// functions are pure: the same question gives the same answer.
package recipe

import (
	"context"
	"fmt"
	"math"
	"slices"
	"strings"

	"proxenos/core/paint"
	"proxenos/core/spectrum"
)

// Bounds of a recipe.
const (
	MostPaints = 4  // in one recipe
	MostParts  = 24 // whole parts in one recipe
	MostTubes  = 40 // that a solver is given
)

// bands is how many bands a first look uses; what it finds is judged on all.
const bands = 12

// A Solver knows the tubes that may be used. It is safe for concurrent use.
type Solver struct {
	box    paint.Box
	paints []paint.Paint
	quick  []coat // of each paint, in few bands
	light  [bands][3]float64
	d65    *spectrum.Observer
}

// coat is a paint or mixture in few bands.
type coat struct{ k, s [bands]float64 }

// New makes a solver for the paints of a box with the given keys. It fails for none,
// for too many, for an unknown key and for one given twice.
func New(box paint.Box, keys []string) (*Solver, error) {
	switch {
	case len(keys) == 0:
		return nil, fmt.Errorf("paints: none are given: name at least one of %s", strings.Join(paint.Keys(), ", "))
	case len(keys) > MostTubes:
		return nil, fmt.Errorf("paints: %d are given: name at most %d", len(keys), MostTubes)
	}
	s := &Solver{box: box, d65: spectrum.D65()}
	for i, key := range keys {
		p, ok := box.Find(key)
		if !ok {
			return nil, fmt.Errorf("paints: %q is not in the catalogue: use some of %s", key, strings.Join(paint.Keys(), ", "))
		}
		if slices.Contains(keys[:i], key) {
			return nil, fmt.Errorf("paints: %s is given twice: name each once", key)
		}
		var c coat
		copy(c.k[:], s.d65.Reduce(&p.Coat.K, bands))
		copy(c.s[:], s.d65.Reduce(&p.Coat.S, bands))
		s.paints, s.quick = append(s.paints, p), append(s.quick, c)
	}
	for b, w := range s.d65.ReducedWeights(bands) {
		s.light[b] = w
	}
	return s, nil
}

// glance is the colour of a thick layer of paints in amounts, in few bands.
func (s *Solver) glance(set []int, amounts []float64) spectrum.Lab {
	var k, sc [bands]float64
	for i, p := range set {
		a := amounts[i]
		q := &s.quick[p]
		for b := range bands {
			k[b] += a * q.k[b]
			sc[b] += a * q.s[b]
		}
	}
	var x spectrum.XYZ
	for b := range bands {
		q := k[b] / sc[b]
		r := paint.Surface(1 + q - math.Sqrt(q*(q+2)))
		x.X += r * s.light[b][0]
		x.Y += r * s.light[b][1]
		x.Z += r * s.light[b][2]
	}
	return x.Lab(s.d65.White)
}

// Colour is the colour of a thick layer of a recipe's paints, D65, on all bands.
func (s *Solver) Colour(set []int, amounts []float64) spectrum.Lab {
	return s.coat(set, amounts).Masstone(s.d65)
}

// coat mixes paints in amounts.
func (s *Solver) coat(set []int, amounts []float64) (c paint.Coat) {
	var total float64
	for _, a := range amounts {
		total += a
	}
	for i, p := range set {
		c = c.Add(s.paints[p].Coat, amounts[i]/total)
	}
	return c
}

// sets calls each with every choice of 1 to most of n things.
func sets(n, most int, each func(set []int)) {
	set := make([]int, 0, most)
	var choose func(from int)
	choose = func(from int) {
		for i := from; i < n; i++ {
			set = append(set, i)
			each(set)
			if len(set) < most {
				choose(i + 1)
			}
			set = set[:len(set)-1]
		}
	}
	choose(0)
}

// plainMost is how far off, ΔE00, a recipe in whole parts may be.
const plainMost = 2.5

// Plain is the recipe that one would write on a card for a colour: whole parts of at most
// three tubes, or, where these do not come near, as for the lightest tints, with drops.
func (s *Solver) Plain(ctx context.Context, target spectrum.Lab) (Recipe, error) {
	a, err := s.Near(ctx, target, Options{Whole: true, Paints: 3, Want: 1})
	if err != nil {
		return Recipe{}, err
	}
	return a.Recipes[0], nil
}

// Near solves a target, and once more with drops where it was to be in whole parts and these
// do not come near.
func (s *Solver) Near(ctx context.Context, target spectrum.Lab, o Options) (Answer, error) {
	a, err := s.Solve(ctx, target, o)
	if err != nil || !o.Whole || a.Recipes[0].Delta <= plainMost {
		return a, err
	}
	o.Whole = false
	return s.Solve(ctx, target, o)
}
