// Package office holds the use cases: what a teacher does, from importing
// submissions to reading results, and the jobs that this puts on the queue.
//
// Read grading.Grader first, which grades one program without any database, then Office.
package office
