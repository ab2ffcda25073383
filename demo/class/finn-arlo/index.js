// needs only node
const rl = require('readline').createInterface({ input: process.stdin, output: process.stdout, terminal: false });

const RED = '\x1b[31m', BLUE = '\x1b[34m', OFF = '\x1b[0m';
const paint = { x: RED + 'x' + OFF, o: BLUE + 'o' + OFF, '': ' ' };
let board = [['', '', ''], ['', '', ''], ['', '', '']];
let player = 'x';

function show() {
  console.log(board.map(row => row.map(v => paint[v]).join('│')).join('\n─┼─┼─\n'));
}

function prompt() {
  process.stdout.write(`Player ${player}: row,column (0-2) > `);
}

function wins(p) {
  const all = [0, 1, 2];
  return all.some(r => all.every(c => board[r][c] === p)) ||
    all.some(c => all.every(r => board[r][c] === p)) ||
    all.every(i => board[i][i] === p) ||
    all.every(i => board[i][2 - i] === p);
}

show();
prompt();
rl.on('line', line => {
  const m = line.match(/^\s*([0-2])\s*,\s*([0-2])\s*$/);
  if (!m) {
    console.log('wrong input');
    return prompt();
  }
  const [r, c] = [Number(m[1]), Number(m[2])];
  if (board[r][c] !== '') {
    console.log('this field is not free');
    return prompt();
  }
  board[r][c] = player;
  show();
  if (wins(player)) {
    console.log(`Player ${player} won :-)`);
    process.exit(0);
  }
  if (board.flat().every(v => v !== '')) {
    console.log('Nobody won.');
    process.exit(0);
  }
  player = player === 'x' ? 'o' : 'x';
  prompt();
});
