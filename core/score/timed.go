package score

import (
	"context"
	"errors"

	"proxenos/core/lesson"
	"proxenos/core/rehearse"
	"proxenos/core/schedule"
)

// Timed is what can be said of a rehearsed lesson's order and tools.
type Timed struct {
	Clash *Clash    `json:"clash,omitempty" doc:"waits that contradict each other"`
	Few   *Proposal `json:"few,omitempty" doc:"what a few moves save"`
	Order *Proposal `json:"order,omitempty" doc:"the shortest order found; none when no order keeps every wait"`
	Tools Toolset   `json:"tools"`
}

// Time works out order and tools from what the reports of a rehearsal say. It fails only when the context
// ends: that waits cannot be kept is part of the answer.
func Time(ctx context.Context, l *lesson.Lesson, reports []rehearse.Report) (*Timed, error) {
	out := &Timed{Tools: Tools(l)}
	t := TimingOf(l, reports)
	var err error
	if out.Clash, err = t.Clash(ctx); err != nil || out.Clash != nil && !out.Clash.Written {
		return out, err
	}
	out.Few, out.Order, err = t.Proposals(ctx)
	if errors.Is(err, schedule.ErrImpossible) || errors.Is(err, schedule.ErrUnknown) {
		if out.Clash == nil {
			out.Clash = &Clash{Steps: []string{}, Says: "What must still be wet and what must have set leave no order in which every wait is kept."}
		}
		return out, nil
	}
	return out, err
}
