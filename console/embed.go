// Package console holds the built web console, which make build puts into dist.
package console

import (
	"embed"
	"io/fs"
)

//go:embed all:dist
var dist embed.FS

// Files returns the console's files, index.html at the top.
func Files() fs.FS {
	files, err := fs.Sub(dist, "dist")
	if err != nil {
		panic(err) // only a wrong name can fail
	}
	return files
}
