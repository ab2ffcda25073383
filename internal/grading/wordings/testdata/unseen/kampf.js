const readline = require('readline');
const rl = readline.createInterface({ input: process.stdin, terminal: false });
const lines = [];
let wake = null;
rl.on('line', l => { lines.push(l); if (wake) { const w = wake; wake = null; w(); } });
rl.on('close', () => { if (wake) process.exit(0); });
async function ask(p) {
  process.stdout.write(p);
  while (!lines.length) await new Promise(r => { wake = r; });
  return lines.shift().trim();
}
const N = 10;
const KINDS = [['Carrier', 5], ['Battleship', 4], ['Cruiser', 3], ['Submarine', 3], ['Destroyer', 2]];
function cell(t) {
  const m = /^([A-Ja-j])(\d+)$/.exec(t);
  if (!m) return null;
  const c = m[1].toUpperCase().charCodeAt(0) - 65, r = Number(m[2]) - 1;
  return [r, c];
}
class Fleet {
  constructor(owner) { this.owner = owner; this.sea = new Map(); this.shots = new Map(); this.alive = new Map(); }
  async place() {
    console.log(`\n${this.owner}, hide your ships.`);
    for (const [name, len] of KINDS) {
      for (;;) {
        const a = await ask(`${name} (${len}) from? `);
        const b = await ask(`${name} (${len}) across or down? `);
        const at = cell(a);
        if (!at || !/^(across|down|a|d)$/i.test(b)) { console.log('I did not get that.'); continue; }
        const cells = [];
        for (let i = 0; i < len; i++) cells.push(/^a/i.test(b) ? [at[0], at[1] + i] : [at[0] + i, at[1]]);
        if (cells.some(([r, c]) => r < 0 || c < 0 || r >= N || c >= N)) { console.log('It would stick out of the sea.'); continue; }
        if (cells.some(k => this.sea.has(k.join()))) { console.log('Another ship is in the way.'); continue; }
        for (const k of cells) this.sea.set(k.join(), name);
        this.alive.set(name, len);
        break;
      }
    }
  }
  show() {
    console.log('    ' + 'ABCDEFGHIJ'.split('').join(' '));
    for (let r = 0; r < N; r++) {
      let s = String(r + 1).padStart(2) + '  ';
      for (let c = 0; c < N; c++) s += (this.shots.get([r, c].join()) || '~') + ' ';
      console.log(s);
    }
  }
}
(async () => {
  const fleets = [new Fleet('North'), new Fleet('South')];
  for (const f of fleets) { await f.place(); console.log('\n'.repeat(30)); }
  let me = 0;
  for (;;) {
    const foe = fleets[1 - me];
    foe.show();
    for (;;) {
      const t = await ask(`${fleets[me].owner}, your shot: `);
      const at = cell(t);
      if (!at) { console.log('Say a square, e.g. C7.'); continue; }
      const [r, c] = at;
      if (r < 0 || r >= N) { console.log('Not in this sea.'); continue; }
      const k = [r, c].join();
      if (foe.shots.has(k)) { console.log('You shot there before.'); continue; }
      const ship = foe.sea.get(k);
      if (!ship) { foe.shots.set(k, 'o'); console.log('Splash, nothing.'); break; }
      foe.shots.set(k, 'x');
      foe.alive.set(ship, foe.alive.get(ship) - 1);
      if (foe.alive.get(ship) === 0) {
        console.log(`Hit, and the ${ship} goes down!`);
        if ([...foe.alive.values()].every(v => v === 0)) { foe.show(); console.log(`${fleets[me].owner} rules the sea.`); process.exit(0); }
      } else console.log('Hit!');
      break;
    }
    me = 1 - me;
  }
})();
