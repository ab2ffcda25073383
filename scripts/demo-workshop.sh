# Fills the service with pages of another course, and grades them. Is sourced after demo-class.sh, with the same variables.

if ! $durchgang course list --json | grep -q '"workshop"'; then
  $durchgang course create workshop --title "Pages, a workshop" --zone Europe/Berlin
  $durchgang assignment create workshop/clicks --title "Tic-tac-toe to click on" --channel page --suite demo/page/tic-tac-toe.suite
fi
$durchgang import workshop/clicks demo/page/tic-tac-toe
$durchgang run workshop/clicks
