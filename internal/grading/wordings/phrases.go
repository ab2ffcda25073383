package wordings

// words are what a program says in one language. {who} is a player, {what} how to type a move.
type words struct {
	prompts, taken, off, unread, wins, draws, greetings, again, names []string
}

var english = words{
	prompts: []string{
		"{who}, enter {what}: ", "{who} to move ({what}): ", "Player {who}, choose {what}: ", "{who}'s turn. Enter {what}: ",
		"Your move, {who} ({what}): ", "Turn of {who}\n{what}: ", "It is {who}'s turn, {what}? ", "{who}: {what} > ",
		"Where do you want to go, {who}? ({what}) ", "Make your move {who}. {what}: ", "Next: {who}. Type {what}: ", "{who} plays. {what}:\n",
		"Player {who} - {what}: ", "[{who}] {what}: ", "Now {who} may go, {what}: ", "{who}, it's up to you. Please give {what}: ",
		"Pick a square, {who} - {what}: ", "Go ahead {who}, {what}: ", "({what}) {who}? ", "Current player: {who}\nEnter {what}: ",
		// The reserve.
		"{who} is on. Tell me {what}: ", "What's your choice, {who}? [{what}] ", "{who} >> {what} >> ", "Waiting for {who} ({what})... ",
		"Hello {who}, put your piece with {what}: ", "Mark of {who} goes where? {what}: ", "{what} for {who} = ", "Who is next? {who} is! Give {what}: ",
		"*** {who} ***\n{what}: ", "{who} has the pen. {what}: ", "Think well, {who}! {what}: ", "Select, {who}; {what}: ",
		"-- {who} -- {what} -- ", "Step of {who}. Write {what}: ", "Please {who}: {what}\n> ", "{who}, place your mark. {what}: ",
		"Which field, {who}? {what}: ", "Input of {who} ({what}) : ", "Time for {who} to decide. {what}: ", "{who} (you): {what}? ",
	},
	taken: []string{
		"That cell is already taken.", "This square is occupied, try again.", "Sorry, somebody is there already!", "Cell is taken. Choose another one.", "Already used!",
		"You can't go there, it's taken.", "Occupied! Pick another square.", "That spot is not free.", "There is a mark here already.", "Position taken, please choose again",
		"Not empty. Again.", "Field is in use.", "Invalid move: the cell is not empty", "Error: cell already filled", "You may not overwrite a mark.",
		"That place has been played.", "Square taken!!", "No - it is taken", "Choose a free cell please.", "This position is already filled, try again",
		// The reserve.
		"Somebody was quicker here.", "Only blank squares can be chosen.", "There's no space left on that one.", "A stone lies there.", "Pick one where nobody stands.",
		"Oops, that one is gone.", "This one belongs to someone.", "You need an open square.", "Hey! Look at the board: not open.", "Double booking is forbidden.",
		"That was claimed before.", "Nope, marked.", "It has an owner.", "Look again, it isn't blank.", "Full. Elsewhere please.",
		"A mark stands on it.", "Unavailable square.", "That one is closed.", "Move rejected (non-empty).", "Blocked by an earlier move.",
	},
	off: []string{
		"That is off the board.", "Out of range, try again.", "Row and column must be on the board.", "Invalid position.", "No such cell.",
		"Please stay on the board.", "The number is too large or too small.", "Not on the board!", "This cell does not exist.", "Coordinates out of bounds",
		// The reserve.
		"You left the playing area.", "There are not that many.", "The field ends before that.", "Beyond the edge.", "We don't have this one.",
		"Too far!", "I only know nine squares.", "Outside the lines.", "That's in nowhere land.", "Limits exceeded, once more.",
	},
	unread: []string{
		"Please enter numbers.", "I did not understand that.", "Invalid input, try again.", "That is not a move.", "Wrong format.",
		"Enter it as shown.", "Input error.", "What? Please try again.", "Bad input", "Not a valid entry.",
		// The reserve.
		"Eh? Come again.", "My apologies, I can't read this.", "Typo?", "Nonsense typed, repeat.", "That makes no sense to me.",
		"Use the way described above.", "Can't parse.", "Hm, what do you mean?", "Digits wanted!", "I expected something else.",
	},
	wins: []string{
		"{who} wins!", "Player {who} has won the game.", "Congratulations {who}, you win!", "The winner is {who}.", "{who} won", "Game over: {who} wins.",
		"Winner: {who}", "{who} has three in a row!", "Well done {who}! You won the game.", "{who} is the winner!", "Victory for {who}!", "*** {who} WINS ***",
		"And the game goes to {who}.", "We have a winner: {who}", "Three in a row for {who}, congratulations!", "{who} takes the game.", "Result: {who} won.", "The game was won by {who}",
		"{who} wins the match!", "Hooray, {who} wins", "GAME OVER. Player {who} is victorious.", "You did it, {who}!",
		// The reserve.
		"{who} is the champion.", "All hail {who}!", "{who} beat the other one.", "The trophy is {who}'s.", "That's it, {who} got a line!", "A line for {who}. Finished.",
		"{who} made it!", "Bravo {who}.", "Applause for {who}, please!", "Point, set and match: {who}", "Nobody can stop {who} now - it is over.", "{who} completes a row and triumphs.",
		"Over. First place: {who}.", "{who} conquers the board.", "The best was {who}.", "Crown goes to {who}", "{who} finished first!", "Triumph of {who}.",
		"Success for {who}.", "End: {who} +1", "{who} rules.", "Lucky {who}, three of yours in line!",
	},
	draws: []string{
		"It's a draw.", "Draw!", "The game is a tie.", "Nobody wins.", "Game over: a draw", "It is a tie game!", "No winner this time.", "The board is full, it's a draw.", "Stalemate.", "Tie!", "Result: draw.", "A draw, well played both.",
		// The reserve.
		"All squares used and no line.", "Peace!", "You are equally good.", "Neither of you made it.", "Undecided.", "Even.", "No one takes it.", "Honours shared.", "Board exhausted.", "Split it.", "Both lose, or both win.", "Nothing to celebrate.",
	},
	greetings: []string{
		"Welcome to Tic Tac Toe!", "TIC-TAC-TOE", "", "Noughts and crosses. Three in a row wins, a full board is a draw.", "=== Tic Tac Toe ===\nTwo players take turns.", "Let's play!",
		// The reserve.
		"A game of three", "Hello you two. Whoever gets three in a line is the winner; otherwise it is a tie. Good luck!", "~~~~ XOXO ~~~~", "(c) class 9b\nGame starts", "Small board, big fun.", "# ttt v1.2",
	},
	again: []string{
		"Play again? (y/n) ", "Do you want to play again (yes/no)? ", "Another game? [y/n]: ", "Again? y/n ",
		// The reserve.
		"One more round? (y/n): ", "Rematch (y/n)? ", "Shall we go on with a new board? y or n: ", "Once more? Type y or n > ",
	},
	names: []string{
		"Name of player {n}: ", "Player {n}, what is your name? ",
		// The reserve.
		"Who plays as number {n}? ", "Please introduce yourself, player {n}: ",
	},
}

// others are six languages; the last three are of the reserve.
var others = []words{
	{ // German
		prompts: []string{"{who} ist am Zug ({what}): ", "Spieler {who}, gib {what} ein: "}, taken: []string{"Dieses Feld ist schon belegt.", "Das Feld ist besetzt!"},
		off: []string{"Das Feld gibt es nicht.", "Außerhalb des Spielfelds."}, unread: []string{"Ungültige Eingabe.", "Bitte Zahlen eingeben."},
		wins: []string{"{who} hat gewonnen!", "Spieler {who} gewinnt."}, draws: []string{"Unentschieden!", "Niemand gewinnt."}, greetings: []string{"Willkommen bei Drei gewinnt", ""}, again: []string{"Noch einmal? (j/n) "}, names: []string{"Name von Spieler {n}: "},
	},
	{ // Spanish
		prompts: []string{"Turno de {who} ({what}): ", "{who}, elige {what}: "}, taken: []string{"Esa casilla está ocupada.", "Casilla ya usada."},
		off: []string{"Fuera del tablero.", "Esa casilla no existe."}, unread: []string{"Entrada no válida.", "No entiendo."},
		wins: []string{"¡{who} ha ganado!", "Gana {who}."}, draws: []string{"¡Empate!", "Nadie gana."}, greetings: []string{"Tres en raya", ""}, again: []string{"¿Otra partida? (s/n) "}, names: []string{"Nombre del jugador {n}: "},
	},
	{ // French
		prompts: []string{"Au tour de {who} ({what}) : ", "{who}, entrez {what} : "}, taken: []string{"Cette case est déjà prise.", "Case occupée."},
		off: []string{"En dehors du plateau.", "Cette case n'existe pas."}, unread: []string{"Saisie invalide.", "Je ne comprends pas."},
		wins: []string{"{who} a gagné !", "Victoire de {who}."}, draws: []string{"Match nul !", "Personne ne gagne."}, greetings: []string{"Morpion", ""}, again: []string{"Encore une partie ? (o/n) "}, names: []string{"Nom du joueur {n} : "},
	},
	{ // Italian
		prompts: []string{"Tocca a {who} ({what}): ", "{who}, scegli {what}: "}, taken: []string{"La casella è occupata.", "Casella già presa."},
		off: []string{"Fuori dalla griglia.", "Questa casella non esiste."}, unread: []string{"Mossa non valida.", "Non ho capito."},
		wins: []string{"Ha vinto {who}!", "Vince {who}."}, draws: []string{"Pareggio!", "Nessuno vince."}, greetings: []string{"Tris", ""}, again: []string{"Un'altra partita? (s/n) "}, names: []string{"Nome del giocatore {n}: "},
	},
	{ // Portuguese
		prompts: []string{"Vez de {who} ({what}): ", "{who}, jogue {what}: "}, taken: []string{"Essa casa já está ocupada.", "Posição já usada."},
		off: []string{"Fora do tabuleiro.", "Essa casa não existe."}, unread: []string{"Jogada inválida.", "Não entendi."},
		wins: []string{"{who} venceu!", "O vencedor é {who}."}, draws: []string{"Deu velha!", "Empatou."}, greetings: []string{"Jogo da velha", ""}, again: []string{"Jogar de novo? (s/n) "}, names: []string{"Nome do jogador {n}: "},
	},
	{ // Dutch
		prompts: []string{"{who} is aan de beurt ({what}): ", "{who}, kies {what}: "}, taken: []string{"Dat vakje is al bezet.", "Vakje is niet vrij."},
		off: []string{"Buiten het bord.", "Dat vakje bestaat niet."}, unread: []string{"Ongeldige invoer.", "Dat begrijp ik niet."},
		wins: []string{"{who} heeft gewonnen!", "Winst voor {who}."}, draws: []string{"Gelijkspel!", "Niemand wint."}, greetings: []string{"Boter, kaas en eieren", ""}, again: []string{"Nog een keer? (j/n) "}, names: []string{"Naam van speler {n}: "},
	},
}

// before are questions that are asked before the game, as Python; "" is none.
var before = []string{
	"", "", "", "", `input("Press Enter to start. ")`, `
while True:
    a = input("1) Play\n2) Quit\nYour choice: ")
    if a == "2": raise SystemExit
    if a == "1": break
    print("Choose 1 or 2.")`,
	// The reserve.
	"", "", "", "", `
while input("Are you ready? (y/n) ") != "y": print("Take your time.")`, `
while True:
    a = input("How many of you are there, 1 or 2? ")
    if a == "2": break
    print("This is a game for two.")`,
}
