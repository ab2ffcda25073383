'use strict';
const readline = require('readline');
class Board {
  constructor(rows = 6, cols = 7) { this.rows = rows; this.cols = cols; this.columns = Array.from({ length: cols }, () => []); }
  drop(c, who) { this.columns[c].push(who); return this.columns[c].length - 1; }
  get(r, c) { return this.columns[c] && this.columns[c][r]; }
  full() { return this.columns.every(c => c.length === this.rows); }
  wins(r, c) {
    const who = this.get(r, c);
    return [[1, 0], [0, 1], [1, 1], [1, -1]].some(([dr, dc]) => {
      let n = 1;
      for (const s of [1, -1]) for (let i = 1; this.get(r + s * i * dr, c + s * i * dc) === who; i++) n++;
      return n >= 4;
    });
  }
  toString() {
    let out = '';
    for (let r = this.rows - 1; r >= 0; r--) out += '|' + this.columns.map(c => c[r] === undefined ? '   ' : ` ${c[r]} `).join('|') + '|\n';
    return out + '+---'.repeat(this.cols) + '+\n ' + [...Array(this.cols).keys()].map(i => ` ${i + 1} `).join(' ');
  }
}
const rl = readline.createInterface({ input: process.stdin, output: process.stdout });
const names = {};
let board, who, stage = 'red';
function ask() {
  console.log(board.toString());
  rl.setPrompt(`${names[who]} [${who}] column? `);
  rl.prompt();
}
rl.setPrompt('Name of the red player (R): ');
rl.prompt();
rl.on('line', line => {
  line = line.trim();
  if (stage === 'red') { names.R = line || 'Red'; stage = 'yellow'; rl.setPrompt('Name of the yellow player (Y): '); return rl.prompt(); }
  if (stage === 'yellow') { names.Y = line || 'Yellow'; stage = 'play'; board = new Board(); who = 'R'; return ask(); }
  if (stage === 'again') {
    if (/^y/i.test(line)) { stage = 'play'; board = new Board(); who = 'R'; return ask(); }
    console.log('See you.');
    return rl.close();
  }
  const c = Number(line) - 1;
  if (line === '' || !Number.isInteger(c)) { console.log('That is not a column number.'); return ask(); }
  if (c < 0 || c > 6) { console.log('There are only columns 1 to 7.'); return ask(); }
  if (board.columns[c].length === 6) { console.log('That column is packed.'); return ask(); }
  const r = board.drop(c, who);
  if (board.wins(r, c)) { console.log(board.toString()); console.log(`*** ${names[who]} connects four ***`); }
  else if (board.full()) { console.log(board.toString()); console.log('*** nobody connects four ***'); }
  else { who = who === 'R' ? 'Y' : 'R'; return ask(); }
  stage = 'again';
  rl.setPrompt('Go again? (y/n) ');
  rl.prompt();
});
rl.on('close', () => process.exit(0));
