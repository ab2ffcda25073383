// Package window drives programs that open windows: a display of its own for each of their boxes, events of a
// pointer and keys as a person makes them, and what the windows show as a tree of elements with their pixels. The
// toolkits Tk and Swing tell the elements, and SDL what text is written; what else there is is seen by its pixels.
//
// Read Window first, then rest.go and told.go.
package window
