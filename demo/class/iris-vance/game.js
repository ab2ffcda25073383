const readline = require('readline');

const rl = readline.createInterface({ input: process.stdin, output: process.stdout });
const question = text => new Promise(resolve => rl.question(text, resolve));

const lines = [[1, 2, 3], [4, 5, 6], [7, 8, 9], [1, 4, 7], [2, 5, 8], [3, 6, 9], [1, 5, 9], [3, 5, 7]];

function print(board) {
  let out = '';
  for (let i = 1; i <= 9; i++) {
    out += '[' + (board[i] || ' ') + ']';
    if (i % 3 === 0) out += '\n';
  }
  console.log(out);
}

async function game() {
  const board = {};
  let player = 'X';
  let moves = 0;
  print(board);
  for (;;) {
    const answer = await question(`Player ${player}, where do you want to go (1-9)? `);
    const n = Number(answer);
    if (!Number.isInteger(n) || n < 1 || n > 9 || answer.trim() === '') {
      console.log('Wrong: it has to be a number between 1 and 9.');
      continue;
    }
    if (board[n]) {
      console.log('Wrong: this one is used.');
      continue;
    }
    board[n] = player;
    moves++;
    print(board);
    if (moves === 9) {
      console.log('The game ends in a draw.');
      return;
    }
    if (lines.some(([a, b, c]) => board[a] === player && board[b] === player && board[c] === player)) {
      console.log(`Player ${player} has won!`);
      return;
    }
    player = player === 'X' ? 'O' : 'X';
  }
}

async function main() {
  do {
    await game();
  } while ((await question('New game? (y/n) ')) === 'y');
  rl.close();
}

main();
