package length_test

import (
	"fmt"
	"testing"

	"proxenos/core/length"
)

func ExampleUnit_Text() {
	fmt.Println(length.Inches.Text("With the 25 mm flat over 400 × 300 mm, 12 cm² of it."))
	fmt.Println(length.Metric.Text("With the 25 mm flat."))
	// Output:
	// With the 1 in flat over 15 3/4 × 11 3/4 in, 12 cm² of it.
	// With the 25 mm flat.
}

func TestLengthsAreSaidAsOnARuler(t *testing.T) {
	for mm, want := range map[float64]string{0: "0 in", 0.5: "1/16 in", 1.2: "1/16 in", 6.35: "1/4 in", 12.7: "1/2 in", 25.4: "1 in", 40: "1 9/16 in", 100: "3 7/8 in", 210: "8 1/4 in", 297: "11 3/4 in", 2100: "82 3/4 in"} {
		if is := length.Inches.Say(mm); is != want {
			t.Errorf("%g mm is %q, not %q", mm, is, want)
		}
	}
	for text, want := range map[string]string{
		"7.5 m of tape":                "24.5 ft of tape",
		"50 ml of it, 170 m³ of air":   "50 ml of it, 170 m³ of air",
		"up to 20 mg/m³ in 60 minutes": "up to 20 mg/m³ in 60 minutes",
		"3 mm, then 2.5 cm":            "1/8 in, then 1 in",
		"":                             "",
	} {
		if is := length.Inches.Text(text); is != want {
			t.Errorf("%q is said as %q, not %q", text, is, want)
		}
	}
	for text, want := range map[string]string{"400 × 300 mm": "40 × 30 cm", "a 25 mm flat, 3 mm aside": "a 2.5 cm flat, 3 mm aside", "8 × 40 mm, 7 m of it": "8 × 40 mm, 7 m of it"} {
		if is := length.Cm.Text(text); is != want {
			t.Errorf("%q is said as %q, not %q", text, is, want)
		}
	}
	if length.Unit("cubits").Check() == nil || length.Unit("").Check() != nil {
		t.Error("which units there are")
	}
}
