package mark

import (
	"math"

	"proxenos/core/lesson"
	"proxenos/core/noise"
)

const (
	pieceLeast = 1.4 // widths of the tool that a piece of broken colour is long
	pieceMost  = 3.4
	pieceLap   = 0.3  // and laps over the one before it
	pieceTurns = 0.55 // how much of the choice of its mixture is chance; the rest is where it lies
)

// pieces lays strokes as broken colour: long ones in pieces, each in one of the step's mixtures
// by its share, neighbours rather alike.
func (p *planner) pieces(strokes []Stroke) (out []Stroke) {
	for _, s := range strokes {
		if s.Shade == Leftover {
			out = append(out, s)
			continue
		}
		for _, path := range p.cut(s.Path) {
			piece := s
			piece.Path = path
			mid := path[len(path)/2]
			piece.Shade = p.share(mid.X, mid.Y)
			if piece.Shade != s.Shade || len(path) != len(s.Path) {
				piece.Reload = piece.Reload || len(out)%3 == 0
			}
			out = append(out, piece)
		}
	}
	return out
}

// cut cuts a path into pieces a few widths of the tool long; what is short stays whole.
func (p *planner) cut(path []lesson.Point) (out [][]lesson.Point) {
	piece := []lesson.Point{path[0]}
	left := p.between(pieceLeast, pieceMost) * p.tool.Width
	for i := 1; i < len(path); i++ {
		from, to := path[i-1], path[i]
		for {
			way := math.Hypot(to.X-from.X, to.Y-from.Y)
			if way <= left {
				left -= way
				break
			}
			t := left / way
			from = lesson.Point{X: from.X + t*(to.X-from.X), Y: from.Y + t*(to.Y-from.Y)}
			out = append(out, append(piece, from))
			lap := pieceLap * p.tool.Width / max(way, 1e-9)
			piece = []lesson.Point{{X: from.X - lap*(to.X-from.X), Y: from.Y - lap*(to.Y-from.Y)}, from}
			left = p.between(pieceLeast, pieceMost) * p.tool.Width
		}
		piece = append(piece, to)
	}
	if len(piece) > 2 || len(out) == 0 {
		out = append(out, piece)
	}
	return out
}

// share picks the mixture for a place of broken colour, so that each has its share of all, as
// one of [Shades].
func (p *planner) share(x, y float64) int {
	w := max(4, p.tool.Width)
	// Noise in cells of one value, turned by chance, is even between 0 and 1.
	u := noise.Whole(p.seed+31, int64(math.Floor(x/(3*w))), int64(math.Floor(y/(1.2*w)))) + pieceTurns*(p.rng.Float64()-0.5)
	u -= math.Floor(u)
	sum := 0.0
	last := len(p.s.Shares) - 1
	for i, v := range p.s.Shares[:last] {
		if sum += v / 100; u < sum {
			return i * (Shades - 1) / last
		}
	}
	return Shades - 1
}
