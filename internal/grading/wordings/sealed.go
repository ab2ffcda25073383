package wordings

// sealed are the lists of the sealed part: they were written before the reader that they measure,
// and no program made of them is run while it is changed.
var sealed = lists{
	english: words{
		prompts: []string{
			"{who}, where shall it be ({what})? ", "Choose for {who}, {what}: ", "Awaiting {who}. {what} please: ", "{who}'s go - {what}: ",
			"Player on move: {who}\nCell ({what}): ", "{what} ({who}) -> ", "Hey {who}! {what}? ", "{who} must play now: {what} ",
			"It's up to {who}: {what}\n", "Round of {who}. {what} = ", "Up next is {who}; {what}: ", "Let {who} choose {what}: ",
			"Command for {who}: {what}? ", "{who} | {what} | ", "Your decision, {who}: {what}... ", "OK {who}. Which one? {what} : ",
			"Enter your move, {who}, as {what}: ", "{who} is thinking... {what}: ", "Please type {what}, {who}: ", "The pen goes to {who}. {what}? ",
		},
		taken: []string{
			"Too late, it's filled.", "Sorry, this field has a piece.", "Your move lands on another mark.", "There's one there.", "Already marked, choose differently.",
			"Illegal: cell in use.", "Someone has been here.", "Don't cheat, this one is full.", "Not an empty place.", "Conflict, the box contains something.",
			"Move not allowed there", "Slot busy", "Try a vacant one.", "Filled!", "Cannot put two marks in one place.",
			"It was played earlier.", "Sit somewhere else.", "That box is off limits now.", "ERR 2: not vacant", "Duplicate.",
		},
		off: []string{
			"Where is that supposed to be?", "Only what is on the grid.", "The grid isn't that large.", "ERR 1: bounds", "Missed the board.",
			"You can't play outside.", "No square like that.", "Over the border.", "Unknown place.", "Values not permitted.",
		},
		unread: []string{
			"Pardon?", "ERR 0: syntax", "Try writing that properly.", "This isn't how you do it.", "Sorry, come again?",
			"Use digits or letters as told.", "Unreadable.", "Huh?", "Wrong type of entry.", "I can only work with what I asked for.",
		},
		wins: []string{
			"{who} did it!", "Game, {who}.", "{who} gets the point.", "Give it up for {who}!", "Three! {who}!", "It's over, {who} was better.",
			"Winner winner: {who}", "{who} lined up three.", "GG {who}", "A clear case for {who}.", "{who} succeeded", "Finish! {who} is first.",
			"The laurels go to {who}.", "Gold medal: {who}", "{who} ends this game with a line.", "So {who} has it.", "Checkered flag for {who}!", "One more point for {who}.",
			"Unbeatable, {who}!", "{who} 1 : 0", "That makes three for {who}.", "{who} closes the row, end of the game.",
		},
		draws: []string{
			"Full house, no result.", "Nobody got three.", "It ends even.", "Equal!", "Friends again.", "Out of squares.", "A friendly result.", "Deadlock.", "Neither side could do it.", "0 : 0", "Level game.", "Cat's game",
		},
		greetings: []string{
			"3 x 3", "Ready, steady...", "", "Rules: take turns; three of your marks in a line win. If all nine squares are used, nobody does.", "*****************\n* naughty grids *\n*****************", "school project, version 7",
		},
		again: []string{"Want another (y/n)? ", "Continue? y/n: ", "Back to the start? [y/n] ", "New board (y = yes, n = no): "},
		names: []string{"Tell me the name of player {n}: ", "P{n} = "},
	},
	others: []words{
		{ // German
			prompts: []string{"Jetzt kommt {who}. {what}: ", "{who} setzt ({what}) > "}, taken: []string{"Da liegt schon etwas.", "Vergeben, nimm ein anderes."},
			off: []string{"So weit reicht es nicht.", "Daneben!"}, unread: []string{"Hä?", "Das kann ich nicht lesen."},
			wins: []string{"Sieg für {who}!", "{who} hat drei in einer Reihe."}, draws: []string{"Keiner von beiden.", "Alles voll, Gleichstand."}, greetings: []string{"Kästchenspiel", ""}, again: []string{"Weiter? (j/n) "}, names: []string{"Wie heißt Nummer {n}? "},
		},
		{ // Swedish
			prompts: []string{"{who} spelar ({what}): ", "Din tur, {who}: {what} "}, taken: []string{"Rutan är upptagen.", "Där finns redan en bricka."},
			off: []string{"Utanför brädet.", "Den rutan finns inte."}, unread: []string{"Förstår inte.", "Fel inmatning."},
			wins: []string{"{who} vann!", "Grattis {who}."}, draws: []string{"Oavgjort.", "Ingen vann."}, greetings: []string{"Luffarschack", ""}, again: []string{"En gång till? (j/n) "}, names: []string{"Spelare {n} heter: "},
		},
		{ // Polish
			prompts: []string{"Ruch gracza {who} ({what}): ", "{who}, podaj {what}: "}, taken: []string{"To pole jest zajęte.", "Pole niewolne."},
			off: []string{"Poza planszą.", "Nie ma takiego pola."}, unread: []string{"Nie rozumiem.", "Błędne dane."},
			wins: []string{"Wygrywa {who}!", "{who} wygrał."}, draws: []string{"Remis.", "Nikt nie wygrał."}, greetings: []string{"Kółko i krzyżyk", ""}, again: []string{"Jeszcze raz? (y/n) "}, names: []string{"Imię gracza {n}: "},
		},
	},
	forms: []form{
		{"row and column", "r c", []string{"row and then column as two numbers with a space (1, 2 or 3)", "line and column 1-3 3-1 and so on, with a blank"},
			"r, c = ask(prompt).split()\nr = int(r) - 1\nc = int(c) - 1\n" + off, "123", "123", ""},
		{"a number", "n", []string{"one of the nine, 1 up to 9", "your square's number"},
			"n = int(ask(prompt)) - 1\nif not 0 <= n < 9: raise IndexError\ncell = n", "", "", "123456789"},
		{"row:column", "r:c", []string{"row:column, each 1-3", "two numbers with a colon, like 3:1 for the last row"},
			"r, c = ask(prompt).split(':')\nr = int(r) - 1\nc = int(c) - 1\n" + off, "123", "123", ""},
		{"capital letter and number", "cr", []string{"letter (A, B, C) and number (1, 2, 3)", "as in chess: A1 to C3"},
			"t = ask(prompt).strip().upper()\nif len(t) != 2 or not t[0].isalpha(): raise ValueError\nc = ord(t[0]) - 65\nr = int(t[1]) - 1\n" + off, "123", "ABC", ""},
		{"row, then column from zero", "r|c", []string{"row 0, 1 or 2|column 0, 1 or 2", "the row (0-2)|the column (0-2)"},
			"r = int(ask(prompt))\nif not 0 <= r < 3: raise IndexError\nc = int(ask(second))\n" + off, "012", "012", ""},
		{"two digits from zero", "rc", []string{"row and column in one, 00 to 22", "2 digits, 00 top left, 02 top right"},
			"t = ask(prompt).strip()\nif len(t) != 2: raise ValueError\nr = int(t[0])\nc = int(t[1])\n" + off, "012", "012", ""},
		{"row letter and column", "rc", []string{"row as a-c, column as 1-3 (b1)", "such as c2 (third row, second column)"},
			"t = ask(prompt).strip().lower()\nif len(t) != 2 or not t[0].isalpha(): raise ValueError\nr = ord(t[0]) - 97\nc = int(t[1]) - 1\n" + off, "abc", "123", ""},
		{"a letter", "n", []string{"the letter of the square", "one of the letters you see"},
			"t = ask(prompt).strip().upper()\nif len(t) != 1 or not t.isalpha(): raise ValueError\nn = ord(t) - 65\nif not 0 <= n < 9: raise IndexError\ncell = n", "", "", "ABCDEFGHI"},
	},
	boards: []board{
		{"o", "", " ", "", "", "", false}, {" ", "  ", "  |  ", "", " ----+-----+----", "", false}, {".", "|", " ", "|", "", "", true}, {"#", "[ ", " ] [ ", " ]", "", "", false},
		{" ", "{", "}{", "}", "", "", false}, {"-", "", "  ", "", "", "=======", true}, {"#", "", " - ", "", "", "", false}, {" ", "┃ ", " ┃ ", " ┃", "┣━━━╋━━━╋━━━┫", "┏━━━┳━━━┳━━━┓", false},
		{":", "", "", "", "", "", false}, {"_", " ", " _ ", "", "", "", true}, {"#", "  ", "  |  ", "  ", "-----|-----|-----", "", false}, {"□", "", " ", "", "", "", false},
		{"•", "", " | ", "", "", "", false}, {"=", "", " ", "", "", "", false}, {" ", "(", ")(", ")", "", "", true},
	},
	players: []pair{
		{[2]string{"X", "O"}, [2]string{"X", "O"}}, {[2]string{"x", "o"}, [2]string{"player x", "player o"}}, {[2]string{"#", "$"}, [2]string{"Hash", "Dollar"}}, {[2]string{"1", "2"}, [2]string{"player 1", "player 2"}},
		{[2]string{"R", "Y"}, [2]string{"Ruby", "Yellow"}}, {[2]string{"●", "▲"}, [2]string{"Disc", "Triangle"}}, {[2]string{"X", "O"}, [2]string{"the first player", "the second player"}},
	},
	before: []string{
		"", "", "", `input("Hit return when you are ready")`, `
while True:
    a = input("[s]tart [h]elp [q]uit: ")
    if a == "s": break
    if a == "q": raise SystemExit
    print("three in a line" if a == "h" else "what?")`, `
while True:
    a = input("Mode (1 = two people, 2 = leave): ")
    if a == "2": raise SystemExit
    if a == "1": break`,
	},
	styles: []string{"", "", "colour", "turn above", "keys", "slow", "board once"},
}
