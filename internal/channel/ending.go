package channel

import (
	"regexp"
	"strings"

	"durchgang/core/judge"
	"durchgang/core/phrasebook"
	"durchgang/internal/sandbox"
)

// trace matches what the runtimes of the languages print when a program fails.
var trace = regexp.MustCompile(`Traceback \(most recent call last\)|(?m)^\s+at .+[:(]\d+|(?m)^Node\.js v|SyntaxError|runtime error`)

// ending tells a program that ended by itself from one that failed, by how it ended and
// what it printed last.
func ending(exit sandbox.Exit, text string) (judge.Condition, string) {
	if exit.Code != 0 && exit.Exceeded == "" && sandbox.ToldFull(text) {
		exit.Exceeded = sandbox.DiskFull
	}
	switch {
	case exit.Exceeded != "":
		return judge.Exceeded, exit.String()
	case exit.Signal != "":
		return judge.Crashed, exit.String()
	case exit.Code != 0 && trace.MatchString(text):
		return judge.Crashed, complaint(text)
	case exit.Code != 0:
		return judge.Ended, exit.String()
	}
	return judge.Ended, ""
}

var errorLine = regexp.MustCompile(`(?m)^\s*((?:\w+\.)*\w*(?:Error|Exception|Interrupt)\b.*)$`)

// complaint is the line of a runtime's message that says what went wrong.
func complaint(printed string) string {
	matches := errorLine.FindAllString(phrasebook.Plain(printed), -1)
	if len(matches) == 0 {
		return "the program's runtime reports an error"
	}
	return strings.TrimSpace(matches[len(matches)-1])
}
