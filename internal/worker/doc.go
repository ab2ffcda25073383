// Package worker takes jobs from the queue: it grades submissions and plays matches, and stores what comes out. It knows no
// course and no person.
//
// Read Start first.
package worker
