// Package diagnosis finds what explains everything that a program did: one mistake, or a
// pair of them, whose facts equal the program's in every script. It works on what was
// seen alone; nothing is run here.
//
// Read Diagnosis first, then Cases, which is made once for a suite, and Cases.Diagnose.
package diagnosis
