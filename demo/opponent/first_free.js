// Tic-tac-toe against a computer that plays O on the first free cell, whatever happens.
const lines = [[0, 1, 2], [3, 4, 5], [6, 7, 8], [0, 3, 6], [1, 4, 7], [2, 5, 8], [0, 4, 8], [2, 4, 6]];
const board = Array(9).fill(' ');
const show = () => console.log([0, 3, 6].map((r) => board.slice(r, r + 3).join(' | ')).join('\n--+---+--\n'));
const wins = (mark) => lines.some((l) => l.every((i) => board[i] === mark));
const ask = () => process.stdout.write('Choose a cell (1-9): ');

show();
ask();
require('readline').createInterface({ input: process.stdin }).on('line', (line) => {
  const n = Number(line);
  if (line.trim() === '' || !Number.isInteger(n) || n < 1 || n > 9) console.log('That is no cell.');
  else if (board[n - 1] !== ' ') console.log('That cell is taken.');
  else {
    board[n - 1] = 'X';
    const free = board.indexOf(' ');
    if (!wins('X') && free >= 0) board[free] = 'O';
    show();
    if (wins('X')) console.log('You have won!');
    else if (wins('O')) console.log('You have lost!');
    else if (!board.includes(' ')) console.log('A draw.');
    if (wins('X') || wins('O') || !board.includes(' ')) process.exit(0);
  }
  ask();
});
