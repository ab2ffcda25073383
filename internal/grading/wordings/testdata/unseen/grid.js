const fs = require('fs');
function ask(q) { process.stdout.write(q); let s = ''; const b = Buffer.alloc(1); for (;;) { let n; try { n = fs.readSync(0, b, 0, 1); } catch (e) { if (e.code === 'EAGAIN') continue; n = 0; } if (!n) process.exit(0); if (b[0] === 10) return s; s += String.fromCharCode(b[0]); } }
const sleep = ms => Atomics.wait(new Int32Array(new SharedArrayBuffer(4)), 0, 0, ms);
let g = [[null, null, null], [null, null, null], [null, null, null]], p = 0;
const names = [ask('Who plays X? ') || 'X', ask('Who plays O? ') || 'O'];
console.log(`Welcome ${names[0]} and ${names[1]}!`);
sleep(800);
const show = () => { console.log('  A B C'); g.forEach((r, i) => console.log(i + 1, r.map(x => x === null ? '_' : 'XO'[x]).join(' '))); };
for (let n = 0; ;) {
  show();
  const s = ask(names[p] + ' > ').trim().toUpperCase();
  const m = /^([A-C])([1-3])$/.exec(s);
  if (!m) { console.log('Please type a field such as B2.'); continue; }
  const c = m[1].charCodeAt(0) - 65, r = +m[2] - 1;
  if (g[r][c] !== null) { console.log('Field ' + s + ' is in use.'); continue; }
  g[r][c] = p; n++;
  const L = [[[0,0],[1,1],[2,2]],[[0,2],[1,1],[2,0]]];
  for (let i = 0; i < 3; i++) { L.push([[i,0],[i,1],[i,2]]); L.push([[0,i],[1,i],[2,i]]); }
  if (L.some(l => l.every(([a, b]) => g[a][b] === p))) { show(); sleep(500); console.log(names[p] + ' is the winner, ' + names[1 - p] + ' buys the ice cream.'); break; }
  if (n === 9) { show(); console.log('Nobody wins, everybody buys their own ice cream.'); break; }
  p = 1 - p;
}
