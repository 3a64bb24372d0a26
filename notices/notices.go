// Package notices holds the licences of everything that ships with the application: Go modules,
// npm packages and the fonts among them. scripts/notices.sh gathers them.
package notices

import _ "embed"

// Text is what they say.
//
//go:embed notices.txt
var Text string
