package draft

import (
	"durchgang/core/game"
	"durchgang/core/phrasebook"
)

// Signs finds which signs on boards at sea stand for hits and for misses, by what they mean: those that stand in cells
// of which was told before what became of a shot there. boards are those on a screen. The
// usual sign of a board, which is the sea's, is none of them.
func Signs(plays []Play, boards func(phrasebook.Screen) []phrasebook.Water) map[string][]string {
	votes := map[string]map[string]int{} // by sign and meaning
	for _, p := range plays {
		told := map[game.Cell]string{} // empty where both players have shot and it came out otherwise
		for k, screen := range p.Screens {
			if k >= len(p.Seen) {
				break
			}
			for _, f := range p.Seen[k].Facts {
				meaning := map[game.Kind]string{game.FactHit: game.HitText, game.FactMiss: game.MissText}[f.Kind]
				if before, again := told[f.Cell]; meaning != "" && again && before != meaning {
					told[f.Cell] = ""
				} else if meaning != "" {
					told[f.Cell] = meaning
				}
			}
			for _, board := range boards(screen) {
				for c, meaning := range told {
					if int(c.Row) >= len(board.Cells) || int(c.Col) >= len(board.Cells[c.Row]) || meaning == "" {
						continue
					}
					if sign := board.Cells[c.Row][c.Col]; sign != board.Sea {
						if votes[sign] == nil {
							votes[sign] = map[string]int{}
						}
						votes[sign][meaning]++
					}
				}
			}
		}
	}
	signs := map[string][]string{}
	for _, sign := range sortedKeys(votes) {
		hit, miss := votes[sign][game.HitText], votes[sign][game.MissText]
		switch {
		case hit >= fewSigns && hit > 9*miss:
			signs[game.HitText] = append(signs[game.HitText], sign)
		case miss >= fewSigns && miss > 9*hit:
			signs[game.MissText] = append(signs[game.MissText], sign)
		}
	}
	return signs
}

// fewSigns is how often a sign must have been seen.
const fewSigns = 3
