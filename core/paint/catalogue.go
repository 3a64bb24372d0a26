package paint

import "proxenos/core/spectrum"

// catalogue holds typical figures for each tube: colours are approximate, D65/2°;
// density, oil and price are what such tubes usually have.
var catalogue = []Paint{
	row("PW6", "Titanium white", "O", "medium", Slow, "", body{1.95, 48, 1}, lab(96, -1, 2), lab(96, -1, 2)),
	row("PW4", "Zinc white", "ST", "low", Slow, "", body{2, 50, 1.1}, lab(95, -1, 1), lab(96, -1, 2)),
	row("PY3", "Lemon yellow", "ST", "medium", Middle, "", body{1.2, 66, 1.5}, lab(85, -8, 90), lab(94, -12, 55)),
	row("PY35", "Cadmium yellow", "O", "medium", Slow, "Cd", body{2, 50, 2.6}, lab(78, 16, 88), lab(90, 2, 58)),
	row("PO20", "Cadmium orange", "O", "medium", Slow, "Cd", body{2, 50, 2.7}, lab(62, 48, 68), lab(78, 30, 42)),
	row("PY83", "Indian yellow", "T", "high", Slow, "", body{1.15, 68, 1.9}, lab(66, 28, 76), lab(84, 12, 54)),
	row("PY43", "Yellow ochre", "SO", "low", Middle, "", body{1.5, 58, 0.9}, lab(52, 20, 46), lab(80, 9, 30)),
	row("PBr7/raw-sienna", "Raw sienna", "T", "low", Fast, "", body{1.35, 64, 0.9}, lab(42, 18, 36), lab(76, 9, 26)),
	row("PBr7/burnt-sienna", "Burnt sienna", "T", "medium", Fast, "", body{1.35, 64, 0.9}, lab(30, 24, 26), lab(66, 20, 20)),
	row("PR101/transparent", "Transparent oxide red", "T", "medium", Fast, "", body{1.35, 64, 1.2}, lab(27, 27, 28), lab(66, 23, 21)),
	row("PR101/indian", "Indian red", "O", "high", Fast, "", body{1.9, 50, 1}, lab(32, 28, 20), lab(62, 24, 12)),
	row("PBr7/burnt-umber", "Burnt umber", "ST", "medium", Fast, "Mn", body{1.45, 60, 0.9}, lab(24, 8, 10), lab(60, 8, 10)),
	row("PBr7/raw-umber", "Raw umber", "ST", "medium", Fast, "Mn", body{1.45, 60, 0.9}, lab(26, 4, 12), lab(63, 3, 12)),
	row("PR108", "Cadmium red", "O", "medium", Slow, "Cd", body{2.1, 50, 2.8}, lab(42, 58, 40), lab(64, 40, 18)),
	row("PR170", "Naphthol red", "ST", "high", Slow, "", body{1.15, 66, 1.6}, lab(40, 56, 34), lab(62, 46, 12)),
	row("PR177", "Anthraquinone crimson", "T", "high", Slow, "", body{1.15, 68, 2.2}, lab(24, 30, 10), lab(56, 40, 3)),
	row("PV19", "Quinacridone rose", "T", "medium", Slow, "", body{1.15, 68, 2.3}, lab(33, 50, 14), lab(64, 48, -5)),
	row("PR122", "Quinacridone magenta", "T", "medium", Slow, "", body{1.15, 68, 2.3}, lab(30, 48, -2), lab(62, 48, -16)),
	row("PV23", "Dioxazine violet", "T", "very high", Middle, "", body{1.1, 70, 2}, lab(15, 10, -12), lab(46, 24, -36)),
	row("PB29", "Ultramarine", "T", "medium", Middle, "", body{1.4, 60, 1.1}, lab(22, 20, -44), lab(60, 2, -42)),
	row("PB28", "Cobalt blue", "ST", "low", Fast, "Co", body{1.75, 58, 3.8}, lab(32, 12, -48), lab(66, -4, -36)),
	row("PB35", "Cerulean", "SO", "low", Middle, "Co", body{2, 54, 4.2}, lab(45, -14, -38), lab(74, -12, -26)),
	row("PB27", "Prussian blue", "T", "very high", Fast, "", body{1.2, 66, 1.3}, lab(15, 0, -14), lab(50, -8, -32)),
	row("PB15:3", "Phthalo blue", "T", "very high", Middle, "", body{1.1, 68, 1.4}, lab(18, 5, -26), lab(54, -14, -42)),
	row("PG7", "Phthalo green", "T", "very high", Middle, "", body{1.15, 68, 1.4}, lab(20, -18, -2), lab(56, -46, 0)),
	row("PG18", "Viridian", "T", "low", Middle, "Cr(III)", body{1.55, 60, 2.4}, lab(28, -24, -2), lab(68, -30, 0)),
	row("PBk9", "Bone black", "ST", "medium", Slow, "", body{1.3, 62, 0.9}, lab(18, 0, 1), lab(52, -1, -2)),
}

// body is how a tube is made: density in g/ml, oil in percent of the volume, and price
// by volume, titanium white being 1.
type body struct{ density, oil, price float64 }

func row(key, name, cover, strength string, drying Drying, hazard string, b body, mass, tint spectrum.Lab) Paint {
	return Paint{Key: key, Name: name, Cover: cover, Strength: strength, Drying: drying, Hazard: hazard,
		Density: b.density, Oil: b.oil, Price: b.price, Masstone: mass, Tint: tint}
}

func lab(l, a, b float64) spectrum.Lab { return spectrum.Lab{L: l, A: a, B: b} }

// convenience holds tubes that are sold ready mixed, as recipes of the others.
var convenience = []Paint{
	mixed("mix/sap-green", "Sap green", "T", "medium", Part{"PY83", 5}, Part{"PG7", 1}, Part{"PBr7/burnt-sienna", 2}),
	mixed("mix/olive-green", "Olive green", "ST", "medium", Part{"PY43", 6}, Part{"PB15:3", 0.4}, Part{"PBk9", 1}),
	mixed("mix/paynes-grey", "Payne's grey", "ST", "medium", Part{"PB29", 3}, Part{"PBk9", 2}),
	mixed("mix/naples-yellow", "Naples yellow hue", "O", "low", Part{White, 14}, Part{"PY43", 2}, Part{"PY35", 1}),
	mixed("mix/neutral-grey", "Neutral grey", "O", "low", Part{White, 8}, Part{"PBk9", 1}, Part{"PBr7/raw-umber", 1}),
}

// mixed is a tube that is a recipe; curves, density, oil, price, drying and hazard follow
// from its paints.
func mixed(key, name, cover, strength string, parts ...Part) Paint {
	return Paint{Key: key, Name: name, Cover: cover, Strength: strength, Recipe: parts}
}
