const readline = require('readline').createInterface({ input: process.stdin, output: process.stdout });
const it = readline[Symbol.asyncIterator]();
const N = 4, cells = Array(N * N).fill(null);
let who = 0;
const names = ['Cross', 'Ring'], signs = ['X', 'O'];
function draw() {
  console.log('    A   B   C   D');
  for (let r = 0; r < N; r++) {
    console.log(' ' + (r + 1) + '  ' + cells.slice(r * N, r * N + N).map(c => c === null ? ' ' : signs[c]).join(' | '));
    if (r < N - 1) console.log('   ---+---+---+---');
  }
}
function four(p) {
  const at = (r, c) => cells[r * N + c] === p;
  for (let i = 0; i < N; i++) {
    if ([0, 1, 2, 3].every(k => at(i, k)) || [0, 1, 2, 3].every(k => at(k, i))) return true;
  }
  return [0, 1, 2, 3].every(k => at(k, k)) || [0, 1, 2, 3].every(k => at(k, 3 - k));
}
(async () => {
  for (;;) {
    draw();
    process.stdout.write(`${names[who]}, your field (like B3): `);
    const { value, done } = await it.next();
    if (done) return;
    const m = /^\s*([a-d])\s*([1-4])\s*$/i.exec(value);
    if (!m) { console.log('That is not a field of this board.'); continue; }
    const i = (m[2] - 1) * N + m[1].toUpperCase().charCodeAt(0) - 65;
    if (cells[i] !== null) { console.log('Somebody sits there already.'); continue; }
    cells[i] = who;
    if (four(who)) { draw(); console.log(`${names[who]} has four and wins the game!`); break; }
    if (cells.every(c => c !== null)) { draw(); console.log('Sixteen marks, no four: a draw.'); break; }
    who = 1 - who;
  }
  readline.close();
})();
