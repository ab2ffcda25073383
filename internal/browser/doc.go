// Package browser runs student pages in Debian's Chromium, in a box without a network.
//
// A Browser is one Chromium in its box, spoken to through a pipe. A Page is one page in a
// browser context of its own, which shares nothing with any other: its files are handed over
// from memory, all else that it asks for is refused and noted. What the page knows of time is
// a clock that Durchgang moves on, so that a page is at rest when nothing is left to do, and
// not after a pause (clock.js). What is shown is looked at from a world of its own, which the
// page's scripts cannot reach (look.js).
//
// Read Browser first, then Page, and its Settle.
package browser
