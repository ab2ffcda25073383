// Battleship for two given fleets that speaks the protocol of docs/wire.md.
const lengths = [5, 4, 3, 3, 2];
const names = ['carrier', 'battleship', 'cruiser', 'submarine', 'destroyer'];
let fleets, shots, turn, winner, setup;

const place = (text, n) => {
  const [, letter, row, way] = text.match(/^([a-j])(\d+)([>v])$/);
  const col = letter.charCodeAt(0) - 97;
  return Array.from({ length: n }, (_, i) => (way === '>' ? `${String.fromCharCode(97 + col + i)}${row}` : `${letter}${+row + i}`));
};

function begin() {
  const given = Object.fromEntries(setup.split(';').map((part) => part.split('=')));
  fleets = ['first', 'second'].map((who) => given[who].split(',').map((text, i) => place(text, lengths[i])));
  shots = [new Set(), new Set()];
  turn = 1;
  winner = 0;
}

function move(cell, out) {
  const target = 2 - turn; // index of the other player's fleet
  if (winner || !/^[a-j](10|[1-9])$/.test(cell) || shots[target].has(cell)) out.push('refused');
  else {
    shots[target].add(cell);
    const ship = fleets[target].findIndex((cells) => cells.includes(cell));
    out.push(`${ship < 0 ? 'miss' : 'hit'} ${3 - turn} ${cell}`);
    const sunk = (cells) => cells.every((c) => shots[target].has(c));
    if (ship >= 0 && sunk(fleets[target][ship])) out.push(`sunk ${3 - turn} ${names[ship]}`);
    if (fleets[target].every(sunk)) out.push(`won ${(winner = turn)}`);
    else turn = 3 - turn;
  }
  if (!winner) out.push(`turn ${turn}`);
}

function show(out) {
  for (const who of [0, 1]) {
    for (let row = 1; row <= 10; row++) {
      for (const col of 'abcdefghij') {
        const cell = col + row;
        const ship = fleets[who].some((cells) => cells.includes(cell));
        const seen = shots[who].has(cell) ? (ship ? 'hit' : 'miss') : winner && ship ? 'ship' : 'sea';
        out.push(`cell ${cell} ${who + 1} ${seen}`);
      }
    }
  }
}

require('readline').createInterface({ input: process.stdin }).on('line', (line) => {
  const [request, ...rest] = line.split(' ');
  const out = [];
  if (request === 'end') process.exit(0);
  if (request === 'new') setup = rest.slice(1).join(' ');
  if (request === 'new' || request === 'again') begin();
  if (request === 'move') move(rest.join(' '), out);
  if (request === 'show') show(out);
  process.stdout.write([...out, '.', ''].join('\n'));
});
