// Package office holds the use cases: what a teacher or a student does, from importing submissions to reading
// results and holding contests, and the jobs that this puts on the queue. Programs are graded by grading, and
// matches played by tournament.
package office
