package lesson

import (
	"fmt"
	"strings"
)

// A Phrase is a piece of a step's sentence. Slot names the field of the step that
// it stands for, or is empty for the words between.
type Phrase struct {
	Text string `json:"text"`
	Slot string `json:"slot" enum:",tool,load,pressure,technique,mixtures,where,zone,care,medium,minutes,days,after"`
}

// Sentence says a step as an instructor would, in phrases.
func Sentence(l *Lesson, s Step) []Phrase {
	w := Words()
	var out []Phrase
	say := func(text, slot string) { out = append(out, Phrase{text, slot}) }
	opening := func(text string) {
		if s.Meanwhile {
			say("Meanwhile", "")
			text = ", " + strings.ToLower(text[:1]) + text[1:]
		}
		say(text, "")
	}
	minutes := fmt.Sprintf("%s min", Figure(s.Minutes))
	if s.Technique.Idle() {
		if s.Technique == Wait {
			opening("Let it set and ")
			say(s.Technique.Info().Name, "technique")
		} else {
			opening("Put it away and ")
			say(s.Technique.Info().Name, "technique")
			say(" for ", "")
			say(days(s.Days), "days")
		}
		say(", ", "")
		say(minutes, "minutes")
		say(".", "")
		return append(out, waits(l, s)...)
	}
	zone := s.Zone
	if z, ok := l.Zone(s.Zone); ok {
		zone = the(z.Name)
	}
	tool := s.Tool
	if t, ok := l.Tool(s.Tool); ok {
		tool = l.toolName(t)
	}
	opening("With the ")
	say(tool, "tool")
	if len(s.Mixtures) > 0 {
		say(", ", "")
		say(name(w.Loads, string(s.Load)), "load")
	}
	say(", ", "")
	say(name(w.Pressures, string(s.Pressure)), "pressure")
	say(", ", "")
	say(s.Technique.Info().Name, "technique")
	if len(s.Mixtures) > 0 {
		say(" ", "")
		var names []string
		for _, id := range s.Mixtures {
			n := id
			if m, ok := l.Mixture(id); ok {
				n = inSentence(m.Name)
			}
			names = append(names, n)
		}
		joint := " into "
		if s.Technique == DoubleLoad {
			joint = " and "
		}
		if s.Broken() {
			say(broken(names, s.Shares), "mixtures")
		} else {
			say(strings.Join(names, joint), "mixtures")
		}
		say(s.Where.to(), "")
	} else {
		say(strings.TrimRight(" "+s.Technique.Moves(), " ")+" ", "")
	}
	say(name(w.Wheres, string(s.Where)), "where")
	say(" ", "")
	say(zone, "zone")
	say(", ", "")
	say(minutes, "minutes")
	say(". The brush is ", "")
	if t, ok := l.Tool(s.Tool); ok && !t.Kind.Brush() {
		kind := string(t.Kind)
		if t.Kind.Knife() {
			kind = "knife"
		}
		out[len(out)-1].Text = ". The " + kind + " is "
	}
	say(name(w.Cares, string(s.Care)), "care")
	if len(s.Mixtures) > 0 || s.Medium.Total() > 0 {
		say(", the paint ", "")
		if len(s.Mixtures) == 0 {
			out[len(out)-1].Text = ", without paint: "
		}
		say(MediumName(s.Medium), "medium")
	}
	say(".", "")
	return append(out, waits(l, s)...)
}

// to leads from what is laid to the part of the zone that it is laid on: over the lit side,
// but along the top.
func (w Where) to() string {
	if w == Crest || w == Foot {
		return " "
	}
	return " over "
}

// waits says how long after other steps it begins.
func waits(l *Lesson, s Step) (out []Phrase) {
	for _, a := range s.After {
		since := fmt.Sprintf("at least %s min", Figure(a.Least))
		switch {
		case a.Most > 0 && a.Least > 0:
			since = fmt.Sprintf("%s to %s min", Figure(a.Least), Figure(a.Most))
		case a.Most > 0:
			since = fmt.Sprintf("within %s min", Figure(a.Most))
		case a.Least == 0:
			since = "not before the end"
		}
		out = append(out, Phrase{" Begin ", ""}, Phrase{since, "after"}, Phrase{" of " + l.label(a.Step) + ".", ""})
		if a.Least > 0 || a.Most > 0 {
			out[len(out)-1].Text = " after " + l.label(a.Step) + "."
		}
	}
	return out
}

// days says a number of days.
func days(n float64) string {
	if n == 1 {
		return "1 day"
	}
	return fmt.Sprintf("%s days", Figure(n))
}

// Brief says the heart of a step in a few words: what is done, with which
// colours, and where.
func Brief(l *Lesson, s Step) string {
	keep := map[string]bool{"technique": true, "mixtures": true, "where": true, "zone": true, "days": true}
	var words []string
	for _, p := range Sentence(l, s) {
		if keep[p.Slot] && (p.Slot != "where" || s.Where != Whole) {
			if p.Slot == "where" || p.Slot == "zone" && s.Where == Whole {
				if over := strings.TrimSpace(s.Where.to()); len(s.Mixtures) > 0 && over != "" {
					words = append(words, over)
				}
			}
			words = append(words, p.Text)
		}
	}
	return Capital(strings.Join(words, " "))
}

// Say returns the sentence of a step as plain text.
func Say(l *Lesson, s Step) string {
	var b strings.Builder
	for _, p := range Sentence(l, s) {
		b.WriteString(p.Text)
	}
	return b.String()
}

// MediumName says how the paint is let down.
func MediumName(m Medium) string {
	for _, t := range Words().Mediums {
		if t.Medium == m {
			return t.Name
		}
	}
	var parts []string
	for _, p := range []struct {
		name  string
		share float64
	}{{"solvent", m.Solvent}, {"oil", m.Oil}, {"alkyd", m.Alkyd}} {
		if p.share > 0 {
			parts = append(parts, fmt.Sprintf("%s %% %s", Figure(p.share), p.name))
		}
	}
	return "with " + strings.Join(parts, " and ")
}

// toolName says a tool with its size, "25 mm flat", and which one where there are several.
func (l *Lesson) toolName(t Tool) string {
	before := 0
	for _, o := range l.Tools {
		if o.ID == t.ID {
			break
		}
		if o.Kind == t.Kind && o.Width == t.Width {
			before++
		}
	}
	which := []string{"", "second ", "third "}
	return which[min(before, len(which)-1)] + plainTool(t)
}

// plainTool says a tool with its size.
func plainTool(t Tool) string {
	return fmt.Sprintf("%s mm %s", Figure(t.Width), name(Words().Tools, string(t.Kind)))
}

// ToolName says the tool of a step for people; empty when it has none.
func (l *Lesson) ToolName(id string) string {
	if t, ok := l.Tool(id); ok {
		return l.toolName(t)
	}
	return ""
}

func name(terms []Term, id string) string {
	for _, t := range terms {
		if t.ID == id {
			return t.Name
		}
	}
	return id
}

// inSentence is a name as it stands in a sentence: small, and in quotes where it has commas or
// more that would read as part of the sentence.
func inSentence(name string) string {
	if strings.ContainsAny(name, ",;:.!?“”\"") {
		return "“" + name + "”"
	}
	return strings.ToLower(name)
}

// the is a zone as it stands in a sentence.
func the(name string) string {
	n := inSentence(name)
	if strings.HasPrefix(n, "“") {
		return n
	}
	return "the " + n
}
