// Package cli holds the commands. They ask the office or the client and print
// what comes back; they decide nothing.
//
// Read New first.
package cli
