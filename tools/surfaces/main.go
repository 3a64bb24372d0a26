// Command surfaces paints lessons and prints of each how much its surface looks like paint: a
// line a picture.
package main

import (
	"context"
	"fmt"
	"os"

	"proxenos/core/lesson"
	"proxenos/core/measure"
	"proxenos/core/rehearse"
)

func main() {
	if len(os.Args) < 2 {
		fmt.Fprintln(os.Stderr, "surfaces: name lessons")
		os.Exit(2)
	}
	fmt.Println("spread  flat  one-cell  3 mm+  film 95th  99th  relief L*      L*  lesson")
	for _, name := range os.Args[1:] {
		if err := print(context.Background(), name); err != nil {
			fmt.Fprintf(os.Stderr, "surfaces: %s: %v\n", name, err)
			os.Exit(1)
		}
	}
}

func print(ctx context.Context, name string) error {
	data, err := os.ReadFile(name)
	if err != nil {
		return err
	}
	l, err := lesson.Decode(data)
	if err != nil {
		return err
	}
	r, err := rehearse.Run(ctx, l, rehearse.FineCell, nil)
	if err != nil {
		return err
	}
	s := measure.SurfaceOf(r)
	fmt.Printf("%6.2f %4.0f%% %8.0f%% %5.0f%% %7.0f µm %5.0f  %+.1f %+.1f  %3.0f-%2.0f  %s\n",
		s.Spread, 100*s.Flat, 100*s.OneCell, 100*s.Wide, s.Film95, s.Film99, s.Relief5, s.Relief95, s.Dark, s.Light, l.Title)
	return nil
}
