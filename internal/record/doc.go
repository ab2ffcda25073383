// Package record holds the records of Durchgang as the store keeps them and the
// API shows them: courses, assignments, submissions, runs, results and evidence.
// It has types only.
//
// Read Assignment, Run and Result first.
package record
