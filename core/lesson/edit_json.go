package lesson

import (
	"bytes"
	"encoding/json"
	"fmt"
	"maps"
	"reflect"
	"slices"
	"strings"
)

// editKinds lists every edit under the name it has in JSON.
var editKinds = map[string]reflect.Type{
	"title":     reflect.TypeFor[SetTitle](),
	"rename":    reflect.TypeFor[Rename](),
	"support":   reflect.TypeFor[SetSupport](),
	"move":      reflect.TypeFor[Move](),
	"minutes":   reflect.TypeFor[SetMinutes](),
	"care":      reflect.TypeFor[SetCare](),
	"part":      reflect.TypeFor[SetPart](),
	"parts":     reflect.TypeFor[SetParts](),
	"mixture":   reflect.TypeFor[AddMixture](),
	"tints":     reflect.TypeFor[SetTints](),
	"palette":   reflect.TypeFor[SetPalette](),
	"measure":   reflect.TypeFor[Measure](),
	"unmix":     reflect.TypeFor[RemoveMixture](),
	"insert":    reflect.TypeFor[Insert](),
	"remove":    reflect.TypeFor[Remove](),
	"split":     reflect.TypeFor[Split](),
	"replace":   reflect.TypeFor[Replace](),
	"join":      reflect.TypeFor[Join](),
	"pause":     reflect.TypeFor[Pause](),
	"session":   reflect.TypeFor[SetSession](),
	"method":    reflect.TypeFor[SetMethod](),
	"tool":      reflect.TypeFor[SetTool](),
	"untool":    reflect.TypeFor[RemoveTool](),
	"ease":      reflect.TypeFor[Ease](),
	"change":    reflect.TypeFor[Change](),
	"scene":     reflect.TypeFor[SetScene](),
	"reference": reflect.TypeFor[SetReference](),
	"ground":    reflect.TypeFor[SetGround](),
	"planes":    reflect.TypeFor[SetPlanes](),
	"zone":      reflect.TypeFor[SetZone](),
	"unzone":    reflect.TypeFor[RemoveZone](),
	"reshape":   reflect.TypeFor[Reshape](),
	"accept":    reflect.TypeFor[Accept](),
	"reopen":    reflect.TypeFor[Reopen](),
	"all":       reflect.TypeFor[All](),
}

// EditTypes returns the Go type of every edit by its name in JSON, for those who
// describe the format.
func EditTypes() map[string]reflect.Type {
	out := map[string]reflect.Type{}
	for name, t := range editKinds {
		out[name] = t
	}
	return out
}

// EncodeEdit writes an edit as {"edit": name, ...its fields}.
func EncodeEdit(e Edit) (json.RawMessage, error) {
	for name, t := range editKinds {
		if reflect.TypeOf(e) != t {
			continue
		}
		if all, ok := e.(All); ok {
			list := make([]json.RawMessage, len(all))
			for i, one := range all {
				var err error
				if list[i], err = EncodeEdit(one); err != nil {
					return nil, err
				}
			}
			return json.Marshal(map[string]any{"edit": name, "edits": list})
		}
		body, err := json.Marshal(e)
		if err != nil {
			return nil, err
		}
		head := fmt.Appendf(nil, `{"edit":%q,`, name)
		return append(head, body[1:]...), nil
	}
	return nil, fmt.Errorf("edit %T has no name in the format", e)
}

// DecodeEdit reads what [EncodeEdit] wrote. It bounds nesting to three levels.
func DecodeEdit(data []byte) (Edit, error) { return decodeEdit(data, 3) }

func decodeEdit(data []byte, depth int) (Edit, error) {
	var head struct {
		Edit  string            `json:"edit"`
		Edits []json.RawMessage `json:"edits"`
	}
	if err := json.Unmarshal(data, &head); err != nil {
		return nil, Explain(data, err)
	}
	t, ok := editKinds[head.Edit]
	if !ok {
		return nil, Faults{{"edit", fmt.Sprintf("is %q, which is not known", shorten(head.Edit)), "use one of " + strings.Join(slices.Sorted(maps.Keys(editKinds)), ", ")}}
	}
	if head.Edit == "all" {
		if depth == 0 || len(head.Edits) > 1500 {
			return nil, Faults{{"edits", "are nested too deep or too many", "send at most 1500, in one list"}}
		}
		var all All
		for _, one := range head.Edits {
			e, err := decodeEdit(one, depth-1)
			if err != nil {
				return nil, err
			}
			all = append(all, e)
		}
		return all, nil
	}
	var fields map[string]json.RawMessage
	if err := json.Unmarshal(data, &fields); err != nil {
		return nil, Explain(data, err)
	}
	delete(fields, "edit")
	body, err := json.Marshal(fields)
	if err != nil {
		return nil, err
	}
	e := reflect.New(t)
	d := json.NewDecoder(bytes.NewReader(body))
	d.DisallowUnknownFields()
	if err := d.Decode(e.Interface()); err != nil {
		return nil, explain(body, err)
	}
	return e.Elem().Interface().(Edit), nil
}

// AnyEdit is an edit as it travels: JSON with its name.
type AnyEdit struct{ Edit }

// MarshalJSON writes what [EncodeEdit] writes.
func (a AnyEdit) MarshalJSON() ([]byte, error) { return EncodeEdit(a.Edit) }

// UnmarshalJSON reads what [DecodeEdit] reads.
func (a *AnyEdit) UnmarshalJSON(data []byte) (err error) {
	a.Edit, err = DecodeEdit(data)
	return err
}
