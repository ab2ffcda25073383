package wordings

import (
	"fmt"
	"math/rand/v2"
	"strconv"
	"strings"
)

// fleetForm is how programs at sea are given a fleet. Both halves are JavaScript: get(n) returns the text for
// player n, 0 or 1, and ship(text, i) reads what stands for ship i as [row, column, across], from zero.
type fleetForm struct {
	get, divide, ship string
}

// Parts of forms of fleets.
const (
	fromArguments = "n => process.argv[2 + n]"
	fromFiles     = "n => fs.readFileSync(process.argv[2 + n], 'utf8').trim()"
	fromFixed     = "n => fs.readFileSync(['fleet1.txt', 'fleet2.txt'][n], 'utf8').trim()"
	fromVariables = "n => process.env[['FLEET_ONE', 'FLEET_TWO'][n]]"

	byLines  = `'\n'`
	byCommas = `','`
	bySemis  = `';'`

	letterNumber = "t => { const [a, d] = t.trim().split(/\\s+/); return [parseInt(a.slice(1)) - 1, a.toUpperCase().charCodeAt(0) - 65, d.toUpperCase() === 'H']; }"
	namedFirst   = "t => { const [, a, d] = t.trim().split(/\\s+/); return [parseInt(a.slice(1)) - 1, a.toUpperCase().charCodeAt(0) - 65, d.toUpperCase() === 'H']; }"
	rowColumn    = "t => { const [r, c, d] = t.trim().split(/\\s+/); return [+r - 1, +c - 1, d.toUpperCase() === 'H']; }"
	fromZero     = "t => { const [r, c, d] = t.trim().split(/\\s+/); return [+r, +c, d === 'h' || d === 'H']; }"
	fieldsNamed  = "t => { const [, r, c, d] = t.trim().split(','); return [+r - 1, +c - 1, d === 'H']; }"
	fieldsLength = "t => { const [, r, c, d] = t.trim().split(' '); return [+r, +c, d === 'H']; }"
	endToEnd     = "t => { const [a, b] = t.trim().split('-'); return [parseInt(a.slice(1)) - 1, a.toUpperCase().charCodeAt(0) - 65, a.slice(1) === b.slice(1)]; }"
	acrossDown   = "t => { const [a, d] = t.trim().split(/\\s+/); return [parseInt(a.slice(1)) - 1, a.toUpperCase().charCodeAt(0) - 65, d === 'across']; }"
)

// seaWords is what programs at sea say. {who} is the player, {ship} a ship, {at} what was typed.
type seaWords struct {
	fleets                                                    []fleetForm
	shots                                                     []string // names of ways to type a shot
	prompts, hit, miss, sunk, repeated, off, unread, won, who []string
	boards                                                    []string // "" for none, else free, miss and hit
}

// shotForms are JavaScript: from the line t to [row, column], or null for what cannot be read.
var shotForms = map[string]string{
	"a1":  "/^[a-z]\\d+$/i.test(t) ? [parseInt(t.slice(1)) - 1, t.toUpperCase().charCodeAt(0) - 65] : null",
	"1 1": "/^-?\\d+ -?\\d+$/.test(t) ? t.split(' ').map(x => x - 1) : null",
	"0,0": "/^-?\\d+,-?\\d+$/.test(t) ? t.split(',').map(Number) : null",
	"a 1": "/^[a-z] \\d+$/i.test(t) ? [parseInt(t.slice(2)) - 1, t.toUpperCase().charCodeAt(0) - 65] : null",
	"1a":  "/^\\d+[a-z]$/i.test(t) ? [parseInt(t) - 1, t.slice(-1).toUpperCase().charCodeAt(0) - 65] : null",
}

var announced = map[string]string{"a1": "e.g. B7", "1 1": "row and column, 1-10", "0,0": "row,column from 0 to 9", "a 1": "like C 4", "1a": "row number and column letter, as in 4c"}

var seas = [...]seaWords{
	Known: {
		fleets: []fleetForm{
			{fromArguments, byCommas, letterNumber}, {fromFiles, byLines, namedFirst}, {fromVariables, bySemis, letterNumber},
			{fromFixed, byLines, rowColumn}, {fromFiles, byLines, fieldsNamed}, {fromArguments, bySemis, rowColumn}, {fromFixed, byLines, letterNumber},
		},
		shots:    []string{"a1", "1 1", "0,0"},
		prompts:  []string{"{who}, your shot ({form}): ", "{who} shoots ({form}) > ", "Target for {who}, {form}? ", "{who} - where to? ({form}) ", "{who}: coordinates ({form}): "},
		hit:      []string{"Hit!", "That is a hit.", "BOOM, you hit something.", "Direct hit!", "You hit a ship."},
		miss:     []string{"Miss.", "Splash, only water.", "You missed.", "Nothing there.", "Water."},
		sunk:     []string{"You sank the {ship}!", "The {ship} is sunk.", "{ship} destroyed!", "Down goes the {ship}.", "The {ship} has been sunk."},
		repeated: []string{"You have shot there already.", "Already tried.", "That cell was shot at before.", "Choose another cell, this one is taken."},
		off:      []string{"That is off the board.", "Out of range.", "There is no such cell.", "Outside of the sea."},
		unread:   []string{"I do not understand that.", "Invalid input.", "Please type a cell.", "What?"},
		won:      []string{"{who} wins!", "All ships are sunk, {who} has won.", "Victory for {who}!", "Game over: {who} wins the battle."},
		who:      []string{"Player {n}", "P{n}", "Captain {n}", "Admiral {n}"},
		boards:   []string{"", ".ox", "~-#", "_oX"},
	},
	Sealed: {
		fleets: []fleetForm{
			{fromFiles, byLines, letterNumber}, {fromVariables, byCommas, endToEnd}, {fromArguments, byCommas, acrossDown},
			{fromFixed, byLines, fromZero}, {fromFiles, byLines, fieldsLength}, {fromVariables, bySemis, rowColumn}, {fromArguments, bySemis, endToEnd}, {fromFixed, byLines, fieldsNamed},
		},
		shots:    []string{"a1", "a 1", "1a", "1 1"},
		prompts:  []string{"Gunner of {who}, give me a square ({form}): ", "[{who}] {form}: ", "Now {who} aims ({form}). Where? ", "Orders for {who}? {form} - ", "{who} to fire, {form} >> "},
		hit:      []string{"Kaboom! Wood splinters.", "Bull's eye.", "Something burns over there.", "Ouch, says the enemy.", "They are on fire."},
		miss:     []string{"Plop.", "Just fish.", "Wet feet, no more.", "The sea swallows it.", "You frighten a seagull."},
		sunk:     []string{"Farewell, {ship}.", "The {ship} rests on the ground now.", "Glug glug: {ship}.", "No more {ship}.", "{ship}: all hands lost."},
		repeated: []string{"The water there still bubbles.", "We did that one.", "Look at your notes.", "Not twice, please."},
		off:      []string{"Our guns do not reach so far.", "Land in sight, no sea.", "The map ends before that.", "Nowhere."},
		unread:   []string{"Gunner does not get it.", "Huh? Speak clearly.", "Mumbling is no square.", "Again, in plain letters."},
		won:      []string{"The sea belongs to {who}.", "{who} may raise the flag.", "Drinks for {who}!", "Nobody is left to stop {who}."},
		who:      []string{"North", "Red fleet {n}", "Commodore {n}", "Team {n}"},
		boards:   []string{"", "·*@", ":o%", "=wH"},
	},
}

var seaFaults = []Fault{
	{"a repeated shot counts", []string{"repeat-"}, []string{"repeated", "kept"}, map[string]string{"repeated": "if (false) {"}},
	{"the turn stays after a hit", []string{"hit-keeps-turn"}, []string{"turns", "shots"}, map[string]string{"pass": "if (!hit) p = 1 - p;"}},
	{"the last ship is not looked at", []string{"ends-early-"}, []string{"win"}, map[string]string{"over": "left.slice(0, 4).every(n => n === 0)"}},
	{"a ship sinks one hit early", []string{"sunk-early"}, []string{"sunk"}, map[string]string{"sinks": "--left[s] === 1"}},
	{"the loser is named", []string{"wrong-winner"}, []string{"win"}, map[string]string{"winner": "who[1 - p]"}},
	{"the row after the last is accepted", []string{"bound-high-row"}, []string{"range"}, map[string]string{"bounds": "r < 0 || r > 10 || c < 0 || c > 9"}},
	{"a refused shot passes the turn", []string{"refused-passes-turn"}, []string{"kept", "repeated"}, map[string]string{"refused": "p = 1 - p;"}},
	{"ships are never told", []string{"sunk-never"}, []string{"sunk"}, map[string]string{"sinks": "--left[s] < 0"}},
}

var seaParts = map[string]string{
	"repeated": "if (shot[p][r * 10 + c]) {", "pass": "p = 1 - p;", "over": "left.every(n => n === 0)", "sinks": "--left[s] === 0", "winner": "who[p]",
	"bounds": "r < 0 || r > 9 || c < 0 || c > 9", "refused": "",
}

const seaProgram = `const fs = require('fs');
function ask(prompt) {
  process.stdout.write(prompt);
  const b = Buffer.alloc(1);
  let s = '';
  for (;;) {
    let n = 0;
    try { n = fs.readSync(0, b, 0, 1); } catch (e) { if (e.code === 'EAGAIN') continue; process.exit(0); }
    if (n === 0) process.exit(0);
    if (b[0] === 10) return s.trim();
    s += b.toString('latin1');
  }
}
const NAMES = ['carrier', 'battleship', 'cruiser', 'submarine', 'destroyer'], LENGTHS = [5, 4, 3, 3, 2];
const get = %s;
const ship = %s;
const fleets = [0, 1].map(n => get(n).split(%s).map((t, i) => {
  const [r, c, across] = ship(t);
  return Array.from({ length: LENGTHS[i] }, (_, k) => across ? r * 10 + c + k : (r + k) * 10 + c);
}));
const who = %s, shot = [{}, {}], lefts = [[...LENGTHS], [...LENGTHS]];
const signs = %s;
function show(p) {
  if (!signs) return;
  console.log('   A B C D E F G H I J');
  for (let r = 0; r < 10; r++) console.log(String(r + 1).padStart(2) + ' ' + Array.from({ length: 10 }, (_, c) => shot[p][r * 10 + c] || signs[0]).join(' '));
}
let p = 0;
for (;;) {
  show(p);
  const t = ask(%s.replace('{who}', who[p]));
  const cell = %s;
  if (!cell) { console.log(%s); %s continue; }
  const [r, c] = cell;
  if (%s) { console.log(%s); %s continue; }
  %s console.log(%s); %s continue; }
  const s = fleets[1 - p].findIndex(cells => cells.includes(r * 10 + c)), hit = s >= 0, left = lefts[1 - p];
  shot[p][r * 10 + c] = hit ? (signs || 'xxx')[2] : (signs || 'ooo')[1];
  if (!hit) console.log(%s);
  else {
    console.log(%s);
    if (%s) console.log(%s.replace('{ship}', NAMES[s]));
    if (%s) { show(p); console.log(%s.replace('{who}', %s)); break; }
  }
  %s
}
`

// makeSea makes the program at sea of a number, with a fault unless it is nil.
func makeSea(number uint64, part Part, fault *Fault) Program {
	m := &maker{Rand: rand.New(rand.NewPCG(number, uint64(part)))}
	w := seas[part]
	p, parts := planted(seaParts, fault)
	q := strconv.Quote
	f := choose(m, "fleet", w.fleets)
	form := choose(m, "shot", w.shots)
	who := choose(m, "who", w.who)
	names := [2]string{strings.ReplaceAll(who, "{n}", "1"), strings.ReplaceAll(who, "{n}", "2")}
	if names[0] == names[1] {
		names[1] = "South"
	}
	signs := "null"
	if b := choose(m, "board", w.boards); b != "" {
		signs = q(b)
	}
	p.Source = fmt.Sprintf(seaProgram, f.get, f.ship, f.divide, fmt.Sprintf("[%q, %q]", names[0], names[1]), signs,
		q(strings.ReplaceAll(choose(m, "prompt", w.prompts), "{form}", announced[form])), shotForms[form],
		q(choose(m, "unread", w.unread)), parts["refused"],
		parts["bounds"], q(choose(m, "off", w.off)), parts["refused"],
		parts["repeated"], q(choose(m, "repeated", w.repeated)), parts["refused"],
		q(choose(m, "miss", w.miss)), q(choose(m, "hit", w.hit)), parts["sinks"], q(choose(m, "sunk", w.sunk)),
		parts["over"], q(choose(m, "won", w.won)), parts["winner"], parts["pass"])
	p.Name, p.File = strings.Join(m.made, ", "), "game.js"
	return p
}
