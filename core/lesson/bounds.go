package lesson

import (
	"fmt"
	"math"
	"reflect"
	"regexp"
	"strconv"
	"strings"
	"unicode"
	"unicode/utf8"
)

// bounds walks a value and reports every figure outside the bounds in its struct
// tags: minimum, maximum, enum, minLength, maxLength, pattern, minItems, maxItems.
func bounds(v reflect.Value, path string, tag reflect.StructTag, report func(path, problem, cure string)) {
	switch v.Kind() {
	case reflect.Struct:
		t := v.Type()
		for i := range t.NumField() {
			f := t.Field(i)
			name, _, _ := strings.Cut(f.Tag.Get("json"), ",")
			bounds(v.Field(i), join(path, name), f.Tag, report)
		}
	case reflect.Slice:
		if least, ok := number(tag, "minItems"); ok && float64(v.Len()) < least {
			report(path, fmt.Sprintf("has %d entries", v.Len()), fmt.Sprintf("give at least %g", least))
		}
		if most, ok := number(tag, "maxItems"); ok && float64(v.Len()) > most {
			report(path, fmt.Sprintf("has %d entries", v.Len()), fmt.Sprintf("give at most %g", most))
			return // the rest would only repeat it
		}
		for i := range v.Len() {
			bounds(v.Index(i), fmt.Sprintf("%s[%d]", path, i), "", report)
		}
	case reflect.String:
		text(v.String(), path, tag, report)
	case reflect.Float64:
		figure(v.Float(), path, tag, report)
	case reflect.Int:
		figure(float64(v.Int()), path, tag, report)
	}
}

func text(s, path string, tag reflect.StructTag, report func(path, problem, cure string)) {
	if list := tag.Get("enum"); list != "" {
		words := strings.Split(list, ",")
		for _, w := range words {
			if w == s {
				return
			}
		}
		report(path, fmt.Sprintf("is %q, which is not known", shorten(s)), "use one of "+strings.Join(words, ", "))
		return
	}
	if !Readable(s) {
		report(path, "holds a character that is no text", "write it anew")
		return
	}
	n := utf8.RuneCountInString(s)
	if least, ok := number(tag, "minLength"); ok && float64(utf8.RuneCountInString(strings.TrimSpace(s))) < least {
		report(path, "is empty", fmt.Sprintf("write at least %g letters", least))
	}
	if most, ok := number(tag, "maxLength"); ok && float64(n) > most {
		report(path, fmt.Sprintf("has %d letters", n), fmt.Sprintf("write at most %g", most))
	}
	if p := tag.Get("pattern"); p != "" && !regexp.MustCompile(p).MatchString(s) {
		report(path, fmt.Sprintf("is %q", shorten(s)), "use 1 to 40 small letters, digits and hyphens")
	}
}

// Readable reports whether a text is one that can be read: UTF-8 without control characters.
func Readable(s string) bool { return utf8.ValidString(s) && !strings.ContainsFunc(s, unseen) }

// unseen reports whether a character is one that no text has: tabs and new lines are fine.
func unseen(r rune) bool { return unicode.IsControl(r) && r != '\n' && r != '\r' && r != '\t' }

func figure(f float64, path string, tag reflect.StructTag, report func(path, problem, cure string)) {
	least, hasLeast := number(tag, "minimum")
	most, hasMost := number(tag, "maximum")
	if math.IsNaN(f) || math.IsInf(f, 0) || hasLeast && f < least || hasMost && f > most {
		report(path, fmt.Sprintf("is %g", f), fmt.Sprintf("give a figure from %g to %g", least, most))
	}
}

func number(tag reflect.StructTag, key string) (float64, bool) {
	s, ok := tag.Lookup(key)
	if !ok {
		return 0, false
	}
	f, err := strconv.ParseFloat(s, 64)
	return f, err == nil
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
