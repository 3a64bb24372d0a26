package lesson

import (
	"math"
	"strconv"
	"unicode"
	"unicode/utf8"
)

// Figure writes a number for people, with two decimals at most.
func Figure(v float64) string {
	return strconv.FormatFloat(math.Round(v*100)/100, 'f', -1, 64)
}

// Capital begins a sentence: its first letter becomes a capital; a figure, or whatever else
// is no letter, stays.
func Capital(s string) string {
	if s == "" {
		return s
	}
	first, size := utf8.DecodeRuneInString(s)
	return string(unicode.ToUpper(first)) + s[size:]
}
