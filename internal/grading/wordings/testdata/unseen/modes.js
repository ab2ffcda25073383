const rl = require('readline').createInterface({ input: process.stdin });
const lines = []; const waiting = [];
rl.on('line', l => waiting.length ? waiting.shift()(l) : lines.push(l));
rl.on('close', () => process.exit(0));
const ask = q => { process.stdout.write(q); return new Promise(r => lines.length ? r(lines.shift()) : waiting.push(r)); };

const WINS = ['012', '345', '678', '036', '147', '258', '048', '246'].map(s => [...s].map(Number));
const show = b => {
  console.log('    a   b   c');
  for (let r = 0; r < 3; r++) {
    console.log(`${r + 1}   ${b.slice(r * 3, r * 3 + 3).map(x => x || ' ').join(' | ')}`);
    if (r < 2) console.log('   ---+---+---');
  }
};
async function game(solo) {
  const b = Array(9).fill('');
  let me = 'X';
  for (;;) {
    show(b);
    let k;
    if (solo && me === 'O') {
      k = b.findIndex(x => !x);
      console.log(`Computer goes to ${'abc'[k % 3]}${Math.floor(k / 3) + 1}`);
    } else {
      for (;;) {
        const s = (await ask(`[${me}] your move (like b2) > `)).trim().toLowerCase();
        if (!/^[a-c][1-3]$/.test(s)) { console.log('I did not get that. Letter then digit please.'); continue; }
        k = (s.charCodeAt(1) - 49) * 3 + s.charCodeAt(0) - 97;
        if (b[k]) { console.log('Somebody is already sitting there.'); continue; }
        break;
      }
    }
    b[k] = me;
    if (WINS.some(w => w.every(i => b[i] === me))) { show(b); console.log(`*** ${me} takes it! ***`); return me; }
    if (b.every(x => x)) { show(b); console.log('*** Cat\'s game. ***'); return '-'; }
    me = me === 'X' ? 'O' : 'X';
  }
}
(async () => {
  console.log('TIC-TAC-TOE');
  let mode;
  do { mode = (await ask('How many players (1 or 2)? ')).trim(); } while (mode !== '1' && mode !== '2');
  const tally = { X: 0, O: 0, '-': 0 };
  do {
    tally[await game(mode === '1')]++;
    console.log(`Score so far: X ${tally.X}  O ${tally.O}  ties ${tally['-']}`);
  } while ((await ask('Another round? [y/n] ')).trim().toLowerCase() === 'y');
  console.log('Bye!');
  process.exit(0);
})();
