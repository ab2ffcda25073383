// Package programs holds the tests that grade whole programs of students, right ones, wrong
// ones, and ones whose wording has to be found. They are apart from those of grading,
// since they take most of the time that tests take.
package programs
