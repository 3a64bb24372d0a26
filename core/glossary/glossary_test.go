package glossary_test

import (
	"os"
	"path/filepath"
	"regexp"
	"slices"
	"strings"
	"testing"

	"proxenos/core/glossary"
)

func TestEveryWordIsToldOnceAndInASentence(t *testing.T) {
	of := map[string]string{}
	for _, w := range glossary.All() {
		if w.Forms[0] != w.Word {
			t.Errorf("%s: its first form is %s", w.Word, w.Forms[0])
		}
		for _, f := range w.Forms {
			if other, twice := of[f]; twice {
				t.Errorf("%q is %s and %s", f, other, w.Word)
			}
			of[f] = w.Word
		}
		if !strings.HasSuffix(w.Meaning, ".") {
			t.Errorf("%s: %q is no sentence", w.Word, w.Meaning)
		}
	}
}

// A word that nobody reads need not be told.
func TestEveryWordIsUsed(t *testing.T) {
	var all strings.Builder
	for _, place := range []string{"../../docs/rules.md", "../../docs/houses.md", "../lesson/*.go", "../rule/*.go", "../../docs/handbook/*.md"} {
		files, err := filepath.Glob(place)
		if err != nil || len(files) == 0 {
			t.Fatalf("%s: %v", place, err)
		}
		for _, file := range files {
			if filepath.Base(file) == "words.md" {
				continue // which lists them
			}
			text, err := os.ReadFile(file)
			if err != nil {
				t.Fatal(err)
			}
			all.Write(text)
		}
	}
	for _, w := range glossary.All() {
		used := func(form string) bool {
			return regexp.MustCompile(`(?i)(^|[^\pL])` + regexp.QuoteMeta(form) + `($|[^\pL])`).MatchString(all.String())
		}
		if !slices.ContainsFunc(w.Forms, used) {
			t.Errorf("%s stands nowhere", w.Word)
		}
	}
}
