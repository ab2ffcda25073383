#!/bin/bash
# Takes the pictures of docs/screenshots from the demo class: pages in Chromium,
# commands in a terminal window under Xvfb. Needs Debian's xterm, xvfb and imagemagick.
set -euo pipefail
cd "$(dirname "$0")/.."
for tool in xterm Xvfb import; do
  command -v $tool > /dev/null || { echo "screenshots: install xterm, xvfb and imagemagick" >&2; exit 1; }
done

port=8431
url=http://127.0.0.1:$port
out=docs/screenshots
work=$(mktemp -d)
chmod 755 "$work"
export DURCHGANG_SERVER=$url XDG_CONFIG_HOME=$work/config
durchgang=bin/durchgang course=evening-class assignment=evening-class/tic-tac-toe password="a lamp in the evening" ready=$work/ready
$durchgang serve --listen 127.0.0.1:$port --data "$work/data" > "$ready" &
service=$!
trap 'kill $service 2> /dev/null; wait $service 2> /dev/null || true; rm -rf "$work"' EXIT
until grep -q ready "$ready"; do sleep 0.1; done
source scripts/demo-class.sh > /dev/null 2>&1
source scripts/demo-workshop.sh > /dev/null 2>&1
source scripts/demo-contests.sh > /dev/null 2>&1

result() { # result STUDENT
  $durchgang show $assignment "$1" --json | python3 -c 'import json,sys; print(json.load(sys.stdin)["id"])'
}
script() { # script STUDENT: the number of the first script that differs
  $durchgang show $assignment "$1" --json |
    python3 -c 'import json,sys; print(next(s["number"] for s in json.load(sys.stdin)["scripts"] if s["state"] == "differs"))'
}
costly() { # the game in which the last of the contest threw most away; with ply, where
  $durchgang contest player $course/columns bo-lindqvist --json |
    python3 -c 'import json,sys; b = json.load(sys.stdin)["blunders"][0]; print(b["ply"] if sys.argv[1:] else b["bout"])' "$@"
}
page() { # page PATH NAME [FLAG...]
  echo "$1 $out/$2.png ${*:3}"
}
terminal() { # terminal COMMAND NAME [SECONDS]
  Xvfb :97 -screen 0 1280x800x24 > /dev/null 2>&1 &
  local server=$!
  sleep 1
  DISPLAY=:97 xterm -fa 'DejaVu Sans Mono' -fs 11 -geometry 138x44+0+0 -bg '#1d2226' -fg '#e4e7e4' -e \
    bash -c "printf '\$ %s\n' '$1'; $1; sleep 30" &
  sleep ${3:-8}
  DISPLAY=:97 import -window root "$out/$2.png"
  kill $server
  wait $server 2> /dev/null || true
}

{
  page /courses/$assignment matrix
  page "/results/$(result hugo-tandy)" submission
  page "/results/$(result jonas-petri)/scripts/$(script jonas-petri)" script
  page "/results/$(assignment=workshop/clicks result dirk-taken)/scripts/$(assignment=workshop/clicks script dirk-taken)" page
  page /courses/$assignment/wording wording
  page /runs/1/class class
  page /runs/1/groups groups
  page "/results/$(result jonas-petri)/report" report
  page "/games/connect-four?move=d&move=d&move=e&move=c&move=e&move=e&move=h" game
  page /courses/$course/-/new new
  page /courses/$course/-/contests/columns contest
  page "/courses/$course/-/contests/columns/games/$(costly)?move=$(costly ply)" contest-game
  page /courses/$course/-/contests/hands/players/4 contest-player
} | go run ./scripts/pictures $url ida "$password"
page /courses/$assignment/mine mine | go run ./scripts/pictures $url hugo.tandy@evening.example "$password"
$durchgang assignment show $assignment --json | python3 -c 'import json,sys; print(json.load(sys.stdin)["suite"].replace("points 5", "points 8", 1))' > "$work/dearer.suite"
$durchgang assignment change $assignment --suite "$work/dearer.suite" > /dev/null
regrade=$($durchgang regrade $assignment --json 2> /dev/null | python3 -c 'import json,sys; print(json.load(sys.stdin)["after"]["id"])')
page /runs/1/compare/$regrade regrade | go run ./scripts/pictures $url ida "$password"
$durchgang regrade discard $regrade > /dev/null
# Classes in several languages.
$durchgang assignment create $course/noughts --channel function --title "Noughts as a class" > /dev/null
$durchgang import $course/noughts demo/called > /dev/null
$durchgang run $course/noughts > /dev/null
# The desk: a suite with a hole.
$durchgang suite write connect-four:rows=5,cols=6 2> /dev/null |
  python3 -c 'import re,sys; print(re.sub(r"\nscript \"(column|diagonal)[^\n]*[XO]\"[^\n]*\n  [^\n]*\n", "\n", sys.stdin.read()))' > "$work/holes.suite"
$durchgang assignment create $course/columns --title "Columns" --suite "$work/holes.suite" > /dev/null
{
  page /courses/$course/columns/desk desk
  page "/results/$(assignment=$course/noughts result ada-brandt)/scripts/$(assignment=$course/noughts script ada-brandt)" called
} | go run ./scripts/pictures $url ida "$password"
export PATH=$PWD/bin:$PATH
terminal "durchgang phrasebook draft internal/grading/testdata/foreign/kreuze.py 2> /dev/null" terminal-draft 14
terminal "durchgang try demo/class/greta-holm" terminal-try
