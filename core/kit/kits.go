package kit

import (
	"proxenos/core/lesson"
	"proxenos/core/spectrum"
)

// The colours of things close at hand. What is named alike is shared.
var (
	barkDark   = coat("Bark", 24, 5, 7)
	barkLight  = coat("Bark in light", 60, 5, 17)
	birchDark  = coat("Birch bark in shade", 50, 0, -4)
	birchLight = coat("Birch bark", 88, 1, 8)
	leafDark   = coat("Leaves, dark", 27, -6, 12)
	leaf       = coat("Leaves", 42, -10, 26)
	leafLight  = coat("Leaves in light", 61, -10, 37)
	willowDark = coat("Willow, dark", 33, -6, 14)
	willow     = coat("Willow", 50, -8, 24)
	silver     = coat("Willow in light", 72, -7, 32)
	birchLeaf  = coat("Birch leaves", 52, -9, 38)
	gold       = coat("Birch leaves in light", 76, -4, 54)
	pineDark   = coat("Needles, dark", 22, -5, 6)
	pineLight  = coat("Needles in light", 45, -7, 24)
	rockDark   = coat("Stone, dark", 30, 1, 1)
	rock       = coat("Stone", 50, 2, 6)
	rockLight  = coat("Stone in light", 74, 4, 14)
	moss       = coat("Moss", 46, -8, 30)
	earth      = coat("Bank", 34, 0, 18)
	grassDark  = coat("Grass, dark", 30, -4, 16)
	grass      = coat("Grass", 47, -9, 34)
	grassLight = coat("Grass in light", 66, -8, 47)
	reedDark   = coat("Reeds, dark", 34, 2, 18)
	reedLight  = coat("Reeds in light", 70, 4, 32)
	snowShade  = coat("Snow in shade", 70, 0, -14)
	snowLight  = coat("Snow in light", 93, 0, 5)
	cloudShade = coat("Cloud shade", 72, 0, -7)
	cloudLight = coat("Cloud light", 92, 0, 6)
	woodDark   = coat("Timber, dark", 27, 5, 8)
	woodLight  = coat("Timber in light", 78, 4, 14)
	plaster    = coat("Wall in shade", 46, 3, 2)
	sunWall    = coat("Wall in light", 82, 4, 18)
	waterDeep  = coat("Deep water", 36, -6, -10)
	waterPale  = coat("Water with sky in it", 66, -4, -12)
	waveFace   = coat("Face of the wave", 44, -14, -4)
	foamShade  = coat("Foam in shade", 72, -3, -8)
	foam       = coat("Foam", 92, 0, 5)
	hullDark   = coat("Hull", 25, 2, -4)
	coatDark   = coat("Clothes, dark", 24, 3, 0)
	hide       = coat("Hide, dark", 28, 7, 12)
	hideLight  = coat("Hide in light", 62, 8, 24)
	bloom      = coat("Flowers", 76, 12, 40)
	blossom    = coat("Blossom", 88, 6, 4)
	slope      = coat("Slope", 38, -4, 8)
	slopeLight = coat("Slope in light", 62, 3, 26)
	dust       = coat("Path", 56, 6, 20)
	dustLight  = coat("Path in light", 78, 5, 22)
	shade      = coat("Shadow on the ground", 36, -3, 6)
	skyHigh    = coat("High sky", 62, -3, -27)
	skyLow     = coat("Low sky", 84, 0, 2)
	glow       = coat("Sun or moon", 93, 0, 18)
	mist       = coat("Mist", 84, 0, -2)
)

func coat(name string, l, a, b float64) Coat { return Coat{name, spectrum.Lab{L: l, A: a, B: b}} }

// broadleaf are the passes of a tree with leaves: its dark mass thin, wood that comes out of
// it, the leaves in front, and few lights.
func broadleaf(bark, barkLit, dark, mid, light Coat, cover, lit float64) []Pass {
	return []Pass{
		body(lesson.RubIn, lesson.Filbert, 0.2, 0.9, "Rub the dark masses in, thin, and leave sky between them.", dark).loaded(lesson.MediumLoad).pressed(lesson.Evenly),
		body(lesson.DoubleLoad, lesson.Filbert, 0.1, 1, "The trunk and its limbs in single pulls, light side to the light; let them go into the leaves.", bark, barkLit).loaded(lesson.MediumLoad),
		body(lesson.Tap, lesson.Filbert, 0.16, cover, "Leaves in clusters from the corner of the brush, the far ones first; keep the dark pockets.", mid, dark).loaded(lesson.MediumLoad),
		lights(lesson.Tap, lesson.Round, 0.1, lit, "Light on the clusters that face it, a third of the tree at most.", light),
	}
}

var kits = []Kit{
	{lesson.Tree, "Tree", 7, 9, 3, broadleaf(barkDark, barkLight, leafDark, leaf, leafLight, 0.8, 0.4), true},
	{lesson.Birch, "Birch", 4.2, 11, 2.5, broadleaf(birchDark, birchLight, leafDark, birchLeaf, gold, 0.7, 0.4), true},
	{lesson.Willow, "Willow", 9, 8, 3, broadleaf(barkDark, barkLight, willowDark, willow, silver, 0.8, 0.4), true},
	{lesson.Poplar, "Poplar", 2.8, 14, 2, broadleaf(barkDark, barkLight, leafDark, leaf, leafLight, 0.8, 0.35), true},
	{lesson.FruitTree, "Fruit tree", 5, 4.2, 2.5, broadleaf(barkDark, barkLight, leafDark, leaf, blossom, 0.8, 0.35), true},
	{lesson.Pine, "Pine", 6.5, 12, 2, broadleaf(barkDark, barkLight, pineDark, leafDark, pineLight, 0.9, 0.35), true},
	{lesson.Conifer, "Conifer", 4, 11, 1.5, []Pass{
		body(lesson.FanEdge, lesson.Fan, 0.5, 1.2, "From the tip down, wider and wider, with gaps between the boughs.", pineDark),
		lights(lesson.FanEdge, lesson.SoftFan, 0.35, 0.35, "A little light on the tips that face it.", pineLight),
	}, true},
	{lesson.BareTree, "Bare tree", 0.9, 7, 0.6, []Pass{
		body(lesson.PullDown, lesson.Filbert, 0.3, 1.3, "The trunk in one dark pull, wider at its foot.", barkDark),
		body(lesson.LinerPull, lesson.Liner, 0.05, 1, "Limbs and twigs out of it, each leaving at an angle.", barkDark),
		lights(lesson.KnifeBreak, lesson.Knife, 0.5, 0.6, "Light on the side of the light, broken like bark.", barkLight),
	}, true},
	{lesson.Bush, "Bush", 3, 1.8, 2, []Pass{
		body(lesson.RubIn, lesson.Filbert, 0.3, 1, "The bush as one dark mass.", leafDark).pressed(lesson.Evenly).loaded(lesson.MediumLoad),
		lights(lesson.Tap, lesson.Filbert, 0.25, 0.5, "Clusters on the side of the light, from the far one on.", leaf).loaded(lesson.MediumLoad),
		lights(lesson.Tap, lesson.Round, 0.15, 0.4, "A few lights on its top.", leafLight),
	}, true},
	{lesson.TreeLine, "Tree line", 0, 12, 4, []Pass{
		body(lesson.RubIn, lesson.Filbert, 0.25, 0.9, "Rub the mass in thin, along a level foot.", leafDark).loaded(lesson.MediumLoad).pressed(lesson.Evenly),
		body(lesson.Tap, lesson.Filbert, 0.2, 0.8, "Tap its crowns, the far ones first.", leafDark, leaf).loaded(lesson.MediumLoad),
		lights(lesson.Tap, lesson.Round, 0.15, 0.4, "A few lit crowns, unevenly spaced.", leafLight),
	}, true},
	{lesson.Hedge, "Hedge", 0, 2, 2, []Pass{
		body(lesson.RubIn, lesson.Filbert, 0.25, 0.9, "The hedge in one dark, low and long.", leafDark).loaded(lesson.MediumLoad).pressed(lesson.Evenly),
		body(lesson.Tap, lesson.Filbert, 0.2, 0.8, "Leaves over it, tapped.", leaf).loaded(lesson.MediumLoad),
		lights(lesson.Tap, lesson.Round, 0.15, 0.4, "Light along its top.", leafLight),
	}, true},
	{lesson.Rock, "Rock", 2, 1.3, 1, []Pass{
		body(lesson.RubIn, lesson.Filbert, 0.3, 1.7, "The rock as one dark shape, not symmetrical.", rockDark).pressed(lesson.Evenly),
		lights(lesson.KnifeSlide, lesson.Knife, 0.5, 1, "Slide a middle grey over the planes that look at the light, each in a few touches along it.", rock).loaded(lesson.FullLoad).pressed(lesson.Lightly),
		lights(lesson.KnifeBreak, lesson.Knife, 0.5, 0.8, "Light over that, broken, on the tops.", rockLight).in(lesson.Upper),
	}, true},
	{lesson.Log, "Log", 3, 0.7, 0.5, []Pass{
		body(lesson.RubIn, lesson.Filbert, 0.3, 1.2, "The log as one dark shape.", barkDark).pressed(lesson.Evenly),
		lights(lesson.KnifeBreak, lesson.Knife, 0.4, 0.8, "Light along its upper side, broken like bark.", barkLight),
	}, true},
	{lesson.Grass, "Grass", 0, 0.8, 2, []Pass{
		body(lesson.LongPull, lesson.Flat, 0.3, 1.2, "The dark of its feet first.", grassDark),
		body(lesson.PushUp, lesson.Fan, 0.3, 0.8, "Push the clumps up in layers, far ones first; leave a dark band at each foot.", grass).loaded(lesson.HeavyLoad).pressed(lesson.Barely),
		lights(lesson.PushUp, lesson.SoftFan, 0.3, 0.35, "A few blades in light.", grassLight),
	}, true},
	{lesson.Reeds, "Reeds", 3, 1.6, 1.5, []Pass{
		body(lesson.FanEdge, lesson.Fan, 0.5, 0.8, "Chop the reeds up and down, in clumps.", reedDark),
		lights(lesson.LinerPull, lesson.Liner, 0.05, 0.15, "A few stems in light, each its own way.", reedLight).in(lesson.Whole),
	}, true},
	{lesson.Flowers, "Flowers", 2, 0.6, 1.5, []Pass{
		body(lesson.PushUp, lesson.Fan, 0.4, 0.9, "Leaves first, dark.", grassDark, grass),
		lights(lesson.Dab, lesson.Round, 0.15, 0.35, "Dab the flowers in uneven groups, larger near.", bloom).in(lesson.Whole),
	}, true},
	{lesson.Bank, "Bank", 0, 1.2, 2, []Pass{
		body(lesson.LongPull, lesson.Flat, 0.3, 1.2, "The bank as one dark mass.", earth),
		lights(lesson.PushUp, lesson.Fan, 0.3, 0.4, "Push grass up along its top.", grassLight).in(lesson.Crest),
	}, true},
	{lesson.Ridge, "Ridge", 0, 260, 1.5, []Pass{
		body(lesson.PullDown, lesson.Flat, 0.25, 1.1, "The range in one colour, pulled down from its crest.", slope),
		lights(lesson.KnifeBreak, lesson.PointKnife, 0.25, 0.5, "Break light over the flanks that face it.", slopeLight),
	}, true},
	{lesson.Snow, "Snow", 0, 0.5, 1.5, []Pass{
		body(lesson.LongPull, lesson.Flat, 0.35, 1.1, "Snow in half light.", snowShade),
		lights(lesson.KnifeSlide, lesson.Knife, 0.4, 0.5, "Only the sunlit swells are nearly white.", snowLight),
	}, true},
	{lesson.Waterfall, "Waterfall", 2.5, 6, 1, []Pass{
		body(lesson.PullDown, lesson.Flat, 0.35, 1.1, "Pull the water straight down from its lip, grey and thin.", foamShade, waterDeep),
		lights(lesson.KnifeBreak, lesson.Knife, 0.4, 0.7, "Break the light of the water over it, from the lip down; leave the dark ropes.", foam),
	}, true},
	{lesson.Surf, "Surf", 0, 1.6, 1.5, []Pass{
		body(lesson.LongPull, lesson.Filbert, 0.3, 1.2, "The wave, along its crest: green where light comes through.", waveFace),
		body(lesson.Scumble, lesson.Filbert, 0.2, 0.5, "Foam in shade, small circles that drape down the face.", foamShade).loaded(lesson.MediumLoad).in(lesson.Lower),
		lights(lesson.KnifeBreak, lesson.Knife, 0.35, 0.8, "The lip and what falls from it, thick and broken.", foam),
	}, true},
	{lesson.Water, "Pond", 9, 4, 0.8, []Pass{
		body(lesson.LongPull, lesson.Flat, 0.35, 1.2, "Level pulls from the edges inward; the sky in it.", waterPale, waterDeep).pressed(lesson.Evenly),
		body(lesson.PullDown, lesson.Flat, 0.25, 0.8, "Pull what stands behind straight down into it, then one light level pass.", waterDeep).in(lesson.Mirror),
		lights(lesson.KnifeLine, lesson.EdgeKnife, 0.4, 0.1, "A few level lights.", foam).in(lesson.Whole),
	}, true},
	{lesson.Building, "House", 9, 6, 0.3, []Pass{
		body(lesson.CutIn, lesson.Filbert, 0.2, 1.2, "The house as one shape, its edges firm.", plaster),
		lights(lesson.CutIn, lesson.Filbert, 0.2, 1.1, "Light on the wall and the roof that face it.", sunWall).loaded(lesson.FullLoad),
	}, true},
	{lesson.Wall, "Wall", 8, 1.1, 0.6, []Pass{
		body(lesson.RubIn, lesson.Filbert, 0.3, 1.2, "The wall as one shape.", rockDark).pressed(lesson.Evenly),
		lights(lesson.KnifeBreak, lesson.Knife, 0.4, 0.7, "Stones with the knife, in courses; few of them light.", rockLight).in(lesson.Whole),
	}, true},
	{lesson.Fence, "Fence", 5, 1.2, 0.3, []Pass{
		body(lesson.PullDown, lesson.Filbert, 0.15, 1.2, "The posts, each in one pull, at uneven distances.", woodDark),
		body(lesson.LinerPull, lesson.Liner, 0.05, 1, "Wires or rails between them, hanging a little.", woodDark),
	}, true},
	{lesson.Bridge, "Footbridge", 6, 1.3, 0.3, []Pass{
		body(lesson.CutIn, lesson.Filbert, 0.15, 1.3, "The bridge in one dark shape, a little arched.", woodDark),
		lights(lesson.KnifeBreak, lesson.Knife, 0.3, 0.7, "Light on its planks.", woodLight),
		body(lesson.LinerPull, lesson.Liner, 0.05, 1, "Posts and hand-rail, thin and firm.", woodDark),
	}, true},
	{lesson.Boat, "Boat", 4.5, 1, 0.2, []Pass{
		body(lesson.CutIn, lesson.Filbert, 0.15, 1.3, "The boat as one dark shape on the water.", hullDark),
		lights(lesson.KnifeBreak, lesson.Knife, 0.3, 0.8, "A light along its edge and on the side of the light.", woodLight),
	}, true},
	{lesson.Path, "Path", 2.2, 0, 1, []Pass{
		body(lesson.LongPull, lesson.Filbert, 0.25, 1.1, "Level strokes, narrow far away.", dust),
		body(lesson.LinerPull, lesson.Liner, 0.05, 0.8, "Two ruts, lost here and there.", shade),
		lights(lesson.KnifeSlide, lesson.Knife, 0.5, 0.4, "Light where it leaves the shade.", dustLight).in(lesson.Whole),
	}, true},
	{lesson.Person, "Figure", 0.6, 1.7, 0, []Pass{
		body(lesson.CutIn, lesson.Round, 0.3, 1.4, "The figure in one dark touch: a head, a coat, two legs.", coatDark),
		lights(lesson.Dab, lesson.Round, 0.25, 0.9, "One touch of light on the shoulder.", sunWall),
	}, true},
	{lesson.Animal, "Animal", 2.2, 1.5, 0, []Pass{
		body(lesson.CutIn, lesson.Round, 0.25, 1.4, "The animal in one dark shape.", hide),
		lights(lesson.Dab, lesson.Round, 0.2, 0.7, "Light along its back.", hideLight),
	}, true},
	{lesson.CloudBank, "Cloud", 0, 0, 2, []Pass{
		body(lesson.Fluff, lesson.Filbert, 0.3, 0.9, "The body of the cloud in round touches, grey-blue, soft at its base.", cloudShade).loaded(lesson.MediumLoad),
		lights(lesson.Fluff, lesson.Filbert, 0.25, 1.1, "Its lit tops, round on round; leave the edge alone.", cloudLight),
	}, true},
	{lesson.Birds, "Birds", 0, 0, 0, []Pass{
		body(lesson.LinerPull, lesson.Liner, 0.05, 0.6, "A few birds, two short pulls each, no two alike.", coatDark),
	}, true},

	// What is drawn.
	{lesson.Sky, "Sky", 0, 0, 0, []Pass{body(lesson.CrissCross, lesson.Flat, 0.6, 1, "Crossing strokes from the top down.", skyHigh, skyLow).pressed(lesson.Evenly)}, false},
	{lesson.Disc, "Sun or moon", 0, 0, 0, []Pass{body(lesson.PressTurn, lesson.Round, 0.6, 2, "Set down and turn.", glow)}, false},
	{lesson.Mist, "Mist", 0, 0, 2, []Pass{body(lesson.Scumble, lesson.Filbert, 0.3, 0.8, "Small circles with little paint.", mist)}, false},
	{lesson.Stream, "Stream", 0, 0, 1, []Pass{
		body(lesson.LongPull, lesson.Flat, 0.3, 1.2, "Level pulls, dark.", waterDeep),
		lights(lesson.KnifeLine, lesson.EdgeKnife, 0.5, 0.4, "Lights where it breaks.", foam).in(lesson.Whole),
	}, false},
	{lesson.Field, "Field", 0, 0, 1, []Pass{
		body(lesson.LongPull, lesson.Flat, 0.3, 1.1, "Short level pulls that follow the ground, three greens of one value side by side.", grass, moss, earth).broken(50, 30, 20),
		lights(lesson.KnifeSlide, lesson.Knife, 0.5, 0.4, "Light on its rises, long and level.", grassLight).in(lesson.Whole),
	}, false},
	{lesson.Shadow, "Shadow", 0, 0, 1, []Pass{body(lesson.LongPull, lesson.SoftFlat, 0.3, 1, "Flat, away from the light.", shade)}, false},
	{lesson.Image, "Reflection", 0, 0, 1, []Pass{body(lesson.PullDown, lesson.Flat, 0.4, 0.9, "Pull it straight down, then one light level pass.", waterDeep)}, false},
}
