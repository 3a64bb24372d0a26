package lesson

import (
	"fmt"
	"math"
	"reflect"
	"regexp"
	"slices"
	"strconv"
	"strings"
	"unicode"
	"unicode/utf8"
)

// limits are the bounds of a field, as its struct tag has them.
type limits struct {
	name                 string
	minItems, maxItems   float64
	minLength, maxLength float64
	minimum, maximum     float64 // infinite where there is none
	words                []string
	pattern              *regexp.Regexp
}

// fields are the limits of every struct of the format, by its fields.
var fields = fieldsOf(reflect.TypeFor[Lesson](), map[reflect.Type][]limits{})

func fieldsOf(t reflect.Type, known map[reflect.Type][]limits) map[reflect.Type][]limits {
	switch t.Kind() {
	case reflect.Slice:
		return fieldsOf(t.Elem(), known)
	case reflect.Struct:
		if known[t] != nil {
			return known
		}
		list := make([]limits, t.NumField())
		known[t] = list
		for i := range list {
			f := t.Field(i)
			list[i] = limitsOf(f.Tag)
			fieldsOf(f.Type, known)
		}
	}
	return known
}

func limitsOf(tag reflect.StructTag) limits {
	l := limits{minItems: number(tag, "minItems", 0), maxItems: number(tag, "maxItems", math.Inf(1)),
		minLength: number(tag, "minLength", 0), maxLength: number(tag, "maxLength", math.Inf(1)),
		minimum: number(tag, "minimum", math.Inf(-1)), maximum: number(tag, "maximum", math.Inf(1))}
	l.name, _, _ = strings.Cut(tag.Get("json"), ",")
	if list := tag.Get("enum"); list != "" {
		l.words = strings.Split(list, ",")
	}
	if p := tag.Get("pattern"); p != "" {
		l.pattern = regexp.MustCompile(p)
	}
	return l
}

func number(tag reflect.StructTag, key string, otherwise float64) float64 {
	if f, err := strconv.ParseFloat(tag.Get(key), 64); err == nil {
		return f
	}
	return otherwise
}

// free is for what has no limits of its own.
var free = limitsOf("")

// bounds walks a value and reports every figure outside its limits.
func bounds(v reflect.Value, path string, l *limits, report func(path, problem, cure string)) {
	switch v.Kind() {
	case reflect.Struct:
		list := fields[v.Type()]
		for i := range list {
			bounds(v.Field(i), join(path, list[i].name), &list[i], report)
		}
	case reflect.Slice:
		n := float64(v.Len())
		if n < l.minItems {
			report(path, fmt.Sprintf("has %d entries", v.Len()), fmt.Sprintf("give at least %g", l.minItems))
		}
		if n > l.maxItems {
			report(path, fmt.Sprintf("has %d entries", v.Len()), fmt.Sprintf("give at most %g", l.maxItems))
			return // the rest would only repeat it
		}
		for i := range v.Len() {
			bounds(v.Index(i), path+"["+strconv.Itoa(i)+"]", &free, report)
		}
	case reflect.String:
		text(v.String(), path, l, report)
	case reflect.Float64:
		figure(v.Float(), path, l, report)
	case reflect.Int:
		figure(float64(v.Int()), path, l, report)
	}
}

func text(s, path string, l *limits, report func(path, problem, cure string)) {
	if l.words != nil {
		if !slices.Contains(l.words, s) {
			report(path, fmt.Sprintf("is %q, which is not known", shorten(s)), "use one of "+strings.Join(l.words, ", "))
		}
		return
	}
	if !Readable(s) {
		report(path, "holds a character that is no text", "write it anew")
		return
	}
	n := float64(utf8.RuneCountInString(s))
	if least := float64(utf8.RuneCountInString(strings.TrimSpace(s))); least < l.minLength {
		report(path, "is empty", fmt.Sprintf("write at least %g letters", l.minLength))
	}
	if n > l.maxLength {
		report(path, fmt.Sprintf("has %g letters", n), fmt.Sprintf("write at most %g", l.maxLength))
	}
	if l.pattern != nil && !l.pattern.MatchString(s) {
		report(path, fmt.Sprintf("is %q", shorten(s)), "use 1 to 40 small letters, digits and hyphens")
	}
}

// Readable reports whether a text is one that can be read: UTF-8 without control characters.
func Readable(s string) bool { return utf8.ValidString(s) && !strings.ContainsFunc(s, unseen) }

// unseen reports whether a character is one that no text has: tabs and new lines are fine.
func unseen(r rune) bool { return unicode.IsControl(r) && r != '\n' && r != '\r' && r != '\t' }

func figure(f float64, path string, l *limits, report func(path, problem, cure string)) {
	if math.IsNaN(f) || math.IsInf(f, 0) || f < l.minimum || f > l.maximum {
		report(path, fmt.Sprintf("is %g", f), fmt.Sprintf("give a figure from %g to %g", l.minimum, l.maximum))
	}
}

func join(path, name string) string {
	if path == "" {
		return name
	}
	return path + "." + name
}

func shorten(s string) string {
	if utf8.RuneCountInString(s) > 40 {
		return string([]rune(s)[:40]) + "…"
	}
	return s
}
