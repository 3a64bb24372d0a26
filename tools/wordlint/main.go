// Command wordlint finds words of a lesson (loads, pressures, cares, tools, methods and
// the like) that are written as plain text where a typed constant stands for them: a typo
// in such a text compiles and is never found.
//
// It prints each with its place and the constant, and exits with 1. With -w it writes the
// constants in.
package main

import (
	"flag"
	"fmt"
	"go/ast"
	"go/constant"
	"go/token"
	"go/types"
	"os"
	"path/filepath"
	"slices"
	"strings"

	"golang.org/x/tools/go/packages"
)

// home is the package whose named text types are words.
const home = "proxenos/core/lesson"

func main() {
	write := flag.Bool("w", false, "write the constants in")
	flag.Parse()
	found, err := check(*write)
	if err != nil {
		fmt.Fprintln(os.Stderr, "wordlint:", err)
		os.Exit(2)
	}
	for _, f := range found {
		fmt.Println(f)
	}
	if len(found) > 0 && !*write {
		fmt.Println("wordlint: use the constants, or run 'go run ./tools/wordlint -w'")
		os.Exit(1)
	}
}

// A word is a text of a type.
type word struct {
	of   string // name of the type
	text string
}

// A change replaces a piece of a file.
type change struct {
	from, to int // offsets
	by       string
}

func check(write bool) ([]string, error) {
	config := &packages.Config{Mode: packages.NeedName | packages.NeedFiles | packages.NeedSyntax | packages.NeedTypes | packages.NeedTypesInfo | packages.NeedImports, Tests: true}
	loaded, err := packages.Load(config, "./...")
	if err != nil {
		return nil, err
	}
	names := map[word]string{}
	for _, p := range loaded {
		if p.PkgPath == home && len(names) == 0 {
			names = constants(p.Types)
		}
	}
	var found []string
	changes := map[string][]change{}
	seen := map[string]bool{}
	for _, p := range loaded {
		for _, file := range p.Syntax {
			name := p.Fset.File(file.Pos()).Name()
			if seen[name] { // once as a package and once with its tests
				continue
			}
			seen[name] = true
			for _, lit := range literals(file) {
				by, ok := names[wordOf(p.TypesInfo, lit)]
				if !ok {
					continue
				}
				if p.Types.Path() != home {
					by = "lesson." + by
				}
				at := p.Fset.Position(lit.Pos())
				if here, err := os.Getwd(); err == nil {
					if rel, err := filepath.Rel(here, at.Filename); err == nil {
						at.Filename = rel
					}
				}
				found = append(found, fmt.Sprintf("%s: %s is %s", at, lit.Value, by))
				changes[name] = append(changes[name], change{at.Offset, at.Offset + len(lit.Value), by})
			}
		}
	}
	if write {
		return found, apply(changes)
	}
	return found, nil
}

// constants are the typed text constants of a package.
func constants(p *types.Package) map[word]string {
	out := map[word]string{}
	for _, name := range p.Scope().Names() {
		c, ok := p.Scope().Lookup(name).(*types.Const)
		if !ok || !c.Exported() {
			continue
		}
		if n, ok := c.Type().(*types.Named); ok && c.Val().Kind() == constant.String && constant.StringVal(c.Val()) != "" {
			out[word{n.Obj().Name(), constant.StringVal(c.Val())}] = name
		}
	}
	return out
}

// literals are the texts of a file outside the declarations of constants.
func literals(file *ast.File) (out []*ast.BasicLit) {
	ast.Inspect(file, func(n ast.Node) bool {
		switch n := n.(type) {
		case *ast.GenDecl:
			return n.Tok != token.CONST
		case *ast.BasicLit:
			if n.Kind == token.STRING {
				out = append(out, n)
			}
		}
		return true
	})
	return out
}

// wordOf is what a text stands for, by the type that it is used as.
func wordOf(info *types.Info, lit *ast.BasicLit) word {
	tv, ok := info.Types[lit]
	if !ok || tv.Value == nil {
		return word{}
	}
	n, ok := types.Unalias(tv.Type).(*types.Named)
	if !ok || n.Obj().Pkg() == nil || n.Obj().Pkg().Path() != home {
		return word{}
	}
	return word{n.Obj().Name(), constant.StringVal(tv.Value)}
}

func apply(changes map[string][]change) error {
	for name, list := range changes {
		text, err := os.ReadFile(name)
		if err != nil {
			return err
		}
		slices.SortFunc(list, func(a, b change) int { return b.from - a.from })
		out := string(text)
		for _, c := range list {
			out = out[:c.from] + c.by + out[c.to:]
		}
		if strings.Contains(out, "lesson.") && !strings.Contains(out, `"`+home+`"`) {
			fmt.Fprintln(os.Stderr, "add the import to", name)
		}
		if err := os.WriteFile(name, []byte(out), 0o644); err != nil {
			return err
		}
	}
	return nil
}
