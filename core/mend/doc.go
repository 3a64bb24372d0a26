// Package mend tries what the rules have ideas of, and mends lessons with it. An idea becomes a
// [Remedy] on a [Bench]: by a trial on what its finding was measured on that leaves less of it, with the
// figure after it, what it brings elsewhere, and by how much it changes the picture. A [Mending]
// goes on round by round until nothing is open or nothing helps: no step is taken out, nothing farther
// is painted over anything nearer, no stop or caution comes that was not there but for minutes, of which
// there may be a tenth more, and all of it is one edit. [Compare] and [Foresee] tell two judgements of
// a lesson apart.
package mend
