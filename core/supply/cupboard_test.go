package supply_test

import (
	"bytes"
	"math"
	"reflect"
	"strings"
	"testing"

	"proxenos/core/lesson"
	"proxenos/core/lesson/sample"
	"proxenos/core/supply"
)

func TestACupboardAsATableComesBack(t *testing.T) {
	c := supply.Cupboard{People: 12, Currency: "€",
		Paints: []supply.Stock{{Paint: "PW6", Ml: 240.5, Opened: true, Sold: []supply.Pack{{37, 520}, {200, 2105}}}, {Paint: "PB29", Ml: 0}},
		Tools:  []supply.Rack{{Kind: lesson.Flat, Width: 25, Pieces: 14, Price: 1290}, {Kind: lesson.Towel, Width: 60, Pieces: 40}},
		Goods: []supply.Good{{Kind: supply.SolventGood, Has: 730.5, Sold: []supply.Pack{{500, 890}}, Limit: 300, Rate: 100}, {Kind: supply.RollGood, Has: 4.2, Width: 2100},
			{Kind: supply.SupportGood, Has: 6, Width: 400, Height: 300}}}
	var b bytes.Buffer
	if err := c.WriteCSV(&b); err != nil {
		t.Fatal(err)
	}
	text := b.String()
	for _, line := range []string{"what,item,name,mm,amount,unit,sold,opened,limit,rate", "people,,,,12,people,,,,", "currency,€,,,,,,,,",
		"paint,PW6,Titanium white,,240.5,ml,37@5.20 200@21.05,yes,,", "tool,flat,flat,25,14,pieces,1@12.90,,,",
		"good,solvent,Solvent,,730.5,ml,500@8.90,,300,100", "good,support,Support,400x300,6,pieces,,,,"} {
		if !strings.Contains(text, line+"\n") {
			t.Errorf("no line %q in\n%s", line, text)
		}
	}
	back, err := supply.ReadCSV(&b)
	if err != nil || !reflect.DeepEqual(back, c) {
		t.Errorf("%v: %+v", err, back)
	}
	// As other programs write it: a mark before the text, other columns and order, a comma
	// in a quoted number, empty lines.
	for name, text := range map[string]string{
		"semicolons": "what;item;mm;amount\npaint;PW6;;1,5\ntool;flat;25;3\n", "tabs": "what\titem\tmm\tamount\npaint\tPW6\t\t1,5\ntool\tflat\t25\t3\n",
	} {
		if back, err := supply.ReadCSV(strings.NewReader(text)); err != nil || ml(back, "PW6") != 1.5 || back.Tools[0].Pieces != 3 {
			t.Errorf("%s: %v, %+v", name, err, back)
		}
	}
	back, err = supply.ReadCSV(strings.NewReader("\ufeffAmount,Shelf,What,Item,mm\r\n\"1,5\",left,Paint,PW6,\r\n,,,,\r\n3,,tool,flat,25\r\n"))
	if err != nil || back.People != 1 || ml(back, "PW6") != 1.5 || back.Tools[0].Pieces != 3 {
		t.Errorf("%v: %+v", err, back)
	}
}

func ml(c supply.Cupboard, key string) float64 {
	n, _ := c.Ml(key)
	return n
}

func TestATableThatIsWrongIsToldWhere(t *testing.T) {
	head := "what,item,mm,amount\n"
	for text, says := range map[string]string{
		"":                                            "empty",
		"paint,PW6,20":                                "names no column",
		head + "brush,flat,25,3":                      `line 2: what is "brush"`,
		head + "paint,PW6,,lots":                      `amount is "lots"`,
		head + "paint,PW6,,-4":                        `amount is "-4"`,
		head + "paint,PW6,,NaN":                       `amount is "NaN"`,
		head + "paint,PX99,,4":                        `"PX99" is not in the catalogue`,
		head + "paint,PW6,,4\npaint,PW6,,5":           "twice",
		head + "tool,flat,wide,4":                     `mm is "wide"`,
		head + "tool,flat,25,1.5":                     "whole number",
		head + "tool,besom,25,1":                      `"besom" is not a kind`,
		head + "tool,flat,0,1":                        "width is 0",
		head + "tool,flat,25,1\ntool,flat,25,":        `line 3: amount is ""`,
		head + "tool,flat,25,99999":                   "pieces is 99999",
		head + "people,,,0":                           "people is 0",
		head + "good,glue,,4":                         `"glue" is no kind of goods`,
		head + "good,roll,,4":                         "width is missing",
		head + "good,support,4by3,4":                  `mm is "4by3"`,
		head + "good,oil,,4\ngood,oil,,5":             "twice",
		"what,item,amount,sold\npaint,PW6,1,37 for 5": `sold is "37 for 5"`,
		"what,item,amount,sold\npaint,PW6,1,0@5":      "a size of 0",
		"what,item,amount,limit\ngood,solvent,1,high": `limit is "high"`,
		head + "paint,\"PW6,,4":                       "comma-separated",
		head + strings.Repeat("\n,,,", 1300):          "over",
	} {
		if _, err := supply.ReadCSV(strings.NewReader(text)); err == nil || !strings.Contains(err.Error(), says) {
			t.Errorf("%.40q: %v, want %q", text, err, says)
		}
	}
	many := supply.Cupboard{People: 1, Paints: make([]supply.Stock, supply.MostKept+1)}
	if err := many.Check(); err == nil {
		t.Error("a cupboard without end")
	}
}

func FuzzReadCSV(f *testing.F) {
	f.Add("what,item,mm,amount\npaint,PW6,,4\ntool,flat,25,3\n")
	f.Fuzz(func(t *testing.T, text string) {
		c, err := supply.ReadCSV(strings.NewReader(text))
		if err != nil {
			return
		}
		var b bytes.Buffer
		if err := c.WriteCSV(&b); err != nil {
			t.Fatal(err)
		}
		if back, err := supply.ReadCSV(&b); err != nil || len(back.Paints) != len(c.Paints) || len(back.Tools) != len(c.Tools) || back.People != c.People {
			t.Fatalf("%v: %+v, was %+v", err, back, c)
		}
	})
}

func TestWhatIsWantedAndHowLongItLasts(t *testing.T) {
	l := sample.Lesson() // flat20 and filbert10 are used
	needs := supply.Amounts{Tubes: []supply.Tube{{Paint: "PW6", Name: "Titanium white", Each: 20}, {Paint: "PB29", Name: "Ultramarine", Each: 3}}}
	c := supply.Cupboard{People: 10, Paints: []supply.Stock{{Paint: "PW6", Ml: 650}, {Paint: "PB29", Ml: 20}},
		Tools: []supply.Rack{{Kind: lesson.Flat, Width: 21, Pieces: 6}, {Kind: lesson.Flat, Width: 19, Pieces: 4}, {Kind: lesson.Filbert, Width: 14, Pieces: 20}}}
	want := []supply.Want{
		{What: "PW6", Name: "Titanium white", Unit: "ml", Need: 200, Counted: true, Has: 650},
		{What: "PB29", Name: "Ultramarine", Unit: "ml", Need: 30, Counted: true, Has: 20, Lack: 10},
		{What: "flat20", Name: "20 mm flat", Unit: "pieces", Need: 10, Counted: true, Has: 10},
		{What: "filbert10", Name: "10 mm filbert", Unit: "pieces", Need: 10}, // one of 14 mm does not pass for it, and nobody has counted those of 10
	}
	got := c.Wants(l, needs)
	if len(got) != len(want) {
		t.Fatalf("%+v", got)
	}
	for i := range want {
		if got[i] != want[i] {
			t.Errorf("%+v, want %+v", got[i], want[i])
		}
	}
	if n := c.Lasts(needs); n != 0 {
		t.Errorf("it lasts for %g sessions: there is too little blue for one", n)
	}
	c.People = 1
	if n := c.Lasts(needs); n != 6 { // 20 of 3 ml
		t.Errorf("for one it lasts for %g sessions", n)
	}
	c.Paints = c.Paints[:1] // of blue nobody knows
	if n, w := c.Lasts(needs), c.Wants(l, needs)[1]; n != 32 || w.Counted || w.Lack != 0 {
		t.Errorf("it lasts for %g sessions by what was counted, and of blue there is %+v", n, w)
	}
	if n := (supply.Cupboard{People: 1}).Lasts(needs); !math.IsNaN(n) || (supply.Cupboard{People: 1}).Wants(l, needs)[0].Lack != 0 {
		t.Errorf("nobody has counted, and it lasts for %g sessions", n)
	}
}
