// Package sandbox puts a program into a box: bubblewrap with namespaces of its
// own, no network, a read-only system, a small /tmp and working folder in memory,
// an unprivileged id, and limits. What runs in the box dies with it.
//
// Read Spec first, then Box. How a box is spoken to is the business of channel.
package sandbox
