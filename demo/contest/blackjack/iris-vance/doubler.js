// Doubles whatever it can, for the thrill; speaks the protocol.
const lines = require('readline').createInterface({ input: process.stdin });
let hand = [];
let dealt = false;

function total() {
  const values = hand.map((c) => (c[0] === 'A' ? 1 : Number(c.slice(0, -1)) || 10));
  const sum = values.reduce((a, b) => a + b, 0);
  return sum <= 11 && values.includes(1) ? sum + 10 : sum;
}

lines.on('line', (line) => {
  const [word, ...rest] = line.split(' ');
  if (word === 'play' || word === 'result') dealt = false;
  if (word === 'card' && rest[0] === '1') hand.push(rest[2]);
  if (word !== 'choose') return;
  let move = '1';
  if (dealt) move = total() >= 17 ? 'stand' : hand.length === 2 ? 'double' : 'hit';
  else hand = [];
  dealt = true;
  process.stdout.write(`move ${rest[0]} ${move}\n`);
});
