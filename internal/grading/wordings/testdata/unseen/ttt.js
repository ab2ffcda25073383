const rl = require('readline').createInterface({ input: process.stdin, output: process.stdout });
let board = [['.', '.', '.'], ['.', '.', '.'], ['.', '.', '.']];
let players = [], turn = 0, count = 0;
const show = () => console.log(board.map((r) => r.join(' ')).join('\n'));
const three = (a, b, c) => a !== '.' && a === b && b === c;
function won() {
  for (let i = 0; i < 3; i++) {
    if (three(...board[i])) return true;
    if (three(board[0][i], board[1][i], board[2][i])) return true;
  }
  return three(board[0][0], board[1][1], board[2][2]) || three(board[0][2], board[1][1], board[2][0]);
}
const lines = [];
let asking = null;
rl.on('line', (l) => asking && asking(l.trim()));
function ask(q, f) { process.stdout.write(q); asking = f; }
function names() { ask('First player (X), what is your name? ', (a) => { players.push(a); ask('Second player (O), what is your name? ', (b) => { players.push(b); console.log(`Hello ${a} and ${b}!`); show(); step(); }); }); }
function step() {
  ask(`${players[turn]} (${'XO'[turn]}), row,col (1,1 to 3,3): `, (l) => {
    const m = /^([0-9]+)\s*,\s*([0-9]+)$/.exec(l);
    if (!m) { console.log('Like 2,3 please.'); return step(); }
    const r = m[1] - 1, c = m[2] - 1;
    if (!board[r] || board[r][c] === undefined) { console.log('Only 1 to 3.'); return step(); }
    if (board[r][c] !== '.') { console.log('No, look again.'); return step(); }
    board[r][c] = 'XO'[turn]; count++; show();
    if (won()) { console.log(`And the winner is... ${players[turn]}!`); return again(); }
    if (count === 9) { console.log('Nobody could win this one.'); return again(); }
    turn = 1 - turn; step();
  });
}
function again() {
  ask('Do you want a rematch (yes/no)? ', (l) => {
    if (l !== 'yes') { console.log('See you.'); return rl.close(); }
    board = [['.', '.', '.'], ['.', '.', '.'], ['.', '.', '.']]; turn = 0; count = 0; show(); step();
  });
}
names();
