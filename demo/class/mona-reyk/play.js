const readline = require('readline');
const io = readline.createInterface({ input: process.stdin, output: process.stdout });

let squares = Array(9).fill('.');
let count = 0;
let now = 'X';

function board() {
  for (let i = 0; i < 9; i += 3) console.log('   ' + squares.slice(i, i + 3).join(''));
}

function line(a, b, c) {
  return squares[a] !== '.' && squares[a] === squares[b] && squares[a] === squares[c];
}

function finished() {
  for (let i = 0; i < 3; i++) {
    if (line(3 * i, 3 * i + 1, 3 * i + 2) || line(i, i + 3, i + 6)) return true;
  }
  return line(0, 4, 8) || line(2, 4, 6);
}

function move() {
  io.question(`${now}, column and row (like 1 3): `, text => {
    const [col, row] = text.trim().split(/\s+/).map(Number);
    const at = (row - 1) * 3 + (col - 1);
    if (!(col >= 1 && col <= 3 && row >= 1 && row <= 3)) {
      console.log('Error: no such square');
      return move();
    }
    if (squares[at] !== '.') {
      console.log('Error: square in use already');
      return move();
    }
    squares[at] = now;
    count++;
    board();
    if (finished()) {
      console.log(`Well done, ${now}!`);
      return again();
    }
    if (count === 9) {
      console.log('Draw, no one wins.');
      return again();
    }
    now = now === 'X' ? 'O' : 'X';
    move();
  });
}

function again() {
  io.question('Shall we play again? (yes/no) ', text => {
    if (text !== 'yes') return io.close();
    squares = Array(9).fill('.');
    now = 'X';
    board();
    move();
  });
}

board();
move();
