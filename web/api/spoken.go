package api

import (
	"bytes"
	"encoding/json"
	"strings"

	"github.com/gofiber/fiber/v2"

	"proxenos/core/length"
)

// unitsHeader is how whoever asks says what lengths are said in.
const unitsHeader = "Units"

// whatWasWritten is never said in other units: it is a person's own, and comes back as it went.
var whatWasWritten = map[string]bool{
	"lesson": true, "edit": true, "undo": true, "step": true, "class": true, "cupboard": true, "canvas": true, "run": true,
	"wish": true, "name": true, "title": true, "by": true, "note": true, "notes": true,
}

// spoken says the lengths in what the core tells in the units that are asked for.
func spoken(c *fiber.Ctx) error {
	units := length.Unit(c.Get(unitsHeader))
	if err := c.Next(); err != nil {
		return err
	}
	c.Vary(unitsHeader)
	kind := string(c.Response().Header.ContentType())
	if (units != length.Cm && units != length.Inches) || !strings.HasPrefix(kind, "application/json") && !strings.HasPrefix(kind, "application/problem+json") {
		return nil
	}
	d := json.NewDecoder(bytes.NewReader(c.Response().Body()))
	d.UseNumber()
	var told any
	if err := d.Decode(&told); err != nil {
		return nil // an empty reply
	}
	var out bytes.Buffer
	e := json.NewEncoder(&out)
	e.SetEscapeHTML(false)
	if err := e.Encode(say(units, told)); err != nil {
		return err
	}
	c.Response().SetBodyRaw(out.Bytes())
	return nil
}

// say says the lengths in all texts of a reply in units.
func say(u length.Unit, told any) any {
	switch v := told.(type) {
	case string:
		return u.Text(v)
	case []any:
		for i := range v {
			v[i] = say(u, v[i])
		}
	case map[string]any:
		for key, value := range v {
			if !whatWasWritten[key] {
				v[key] = say(u, value)
			}
		}
	}
	return told
}
