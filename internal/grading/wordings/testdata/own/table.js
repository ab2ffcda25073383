const rl = require('readline').createInterface({ input: process.stdin });
const queue = []; let waiting = null;
rl.on('line', (l) => { if (waiting) { const w = waiting; waiting = null; w(l); } else queue.push(l); });
rl.on('close', () => { if (waiting) waiting(null); });
const read = (p) => { process.stdout.write(p); return queue.length ? Promise.resolve(queue.shift()) : new Promise((r) => { waiting = r; }); };
const RANKS = ['2', '3', '4', '5', '6', '7', '8', '9', '10', 'Jack', 'Queen', 'King', 'Ace'];
const SUITS = ['Spades', 'Hearts', 'Diamonds', 'Clubs'];
function shuffled() {
  const d = []; for (const s of SUITS) for (const r of RANKS) d.push({ r, s });
  for (let i = d.length - 1; i > 0; i--) { const j = Math.floor(Math.random() * (i + 1)); [d[i], d[j]] = [d[j], d[i]]; }
  return d;
}
function points(h) {
  let t = 0, a = 0;
  for (const c of h) { if (c.r === 'Ace') { a++; t += 11; } else t += isNaN(c.r) ? 10 : Number(c.r); }
  while (t > 21 && a) { t -= 10; a--; }
  return t;
}
const say = (h) => h.map((c) => `${c.r} of ${c.s}`).join(', ');
(async () => {
  let money = 100, bet = 0;
  while (true) {
    const t = await read(`Balance ${money}. Your stake? `);
    if (t === null) return;
    bet = Number(t.trim());
    if (Number.isInteger(bet) && bet > 0 && bet <= money) break;
    console.log('Stakes are whole numbers up to the balance.');
  }
  const d = shuffled(), me = [], it = [];
  me.push(d.pop()); it.push(d.pop()); me.push(d.pop()); it.push(d.pop());
  console.log(`Croupier: ${say([it[0]])}, one card face down`);
  console.log(`Guest: ${say(me)} (${points(me)})`);
  const nat = (h) => h.length === 2 && points(h) === 21;
  if (!nat(me) && !nat(it)) {
    while (points(me) < 21) {
      const a = await read('Type + for a card, . to stop: ');
      if (a === null) return;
      if (a.trim() === '.') break;
      if (a.trim() !== '+') { console.log('Only + or . will do.'); continue; }
      me.push(d.pop());
      console.log(`Guest: ${say(me)} (${points(me)})`);
    }
  }
  if (points(me) > 21) { money -= bet; console.log('Too much. The stake is lost.'); console.log(`Balance ${money}.`); rl.close(); return; }
  if (!nat(me) && !nat(it)) while (points(it) < 17) it.push(d.pop());
  console.log(`Croupier: ${say(it)} (${points(it)})`);
  if (nat(me) && !nat(it)) { money += bet * 1.5; console.log('Twenty-one at once: one and a half times the stake.'); }
  else if (nat(it) && !nat(me)) { money -= bet; console.log('The croupier has twenty-one at once.'); }
  else if (points(it) > 21 || points(me) > points(it)) { money += bet; console.log('Guest is ahead.'); }
  else if (points(me) < points(it)) { money -= bet; console.log('Croupier is ahead.'); }
  else console.log('Level, the stake comes back.');
  console.log(`Balance ${money}.`);
  rl.close();
})();
