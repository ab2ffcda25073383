#!/bin/bash
# Prints the table of docs/driven.md: how each program of the repository is driven, and
# what it gets. Needs bin/durchgang.
set -euo pipefail
cd "$(dirname "$0")/.."

echo "| program | language | game | channel | points | loses |"
echo "|---|---|---|---|---|---|"
row() { # row PROGRAM GAME CHANNEL [FLAG...]
  bin/durchgang try "$1" --game "$2" --channel "$3" --json "${@:4}" | python3 -c '
import json, sys
t = json.load(sys.stdin)
lost = ", ".join(c["name"] for c in t["criteria"] if c["points"] < c["of"]) or "nothing"
name, game, channel = sys.argv[1:]
print("| `%s` | %s | %s | %s | %g of %g | %s |" % (name, t["language"], game, channel, t["points"], t["of"], lost))' "$1" "$2" "$3"
}
for program in demo/class/* internal/grading/testdata/{wordings,languages,connect-four,five-in-a-row,hangman,battleship,blackjack,foreign}/*; do
  case $program in
    *.yaml) continue ;;
    */pegs.c) game=connect-four ;;
    */connect-four/* | */five-in-a-row/* | */hangman/* | */battleship/* | */blackjack/*) game=$(basename "$(dirname "$program")") ;;
    *) game=tic-tac-toe ;;
  esac
  book=${program%.*}.yaml
  if [ -f "$book" ]; then row "$program" "$game" terminal --phrasebook "$book"; else row "$program" "$game" terminal; fi
done
row demo/wire/tictactoe.c tic-tac-toe wire
row demo/wire/ConnectFour.java connect-four wire
row demo/wire/five_in_a_row.rb five-in-a-row wire
row demo/wire/hangman.py hangman wire
row demo/wire/battleship.js battleship wire
row demo/wire/blackjack.lua blackjack wire
for call in "board_functions.py tic-tac-toe" "state.c tic-tac-toe" "Columns.java connect-four" "flat.js five-in-a-row" "hand.go blackjack" "hand.go hangman" "fleet.py battleship" "Fleet.java battleship"; do
  read -r file game <<< "$call"
  row internal/grading/testdata/functions/$file $game function --phrasebook internal/grading/testdata/functions/${file%.*}.yaml
done
for program in random_replies.py first_free.js; do
  row demo/opponent/$program tic-tac-toe terminal --suite demo/opponent/tictactoe.suite
done
own=internal/grading/testdata/own
row $own/harbour.py battleship terminal --game "" --suite $own/harbour.suite
row $own/one_round.rb blackjack terminal --game "" --suite $own/one_round.suite
