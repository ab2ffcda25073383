// Package judge compares what the reference rules say with what was observed of
// a program, and nothing else: it never sees a terminal.
//
// A Comparison is one subject of one step with its three-valued State. The first
// step of a script at which something differs is its parting step; what follows
// is an echo of it and is not judged. Each parting is charged to one criterion.
//
// Read Observation first, then Judge.
package judge
