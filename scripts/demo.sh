#!/bin/bash
# Starts the service, says where it is, grades the demo class and shows it, and holds the contests. With ONCE=1 it
# ends then.
set -euo pipefail
cd "$(dirname "$0")/.."

listen=127.0.0.1:${PORT:-8420}
export DURCHGANG_SERVER=http://$listen
data=${DATA:-${TMPDIR:-/tmp}/durchgang-demo-$(id -u)}
durchgang=bin/durchgang
course=evening-class
assignment=$course/tic-tac-toe
password="a lamp in the evening" # of everybody in the demo

ready=$(mktemp)
$durchgang serve --listen "$listen" --data "$data" > "$ready" &
service=$!
trap 'kill $service 2> /dev/null || true; wait $service 2> /dev/null || true; rm -f "$ready"' EXIT
until grep -q ready "$ready"; do
  kill -0 $service 2> /dev/null || { wait $service; exit 1; }
  sleep 0.1
done

# Is called as soon as one can sign in.
greet() {
  echo
  echo "The console is at $DURCHGANG_SERVER/courses/$assignment"
  echo "Sign in as ida, who teaches, or as hugo.tandy@evening.example, a student; the password is: $password"
  echo "It is ready after $SECONDS s. The class is graded next, then the pages of a workshop, and then the contests are held."
  echo
}

source scripts/demo-class.sh
echo "The class is graded after $SECONDS s."
echo
$durchgang matrix $assignment
echo
$durchgang show $assignment hugo-tandy
echo
source scripts/demo-workshop.sh > /dev/null
echo "The pages of the workshop are graded after $SECONDS s: $DURCHGANG_SERVER/courses/workshop/clicks"
echo
source scripts/demo-contests.sh
if [ -n "${ONCE:-}" ]; then
  exit 0
fi
echo
echo "The contests are at $DURCHGANG_SERVER/courses/$course/-/contests"
echo "Ctrl-C ends the service."
trap 'rm -f "$ready"' EXIT
trap 'kill $service 2> /dev/null' INT TERM
wait $service || true
wait $service 2> /dev/null || true
