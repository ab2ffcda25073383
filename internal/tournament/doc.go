// Package tournament plays the matches of a contest: it builds strategies, finds out how they are asked for moves,
// seats them at games and weighs what they play. It needs neither a database nor a course.
//
// Read Prepare first, which makes a strategy of a folder, then Match.
package tournament
