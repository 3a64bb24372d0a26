package studio

import (
	"context"
	"crypto/sha256"
	"encoding/base64"
	"encoding/json"
	"fmt"
	"image"
	"math"

	"proxenos/core/lesson"
	"proxenos/core/pupil"
	"proxenos/core/rescue"
	"proxenos/core/teach"
	"proxenos/store"
)

// Rescued is the answer to a hand that is up.
type Rescued struct {
	Advice rescue.Advice `json:"advice"`
	Text   string        `json:"text" doc:"what is written down when it is sent"`
	Made   string        `json:"made" doc:"names its pictures among what was made for the class"`
	Before string        `json:"before" doc:"a picture, as a data: address"`
	After  string        `json:"after"`
}

// Late is what may be done when it is late.
type Late struct {
	Late    float64  `json:"late" doc:"minutes by which it will be late, as the class stands"`
	Options []Option `json:"options" doc:"three at most, the one that changes the picture least first"`
}

// Option is one of them, with its picture.
type Option struct {
	teach.Option
	Text    string `json:"text" doc:"what is written down when it is taken"`
	Picture string `json:"picture" doc:"the finished picture with it, as a data: address"`
}

// How much of the canvas a rescue shows, and how wide pictures of what may be done are.
const (
	rescueSide  = 70.0 // mm
	rescueWidth = 320
	optionWidth = 320
	soonest     = 1.0 // minutes that are won at least, when somebody asks for it before it is late
	pupilSeed   = 3
)

// taught is the lesson of a class at the moment it is asked for, with its coarse canvas.
func (r Room) taught(ctx context.Context, a Asked) (*Stage, store.Revision, error) {
	now, err := r.Stage(ctx, a.Class, 0)
	if err != nil {
		return nil, store.Revision{}, err
	}
	rev, _, err := r.At(ctx, now.Kept.Lesson, now.Kept.Revision)
	return now, rev, err
}

// rescue answers a hand that is up in a class, as it stands.
func (r Room) rescue(ctx context.Context, a Asked) (*Rescued, error) {
	now, rev, err := r.taught(ctx, a)
	if err != nil {
		return nil, err
	}
	coarse, err := r.Easel.Rehearse(rev.LessonID, rev.Number, now.Lesson).Drafted(ctx)
	if err != nil {
		return nil, err
	}
	// How late it is is taken in steps of five minutes, so that the same trouble of several is
	// answered once.
	pace := now.Plan.Minutes[a.Step] / now.Lesson.Steps[a.Step].Minutes
	behind := math.Max(0, math.Round(now.State.Behind/5)*5)
	asked := rescue.Asked{Step: a.Step, Trouble: a.Trouble, Behind: behind, Left: now.State.Spare(), Pace: pace}
	key, err := json.Marshal(asked)
	if err != nil {
		return nil, err
	}
	out := &Rescued{Made: fmt.Sprintf("%x", sha256.Sum256(key))[:16]}
	body, err := r.Artifact(ctx, r.rescued(a.Class, out.Made, "card", now.Lesson), func(ctx context.Context) ([]byte, error) {
		found, err := rescue.For(ctx, coarse, asked)
		if err != nil {
			return nil, &UnsoundError{err}
		}
		before, after := found.Show(rescueSide, rescueWidth)
		for side, img := range map[string]image.Image{"before": before, "after": after} {
			picture, err := PNG(img)
			if err != nil {
				return nil, err
			}
			if err := r.Store.PutArtifact(ctx, r.rescued(a.Class, out.Made, side, now.Lesson), picture); err != nil {
				return nil, err
			}
		}
		return json.Marshal(found.Advice)
	})
	if err != nil {
		return nil, err
	}
	if err := json.Unmarshal(body, &out.Advice); err != nil {
		return nil, err
	}
	out.Text = teach.Fit(out.Advice.Says)
	for side, to := range map[string]*string{"before": &out.Before, "after": &out.After} {
		picture, err := r.Store.Artifact(ctx, r.rescued(a.Class, out.Made, side, now.Lesson))
		if err != nil {
			return nil, err
		}
		*to = dataOf(picture)
	}
	return out, nil
}

// rescued is where something of a rescue is kept.
func (r Room) rescued(class, made, side string, l *lesson.Lesson) store.Artifact {
	return store.Artifact{Maker: r.Build, Painting: l.Painting(), Kind: fmt.Sprintf("rescues/%s/%s/%s/%s", r.Kept.Studio, class, made, side)}
}

// RescuePicture is a picture of a rescue, before or after.
func (r Room) RescuePicture(ctx context.Context, class, made, side string) ([]byte, error) {
	now, err := r.Stage(ctx, class, 1)
	if err != nil {
		return nil, err
	}
	return r.Store.Artifact(ctx, r.rescued(class, made, side, now.Lesson))
}

func dataOf(png []byte) string {
	return "data:image/png;base64," + base64.StdEncoding.EncodeToString(png)
}

// late finds what may be done to end in time, and paints what each would give.
func (r Room) late(ctx context.Context, a Asked, say func(string)) (*Late, error) {
	now, rev, err := r.taught(ctx, a)
	if err != nil {
		return nil, err
	}
	coarse, err := r.Easel.Rehearse(rev.LessonID, rev.Number, now.Lesson).Drafted(ctx)
	if err != nil {
		return nil, err
	}
	out := &Late{Late: now.State.Late, Options: []Option{}}
	options, err := now.State.Options(ctx, now.Kept.Class.Paced(now.Lesson), coarse, math.Max(now.State.Late, soonest))
	if err != nil {
		return nil, err
	}
	say("painting what each would give")
	if err := teach.PaintAll(ctx, options, coarse); err != nil {
		return nil, err
	}
	for _, o := range options {
		picture, err := PNG(o.Show(optionWidth))
		if err != nil {
			return nil, err
		}
		out.Options = append(out.Options, Option{o, o.Event().Text, dataOf(picture)})
	}
	return out, nil
}

// strangers lets a class of simulated students paint the lesson, and tries what would help.
func (r Room) strangers(ctx context.Context, a Asked, say func(string)) (*pupil.Found, error) {
	now, _, err := r.taught(ctx, a)
	if err != nil {
		return nil, err
	}
	c := pupil.Of(now.Kept.Class.People, now.Kept.Class.Minutes, pupilSeed)
	key, err := json.Marshal(c)
	if err != nil {
		return nil, err
	}
	out, err := Judged(ctx, r.Desk, now.Lesson, fmt.Sprintf("strangers-%x", sha256.Sum256(key)), func(ctx context.Context, out *pupil.Found) error {
		found, err := pupil.Rehearse(ctx, now.Lesson, c, func(done, of int) { say(fmt.Sprintf("%d of %d have painted it", done, of)) })
		if err != nil {
			return err
		}
		if err := found.Help(ctx, now.Lesson, c, func(done, of int) { say(fmt.Sprintf("trying what helps, %d of %d", done, of)) }); err != nil {
			return err
		}
		*out = *found
		return nil
	})
	return &out, err
}
