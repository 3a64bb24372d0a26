package fault_test

import (
	"errors"
	"fmt"
	"strings"
	"sync/atomic"
	"testing"

	"proxenos/core/fault"
)

func TestAPanicBesideComesToWhoWaits(t *testing.T) {
	var done atomic.Int32
	work := func() (err error) {
		defer fault.Catch(&err)
		var g fault.Group
		for i := range 4 {
			g.Go(func() {
				if i == 2 {
					panic("the pile is empty")
				}
				done.Add(1)
			})
		}
		g.Wait()
		return nil
	}
	err := work()
	var f *fault.Fault
	if !errors.As(err, &f) || !strings.Contains(err.Error(), "the pile is empty") || !strings.Contains(string(f.Stack), "fault_test.go") {
		t.Errorf("it ends with %v", err)
	}
	if done.Load() != 3 {
		t.Errorf("%d others came to their end", done.Load())
	}
	// Caught twice it still says where it came from.
	again := func() (err error) {
		defer fault.Catch(&err)
		panic(f)
	}
	if err := again(); err != f {
		t.Errorf("again it is %v", err)
	}
}

func Example() {
	mix := func() (err error) {
		defer fault.Catch(&err)
		var piles []string
		_ = piles[3]
		return nil
	}
	fmt.Println(mix())
	// Output: panic: runtime error: index out of range [3] with length 0
}
