// Command durchgang grades programs that play classroom games: the service and
// its command-line client in one binary.
package main

import (
	"context"
	"os"

	"durchgang/console"
	"durchgang/internal/cli"
)

func main() {
	os.Exit(cli.Main(context.Background(), console.Files(), os.Args[1:], os.Stdout, os.Stderr))
}
