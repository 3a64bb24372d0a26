// Command schemagen writes the JSON Schema of a lesson from its Go types. Run it
// with go generate in core/lesson.
package main

import (
	"encoding/json"
	"log"
	"os"
	"reflect"

	"github.com/danielgtaylor/huma/v2"

	"proxenos/core/lesson"
)

func main() {
	huma.DefaultArrayNullable = false // lists are empty, never null
	registry := huma.NewMapRegistry("#/$defs/", huma.DefaultSchemaNamer)
	registry.Schema(reflect.TypeFor[lesson.Lesson](), true, "Lesson")
	out, err := json.MarshalIndent(map[string]any{
		"$schema":     "https://json-schema.org/draft/2020-12/schema",
		"$id":         "proxenos:lesson:1",
		"title":       "Proxenos lesson",
		"description": "A one-session wet-in-wet oil landscape: picture, palette and script. Lengths are mm from the top left corner, times minutes, films µm.",
		"$ref":        "#/$defs/Lesson",
		"$defs":       registry.Map(),
	}, "", "  ")
	if err != nil {
		log.Fatal(err)
	}
	if err := os.WriteFile("lesson.schema.json", append(out, '\n'), 0o644); err != nil {
		log.Fatal(err)
	}
}
