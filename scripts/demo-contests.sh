# Holds the demo contests, one for each game, where they are not there yet. Is sourced after
# demo-class.sh, with the same variables.

# hold NAME TITLE FOLDER HOUSE [FLAGS...]
hold() {
  local name=$1 title=$2 folder=$3 house=$4
  shift 4
  if $durchgang contest show "$course/$name" > /dev/null 2>&1; then return; fi
  $durchgang contest create "$course/$name" --title "$title" "$@" > /dev/null
  $durchgang contest enter "$course/$name" "demo/contest/$folder" --house "$house" > /dev/null
  $durchgang contest start "$course/$name" > /dev/null
}

hold noughts "Noughts and crosses" tic-tac-toe perfect --game tic-tac-toe --rounds 2 --opening 1 --deals 4
hold columns "Four in a column, or a row" connect-four perfect --game connect-four --format swiss --rounds 5 --opening 8 --deals 2
hold fleets "Hidden fleets" battleship density --game battleship:sides=one --deals 30
hold words "Words to guess" hangman fitting --game hangman --deals 40 --words demo/contest/hangman/words.txt
hold heaps "The last one wins" nim perfect --game nim --deals 2
hold numbers "A number to find" number-guessing halves --game number-guessing --deals 20
hold hands "Every hand once" blackjack exact --game blackjack:rounds=1 --hands

for name in noughts columns fleets words heaps numbers hands; do
  until $durchgang contest show "$course/$name" --json | grep -qE '"state": "(over|cancelled)"'; do sleep 0.5; done
  $durchgang contest show "$course/$name"
done
