package card

// A Trouble is what somebody says who puts a hand up, and what usually helps.
type Trouble struct {
	Says  string `json:"says"`
	Helps string `json:"helps"`
}

// Troubles are those that come up in every class, the most frequent first.
func Troubles() []Trouble {
	return []Trouble{
		{"It went to mud.", "Stop. Lay a towel on it, press, lift after two minutes. Wipe the tool, load it fully, lay it anew with half the strokes."},
		{"The paint will not stick.", "The paint below is thicker or wetter than the paint on top: load more, press less. Else blot first, or work elsewhere for some minutes."},
		{"It slides about.", "Too much paint or medium lies there: take some off with a knife, or blot it, then lay it once and leave it."},
		{"It is too dark.", "Do not paint white into it. Wipe the tool, take the next lighter pile and lay it beside, letting some of the dark stand."},
		{"It is too light.", "Wipe out what can be wiped, then lay the darker pile with a light load and a firm hand."},
		{"The colour is wrong.", "Hold the palette against the picture to aim for. Mend the pile, not the canvas, then go over it once."},
		{"I lost the edge.", "Paint the colour behind it up to the outline, with a clean flat: cut it in rather than draw it."},
		{"It is too thick.", "Take it off with the knife held flat, down to the stain, and restate it."},
		{"I ran out of paint.", "Mix the same parts again in the order of the chart; a fresh pile goes over all of the place, not over a part of it."},
		{"It has set.", "Scumble over it with a dry load, or leave it and glaze when it is dry."},
		{"I made a hole.", "Lift the rim flat with the knife, fill it with the colour around it, and lose the edge with one dry stroke."},
	}
}
