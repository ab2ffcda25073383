package contest

import (
	"cmp"
	"slices"
)

// Standing is how a player stands.
type Standing struct {
	Player   int     `json:"player"`
	Place    int     `json:"place" description:"From 1."`
	Points   float64 `json:"points" description:"Of all games: 1 for a win, a half for a draw. In a Swiss, of matches."`
	Games    int     `json:"games"`
	Wins     int     `json:"wins"`
	Draws    int     `json:"draws"`
	Losses   int     `json:"losses"`
	Fouls    int     `json:"fouls" description:"Games lost by a foul."`
	Direct   float64 `json:"direct" description:"First tie-break: points against those with as many points."`
	Beaten   float64 `json:"beaten" description:"Second tie-break: the points of each opponent, times the share won against it (Sonneborn-Berger)."`
	Opposed  float64 `json:"opposed" description:"In a Swiss the first tie-break: the points of all opponents (Buchholz)."`
	Progress string  `json:"progress,omitempty" description:"In a knock-out, how far the player has come."`
}

// Standings orders the players by what was played so far: by points, and where they are
// equal by the tie-breaks in the order in which Standing names them, then by seed. In a
// knock-out those who came further stand first, on a ladder those higher up.
func Standings(t Terms, players int, played []Match) []Standing {
	standings := standingsOf(seq(players), played)
	rank := make([]int, players) // by player, more is better; equal where points decide
	p := pairer{terms: t, players: players, played: played}
	switch t.Format {
	case Swiss:
		points := p.points()
		for i := range standings {
			s := &standings[i]
			s.Points = points[s.Player]
			s.Opposed = 0
			for _, m := range played {
				if a, b := m.Players[0], m.Players[1]; !m.Alone() && (a == s.Player || b == s.Player) {
					s.Opposed += points[a+b-s.Player]
				}
			}
		}
		slices.SortStableFunc(standings, func(a, b Standing) int {
			return cmp.Or(
				cmp.Compare(b.Points, a.Points), cmp.Compare(b.Opposed, a.Opposed), cmp.Compare(b.Beaten, a.Beaten),
				a.Player-b.Player,
			)
		})
		return placed(standings)
	case Knockout, DoubleKnockout:
		lastRounds(rank, played)
	case Groups:
		lastRounds(rank, p.afterGroups())
	case Ladder:
		for i, a := range climb(players, played) {
			rank[a] = players - i
		}
	}
	slices.SortStableFunc(standings, func(a, b Standing) int { return rank[b.Player] - rank[a.Player] })
	if t.Format == Knockout || t.Format == Groups || t.Format == DoubleKnockout {
		for i := range standings {
			standings[i].Progress = progress(standings[i].Player, played)
		}
	}
	return placed(standings)
}

func placed(list []Standing) []Standing {
	for i := range list {
		list[i].Place = i + 1
	}
	return list
}

// lastRounds ranks players of a knock-out by the last round in which they were, and who won
// there before who lost.
func lastRounds(rank []int, played []Match) {
	for _, t := range ties(played) {
		winner, loser, ok := t.decided()
		rank[winner] = 2 * t.round
		if ok {
			rank[winner]++
		}
		if loser != Nobody {
			rank[loser] = 2 * t.round
		}
	}
}

// progress is the last stage that a player has reached.
func progress(player int, played []Match) string {
	stage := ""
	for _, m := range played {
		if slices.Contains(m.Players[:], player) {
			stage = m.Stage
			if m.Stage == "final" && m.won() != 0.5 && (m.Players[0] == player) == (m.won() == 1) {
				stage = "winner"
			}
		}
	}
	return stage
}

// standingsOf orders some players by their matches, those with each other and with none.
func standingsOf(players []int, played []Match) []Standing {
	by := map[int]*Standing{}
	for _, a := range players {
		by[a] = &Standing{Player: a}
	}
	for _, m := range played {
		for side, a := range m.Players {
			s := by[a]
			if s == nil || m.Bye() {
				continue
			}
			games := m.Wins[0] + m.Wins[1] + m.Draws
			s.Points += m.Points[side]
			s.Games += games
			s.Wins += m.Wins[side]
			s.Draws += m.Draws
			s.Losses += games - m.Wins[side] - m.Draws
			s.Fouls += m.Fouls[side]
		}
	}
	for _, m := range played {
		if m.Alone() || by[m.Players[0]] == nil || by[m.Players[1]] == nil {
			continue
		}
		games := float64(m.Wins[0] + m.Wins[1] + m.Draws)
		if games == 0 {
			continue
		}
		for side, a := range m.Players {
			s, other := by[a], by[m.Players[1-side]]
			s.Opposed += other.Points
			s.Beaten += other.Points * m.Points[side] / games
			if s.Points == other.Points {
				s.Direct += m.Points[side]
			}
		}
	}
	list := make([]Standing, 0, len(players))
	for _, a := range players {
		list = append(list, *by[a])
	}
	slices.SortStableFunc(list, func(a, b Standing) int {
		return cmp.Or(
			cmp.Compare(b.Points, a.Points), cmp.Compare(b.Direct, a.Direct), cmp.Compare(b.Beaten, a.Beaten), b.Wins-a.Wins,
			a.Player-b.Player,
		)
	})
	return placed(list)
}
