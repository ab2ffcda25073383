// Package server is the service on HTTP: the API under /api/v1, its OpenAPI
// document, progress as server-sent events, and the console's files.
//
// Read routes first: every endpoint is one line there, and the document is made
// from the same lines.
package server
