// Package toolchain knows the languages of student programs: which files belong
// to which, how a program is built, and how it is run.
//
// Read Language first, then Prepare, which turns a folder of source files into a
// Program that a box can start.
package toolchain
