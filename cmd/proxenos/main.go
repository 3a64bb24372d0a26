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
	"syscall"
)

// Exit codes of the shell.
const (
	fine     = 0
	findings = 1 // findings of severity stop
	badInput = 2
)

const usage = `proxenos plans and rehearses one-session oil landscapes.

  proxenos rehearse LESSON.json [--at 34m] [--width 1200] [--view paint|grey|value|squint|wet|thick|mud|covered|...] -o out.png
  proxenos check    LESSON.json [--cupboard CUPBOARD.csv] [--runs RUNS.json] [--json]
  proxenos score    LESSON.json [--fit 75m] [--pace 1.5] [--json]
  proxenos mix      --target '#8d9bb0' | --lab 60,-2,-12 [--paints PW6,PB29,...] [--max-paints 4] [--parts 24] [--whole] [--ml 5] [--json]
  proxenos supply   LESSON.json [--students 12] [--loss 0.25] [--ledger] [--json|--csv]
  proxenos swatch   [LESSON.json] [--meter 7] [-o swatches.txt]
  proxenos trace    LESSON.json [--mirror] [--grid 50] [--paper a4|letter] -o tracing.svg|tracing.pdf
  proxenos begin    lake|coast|wood|fields|snow|dusk|waterfall|surf|village [--method wet-base] [--size 400x300] [--seed 1] [-o LESSON.json]
  proxenos marks    -o marks.png
  proxenos forms    -o forms.png
  proxenos edit     LESSON.json EDIT.json|- [-o OUT.json]
  proxenos schema
  proxenos serve    [--listen 127.0.0.1:8817] [--demo] [--memory 2048] [--artifacts 4096] [--jobs 3] [--allow-network] [--host NAME,NAME]
  proxenos work     [--jobs 3] [--memory 2048]
  proxenos version

What serve and work are told can stand in the environment as well: --listen as PROXENOS_LISTEN,
--allow-network as PROXENOS_ALLOW_NETWORK, and so on; DATABASE_URL names the database.

Exit 0 fine; 1 findings of severity stop (check); 2 bad input.
`

// A command carries out one word of the shell. It returns an exit code, or an
// error, which is bad input.
type command func(ctx context.Context, args []string, in io.Reader, out io.Writer) (int, error)

var commands = map[string]command{
	"rehearse": rehearseCommand,
	"check":    checkCommand,
	"score":    scoreCommand,
	"mix":      mixCommand,
	"supply":   supplyCommand,
	"swatch":   swatchCommand,
	"trace":    traceCommand,
	"begin":    beginCommand,
	"marks":    marksCommand,
	"forms":    formsCommand,
	"edit":     editCommand,
	"schema":   schemaCommand,
	"serve":    serveCommand,
	"work":     workCommand,
	"openapi":  openapiCommand,
}

func main() {
	ctx, stop := signal.NotifyContext(context.Background(), os.Interrupt, syscall.SIGTERM)
	code := execute(ctx, os.Args[1:], os.Stdin, os.Stdout, os.Stderr)
	stop()
	os.Exit(code)
}

func execute(ctx context.Context, args []string, in io.Reader, out, errs io.Writer) int {
	if len(args) == 1 && (args[0] == "version" || args[0] == "--version") {
		fmt.Fprintln(out, "proxenos", version())
		return fine
	}
	if len(args) == 0 || args[0] == "help" || args[0] == "-h" || args[0] == "--help" {
		fmt.Fprint(out, usage)
		return fine
	}
	do, ok := commands[args[0]]
	if !ok {
		fmt.Fprintf(errs, "proxenos: %q is not a command: use rehearse, check, score, supply, mix, swatch, trace, begin, marks, forms, edit, schema, serve or work\n", args[0])
		return badInput
	}
	code, err := do(ctx, args[1:], in, out)
	if errors.Is(err, errHelp) {
		return fine
	}
	if err != nil {
		fmt.Fprintf(errs, "proxenos: %v\n", err)
		return badInput
	}
	return code
}
