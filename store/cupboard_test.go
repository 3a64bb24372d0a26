package store_test

import (
	"errors"
	"reflect"
	"sync"
	"testing"

	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
	"proxenos/core/run"
	"proxenos/core/supply"
	"proxenos/store"
)

func TestTheCupboardOfAStudio(t *testing.T) {
	s, _, _ := withLesson(t)
	if _, err := s.Create(ctx, "lake", sample.Lesson(), "begin"); err != nil {
		t.Fatal(err)
	}
	empty, version, err := s.Cupboard(ctx)
	if err != nil || version != 0 || empty.People != 1 || empty.Paints == nil || empty.Tools == nil {
		t.Fatalf("%+v at %d, %v", empty, version, err)
	}
	first := supply.Cupboard{People: 12, Currency: "€",
		Paints: []supply.Stock{{Paint: "PW6", Ml: 240.5, Opened: true, Sold: []supply.Pack{{Amount: 37, Price: 520}, {Amount: 200, Price: 2105}}}, {Paint: "PB29", Ml: 40}},
		Tools:  []supply.Rack{{Kind: lesson.Flat, Width: 25, Pieces: 14, Price: 1290}},
		Goods:  []supply.Good{{Kind: supply.SolventGood, Has: 730.5, Sold: []supply.Pack{{Amount: 500, Price: 890}}, Limit: 300, Rate: 100}, {Kind: supply.SupportGood, Has: 6, Width: 400, Height: 300}}}
	if err := s.PutCupboard(ctx, 0, first); err != nil {
		t.Fatal(err)
	}
	if got, version, err := s.Cupboard(ctx); err != nil || version != 1 || !reflect.DeepEqual(got, first) {
		t.Errorf("it is %+v at %d, %v", got, version, err)
	}
	second := supply.Cupboard{People: 8, Paints: []supply.Stock{{Paint: "PB29", Ml: 39}}, Tools: []supply.Rack{}}
	if err := s.PutCupboard(ctx, 1, second); err != nil {
		t.Fatal(err)
	}
	var stale *store.StaleError
	if err := s.PutCupboard(ctx, 1, first); !errors.As(err, &stale) || stale.Head != 2 || stale.What != "cupboard" {
		t.Errorf("from an old version: %v", err)
	}
	if got, version, err := s.Cupboard(ctx); err != nil || version != 2 || !reflect.DeepEqual(got, second) {
		t.Errorf("%+v at %d, %v", got, version, err)
	}
	nowhere := s.Store.Room("nowhere")
	for _, err := range []error{nowhere.PutCupboard(ctx, 0, first), func() error { _, _, err := nowhere.Cupboard(ctx); return err }()} {
		if !errors.Is(err, store.ErrNotFound) {
			t.Errorf("of no studio: %v", err)
		}
	}
}

func TestFirstSavesOfACupboardDoNotPass(t *testing.T) {
	s, _, _ := withLesson(t)
	var saved, refused int
	var mu sync.Mutex
	var all sync.WaitGroup
	for n := range 6 {
		all.Go(func() {
			err := s.PutCupboard(ctx, 0, supply.Cupboard{People: n + 1, Paints: []supply.Stock{{Paint: "PW6", Ml: float64(n)}}})
			var stale *store.StaleError
			mu.Lock()
			defer mu.Unlock()
			switch {
			case err == nil:
				saved++
			case errors.As(err, &stale):
				refused++
			default:
				t.Error(err)
			}
		})
	}
	all.Wait()
	got, version, err := s.Cupboard(ctx)
	if saved != 1 || refused != 5 || err != nil || version != 1 || got.Paints[0].Ml != float64(got.People-1) {
		t.Errorf("%d saved and %d refused: %+v at %d, %v", saved, refused, got, version, err)
	}
}

func TestRunsOfALesson(t *testing.T) {
	s, _, _ := withLesson(t)
	march := run.Run{Taught: "2026-03-01", Note: "Late with the trees.", Took: []run.Took{{Step: "trees", Minutes: 9.5}, {Step: "sky", Minutes: 6}}}
	may := run.Run{Taught: "2026-05-01", Took: []run.Took{{Step: "sky", Minutes: 5}}}
	first, err := s.AddRun(ctx, "ridge", march)
	if err != nil {
		t.Fatal(err)
	}
	if _, err := s.AddRun(ctx, "ridge", may); err != nil {
		t.Fatal(err)
	}
	list, err := s.Runs(ctx, "ridge")
	if err != nil || len(list) != 2 || !reflect.DeepEqual(list[0].Run, may) || !reflect.DeepEqual(list[1], store.KeptRun{ID: first.ID, Run: march}) {
		t.Errorf("%+v, %v", list, err)
	}
	if err := s.RemoveRun(ctx, "ridge", first.ID); err != nil {
		t.Error(err)
	}
	if list, err := s.Runs(ctx, "ridge"); err != nil || len(list) != 1 {
		t.Errorf("%+v, %v", list, err)
	}
	if err := s.RemoveRun(ctx, "ridge", first.ID); !errors.Is(err, store.ErrNotFound) {
		t.Errorf("twice: %v", err)
	}
	if _, err := s.AddRun(ctx, "nothing", may); !errors.Is(err, store.ErrNotFound) {
		t.Errorf("of no lesson: %v", err)
	}
	if list, err := s.Runs(ctx, "nothing"); !errors.Is(err, store.ErrNotFound) {
		t.Errorf("of no lesson: %+v, %v", list, err)
	}
}

func TestANameThatIsNoTextNamesNothing(t *testing.T) {
	s, _, _ := withLesson(t)
	if _, err := s.Head(ctx, "a\x00b"); !errors.Is(err, store.ErrNotFound) {
		t.Errorf("a lesson: %v", err)
	}
	if _, _, err := s.Store.Room("a\x00b").Cupboard(ctx); !errors.Is(err, store.ErrNotFound) {
		t.Errorf("a cupboard: %v", err)
	}
}
