package lesson

import (
	"bytes"
	"cmp"
	"crypto/sha256"
	"encoding/hex"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"reflect"
	"strings"
)

// MaxBytes bounds a lesson file: larger input is refused unread.
const MaxBytes = 4 << 20

// ErrTooLarge says that a lesson is larger than [MaxBytes].
var ErrTooLarge = fmt.Errorf("lesson is larger than %d MB: shorten it", MaxBytes>>20)

// Encode writes a lesson in its canonical form: UTF-8 JSON, fields in the order
// of the format, two blanks of indent, one newline at the end. A lesson that was
// decoded from this form encodes to the same bytes.
func Encode(l *Lesson) []byte {
	var b bytes.Buffer
	e := json.NewEncoder(&b)
	e.SetEscapeHTML(false)
	e.SetIndent("", "  ")
	if err := e.Encode(filled(*l)); err != nil {
		panic(fmt.Sprintf("lesson: a checked lesson must encode: %v", err)) // only NaN could do it
	}
	return b.Bytes()
}

// filled replaces missing lists by empty ones, so that there is one way to write
// a lesson.
func filled(l Lesson) Lesson {
	l.Palette, l.Mixtures, l.Tools, l.Planes = full(l.Palette), full(l.Mixtures), full(l.Tools), full(l.Planes)
	l.Zones, l.Steps, l.Accepted = full(l.Zones), full(l.Steps), full(l.Accepted)
	l.Base.Zones, l.Ground.Tone = full(l.Base.Zones), full(l.Ground.Tone)
	if l.Room.Temperature == 0 {
		l.Room.Temperature = UsualTemperature
	}
	l.Steps = append(l.Steps[:0:0], l.Steps...)
	for i := range l.Steps {
		l.Steps[i].Mixtures = full(l.Steps[i].Mixtures)
	}
	return l
}

func full[T any](s []T) []T {
	if s == nil {
		return []T{}
	}
	return s
}

// Decode reads and checks a lesson. Errors name the line or the field and the
// cure; they are of type [Faults] when the JSON itself is sound.
func Decode(data []byte) (*Lesson, error) {
	if len(data) > MaxBytes {
		return nil, ErrTooLarge
	}
	var l Lesson
	d := json.NewDecoder(bytes.NewReader(data))
	d.DisallowUnknownFields()
	if err := d.Decode(&l); err != nil {
		return nil, explain(data, err)
	}
	if _, err := d.Token(); !errors.Is(err, io.EOF) {
		line, col := position(data, d.InputOffset())
		return nil, Faults{{fmt.Sprintf("line %d, column %d", line, col), "has more after the lesson ends", "keep one lesson in a file"}}
	}
	l = filled(l)
	if err := Check(&l); err != nil {
		return nil, err
	}
	return &l, nil
}

// Explain turns an error of the JSON decoder about data into [Faults] that name the
// place; faults pass as they are.
func Explain(data []byte, err error) error {
	var faults Faults
	if errors.As(err, &faults) {
		return faults
	}
	return explain(data, err)
}

func explain(data []byte, err error) error {
	var syntax *json.SyntaxError
	var kind *json.UnmarshalTypeError
	switch {
	case errors.As(err, &syntax):
		line, col := position(data, syntax.Offset)
		return Faults{{fmt.Sprintf("line %d, column %d", line, col), "is where the text stops being JSON", "mend the text there"}}
	case errors.As(err, &kind):
		return Faults{{cmp.Or(kind.Field, "the text"), "is " + given(kind.Value), "give " + wanted(kind.Type)}}
	case errors.Is(err, io.ErrUnexpectedEOF), errors.Is(err, io.EOF):
		line, col := position(data, int64(len(data)))
		return Faults{{fmt.Sprintf("line %d, column %d", line, col), "is where the text breaks off", "give all of it"}}
	case strings.Contains(err.Error(), "unknown field"):
		_, name, _ := strings.Cut(err.Error(), "unknown field ")
		return Faults{{strings.Trim(name, `"`), "is not a field of a lesson", "take it out, or write it as the format of lessons does"}}
	}
	return Faults{{"lesson", "cannot be read", "write it as the format of lessons does"}}
}

// given says in plain words what JSON has.
func given(value string) string {
	switch kind, _, _ := strings.Cut(value, " "); kind {
	case "array":
		return "a list"
	case "object":
		return "an object with fields"
	case "bool":
		return "true or false"
	case "string":
		return "a text"
	}
	return "a " + value
}

// wanted says in plain words what a Go type takes from JSON.
func wanted(t reflect.Type) string {
	switch t.Kind() {
	case reflect.Bool:
		return "true or false"
	case reflect.Int:
		return "a whole number"
	case reflect.Float64:
		return "a number"
	case reflect.String:
		return "a text"
	case reflect.Slice, reflect.Array:
		return "a list"
	}
	return "an object with its fields"
}

func position(data []byte, offset int64) (line, col int) {
	offset = max(0, min(offset, int64(len(data))))
	before := data[:offset]
	line = 1 + bytes.Count(before, []byte("\n"))
	return line, int(offset) - bytes.LastIndexByte(before, '\n')
}

// Hash names the content of a lesson: SHA-256 of its canonical form, in hex.
func (l *Lesson) Hash() string { return hash(Encode(l)) }

func hash(b []byte) string {
	sum := sha256.Sum256(b)
	return hex.EncodeToString(sum[:])
}
