const rl = require('readline').createInterface({ input: process.stdin, output: process.stdout });
const q = (t) => new Promise((r) => rl.question(t, r));
rl.on('close', () => process.exit(0));
const suits = { S: '♠', H: '♥', D: '♦', C: '♣' };
function shoe() {
  const c = [];
  for (const s in suits) for (const r of ['A', 2, 3, 4, 5, 6, 7, 8, 9, 10, 'J', 'Q', 'K']) c.push({ r: String(r), s });
  for (let i = c.length - 1; i; i--) { const k = Math.floor(Math.random() * (i + 1)); const t = c[i]; c[i] = c[k]; c[k] = t; }
  return c;
}
const points = (h) => {
  let p = 0, soft = 0;
  h.forEach(({ r }) => { if (r === 'A') { soft++; p += 11; } else p += 'JQK'.includes(r) ? 10 : Number(r); });
  while (p > 21 && soft) { p -= 10; soft--; }
  return p;
};
const pretty = (h) => h.map((c) => '[' + c.r + suits[c.s] + ']').join('');
(async () => {
  let credit = 100;
  console.log('~~~ The Little Casino ~~~');
  for (;;) {
    let stake;
    for (;;) {
      const t = (await q(`You own ${credit} credits. Stake? `)).trim();
      stake = /^\d+$/.test(t) ? Number(t) : NaN;
      if (stake >= 1 && stake <= Math.min(100, credit)) break;
      console.log('The stake must be a number between 1 and ' + Math.min(100, credit) + '.');
    }
    const cards = shoe();
    const guest = [cards.pop(), cards.pop()], croupier = [cards.pop(), cards.pop()];
    const bj = points(guest) === 21, cbj = points(croupier) === 21;
    console.log('Croupier: ' + pretty(croupier.slice(0, 1)) + '[  ]');
    console.log('Guest:    ' + pretty(guest) + ' = ' + points(guest));
    if (bj || cbj) {
      console.log('Croupier: ' + pretty(croupier) + ' = ' + points(croupier));
      if (bj && cbj) console.log('Stand-off.');
      else if (bj) { credit += stake * 1.5; console.log('Blackjack! You are paid 3 to 2.'); }
      else { credit -= stake; console.log('The croupier has blackjack.'); }
    } else {
      let bust = false;
      while (points(guest) < 21) {
        const a = (await q('1 = card, 2 = enough, 3 = double: ')).trim();
        if (a === '1') { guest.push(cards.pop()); console.log('Guest:    ' + pretty(guest) + ' = ' + points(guest)); }
        else if (a === '2') break;
        else if (a === '3' && guest.length === 2 && stake * 2 <= credit) { stake *= 2; guest.push(cards.pop()); console.log('Guest:    ' + pretty(guest) + ' = ' + points(guest)); break; }
        else console.log('That does not work now.');
      }
      bust = points(guest) > 21;
      if (bust) { credit -= stake; console.log('Too much! The house keeps the stake.'); }
      else {
        while (points(croupier) < 17) croupier.push(cards.pop());
        console.log('Croupier: ' + pretty(croupier) + ' = ' + points(croupier));
        const g = points(guest), c = points(croupier);
        if (c > 21) { credit += stake; console.log('The croupier has too much, the guest wins.'); }
        else if (g > c) { credit += stake; console.log('The guest wins.'); }
        else if (g < c) { credit -= stake; console.log('The croupier wins.'); }
        else console.log('Stand-off.');
      }
    }
    if (credit < 1) { console.log('You are broke.'); break; }
    const more = (await q('Another hand (yes/no)? ')).trim().toLowerCase();
    if (more !== 'yes') break;
  }
  console.log('You go home with ' + credit + ' credits.');
  process.exit(0);
})();
