const readline = require('readline');
const rl = readline.createInterface({ input: process.stdin, output: process.stdout });

let cells, turn;

function start() {
  cells = {};
  turn = 'X';
  draw();
  ask();
}

function draw() {
  console.log('  A B C');
  for (const row of ['1', '2', '3']) {
    console.log(row + ' ' + ['A', 'B', 'C'].map(col => cells[col + row] || '.').join(' '));
  }
}

function three(a, b, c) {
  return cells[a] && cells[a] === cells[b] && cells[b] === cells[c];
}

function won() {
  return three('A1', 'B1', 'C1') || three('A2', 'B2', 'C2') || three('A3', 'B3', 'C3') ||
    three('A1', 'A2', 'A3') || three('B1', 'B2', 'B3') || three('C1', 'C2', 'C3') ||
    three('A1', 'B2', 'C3') || three('C1', 'B2', 'A3');
}

function ask() {
  rl.question(turn + ' to move (for example B2): ', answer => {
    const cell = answer.trim().toUpperCase();
    if (!/^[ABC][123]$/.test(cell)) {
      console.log('Hm, I do not know that square.');
      return ask();
    }
    if (cells[cell]) {
      console.log('There is a ' + cells[cell] + ' on that square, choose another one.');
      return ask();
    }
    cells[cell] = turn;
    draw();
    if (won()) {
      console.log('Congratulations, ' + turn + '!');
      return again();
    }
    if (Object.keys(cells).length === 9) {
      console.log('Nobody wins this one.');
      return again();
    }
    turn = turn === 'X' ? 'O' : 'X';
    ask();
  });
}

function again() {
  rl.question('Another round? [y/n] ', answer => {
    if (answer.startsWith('y')) start();
    else rl.close();
  });
}

start();
