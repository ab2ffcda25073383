// Package pages holds the tests that grade pages in a browser: right ones, wrong ones, hostile
// ones, and what is none. They are apart from those of grading, since they take minutes.
package pages
