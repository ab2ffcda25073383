// Package pagemap says where on a page a game is: what a cell, a column, a letter or a button
// is, how a mark is told, and where the page says something. It turns what a page shows into
// facts, and finds the map of a page of which nothing is known.
//
// Read Map first, then Map.Facts. The YAML form is described in docs/page-map.md.
package pagemap
