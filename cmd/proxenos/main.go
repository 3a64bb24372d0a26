// Command proxenos plans, rehearses and teaches one-session oil landscapes. It
// serves the web application and does the same work from a shell.
package main

import (
	"context"
	"errors"
	"fmt"
	"io"
	"os"
	"os/signal"
	"slices"
	"strings"
	"syscall"

	"proxenos/core/lesson"
	"proxenos/core/starter"
	"proxenos/notices"
	"proxenos/web/api"
)

// Exit codes of the shell.
const (
	fine     = 0
	findings = 1 // findings of severity stop
	badInput = 2
)

// A command is a word of the shell.
type command struct {
	name, args, about string
	setByEnvironment  bool
	// do carries it out. It returns an exit code, or an error, which is bad input.
	do func(ctx context.Context, args []string, in io.Reader, out io.Writer) (int, error)
}

// commands are all of them, in the order of a lesson's life.
func commands() []command {
	kinds := make([]string, 0, 9)
	for _, k := range starter.Kinds() {
		kinds = append(kinds, k.ID)
	}
	return []command{
		{name: "begin", args: strings.Join(kinds, "|"), about: "a complete starting lesson, made sound", do: beginCommand},
		{name: "rehearse", args: "LESSON.json -o out.png", about: "paint a lesson and show its canvas", do: rehearseCommand},
		{name: "check", args: "LESSON.json", about: "say what will go wrong, and what mends it", do: checkCommand},
		{name: "score", args: "LESSON.json", about: "the schedule: minutes, waits, tools, a better order", do: scoreCommand},
		{name: "edit", args: "LESSON.json EDIT.json|-", about: "make an edit, as a remedy has it, and write the lesson", do: editCommand},
		{name: "mix", args: "", about: "recipes for a colour", do: mixCommand},
		{name: "supply", args: "LESSON.json", about: "piles, tubes and costs", do: supplyCommand},
		{name: "prep", args: "LESSON.json", about: "everything for a class: paint, what to buy, cuts, set-up, air, cautions", do: prepCommand},
		{name: "pack", args: "LESSON.json", about: "the class pack as PDF: everything that is given out or lies at hand", do: packCommand},
		{name: "cards", args: "LESSON.json", about: "step cards as PDF, four or two on a sheet", do: cardsCommand},
		{name: "rehearse-class", args: "LESSON.json", about: "let simulated students paint it: where they fail, how long they take, what helps", do: rehearseClassCommand},
		{name: "rescue", args: "LESSON.json --step ID --trouble mud", about: "what helps when a step went wrong, tried on the canvas", do: rescueCommand},
		{name: "run", args: "EVENTS.json", about: "how a class stood at a minute, or what it came to", do: runCommand},
		{name: "look", args: "[LESSON.json] PHOTO.jpg", about: "what is wrong with a real canvas, the largest change first, and when to stop", do: lookCommand},
		{name: "camera", args: "LESSON.json -o photo.jpg", about: "a simulated photograph of a canvas that a simulated student painted", do: cameraCommand},
		{name: "cut", args: "", about: "how supports are cut from a roll or from sheets", do: cutCommand},
		{name: "air", args: "", about: "solvent vapour in a room", do: airCommand},
		{name: "swatch", args: "[LESSON.json]", about: "spectra of the paints or of a lesson's mixtures", do: swatchCommand},
		{name: "trace", args: "LESSON.json -o tracing.svg|tracing.pdf", about: "the zones as lines at true size", do: traceCommand},
		{name: "marks", args: "-o marks.png", about: "a sheet of every technique", do: marksCommand},
		{name: "forms", args: "-o forms.png", about: "a sheet of every kind of zone", do: formsCommand},
		{name: "schema", about: "the JSON schema of a lesson", do: writer("schema", func() ([]byte, error) { return lesson.Schema(), nil })},
		{name: "serve", about: "the application", setByEnvironment: true, do: serveCommand},
		{name: "work", about: "carry out jobs of servers on the same database", setByEnvironment: true, do: workCommand},
		{name: "openapi", about: "the description of the API", do: writer("openapi", api.OpenAPI)},
		{name: "notices", about: "the licences of what ships with the application", do: writer("notices", func() ([]byte, error) { return []byte(notices.Text), nil })},
		{name: "version", about: "which build this is", do: writer("version", func() ([]byte, error) { return []byte("proxenos " + version() + "\n"), nil })},
	}
}

// named is the command with a name.
func named(name string) (command, bool) {
	all := commands()
	i := slices.IndexFunc(all, func(c command) bool { return c.name == name })
	if i < 0 {
		return command{}, false
	}
	return all[i], true
}

// usage says which commands there are.
func usage() string {
	var b strings.Builder
	b.WriteString("proxenos plans and rehearses one-session oil landscapes.\n\n")
	for _, c := range commands() {
		fmt.Fprintf(&b, "  proxenos %-9s %s\n", c.name, c.about)
	}
	b.WriteString("\n'proxenos COMMAND --help' says what a command can be told.\nExit 0 fine; 1 findings of severity stop (check); 2 bad input.\n")
	return b.String()
}

func main() {
	ctx, stop := signal.NotifyContext(context.Background(), os.Interrupt, syscall.SIGTERM)
	code := execute(ctx, os.Args[1:], os.Stdin, os.Stdout, os.Stderr)
	stop()
	os.Exit(code)
}

func execute(ctx context.Context, args []string, in io.Reader, out, errs io.Writer) int {
	if len(args) == 0 || slices.Contains([]string{"help", "-h", "--help"}, args[0]) {
		fmt.Fprint(out, usage())
		return fine
	}
	c, ok := named(strings.TrimPrefix(args[0], "--")) // --version is what many try first
	if !ok || c.name != args[0] && c.name != "version" {
		var names []string
		for _, c := range commands() {
			names = append(names, c.name)
		}
		fmt.Fprintf(errs, "proxenos: %q is not a command: use one of %s\n", args[0], strings.Join(names, ", "))
		return badInput
	}
	code, err := c.do(ctx, args[1:], in, out)
	if errors.Is(err, errHelp) {
		return fine
	}
	if err != nil {
		fmt.Fprintf(errs, "proxenos: %v\n", err)
		return badInput
	}
	return code
}

// writer is a command that takes nothing and writes a text.
func writer(name string, text func() ([]byte, error)) func(ctx context.Context, args []string, in io.Reader, out io.Writer) (int, error) {
	return func(_ context.Context, args []string, _ io.Reader, out io.Writer) (int, error) {
		switch plain, err := flags(flagsOf(name), args, out); {
		case err != nil:
			return 0, err
		case len(plain) > 0:
			return 0, fmt.Errorf("%s: %q is not wanted here", name, plain[0])
		}
		body, err := text()
		if err == nil {
			_, err = out.Write(body)
		}
		return fine, err
	}
}
