// Package app carries the built web application.
package app

import (
	"embed"
	"io/fs"
)

//go:embed all:dist
var dist embed.FS

// Files is the built web application; before 'make build' it is empty.
func Files() fs.FS {
	sub, err := fs.Sub(dist, "dist")
	if err != nil {
		panic(err) // the folder is compiled in
	}
	return sub
}
