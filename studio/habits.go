package studio

import (
	"context"
	"encoding/json"
	"errors"
	"strings"

	"proxenos/core/length"
	"proxenos/core/lesson"
	"proxenos/export/paper"
)

// Habits are how a studio measures, prints and counts its weeks. What it counts money in is
// written on its cupboard.
type Habits struct {
	Name  string      `json:"name" minLength:"1" maxLength:"80" doc:"what the studio is called"`
	Units length.Unit `json:"units" enum:"metric,cm,inches" doc:"what it measures with"`
	Paper string      `json:"paper" enum:"a4,letter" doc:"what it prints on"`
	Week  string      `json:"week" enum:"monday,sunday,saturday" doc:"the first day of its week"`
}

// usual fills in what nobody has said.
func (h *Habits) usual() {
	if h.Units == "" {
		h.Units = length.Metric
	}
	if h.Paper == "" {
		h.Paper = paper.A4
	}
	if h.Week == "" {
		h.Week = "monday"
	}
}

// Habits are those of the studio.
func (r Room) Habits(ctx context.Context) (out Habits, err error) {
	body, err := r.Kept.Habits(ctx)
	if err == nil {
		err = json.Unmarshal([]byte(body), &out)
	}
	if err == nil {
		out.Name, err = r.Kept.NameOf(ctx)
	}
	out.usual()
	return out, err
}

// KeepHabits keeps them, and what the studio is called.
func (r Room) KeepHabits(ctx context.Context, h Habits) (Habits, error) {
	h.usual()
	name, err := StudioName(h.Name)
	if err == nil {
		err = (paper.Format{Paper: h.Paper, Units: h.Units}).Check()
	}
	if err != nil {
		return h, &UnsoundError{err}
	}
	h.Name = ""
	body, err := json.Marshal(h)
	if err != nil {
		return h, err
	}
	h.Name = name
	return h, r.Kept.PutHabits(ctx, name, string(body))
}

// StudioName is a name that a studio can have, without what stands around it.
func StudioName(name string) (string, error) {
	if name = strings.TrimSpace(name); name == "" || !lesson.Readable(name) {
		return "", errors.New("the name of the studio is blank: give it one")
	}
	return name, nil
}
