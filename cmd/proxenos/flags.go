package main

import (
	"errors"
	"fmt"
	"io"
	"os"
	"slices"
	"strings"

	"github.com/spf13/pflag"

	"proxenos/core/lesson"
)

var errHelp = errors.New("help was asked for")

// flagsOf are the flags of a command.
func flagsOf(name string) *pflag.FlagSet {
	set := pflag.NewFlagSet(name, pflag.ContinueOnError)
	set.SetOutput(io.Discard)
	set.Usage = func() {}
	set.SortFlags = false
	return set
}

// flags reads flags that may stand before, between and after the plain arguments, or writes
// what the command is for.
func flags(set *pflag.FlagSet, args []string, out io.Writer) ([]string, error) {
	err := set.Parse(args)
	switch {
	case errors.Is(err, pflag.ErrHelp):
		help(set, out)
		return nil, errHelp
	case err != nil:
		return nil, fmt.Errorf("%s: %w: see 'proxenos %[1]s --help'", set.Name(), err)
	}
	return slices.Clone(set.Args()), nil
}

// help writes what a command is for and what it can be told.
func help(set *pflag.FlagSet, out io.Writer) {
	c, _ := named(set.Name())
	fmt.Fprintf(out, "proxenos %s: %s\n\n  proxenos %s\n", c.name, c.about, strings.TrimSpace(c.name+" "+c.args))
	if set.HasFlags() {
		fmt.Fprintf(out, "\n%s", set.FlagUsages())
	}
	if c.setByEnvironment {
		fmt.Fprint(out, environment)
	}
}

// environment says how serve and work are told things otherwise.
const environment = `
What it is told can stand in the environment as well: --listen as PROXENOS_LISTEN,
--allow-network as PROXENOS_ALLOW_NETWORK, and so on; DATABASE_URL names the database.
`

// fromEnvironment gives flags what the environment says: --allow-network is
// PROXENOS_ALLOW_NETWORK there. What stands in the command comes before it.
func fromEnvironment(set *pflag.FlagSet) (err error) {
	set.VisitAll(func(f *pflag.Flag) {
		name := "PROXENOS_" + strings.ToUpper(strings.ReplaceAll(f.Name, "-", "_"))
		if value, there := os.LookupEnv(name); there && err == nil {
			if wrong := set.Set(f.Name, value); wrong != nil {
				err = fmt.Errorf("%s: %s is %q: %w", set.Name(), name, value, wrong)
			}
		}
	})
	return err
}

// oneLesson reads flags and the one lesson file that is named.
func oneLesson(set *pflag.FlagSet, args []string, in io.Reader, out io.Writer) (*lesson.Lesson, error) {
	plain, err := flags(set, args, out)
	switch {
	case err != nil:
		return nil, err
	case len(plain) != 1:
		return nil, fmt.Errorf("%s: name one lesson file", set.Name())
	}
	return readLesson(plain[0], in)
}
