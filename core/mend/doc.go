// Package mend mends lessons by the remedies that the rules offer: it tries them on canvases,
// puts the one first that leaves least of a finding at the least price, and goes on round by
// round until nothing is open or nothing helps.
package mend
