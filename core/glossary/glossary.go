// Package glossary has the words of the craft that screens and sheets use, with what they mean:
// so that nobody must know them to read what is said.
package glossary

import "slices"

// A Word is a word of the craft.
type Word struct {
	Word    string   `json:"word"`
	Forms   []string `json:"forms" doc:"how else it is written; the word itself first"`
	Meaning string   `json:"meaning"`
}

// All returns the words, by the alphabet.
func All() []Word { return slices.Clone(words) }

func word(word, meaning string, also ...string) Word {
	return Word{Word: word, Forms: append([]string{word}, also...), Meaning: meaning}
}

var words = []Word{
	word("base coat", "A thin wet layer, clear or white, rubbed over the whole canvas before the first step, so that paint glides and grades by itself."),
	word("block-in", "The first large shapes of a thing, in its middle or dark value, without detail."),
	word("blot", "To lay a towel on wet paint and lift it: it takes the top of the paint off and leaves a thinner, firmer layer.", "blots", "blotted", "blotting"),
	word("broken colour", "Two colours in strokes side by side that are not blended: from a distance they mix in the eye."),
	word("chroma", "How strong a colour is, from 0, grey, to about 100. Distance and air take it first."),
	word("depth ladder", "How a colour changes from plane to plane backwards: lighter, weaker and, by day, cooler."),
	word("fat", "How much oil a paint holds. Where layers dry between, each is at least as fat as the one below.", "fatter", "leaner", "lean"),
	word("feather", "To go over wet paint with a clean soft brush that barely touches, so that an edge or a change of colour softens.", "feathers", "feathered"),
	word("focal area", "Where the picture is about: the strongest contrast and the sharpest edges stand there.", "focal contrast"),
	word("form", "A thing with a lit and a shaded side, such as a tree, a rock or a hill.", "forms"),
	word("glaze", "Thin transparent paint over a dry or firm layer, which shows through.", "glazes"),
	word("ground", "What the canvas is prepared with, white or toned; also the land that things stand on.", "grounds"),
	word("house method", "A way to paint that a studio teaches: it sets how the ground, the wet coat, the order and the brushes are handled, and which findings do not matter in it.", "house methods"),
	word("load", "How much paint the tool takes up at a time, from a tint to full.", "loads"),
	word("masstone", "The colour of a paint by itself, laid so thickly that nothing shows through."),
	word("mixture", "A colour of the lesson with its recipe in parts of tubes.", "mixtures"),
	word("mud", "Paint that mixed with what lay below into a duller colour or another value than was meant.", "muddies"),
	word("pile", "The paint of one mixture as it lies on the palette.", "piles"),
	word("plane", "A part of the picture at one distance, such as sky, far hills or foreground.", "planes"),
	word("reflection", "What water shows of a thing above it, straight below it.", "reflections"),
	word("silhouette", "The outline of a thing against what lies behind it.", "silhouettes"),
	word("tint", "A colour with much white in it.", "tints"),
	word("tinter", "A paint of which very little changes a mixture much.", "tinters"),
	word("unset", "Wet: paint that still moves under the brush. It sets in minutes to hours, long before it is dry."),
	word("value", "How light a colour is, whatever its hue: 1 is black and 9 white on the scale of nine.", "values"),
	word("wet coat", "The base coat while it is open."),
	word("zone", "The outline in which a thing is painted: a hill, a lake, one tree.", "zones"),
	word("ΔE", "The difference between two colours as the eye sees it: 1 is just seen side by side, 8 is another colour.", "ΔE00"),
	word("L*", "Lightness as it is measured, from 0, black, to 100, white; about 10 are one step of value."),
	word("µm", "A thousandth of a millimetre: a coat of paint is 10 to 500 thick."),
}
