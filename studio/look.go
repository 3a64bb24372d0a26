package studio

import (
	"bytes"
	"context"
	"crypto/sha256"
	"encoding/json"
	"errors"
	"fmt"
	"image"
	"image/jpeg"
	"math"
	"time"

	"proxenos/core/canvas"
	"proxenos/core/lesson"
	"proxenos/core/look"
	"proxenos/core/plate"
	"proxenos/store"
)

// Looked is what was seen in a photograph of a real canvas.
type Looked struct {
	Made     string           `json:"made" doc:"names it, and its pictures"`
	Width    float64          `json:"width" doc:"of the canvas, mm"`
	Height   float64          `json:"height"`
	Across   int              `json:"across" doc:"pixels of the photograph"`
	Down     int              `json:"down"`
	Found    look.Whereabouts `json:"found"`
	Report   look.Verdict     `json:"report"`
	Advice   []look.ToDo      `json:"advice" doc:"what to do about each mend"`
	Alone    *look.Alone      `json:"alone,omitempty" doc:"of a picture without a plan"`
	Pictures int              `json:"pictures" doc:"how many mends have a picture: mend-0 is the photograph as it is, squared up; plan is the plan"`
}

// lookedAt is where something of a look is kept.
func (r Room) lookedAt(of, made, what, painting string) store.Artifact {
	return store.Artifact{Maker: r.Build, Painting: painting, Kind: fmt.Sprintf("looks/%s/%s/%s/%s", r.Kept.Studio, of, made, what)}
}

// alonePainting is that of a picture without a plan.
const alonePainting = "none"

// ErrNoPhoto says that there is nothing to look at.
var ErrNoPhoto = errors.New("there is no photograph of this canvas yet: take one, or choose a file")

// A sighting is a canvas with its photograph, and the lesson it was painted after.
type sighting struct {
	kept   store.KeptCanvas
	photo  *plate.Plate
	rev    store.Revision
	lesson *lesson.Lesson // nil without one
}

// sight reads a canvas and its photograph.
func (r Room) sight(ctx context.Context, of string) (s sighting, err error) {
	if s.kept, err = r.Kept.Canvas(ctx, of); err != nil {
		return s, err
	}
	if s.rev, s.lesson, err = r.lessonOf(ctx, s.kept); err != nil {
		return s, err
	}
	if s.kept.Canvas.Photo == "" {
		return s, &UnsoundError{ErrNoPhoto}
	}
	s.photo, err = r.plateOf(ctx, s.kept.Canvas.Photo)
	return s, err
}

// lessonOf is the lesson that a canvas was painted after, as it was taught; nil for none.
func (r Room) lessonOf(ctx context.Context, k store.KeptCanvas) (store.Revision, *lesson.Lesson, error) {
	if k.Lesson == "" {
		return store.Revision{}, nil, nil
	}
	revision := 0
	if k.Class != "" {
		c, err := r.Kept.Class(ctx, k.Class)
		if err != nil {
			return store.Revision{}, nil, err
		}
		revision = c.Revision
	}
	return r.lessonAt(ctx, k.Lesson, revision)
}

// RevisionOf is the revision of the lesson that a canvas was painted after; 0 without one.
func (r Room) RevisionOf(ctx context.Context, k store.KeptCanvas) (int, error) {
	rev, _, err := r.lessonOf(ctx, k)
	return rev.Number, err
}

// plateOf is a photograph as light; the last few are kept, for corners are dragged on them.
func (r Room) plateOf(ctx context.Context, hash string) (*plate.Plate, error) {
	key := r.Kept.Studio + " " + hash
	if p, ok := r.plates.Get(key); ok {
		return p, nil
	}
	body, err := r.Kept.PhotoBody(ctx, hash)
	if err != nil {
		return nil, err
	}
	img, err := jpeg.Decode(bytes.NewReader(body))
	if err != nil {
		return nil, &UnsoundError{errors.New("the photograph that was kept cannot be read: take another one")}
	}
	p := plate.Of(img, 0)
	r.plates.Add(key, p)
	return p, nil
}

// quadOf are corners as they are asked for; nil where there are none.
func quadOf(corners []float64) *look.Quad {
	if len(corners) != 8 {
		return nil
	}
	var q look.Quad
	for k := range q {
		q[k] = look.Pixel{X: corners[2*k], Y: corners[2*k+1]}
	}
	return &q
}

// look reads the photograph of a canvas, once for the same corners and light, and keeps what was
// seen with the canvas.
func (r Room) look(ctx context.Context, a Asked, say func(string)) (*Looked, error) {
	s, err := r.sight(ctx, a.Canvas)
	if err != nil {
		return nil, err
	}
	if s.lesson == nil {
		return nil, &UnsoundError{errors.New("this picture was painted after no lesson: look at it by the rules of a picture")}
	}
	paint := paintOf(s.kept.Canvas, time.Now().UTC())
	key, err := json.Marshal([]any{s.kept.Canvas.Photo, a.Corners, a.Light, a.Card, paint})
	if err != nil {
		return nil, err
	}
	made, painting := fmt.Sprintf("%x", sha256.Sum256(key))[:16], s.lesson.Painting()
	out := &Looked{}
	body, err := r.Artifact(ctx, r.lookedAt(a.Canvas, made, "report", painting), func(ctx context.Context) ([]byte, error) {
		out, err := r.readPhoto(ctx, s, a, made, paint, say)
		if err != nil {
			return nil, err
		}
		return json.Marshal(out)
	})
	if err != nil {
		return nil, err
	}
	if err := json.Unmarshal(body, out); err != nil {
		return nil, err
	}
	return out, r.saw(ctx, a.Canvas, s.kept.Canvas.Photo, out)
}

// readPhoto reads a photograph, and keeps the pictures of it.
func (r Room) readPhoto(ctx context.Context, s sighting, a Asked, made string, paint look.Paint, say func(string)) (*Looked, error) {
	say("rehearsing the lesson")
	coarse, err := r.Easel.Rehearse(s.rev.LessonID, s.rev.Number, s.lesson).Drafted(ctx)
	if err != nil {
		return nil, err
	}
	plan := look.PlanOf(coarse, math.Inf(1))
	say("finding the canvas")
	o := look.Options{Quad: quadOf(a.Corners), By: look.Reference(a.Light)}
	if len(a.Card) == 2 {
		o.Card = &look.Pixel{X: a.Card[0], Y: a.Card[1]}
	}
	read, err := look.Read(ctx, s.photo, plan, o, func(share float64) { say(fmt.Sprintf("looking, %.0f %%", 100*share)) })
	if err != nil {
		if ctx.Err() != nil {
			return nil, err
		}
		return nil, &UnsoundError{err}
	}
	out := &Looked{Made: made, Width: s.lesson.Support.Width, Height: s.lesson.Support.Height, Across: s.photo.W, Down: s.photo.H, Found: read.Found}
	adviser, err := look.NewAdviser(plan)
	if err != nil {
		return nil, err
	}
	out.Advice, err = adviser.For(ctx, read.Judged, paint, func(share float64) { say(fmt.Sprintf("trying what mends it, %.0f %%", 100*share)) })
	if err != nil {
		return nil, err
	}
	out.Report, out.Pictures = read.Verdict, len(read.Mends)
	say("drawing it mended")
	sharp, err := read.Sharper(s.photo, plan)
	if err != nil {
		return nil, err
	}
	for k := range len(read.Mends) + 1 {
		if err := r.keepPicture(ctx, r.lookedAt(a.Canvas, made, fmt.Sprintf("mend-%d", k), s.lesson.Painting()), sharp.Picture(k).Image()); err != nil {
			return nil, err
		}
	}
	wide := sharp.Picture(0).W
	return out, r.keepPicture(ctx, r.lookedAt(a.Canvas, made, "plan", s.lesson.Painting()), coarse.Show("paint", math.Inf(1), wide))
}

// lookQuality is that of the pictures of a look.
const lookQuality = 90

func (r Room) keepPicture(ctx context.Context, at store.Artifact, img image.Image) error {
	var b bytes.Buffer
	if err := jpeg.Encode(&b, img, &jpeg.Options{Quality: lookQuality}); err != nil {
		return err
	}
	return r.Store.PutArtifact(ctx, at, b.Bytes())
}

// paintOf is how the paint of a canvas is on a day.
func paintOf(c canvas.Canvas, now time.Time) look.Paint {
	if c.Painted == now.Format(time.DateOnly) {
		return look.Paint{Wet: true}
	}
	for _, d := range c.Forecast() {
		if d.Name != canvas.TouchDry || d.Done {
			continue
		}
		if on, err := time.Parse(time.DateOnly, d.On); err == nil && on.After(now) {
			return look.Paint{Days: math.Ceil(on.Sub(now).Hours() / 24)}
		}
	}
	return look.Paint{}
}

// sawTries is how often what was seen is written down anew when somebody else writes meanwhile.
const sawTries = 5

// saw keeps what was seen in a photograph with its canvas, whoever writes to it meanwhile.
func (r Room) saw(ctx context.Context, of, photo string, l *Looked) error {
	seen := canvas.Look{On: time.Now().UTC().Format(time.DateOnly), Photo: photo, Made: l.Made, Before: l.Report.Before.All, After: l.Report.After.All, Stop: l.Report.Stop, Faults: []canvas.Faulty{}}
	for k, m := range l.Report.Mends {
		seen.Faults = append(seen.Faults, canvas.Faulty{ID: m.ID, Says: m.Says, Do: l.Advice[k].Says, Gain: m.Gain})
	}
	var err error
	for range sawTries {
		var k store.KeptCanvas
		if k, err = r.Kept.Canvas(ctx, of); err != nil {
			return err
		}
		next := k.Canvas
		next.Saw(seen)
		if _, err = r.Kept.PutCanvas(ctx, of, k.Version, next); err == nil {
			return nil
		}
		var stale *store.StaleError
		if !errors.As(err, &stale) {
			return err
		}
	}
	return err
}

// Seen is what was seen in a photograph of a canvas, as it was kept.
func (r Room) Seen(ctx context.Context, of, made string) (*Looked, error) {
	painting, err := r.lookPainting(ctx, of)
	if err != nil {
		return nil, err
	}
	body, err := r.Store.Artifact(ctx, r.lookedAt(of, made, "report", painting))
	if err != nil {
		return nil, err
	}
	out := &Looked{}
	return out, json.Unmarshal(body, out)
}

func (r Room) lookPainting(ctx context.Context, of string) (string, error) {
	k, err := r.Kept.Canvas(ctx, of)
	if err != nil {
		return "", err
	}
	_, l, err := r.lessonOf(ctx, k)
	if err != nil || l == nil {
		return alonePainting, err
	}
	return l.Painting(), nil
}

// byRules judges a canvas by the rules of a picture alone.
func (r Room) byRules(ctx context.Context, a Asked, say func(string)) (*Looked, error) {
	of, corners := a.Canvas, a.Corners
	s, err := r.sight(ctx, of)
	if err != nil {
		return nil, err
	}
	key, err := json.Marshal([]any{s.kept.Canvas.Photo, corners, "rules"})
	if err != nil {
		return nil, err
	}
	made := fmt.Sprintf("%x", sha256.Sum256(key))[:16]
	painting := alonePainting
	var width, height float64
	if s.lesson != nil {
		painting, width, height = s.lesson.Painting(), s.lesson.Support.Width, s.lesson.Support.Height
	}
	say("finding the picture, and judging it")
	body, err := r.Artifact(ctx, r.lookedAt(of, made, "report", painting), func(ctx context.Context) ([]byte, error) {
		found, neutral, alone, err := look.ReadAlone(s.photo, width, height, quadOf(corners))
		if err != nil {
			return nil, &UnsoundError{err}
		}
		if err := r.keepPicture(ctx, r.lookedAt(of, made, "mend-0", painting), neutral.Image()); err != nil {
			return nil, err
		}
		return json.Marshal(Looked{Made: made, Width: float64(neutral.W) * neutral.Mm, Height: float64(neutral.H) * neutral.Mm, Across: s.photo.W, Down: s.photo.H, Found: found, Report: look.Verdict{Mends: []look.Mend{}, Limits: look.Limits{Says: []string{}}}, Advice: []look.ToDo{}, Alone: &alone})
	})
	if err != nil {
		return nil, err
	}
	out := &Looked{}
	return out, json.Unmarshal(body, out)
}
