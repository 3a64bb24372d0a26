package paint

import "proxenos/core/spectrum"

// catalogue holds typical figures for each tube: colours are approximate, D65/2°.
var catalogue = []Paint{
	row("PW6", "Titanium white", "O", "med", Slow, "", lab(96, -1, 2), lab(96, -1, 2)),
	row("PW4", "Zinc white", "ST", "low", Slow, "", lab(95, -1, 1), lab(96, -1, 2)),
	row("PY3", "Lemon yellow", "ST", "med", Middle, "", lab(85, -8, 90), lab(94, -12, 55)),
	row("PY35", "Cadmium yellow", "O", "med", Slow, "Cd", lab(78, 16, 88), lab(90, 2, 58)),
	row("PO20", "Cadmium orange", "O", "med", Slow, "Cd", lab(62, 48, 68), lab(78, 30, 42)),
	row("PY83", "Indian yellow", "T", "high", Slow, "", lab(66, 28, 76), lab(84, 12, 54)),
	row("PY43", "Yellow ochre", "SO", "low", Middle, "", lab(52, 20, 46), lab(80, 9, 30)),
	row("PBr7/raw-sienna", "Raw sienna", "T", "low", Fast, "", lab(42, 18, 36), lab(76, 9, 26)),
	row("PBr7/burnt-sienna", "Burnt sienna", "T", "med", Fast, "", lab(30, 24, 26), lab(66, 20, 20)),
	row("PR101/transparent", "Transparent oxide red", "T", "med", Fast, "", lab(27, 27, 28), lab(66, 23, 21)),
	row("PR101/indian", "Indian red", "O", "high", Fast, "", lab(32, 28, 20), lab(62, 24, 12)),
	row("PBr7/burnt-umber", "Burnt umber", "ST", "med", Fast, "Mn", lab(24, 8, 10), lab(60, 8, 10)),
	row("PBr7/raw-umber", "Raw umber", "ST", "med", Fast, "Mn", lab(26, 4, 12), lab(63, 3, 12)),
	row("PR108", "Cadmium red", "O", "med", Slow, "Cd", lab(42, 58, 40), lab(64, 40, 18)),
	row("PR170", "Naphthol red", "ST", "high", Slow, "", lab(40, 56, 34), lab(62, 46, 12)),
	row("PR177", "Anthraquinone crimson", "T", "high", Slow, "", lab(24, 30, 10), lab(56, 40, 3)),
	row("PV19", "Quinacridone rose", "T", "med", Slow, "", lab(33, 50, 14), lab(64, 48, -5)),
	row("PR122", "Quinacridone magenta", "T", "med", Slow, "", lab(30, 48, -2), lab(62, 48, -16)),
	row("PV23", "Dioxazine violet", "T", "very high", Middle, "", lab(15, 10, -12), lab(46, 24, -36)),
	row("PB29", "Ultramarine", "T", "med", Middle, "", lab(22, 20, -44), lab(60, 2, -42)),
	row("PB28", "Cobalt blue", "ST", "low", Fast, "Co", lab(32, 12, -48), lab(66, -4, -36)),
	row("PB35", "Cerulean", "SO", "low", Middle, "Co", lab(45, -14, -38), lab(74, -12, -26)),
	row("PB27", "Prussian blue", "T", "very high", Fast, "", lab(15, 0, -14), lab(50, -8, -32)),
	row("PB15:3", "Phthalo blue", "T", "very high", Middle, "", lab(18, 5, -26), lab(54, -14, -42)),
	row("PG7", "Phthalo green", "T", "very high", Middle, "", lab(20, -18, -2), lab(56, -46, 0)),
	row("PG18", "Viridian", "T", "low", Middle, "Cr(III)", lab(28, -24, -2), lab(68, -30, 0)),
	row("PBk9", "Bone black", "ST", "med", Slow, "", lab(18, 0, 1), lab(52, -1, -2)),
}

func row(key, name, cover, strength string, drying Drying, hazard string, mass, tint spectrum.Lab) Paint {
	return Paint{Key: key, Name: name, Cover: cover, Strength: strength, Drying: drying,
		Hazard: hazard, Masstone: mass, Tint: tint}
}

func lab(l, a, b float64) spectrum.Lab { return spectrum.Lab{L: l, A: a, B: b} }
