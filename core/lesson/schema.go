package lesson

import _ "embed" // for the published schema

//go:generate go run ../../tools/schemagen

//go:embed lesson.schema.json
var schema []byte

// Schema returns the published JSON Schema (2020-12) of the format. It is
// generated from the types in this package.
func Schema() []byte { return append([]byte(nil), schema...) }
