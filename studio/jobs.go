package studio

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"slices"

	"proxenos/core/lesson"
	"proxenos/core/look"
	"proxenos/core/mend"
	"proxenos/core/pupil"
	"proxenos/core/rehearse"
	"proxenos/core/rescue"
	"proxenos/core/score"
	"proxenos/easel"
	"proxenos/export/handout"
	"proxenos/store"
)

// Kinds of work that take longer than a blink.
const (
	RehearseJob = "rehearse"
	TryJob      = "try"
	RankJob     = "rank"
	MendJob     = "mend"
	OrderJob    = "order"
	FitJob      = "fit"
	PrintJob    = "print"
	RescueJob   = "rescue"
	LateJob     = "late"
	PupilsJob   = "pupils"
	LookJob     = "look"
	CameraJob   = "camera"
	RulesJob    = "rules"
)

// Kinds are all of them.
func Kinds() []string {
	return []string{RehearseJob, TryJob, RankJob, MendJob, OrderJob, FitJob, PrintJob, RescueJob, LateJob, PupilsJob, LookJob, CameraJob, RulesJob}
}

// Asked is what a job is asked for. Which fields count depends on its kind.
type Asked struct {
	Kind    string          `json:"kind" enum:"rehearse,try,rank,mend,order,fit,print,rescue,late,pupils,look,camera,rules" doc:"paint a lesson where its last canvas is, and keep the canvas, try an edit, try the remedies of a finding and rank them, mend all that is safe, find a better order, fit into so many minutes, make handouts of a class, answer a hand that is up, end a class in time, let simulated students paint it, look at a photograph of a canvas, take a simulated one, judge a photograph by the rules of pictures alone"`
	Lesson  string          `json:"lesson,omitempty" maxLength:"40" doc:"rules: nothing"`
	From    int             `json:"from,omitempty" minimum:"1" maximum:"2147483647" doc:"the revision that it is about; rules: nothing"`
	Edit    *lesson.AnyEdit `json:"edit,omitempty" doc:"try: what is tried"`
	At      *rehearse.Spot  `json:"at,omitempty" doc:"try: where to look, mm; the whole canvas when left out"`
	Rule    string          `json:"rule,omitempty" maxLength:"60" doc:"rank: of which finding"`
	Where   string          `json:"where,omitempty" maxLength:"100" doc:"rank: of which finding"`
	Accept  bool            `json:"accept,omitempty" doc:"mend: whether what is a choice is chosen as well, in a lesson that nobody has worked on yet"`
	Minutes int             `json:"minutes,omitempty" minimum:"5" maximum:"600" doc:"fit: into how many minutes"`
	Class   string          `json:"class,omitempty" maxLength:"40" doc:"print, rescue, late, pupils: which class; lesson and from are those it teaches"`
	Step    int             `json:"step,omitempty" minimum:"0" maximum:"499" doc:"rescue: which step went wrong, from 0"`
	Trouble rescue.Trouble  `json:"trouble,omitempty" maxLength:"20" doc:"rescue: what went wrong"`
	Number  int             `json:"number,omitempty" minimum:"0" maximum:"20000" doc:"rescue, late: how much had happened when it was asked"`
	Print   *handout.Order  `json:"print,omitempty" doc:"print: which handouts, and how; of the lesson itself where no class is named"`
	Canvas  string          `json:"canvas,omitempty" maxLength:"40" doc:"look, camera, rules: which canvas; lesson and from are those it was painted after"`
	Corners []float64       `json:"corners,omitempty" maxItems:"8" doc:"look, rules: where the picture is in its photograph, x and y of upper left, upper right, lower right, lower left, pixels; found when left out"`
	Card    []float64       `json:"card,omitempty" maxItems:"2" doc:"look: where a white card lies in its photograph, x and y, pixels"`
	Light   string          `json:"light,omitempty" maxLength:"10" doc:"look: what tells of the light: tape, card, ground, plan or itself; the best there is when left out"`
	Watcher string          `json:"watcher,omitempty" maxLength:"40" doc:"the stream of events that waits for it; when that ends it is stopped"`
}

// Came is what came of a job: one field, by its kind.
type Came struct {
	Trial   *Trial            `json:"trial,omitempty"`
	Ranking *mend.Ranking     `json:"ranking,omitempty" doc:"grows while remedies are tried"`
	Mended  *Mended           `json:"mended,omitempty"`
	Order   *score.Timed      `json:"order,omitempty"`
	Fitting *score.Fitting    `json:"fitting,omitempty"`
	Printed *Printed          `json:"printed,omitempty"`
	Rescued *Rescued          `json:"rescued,omitempty"`
	Late    *Late             `json:"late,omitempty"`
	Pupils  *pupil.Found      `json:"pupils,omitempty"`
	Looked  *Looked           `json:"looked,omitempty"`
	Taken   *store.KeptCanvas `json:"taken,omitempty" doc:"the canvas with its new photograph"`
}

// Into how many minutes a lesson can be fitted.
const leastFit, mostFit = 5, 600

// Check refuses what cannot be asked, before it waits for its turn.
func (a *Asked) Check() error {
	var faults lesson.Faults
	need := func(ok bool, path, cure string) {
		if !ok {
			faults = append(faults, lesson.Fault{Path: path, Problem: "is missing", Cure: cure})
		}
	}
	switch a.Kind {
	case TryJob:
		need(a.Edit != nil && a.Edit.Edit != nil, "edit", `send {"kind": "try", "edit": {...}}`)
	case RankJob:
		need(a.Rule != "", "rule", "name the finding by its rule and place")
		need(a.Where != "", "where", "name the finding by its rule and place")
	case FitJob:
		if a.Minutes < leastFit || a.Minutes > mostFit {
			faults = append(faults, lesson.Fault{Path: "minutes", Problem: fmt.Sprintf("is %d", a.Minutes), Cure: fmt.Sprintf("give %d to %d", leastFit, mostFit)})
		}
	case PrintJob:
		need(a.Print != nil, "print", `send {"kind": "print", "print": {}} for the class pack`)
		if a.Print != nil {
			if err := a.Print.Check(); err != nil {
				faults = append(faults, lesson.Fault{Path: "print", Problem: "is not right", Cure: err.Error()})
			}
		}
	case RescueJob:
		need(a.Class != "", "class", "name the class")
		need(rescue.Known(a.Trouble), "trouble", "name one of those that are offered")
		need(a.Step >= 0 && a.Step < 500, "step", "name the step that went wrong")
	case LateJob, PupilsJob:
		need(a.Class != "", "class", "name the class")
	case LookJob, CameraJob, RulesJob:
		need(a.Canvas != "", "canvas", "name the canvas")
		if len(a.Corners) != 0 && quadOf(a.Corners) == nil {
			faults = append(faults, lesson.Fault{Path: "corners", Problem: fmt.Sprintf("are %d numbers", len(a.Corners)), Cure: "give eight, or none"})
		}
		if l := look.Reference(a.Light); l != "" && !slices.Contains(look.References(), l) {
			faults = append(faults, lesson.Fault{Path: "light", Problem: fmt.Sprintf("is %q", a.Light), Cure: fmt.Sprintf("give one of %v", look.References())})
		}
		if byCard := a.Light == string(look.ByCard); byCard != (len(a.Card) == 2) {
			faults = append(faults, lesson.Fault{Path: "card", Problem: fmt.Sprintf("is %d numbers", len(a.Card)), Cure: "give x and y where the light is known by a card, and nothing else"})
		}
	case RehearseJob, MendJob, OrderJob:
	default:
		faults = append(faults, lesson.Fault{Path: "kind", Problem: fmt.Sprintf("is %q", a.Kind), Cure: fmt.Sprintf("use one of %v", Kinds())})
	}
	if a.Kind == RulesJob {
		if a.Lesson != "" || a.From != 0 || a.Edit != nil || a.Class != "" {
			faults = append(faults, lesson.Fault{Path: "lesson", Problem: "is given", Cure: "leave lesson, from, edit and class out: no lesson is asked"})
		}
	} else {
		need(a.From > 0, "from", "say which revision it is about")
	}
	if len(faults) > 0 {
		return faults
	}
	return nil
}

// Job is what waits for its turn when this is asked of a lesson of a studio.
func (a Asked) Job(studio string) (store.Job, error) {
	a.Watcher = ""
	request, err := json.Marshal(a)
	if err != nil {
		return store.Job{}, err
	}
	return store.Job{StudioID: studio, LessonID: a.Lesson, Kind: a.Kind, Same: studio + " " + string(request), Request: string(request), Batch: slices.Contains([]string{MendJob, FitJob, PrintJob, PupilsJob}, a.Kind), Bound: a.Kind != MendJob && a.Kind != PupilsJob && a.Kind != RulesJob}, nil
}

// CarryOut does what a job asks for. say tells how far it is.
func (d *Desk) CarryOut(ctx context.Context, j store.Job, say func(string)) (any, error) {
	var a Asked
	if err := json.Unmarshal([]byte(j.Request), &a); err != nil {
		return nil, err
	}
	room := d.In(j.StudioID)
	if a.Kind == RulesJob {
		seen, err := room.byRules(ctx, a, say)
		return Came{Looked: seen}, err
	}
	r, l, err := room.At(ctx, a.Lesson, a.From)
	if err != nil {
		return nil, err
	}
	var out Came
	switch a.Kind {
	case RehearseJob:
		painted := d.Easel.Here(r.LessonID, r.Number, l)
		if _, err = painted.Painted(ctx); err == nil { // whoever asked lets the rules speak
			d.Easel.KeepNow(painted)
		} else {
			d.Easel.Drop(painted)
		}
	case TryJob:
		out.Trial, err = room.try(ctx, r, l, a)
	case RankJob:
		out.Ranking, err = room.rank(ctx, r, l, a)
	case MendJob:
		out.Mended, err = room.mend(store.WithKey(ctx, "mend "+j.ID), l, a, say)
	case OrderJob:
		var t score.Timed
		t, err = d.Order(ctx, r, l)
		out.Order = &t
	case FitJob:
		out.Fitting, err = d.fit(ctx, r, l, a.Minutes)
	case PrintJob:
		out.Printed, err = room.print(ctx, a, say)
	case RescueJob:
		out.Rescued, err = room.rescue(ctx, a)
	case LateJob:
		out.Late, err = room.late(ctx, a, say)
	case PupilsJob:
		out.Pupils, err = room.strangers(ctx, a, say)
	case LookJob:
		out.Looked, err = room.look(ctx, a, say)
	case CameraJob:
		out.Taken, err = room.photograph(store.WithKey(ctx, "camera "+j.ID), a, say)
	}
	return out, err
}

// Order works out a better order of a painted lesson, and its tools.
func (d *Desk) Order(ctx context.Context, r store.Revision, l *lesson.Lesson) (score.Timed, error) {
	return Judged(ctx, d, l, "timing", func(ctx context.Context, out *score.Timed) error {
		reports, err := d.Reports(ctx, r, l)
		if err != nil {
			return err
		}
		t, err := score.Time(ctx, l, reports)
		if err == nil {
			*out = *t
		}
		return err
	})
}

func (d *Desk) fit(ctx context.Context, r store.Revision, l *lesson.Lesson, minutes int) (*score.Fitting, error) {
	out, err := Judged(ctx, d, l, fmt.Sprintf("fit-%d", minutes), func(ctx context.Context, out *score.Fitting) error {
		t, err := d.Order(ctx, r, l)
		if err != nil {
			return err
		}
		coarse, err := d.Easel.Rehearse(r.LessonID, r.Number, l).Drafted(ctx)
		if err != nil {
			return err
		}
		f, err := score.Fit(ctx, l, coarse, t.Order, float64(minutes))
		if err != nil {
			return err
		}
		*out = *f
		return out.Paint(ctx, l, coarse)
	})
	return &out, err
}

// Refuse says in plain words why a job failed.
func Refuse(err error) string {
	var stale *store.StaleError
	switch {
	case errors.As(err, &stale):
		return "the lesson was changed meanwhile: nothing was mended"
	case errors.Is(err, store.ErrNotFound):
		return "the lesson is not there any more"
	case errors.Is(err, easel.ErrSuperseded):
		return "the lesson was changed meanwhile: ask again"
	case errors.Is(err, context.DeadlineExceeded):
		return "it took too long and was stopped"
	}
	return err.Error()
}
