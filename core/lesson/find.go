package lesson

import (
	"fmt"
	"math"
	"slices"
	"strings"
)

// Area is the area that an outline encloses, mm².
func Area(outline []Point) (sum float64) {
	for i, p := range outline {
		q := outline[(i+1)%len(outline)]
		sum += p.X*q.Y - q.X*p.Y
	}
	return math.Abs(sum) / 2
}

// Detail reports whether a technique makes small single marks, which come last.
func (t Technique) Detail() bool {
	return t == LinerPull || t == Dab || t == KnifeLine || t == PressTurn
}

// WantsGrip reports whether a step wants paint below it that has set enough to grab: a
// glaze, a dry drag, a line thinned like ink.
func (s Step) WantsGrip() bool {
	return s.Technique == Glaze || s.Technique == DryDrag || s.Technique == LinerPull && s.Medium.Total() > 0
}

// ToolFor is the tool of the lesson that can do a technique and is nearest to a width, mm.
func (l *Lesson) ToolFor(t Technique, width float64) (best Tool, ok bool) {
	least := math.Inf(1)
	for _, o := range l.Tools {
		if d := math.Abs(math.Log(o.Width / width)); t.Info().Takes(o.Kind) && d < least {
			best, least, ok = o, d, true
		}
	}
	return best, ok
}

func index[T any](list []T, id string, key func(*T) string) int {
	for i := range list {
		if key(&list[i]) == id {
			return i
		}
	}
	return -1
}

func find[T any](list []T, id string, key func(*T) string) (T, bool) {
	if i := index(list, id, key); i >= 0 {
		return list[i], true
	}
	var none T
	return none, false
}

// Uses reports whether a step uses a tool.
func (l *Lesson) Uses(tool string) bool {
	return slices.ContainsFunc(l.Steps, func(s Step) bool { return s.Tool == tool })
}

// freeLength is how many letters of an id are kept where a number follows: an id has 40.
const freeLength = 36

// FreeID is an id that is not taken: the one given, or it with a number from 2 on.
func FreeID(id string, taken func(string) bool) string {
	if len(id) > freeLength {
		id = id[:freeLength]
	}
	if !taken(id) {
		return id
	}
	for n := 2; ; n++ {
		if numbered := fmt.Sprintf("%s-%d", id, n); !taken(numbered) {
			return numbered
		}
	}
}

// Slug is a name as an id: small letters, figures and hyphens.
func Slug(name string) string {
	var b strings.Builder
	for _, r := range strings.ToLower(name) {
		switch {
		case r >= 'a' && r <= 'z' || r >= '0' && r <= '9':
			b.WriteRune(r)
		case b.Len() > 0 && !strings.HasSuffix(b.String(), "-"):
			b.WriteByte('-')
		}
	}
	out := strings.Trim(b.String(), "-")
	if len(out) > 36 {
		out = out[:36]
	}
	return out
}
