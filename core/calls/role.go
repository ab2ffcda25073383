package calls

import "durchgang/core/suite"

// Role is what a function, a method or a variable is for.
type Role string

// The roles of functions that are asked about a position, which they are given. Those that follow a game have the same
// roles, and are given nothing.
const (
	State  Role = "state"  // open, won by whom, or drawn
	Winner Role = "winner" // who has won, if anybody
	Drawn  Role = "drawn"  // whether the game is drawn
	Legal  Role = "legal"  // whether a move may be made
	Drop   Role = "drop"   // the row in which a mark comes to rest in a column
	Choose Role = "choose" // a move
	Total  Role = "total"  // what a hand counts
	Reveal Role = "reveal" // what may be seen of a word
	Sunk   Role = "sunk"   // whether a ship is sunk
	Fits   Role = "fits"   // whether a ship may be placed
)

// The roles of what follows a game: what is done in it, and what it then is.
const (
	Make  Role = "game"  // the game is made
	Move  Role = "move"  // a mark, a shot, a guess
	Place Role = "place" // a ship is placed
	Hit   Role = "hit"
	Stand Role = "stand"
	Reset Role = "reset" // another game begins

	Board       Role = "board"  // what lies where
	CellAt      Role = "cell"   // the same of one cell
	FirstCells  Role = "first"  // the cells of the first player
	SecondCells Role = "second" // and of the second
	Turn        Role = "turn"   // who is to move
	Over        Role = "over"   // whether the game is over
	Full        Role = "full"   // whether the board is full
	Wins        Role = "wins"   // whether a player has won, who is given
	Afloat      Role = "afloat" // how many ships are not sunk
	Won         Role = "won"    // whether the one player has won
	Lost        Role = "lost"   // or lost
	Lives       Role = "lives"  // the lives that are left, or have been lost
	Shown       Role = "shown"  // what may be seen of the word
	Hand        Role = "hand"   // the player's cards
	Dealer      Role = "dealer" // the dealer's
	DealerTotal Role = "dealer-total"
	Result      Role = "result" // how the hand ends
)

// about is what is known of a role.
type about struct {
	takes   []string // what it may be given
	usual   []string // what it is given where the book does not say, of functions that are asked about a position
	gives   []string // the meanings of its results; others follow from the result itself
	aspects []suite.Aspect
	does    bool // it does something in a game
	follows bool // only what follows a game has it
}

var (
	berth  = []string{"board", "row", "col", "length", "down"}
	spot   = []string{"game", "board", "row", "col", "height", "number", "cell", "player", "letter"}
	asked  = []string{"game", "board"}
	yesNo  = []string{"yes", "no"}
	nobody = []string{"game"}
)

var roles = map[Role]about{
	State: {
		takes:   asked,
		usual:   asked[1:],
		gives:   []string{"open", "first", "second", "drawn"},
		aspects: []suite.Aspect{suite.Win, suite.Draw, suite.Loss},
	},
	Winner: {takes: asked, usual: asked[1:], gives: []string{"first", "second", "none"}, aspects: []suite.Aspect{suite.Win}},
	Drawn:  {takes: asked, usual: asked[1:], gives: yesNo, aspects: []suite.Aspect{suite.Draw}},
	Legal: {
		takes: []string{
			"game",
			"board",
			"row",
			"col",
			"height",
			"number",
			"cell",
			"player",
		}, usual: []string{"board", "row", "col"}, gives: yesNo,
		aspects: []suite.Aspect{suite.Legal, suite.TakenCell, suite.Range},
	},
	Drop: {
		takes: []string{"game", "board", "col"}, usual: []string{"board", "col"}, gives: []string{"full"},
		aspects: []suite.Aspect{suite.Mark, suite.TakenCell, suite.Legal},
	},
	Choose: {
		takes: []string{
			"board",
			"player",
			"word",
			"letters",
			"lives",
			"hand",
			"up",
			"random",
			"sunk",
			"heaps",
			"low",
			"high",
		}, usual: []string{"board", "player"},
		aspects: []suite.Aspect{suite.Legal, suite.Takes, suite.Blocks, suite.Holds},
	},
	Total:  {takes: []string{"game", "hand"}, usual: []string{"hand"}, aspects: []suite.Aspect{suite.Totals}},
	Reveal: {takes: []string{"word", "letters"}, usual: []string{"word", "letters"}, aspects: []suite.Aspect{suite.Letters}},
	Sunk:   {takes: berth, usual: berth, gives: yesNo, aspects: []suite.Aspect{suite.Sunk}},
	Fits:   {takes: berth, usual: berth, gives: yesNo, aspects: []suite.Aspect{suite.Legal, suite.TakenCell, suite.Range}},

	Move: {
		takes: spot, gives: []string{"yes", "no", "hit", "miss", "sunk", "won"}, does: true, follows: true,
		aspects: []suite.Aspect{suite.Legal, suite.TakenCell, suite.Range, suite.AfterEnd},
	},
	Place: {
		takes: []string{
			"game",
			"row",
			"col",
			"number",
			"cell",
			"length",
			"down",
			"across",
			"name",
			"player",
		}, gives: yesNo, does: true, follows: true,
	},
	Hit:         {takes: nobody, gives: yesNo, does: true, follows: true, aspects: []suite.Aspect{suite.Legal}},
	Stand:       {takes: nobody, gives: yesNo, does: true, follows: true},
	Reset:       {takes: nobody, does: true, follows: true, aspects: []suite.Aspect{suite.NewGame}},
	Board:       {takes: nobody, follows: true, aspects: []suite.Aspect{suite.Mark, suite.Turns, suite.TurnKept}},
	CellAt:      {takes: spot[:7], follows: true, aspects: []suite.Aspect{suite.Mark, suite.Turns, suite.TurnKept}},
	FirstCells:  {takes: nobody, follows: true, aspects: []suite.Aspect{suite.Mark, suite.Turns, suite.TurnKept}},
	SecondCells: {takes: nobody, follows: true},
	Turn: {
		takes:   asked,
		usual:   asked[1:],
		gives:   []string{"first", "second"},
		aspects: []suite.Aspect{suite.Turns, suite.TurnKept},
	},
	Over: {takes: nobody, gives: yesNo, follows: true},
	Full: {takes: asked, usual: asked[1:], gives: yesNo},
	Wins: {
		takes: []string{"game", "board", "player", "row", "col", "height", "number"}, usual: []string{"board", "player"}, gives: yesNo,
		aspects: []suite.Aspect{suite.Win},
	},
	Afloat:      {takes: nobody, follows: true, aspects: []suite.Aspect{suite.Win}},
	Won:         {takes: nobody, gives: yesNo, follows: true, aspects: []suite.Aspect{suite.Win}},
	Lost:        {takes: nobody, gives: yesNo, follows: true, aspects: []suite.Aspect{suite.Loss}},
	Lives:       {takes: nobody, follows: true, aspects: []suite.Aspect{suite.Lives}},
	Shown:       {takes: nobody, follows: true, aspects: []suite.Aspect{suite.Letters, suite.Hidden}},
	Hand:        {takes: nobody, follows: true, aspects: []suite.Aspect{suite.Cards}},
	Dealer:      {takes: nobody, follows: true, aspects: []suite.Aspect{suite.Dealer}},
	DealerTotal: {takes: nobody, follows: true, aspects: []suite.Aspect{suite.Dealer}},
	Result: {
		takes:   nobody,
		gives:   []string{"open", "win", "lose", "push", "natural"},
		follows: true,
		aspects: []suite.Aspect{suite.Results},
	},
}

// order is the one in which functions are called at each step.
var order = []Role{
	Legal, Drop, Move, Place, Hit, Stand, Reset, Board, CellAt, FirstCells, SecondCells, Turn, State, Winner, Wins, Drawn, Over,
	Full, Afloat, Won, Lost, Lives, Shown, Hand, Dealer, Choose, Total, DealerTotal, Result, Reveal, Sunk, Fits,
}
