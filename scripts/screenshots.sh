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
export DURCHGANG_SERVER=$url
bin/durchgang serve --listen 127.0.0.1:$port --data "$work/data" > "$work/ready" &
service=$!
trap 'kill $service 2> /dev/null; wait $service 2> /dev/null || true; rm -rf "$work"' EXIT
until grep -q ready "$work/ready"; do sleep 0.1; done

assignment=evening-class/tic-tac-toe
bin/durchgang course create evening-class --title "Programming, evening class" > /dev/null
bin/durchgang assignment create $assignment --title "Tic-tac-toe for two" > /dev/null
bin/durchgang import $assignment demo/class > /dev/null
bin/durchgang run $assignment > /dev/null 2>&1

result() { # result STUDENT
  bin/durchgang show $assignment "$1" --json | python3 -c 'import json,sys; print(json.load(sys.stdin)["id"])'
}
script() { # script STUDENT: the number of the first script that differs
  bin/durchgang show $assignment "$1" --json |
    python3 -c 'import json,sys; print(next(s["number"] for s in json.load(sys.stdin)["scripts"] if s["state"] == "differs"))'
}
page() { # page PATH NAME [FLAG...]
  chromium --headless --no-sandbox --disable-gpu --disable-quic --no-first-run --disable-background-networking \
    --disable-component-update --disable-sync --user-data-dir="$work/browser" --hide-scrollbars \
    --window-size=1280,800 --virtual-time-budget=4000 --screenshot="$out/$2.png" "${@:3}" "$url$1" 2> /dev/null
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

page /courses/$assignment matrix
page "/results/$(result hugo-tandy)" submission
page "/results/$(result jonas-petri)/scripts/$(script jonas-petri)" script
page "/results/$(result levi-amsel)/scripts/$(script levi-amsel)" script-dark --force-dark-mode --blink-settings=preferredColorScheme=0
page /courses/$assignment/wording wording
page /runs/1/class class
page /runs/1/groups groups
page "/results/$(result jonas-petri)/report" report
page "/games/connect-four?move=d&move=d&move=e&move=c&move=e&move=e&move=h" game
export PATH=$PWD/bin:$PATH
terminal "durchgang phrasebook draft internal/office/testdata/foreign/kreuze.py 2> /dev/null" terminal-draft 14
terminal "durchgang matrix $assignment" terminal-matrix
terminal "durchgang try demo/class/greta-holm" terminal-try
terminal "durchgang game show hangman" terminal-game
terminal 'tr " " "\n" <<< "b2 b2 d4 a1 c1" | durchgang game play tic-tac-toe --against simple | tail -n 42' terminal-play
terminal "durchgang suite strength blackjack" terminal-strength
terminal "durchgang sandbox check" terminal-sandbox 16
terminal "durchgang toolchain list" terminal-toolchain
printf "1 1\n1 1\n" | python3 demo/class/ada-brandt/tictactoe.py > "$work/session.txt" 2> /dev/null || true # it ends at the end of its input
terminal "durchgang phrasebook check --transcript $work/session.txt" terminal-phrasebook
