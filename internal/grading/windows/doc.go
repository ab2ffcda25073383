// Package windows holds the tests that grade programs which open windows.
package windows
