// Package grading grades one program by a suite: from a folder of files to a verdict with its evidence. It needs
// neither a database nor a course, nor does it know a person.
//
// Read it in the order of the work: Grader.Grade calls prepare, hear (which learns how a program talks, with a
// drafter), unread, trust and examine, which diagnoses and proves.
package grading
