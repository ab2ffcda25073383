// Tic-tac-toe against the computer, which plays either side and looks ahead to the end.
const rl = require('readline').createInterface({ input: process.stdin });
const lines = [[0,1,2],[3,4,5],[6,7,8],[0,3,6],[1,4,7],[2,5,8],[0,4,8],[2,4,6]];
const b = Array(9).fill(null);
let you = null, it = null;
const win = (m) => lines.some((l) => l.every((i) => b[i] === m));
const full = () => b.every((c) => c);
function best(m, me) {
  if (win(me)) return [1];
  if (win(me === 'X' ? 'O' : 'X')) return [-1];
  if (full()) return [0];
  let top = null;
  for (let i = 0; i < 9; i++) {
    if (b[i]) continue;
    b[i] = m;
    const v = best(m === 'X' ? 'O' : 'X', me)[0];
    b[i] = null;
    if (!top || (m === me ? v > top[0] : v < top[0])) top = [v, i];
  }
  return top;
}
const show = () => console.log('\n' + [0, 3, 6].map((r) => ' ' + [0, 1, 2].map((c) => b[r + c] || String(r + c + 1)).join(' | ')).join('\n---+---+---\n'));
function over() {
  if (win(you)) { show(); console.log('You are the winner.'); return true; }
  if (win(it)) { show(); console.log('The machine is the winner.'); return true; }
  if (full()) { show(); console.log('A tie.'); return true; }
  return false;
}
function ask() { show(); process.stdout.write('Which square? '); }
process.stdout.write('X or O? (X begins) ');
rl.on('line', (text) => {
  const t = text.trim().toUpperCase();
  if (!you) {
    if (t !== 'X' && t !== 'O') { process.stdout.write('X or O? '); return; }
    you = t; it = t === 'X' ? 'O' : 'X';
    if (it === 'X') b[4] = it; // as good as any other, and known without a search
    return ask();
  }
  const n = Number(t) - 1;
  if (!(n >= 0 && n < 9) || b[n]) { console.log('No, choose a free square.'); return ask(); }
  b[n] = you;
  if (over()) return rl.close();
  b[best(it, it)[1]] = it;
  if (over()) return rl.close();
  ask();
});
