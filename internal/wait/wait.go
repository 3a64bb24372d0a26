// Package wait lets a test wait for what it means, and no longer.
package wait

import (
	"testing"
	"time"
)

// most is how long anything may take on a busy machine.
const most = 30 * time.Second

// Until asks again and again whether something is so, and ends the test, saying what never
// was, when it takes too long.
func Until(t testing.TB, what string, is func() bool) {
	t.Helper()
	Within(t, most, what, is)
}

// Within is Until for what may take longer than most things.
func Within(t testing.TB, most time.Duration, what string, is func() bool) {
	t.Helper()
	often := time.NewTicker(5 * time.Millisecond)
	defer often.Stop()
	for late := time.After(most); !is(); {
		select {
		case <-often.C:
		case <-late:
			t.Fatalf("after %v it is still not so that %s", most, what)
		}
	}
}
