package notices_test

import (
	"encoding/json"
	"os"
	"os/exec"
	"strings"
	"testing"

	"proxenos/notices"
)

// headings are what the notices name: "module version" and "package version".
func headings() map[string]bool {
	out := map[string]bool{}
	for line := range strings.Lines(notices.Text) {
		if heading, ok := strings.CutPrefix(line, "--- "); ok {
			out[heading[:strings.LastIndex(heading, " (")]] = true
		}
	}
	return out
}

// What goes into the binary has its licence in the notices.
func TestEveryModuleIsNamed(t *testing.T) {
	list := exec.Command("go", "list", "-deps", "-f", "{{with .Module}}{{.Path}} {{.Version}}{{end}}", "proxenos/cmd/proxenos")
	list.Env = append(os.Environ(), "CGO_ENABLED=0")
	text, err := list.Output()
	if err != nil {
		t.Fatal(err)
	}
	named, modules := headings(), map[string]bool{}
	for line := range strings.Lines(string(text)) {
		module := strings.TrimSpace(line)
		if path, version, _ := strings.Cut(module, " "); version != "" {
			modules[module] = named[module]
			for heading := range named { // a licence may be that of a part of it
				if strings.HasPrefix(heading, path+"/") && strings.HasSuffix(heading, " "+version) {
					modules[module] = true
				}
			}
		}
	}
	if len(modules) < 30 {
		t.Fatalf("only %d modules are in the binary", len(modules))
	}
	for module, is := range modules {
		if !is {
			t.Errorf("%s is not in the notices: run scripts/notices.sh", module)
		}
	}
}

// So has what goes into the web application, the fonts among it.
func TestEveryPackageIsNamed(t *testing.T) {
	data, err := os.ReadFile("../web/app/package-lock.json")
	if err != nil {
		t.Fatal(err)
	}
	var lock struct {
		Packages map[string]struct {
			Version       string
			Dev, Optional bool
		}
	}
	if err := json.Unmarshal(data, &lock); err != nil {
		t.Fatal(err)
	}
	named, fonts := headings(), 0
	for at, p := range lock.Packages {
		i := strings.LastIndex(at, "node_modules/")
		if i < 0 || p.Dev || p.Optional {
			continue
		}
		name := at[i+len("node_modules/"):]
		if strings.HasPrefix(name, "@fontsource/") {
			fonts++
		}
		// Types are not shipped: packages that are there for them alone are optional peers.
		if !named[name+" "+p.Version] && !strings.HasPrefix(name, "@types/") {
			t.Errorf("%s %s is not in the notices: run scripts/notices.sh", name, p.Version)
		}
	}
	if fonts < 2 {
		t.Errorf("%d fonts are shipped", fonts)
	}
}
