package api

import (
	"maps"
	"reflect"
	"slices"
	"strings"

	"github.com/danielgtaylor/huma/v2"

	"proxenos/core/lesson"
)

// editSchema stands for lesson.AnyEdit in the description of the API: one of the
// typed edits, told apart by their field "edit".
type editSchema struct{}

// describeEdits teaches the registry how edits look.
func describeEdits(r huma.Registry) {
	r.RegisterTypeAlias(reflect.TypeFor[lesson.AnyEdit](), reflect.TypeFor[editSchema]())
}

// Schema registers every edit as a schema of its own and returns their union.
func (editSchema) Schema(r huma.Registry) *huma.Schema {
	const prefix = "#/components/schemas/"
	if _, done := r.Map()["Edit"]; !done {
		union := &huma.Schema{Title: "Edit", Description: "One change to a lesson."}
		r.Map()["Edit"] = union
		types := lesson.EditTypes()
		for _, name := range slices.Sorted(maps.Keys(types)) {
			one := &huma.Schema{Type: huma.TypeObject, Properties: map[string]*huma.Schema{}, AdditionalProperties: false}
			if t := types[name]; t.Kind() == reflect.Struct {
				for i := range t.NumField() {
					f := t.Field(i)
					field, how, _ := strings.Cut(f.Tag.Get("json"), ",")
					one.Properties[field] = r.Schema(f.Type, true, t.Name()+f.Name)
					if how == "" {
						one.Required = append(one.Required, field)
					}
				}
			} else {
				one.Properties["edits"] = &huma.Schema{Type: huma.TypeArray, Items: &huma.Schema{Ref: prefix + "Edit"}}
				one.Required = append(one.Required, "edits")
			}
			one.Properties["edit"] = &huma.Schema{Type: huma.TypeString, Enum: []any{name}}
			one.Required = append(one.Required, "edit")
			title := "Edit" + string(name[0]-'a'+'A') + name[1:]
			r.Map()[title] = one
			union.OneOf = append(union.OneOf, &huma.Schema{Ref: prefix + title})
		}
	}
	return &huma.Schema{Ref: prefix + "Edit"}
}
