// Package look reads a photograph of a real canvas: it finds where the canvas is, squares it up,
// takes the lamp out of it, holds it against the plan of its lesson, and says what is wrong, what
// changes most when it is mended, with which colour and how, and when another mark would no longer
// make the picture better. Without a plan it judges by the rules of a picture alone.
//
// It is pure, deterministic, and knows nothing of files or screens. Places in a photograph are
// pixels from its upper left corner; places on a canvas are mm. Lightness, chroma and differences
// are those of CIE Lab under D65; see [Seen] for what an eye sees of them from where one stands back.
package look
