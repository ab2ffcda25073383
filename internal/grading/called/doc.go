// Package called holds the tests that grade programs that are called: objects, modules and functions, each right and with
// planted faults, with a description that is drafted.
package called
