// Package fault keeps one fault from ending everything: a panic in work that goes on beside
// other work comes back to whoever waits for it, and at the border where somebody else's
// work begins it becomes an error.
package fault

import (
	"fmt"
	"runtime/debug"
	"sync"
)

// A Fault is a panic that was caught, with where it came from. It is a mistake in the
// program, and never the fault of who asked.
type Fault struct {
	Value any
	Stack []byte
}

func (f *Fault) Error() string { return fmt.Sprintf("panic: %v", f.Value) }

// of makes a fault of what recover returned; one that was caught before stays as it is.
func of(value any) *Fault {
	if f, caught := value.(*Fault); caught {
		return f
	}
	return &Fault{value, debug.Stack()}
}

// Catch turns a panic into the error of the function that defers it, a [*Fault].
func Catch(err *error) {
	if value := recover(); value != nil {
		*err = of(value)
	}
}

// A Group runs functions side by side, as [sync.WaitGroup] does. A panic in one of them
// comes out of Wait. The zero value is ready for use.
type Group struct {
	wait  sync.WaitGroup
	mu    sync.Mutex
	fault *Fault
}

// Go runs a function beside the others.
func (g *Group) Go(f func()) {
	g.wait.Go(func() {
		defer func() {
			if value := recover(); value != nil {
				g.mu.Lock()
				defer g.mu.Unlock()
				if g.fault == nil {
					g.fault = of(value)
				}
			}
		}()
		f()
	})
}

// Wait waits for all of them. It panics with the first fault there was.
func (g *Group) Wait() {
	g.wait.Wait()
	g.mu.Lock()
	defer g.mu.Unlock()
	if g.fault != nil {
		panic(g.fault)
	}
}
