// Package docs holds the reference pages that go into starter kits.
package docs

import _ "embed"

// Wire is the wire protocol.
//
//go:embed wire.md
var Wire string

// Functions says how functions are called.
//
//go:embed functions.md
var Functions string
