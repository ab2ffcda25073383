// Package phrasebook says how the programs of an assignment talk on a terminal:
// how a move is typed, and what in a printed text means a refusal, a win, a draw,
// whose turn it is, a board. A book reads text into facts and never decides
// whether they are right.
//
// Read Book first. The YAML form is described in docs/phrasebook.md.
package phrasebook
