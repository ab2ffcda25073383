package bind

import (
	"strings"

	"durchgang/core/calls"
	"durchgang/core/game"
	"durchgang/core/suite"
)

// lives finds what counts lives, down or up.
func (d *drafter) lives(form *calls.Form, r reading, traces []trace) {
	rules, has := d.rules.(interface{ Lives() int })
	if !has {
		return
	}
	type count struct {
		source source
		up     bool
	}
	var best count
	score := 0.0
	for _, s := range sources(traces) {
		for _, up := range []bool{false, true} {
			right, all, varies := 0, 0, map[int]bool{}
			for _, t := range traces {
				for i, m := range t.moments {
					v, has := s.in(t.seen[i])
					n, is := calls.Number(v)
					want := -1
					for _, f := range m.View {
						if f.Kind == game.FactLives {
							want = f.N
						}
					}
					if !has || !is || want < 0 {
						continue
					}
					if up {
						n = rules.Lives() - n
					}
					all++
					varies[n] = true
					if n == want {
						right++
					}
				}
			}
			if all == 0 || len(varies) < 2 {
				continue
			}
			share := float64(right) / float64(all)
			named := speaks(s.name(), "lives", "life", "left", "remaining", "wrong", "misses", "mistakes", "errors", "tries", "attempts", "chances", "misses")
			if named {
				share += 0.1
			}
			if strings.HasPrefix(s.label, nameLabel) {
				share += 0.01
			}
			if share > score && (share > 0.99 || named && share > 0.4) {
				best, score = count{s, up}, share
			}
		}
	}
	if score == 0 {
		return
	}
	f := d.read(r.home, best.source)
	if best.up {
		f.Counts = "up"
	}
	form.Functions[string(calls.Lives)] = f
}

// afloat finds what counts the ships that are not sunk.
func (d *drafter) afloat(form *calls.Form, r reading, traces []trace) {
	rules, is := d.rules.(game.HasShips)
	if _, won := form.Functions[string(calls.Won)]; !is || won {
		return
	}
	left := func(t track) []int {
		pos, err := rules.Start(t.script.Setup)
		if err != nil {
			return nil
		}
		var list []int
		for i, m := range t.moments {
			if i > 0 && m.Step.Act == suite.MakeMove {
				rules.Play(pos, m.Step.Move, nil)
			}
			n := 0
			for _, owner := range []game.Player{game.First, game.Second} {
				for _, ship := range rules.Lying(pos, owner) {
					if !ship.Sunk {
						n++
					}
				}
			}
			list = append(list, n)
		}
		return list
	}
	for _, s := range sources(traces) {
		right, all, varies := 0, 0, map[int]bool{}
		for _, t := range traces {
			want := left(t.track)
			for i := range t.moments {
				v, has := s.in(t.seen[i])
				n, number := calls.Number(v)
				if !has || !number || i >= len(want) || t.moments[i].Game > 1 {
					continue
				}
				all++
				varies[n] = true
				if n == want[i] {
					right++
				}
			}
		}
		if all > 0 && len(varies) > 1 && float64(right) >= leastNamed*float64(all) {
			form.Functions[string(calls.Afloat)] = d.read(r.home, s)
			return
		}
	}
}

// again finds what begins another game, where no new one can be made.
func (d *drafter) again(form *calls.Form, r reading) {
	for _, o := range r.home.ops {
		if o.needs() == 0 && speaks(o.Name, againWords...) && !(r.home.form.Function == o.Name) {
			form.Functions[string(calls.Reset)] = o.form()
			return
		}
	}
}
