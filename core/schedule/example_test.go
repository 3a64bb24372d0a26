package schedule_test

import (
	"context"
	"fmt"

	"proxenos/core/schedule"
)

// A towel lies for nine minutes on the sky: what does not touch the sky is done meanwhile.
func ExampleProblem_Best() {
	names := []string{"sky", "towel on the sky", "mist on the sky", "path", "rocks"}
	p := schedule.Problem{
		Tasks: []schedule.Task{{Hands: 5}, {Hands: 1, Lies: 9, Idle: true}, {Hands: 3}, {Hands: 4}, {Hands: 4}},
		Lags:  []schedule.Lag{{From: 0, To: 1}, {From: 1, To: 2}},
	}
	plan, err := p.Best(context.Background(), 0)
	if err != nil {
		fmt.Println(err)
		return
	}
	for _, i := range plan.Order {
		fmt.Printf("%2.0f min  %s\n", plan.Starts[i], names[i])
	}
	fmt.Printf("%.0f min in all; nothing is shorter: %v\n", plan.Minutes, plan.Proven)
	// Output:
	//  0 min  sky
	//  5 min  towel on the sky
	//  6 min  path
	// 10 min  rocks
	// 15 min  mist on the sky
	// 18 min in all; nothing is shorter: true
}

// Two waits that contradict each other are named, and nothing else.
func ExampleProblem_Blame() {
	p := schedule.Problem{
		Tasks: []schedule.Task{{Hands: 5}, {Hands: 10}, {Hands: 5}, {Hands: 2}},
		Lags:  []schedule.Lag{{From: 0, To: 2, Most: 4}, {From: 0, To: 1}, {From: 1, To: 2}, {From: 2, To: 3}},
	}
	blame, _ := p.Blame(context.Background(), false)
	fmt.Println(blame)
	// Output: [0 1 2]
}
