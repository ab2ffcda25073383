package record

import (
	"time"

	"durchgang/core/contest"
	"durchgang/core/game"
	"durchgang/core/play"
	"durchgang/core/play/house"
)

// ContestState is how far a contest has come.
type ContestState string

// The states of a contest. An open one takes players, and its terms may be changed.
const (
	ContestOpen      ContestState = "open"
	ContestRunning   ContestState = "running"
	ContestPaused    ContestState = "paused"
	ContestOver      ContestState = "over"
	ContestCancelled ContestState = "cancelled"
)

// Settled reports whether nothing more is played by itself.
func (s ContestState) Settled() bool { return s == ContestOver || s == ContestCancelled }

// Contest is a contest of strategies.
type Contest struct {
	ID         int64         `json:"id"`
	Course     string        `json:"course"`
	Name       string        `json:"name"`
	Title      string        `json:"title"`
	Terms      contest.Terms `json:"terms"`
	Functions  string        `json:"functions" description:"How strategies that are functions are called, in YAML."`
	State      ContestState  `json:"state" enum:"open,running,paused,over,cancelled"`
	CreatedAt  time.Time     `json:"created_at"`
	StartedAt  *time.Time    `json:"started_at,omitempty"`
	FinishedAt *time.Time    `json:"finished_at,omitempty"`
	Rounds     int           `json:"rounds" description:"That were begun."`
	Matches    int           `json:"matches" description:"That are to be played or are, so far."`
	Done       int           `json:"done" description:"Of the matches."`
	Entrants   []Entrant     `json:"entrants" description:"In the order of their seeds."`
	Measure    string        `json:"measure" description:"What a game for one is played for; empty for games of two."`
	Less       bool          `json:"less" description:"Less of the measure is better."`
	You        int           `json:"you" description:"The number of who asks, -1 for nobody of the players."`
}

// Entrant is a player of a contest.
type Entrant struct {
	Number   int    `json:"number" db:"number" description:"From 0, the seed."`
	Name     string `json:"name" db:"name"`
	Student  string `json:"student,omitempty" db:"student"`
	House    string `json:"house,omitempty" db:"house" description:"The house player; empty for a program."`
	Channel  string `json:"channel,omitempty" db:"channel" enum:"wire,function,terminal,"`
	Language string `json:"language,omitempty" db:"language"`
	Problem  string `json:"problem,omitempty" db:"problem" description:"Why the program cannot play: all its games are lost."`

	FirstWording  *string `json:"first_wording,omitempty" db:"first_wording" description:"Of a program on a terminal: its wording where it moves first, empty for the built-in one; absent where it does not."`
	SecondWording *string `json:"second_wording,omitempty" db:"second_wording" description:"The same where it moves second."`

	Pseudonym string `json:"-" db:"pseudonym"`
	Archive   []byte `json:"-" db:"archive"`
}

// Match is a match of a contest.
type Match struct {
	ID       int64   `json:"id"`
	Round    int     `json:"round"`
	Stage    string  `json:"stage"`
	First    int     `json:"first" description:"Number of the entrant."`
	Second   int     `json:"second" description:"-1 for a match of one, or a bye."`
	Deals    int     `json:"deals" description:"0 for a bye."`
	Extra    bool    `json:"extra" description:"Played to learn more: it counts for the strengths, and not for the format."`
	State    State   `json:"state" enum:"queued,running,done"`
	Outcome  Outcome `json:"outcome"`
	Problem  string  `json:"problem,omitempty"`
	FromDeal int     `json:"from_deal"`
}

// Outcome is what became of a match.
type Outcome struct {
	Points [2]float64 `json:"points"`
	Wins   [2]int     `json:"wins"`
	Draws  int        `json:"draws"`
	Fouls  [2]int     `json:"fouls"`
}

// Bout is a game of a match, without its moves.
type Bout struct {
	ID      int64      `json:"id" db:"id"`
	Match   int64      `json:"match" db:"match_id"`
	Round   int        `json:"round" db:"round"`
	Number  int        `json:"number" db:"number" description:"In its match, from 0."`
	Deal    int        `json:"deal" db:"deal"`
	First   int        `json:"first" db:"first" description:"The entrant who plays the first side."`
	Second  int        `json:"second" db:"second"`
	Winner  int        `json:"winner" db:"winner" description:"1 or 2 for the sides, 0 for a draw."`
	Plies   int        `json:"plies" db:"plies"`
	Foul    string     `json:"foul,omitempty" db:"foul"`
	FoulBy  int        `json:"foul_by,omitempty" db:"foul_by" description:"The side that committed it."`
	Measure float64    `json:"measure" db:"measure"`
	House   *float64   `json:"house,omitempty" db:"house" description:"What the house's best brought on the same deal."`
	Digest  string     `json:"digest" db:"digest" description:"Equal games have the same."`
	Quality [2]Quality `json:"quality" description:"How well each side played, where moves have a known worth."`
}

// PlayedBout is a game that was played, with its moves and their worth.
type PlayedBout struct {
	Bout
	Record play.Record
	Worth  []Worth
}

// Quality is how well moves were chosen.
type Quality struct {
	Moves   int     `json:"moves" description:"That have a known worth."`
	Best    int     `json:"best" description:"Of them, those that were as good as any."`
	Cost    float64 `json:"cost" description:"What all of them have cost: points, or bets at blackjack."`
	Thrown  int     `json:"thrown" description:"Games that were won for sure at some move and not won in the end."`
	Blunder int     `json:"blunder" description:"The first move, from 1, that cost half a point or more; 0 for none."`
}

// Add adds up how well several games were played. The first blunder is the earliest.
func (q Quality) Add(other Quality) Quality {
	q.Moves, q.Best, q.Cost, q.Thrown = q.Moves+other.Moves, q.Best+other.Best, q.Cost+other.Cost, q.Thrown+other.Thrown
	if q.Blunder == 0 || other.Blunder > 0 && other.Blunder < q.Blunder {
		q.Blunder = other.Blunder
	}
	return q
}

// Worth is what a move was worth.
type Worth struct {
	Ply int `json:"ply" description:"From 0."`
	house.Appraisal
}

// Ranking is how a contest stands, and how sure that is.
type Ranking struct {
	Rows  []Rank      `json:"rows" description:"The first place first."`
	Ahead [][]float64 `json:"ahead" description:"In the order of the rows: how sure it is that the one is better than the other, from 0 to 1."`
	Open  int         `json:"open" description:"Neighbours of which it is less than 95 % sure who is better."`
	Games int         `json:"games"`
	Equal int         `json:"equal" description:"Games that were equal to an earlier one, and tell nothing more."`
}

// Rank is a place with all that is known of who stands there.
type Rank struct {
	contest.Standing
	Strength float64      `json:"strength" description:"Games of two: strength of Bradley and Terry; a difference of 1 is odds of e to 1."`
	Error    float64      `json:"error" description:"Its standard error, or that of the mean."`
	Mean     contest.Mean `json:"mean" description:"Games for one: what they brought on average."`
	House    float64      `json:"house" description:"What the house's best brought on average on the same deals."`
	ToHouse  contest.Mean `json:"to_house" description:"The difference to it."`
	Quality  Quality      `json:"quality"`
}

// Cross is the results of each against each.
type Cross struct {
	Order []int       `json:"order" description:"Entrants in the order of the standings."`
	Cells [][]float64 `json:"cells" description:"Points of the row's player against the column's; -1 where they have not met."`
	Games [][]int     `json:"games"`
}

// RoundPoints is how many points everyone had after a round.
type RoundPoints struct {
	Round  int       `json:"round"`
	Points []float64 `json:"points" description:"By entrant."`
}

// ContestPage is all that is shown of a contest at once.
type ContestPage struct {
	Contest  Contest       `json:"contest"`
	Ranking  Ranking       `json:"ranking"`
	Cross    *Cross        `json:"cross,omitempty" description:"Of games of two, for up to 60 players."`
	Progress []RoundPoints `json:"progress"`
}

// Blunder is a move that cost something, with how often it was made.
type Blunder struct {
	Bout   int64   `json:"bout" description:"A game in which it was made."`
	Ply    int     `json:"ply"`
	Move   string  `json:"move"`
	Better string  `json:"better,omitempty" description:"A best move, where that is known."`
	Cost   float64 `json:"cost"`
	Times  int     `json:"times"`
	Where  string  `json:"where" description:"The cards, or how many moves were made."`
}

// Side is how a player did as first or second to move.
type Side struct {
	Games  int     `json:"games"`
	Points float64 `json:"points"`
}

// PlayerPage is one player of a contest.
type PlayerPage struct {
	Contest  Contest    `json:"contest"`
	Rank     Rank       `json:"rank"`
	Sides    [2]Side    `json:"sides"`
	Bouts    []Bout     `json:"bouts" description:"The games, the oldest first, at most 1000."`
	Blunders []Blunder  `json:"blunders" description:"The costliest, at most ten."`
	Hands    []HandCost `json:"hands" description:"Blackjack: what the first decision of each hand against each open card has cost."`
}

// HandCost is what the first decision with two cards has cost on average.
type HandCost struct {
	Hand  string  `json:"hand" description:"As in 16, soft 17 or pair 8."`
	Up    int     `json:"up" description:"The dealer's open card; an ace is 1."`
	Times int     `json:"times"`
	Cost  float64 `json:"cost" description:"On average, in bets."`
	Move  string  `json:"move" description:"That was made; of several the costliest."`
	Best  string  `json:"best"`
}

// Replayed is a game with what there is to see at each move.
type Replayed struct {
	Contest Contest      `json:"contest"`
	Bout    Bout         `json:"bout"`
	Record  play.Record  `json:"record"`
	Steps   []ReplayStep `json:"steps" description:"Before each move, and after the last."`
}

// ReplayStep is a position of a game.
type ReplayStep struct {
	Boards []game.Board `json:"boards"`
	Lines  []string     `json:"lines"`
	Turn   string       `json:"turn" description:"Who is to move, in the game's words; empty at the end."`
	Seat   int          `json:"seat"`
	Move   string       `json:"move"`
	Millis float64      `json:"millis" description:"How long the player took."`
	Worth  *Worth       `json:"worth,omitempty"`
}
