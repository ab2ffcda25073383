// Reads the shoe from shoe.txt, one card a line, rank and suit words: "queen hearts".
const fs = require('fs');
const readline = require('readline');
let shoe;
try {
  shoe = fs.readFileSync('shoe.txt', 'utf8').split('\n').map((s) => s.trim()).filter(Boolean);
} catch (e) {
  console.log('There is no shoe.txt here.');
  process.exit(1);
}
const RANKS = { ace: 11, two: 2, three: 3, four: 4, five: 5, six: 6, seven: 7, eight: 8, nine: 9, ten: 10, jack: 10, queen: 10, king: 10 };
const value = (hand) => {
  let sum = 0, aces = 0;
  hand.forEach((c) => { const r = c.split(' ')[0]; sum += RANKS[r]; if (r === 'ace') aces++; });
  while (sum > 21 && aces > 0) { sum -= 10; aces--; }
  return sum;
};
const spell = (hand) => hand.map((c) => c.replace(' ', ' of ')).join(', ');
let chips = 100;
const rl = readline.createInterface({ input: process.stdin });
const natural = () => house.length === 2 && me.length === 2 && (value(me) === 21 || value(house) === 21);
let state = 'bet', bet = 0, me = [], house = [];
function next() {
  if (chips < 1) { console.log('You have no chips left.'); rl.close(); return; }
  state = 'bet';
  process.stdout.write(`You own ${chips} chips. How many do you stake? `);
}
function settle() {
  if (value(me) <= 21) {
    while (!natural() && value(house) < 17) house.push(shoe.shift());
    console.log(`The house shows ${spell(house)}: ${value(house)}`);
    if (natural() && value(me) === 21 && value(house) < 21) { console.log('Blackjack! You win.'); chips += bet * 1.5; }
    else if (value(house) > 21) { console.log('The house is bust. You win.'); chips += bet; }
    else if (value(me) > value(house)) { console.log('You win.'); chips += bet; }
    else if (value(me) < value(house)) { console.log('The house wins.'); chips -= bet; }
    else console.log('Nobody wins, you keep your stake.');
  }
  state = 'more';
  process.stdout.write('One more round? (y/n) ');
}
function turn() {
  console.log(`You hold ${spell(me)}: ${value(me)}`);
  if (value(me) > 21) { console.log('Bust, the house takes your stake.'); chips -= bet; return settle(); }
  if (value(me) === 21 || natural()) return settle();
  state = 'act';
  process.stdout.write('hit or stand? ');
}
rl.on('line', (l) => {
  const t = l.trim().toLowerCase();
  if (state === 'bet') {
    const n = Number(t);
    if (!Number.isInteger(n) || n < 1 || n > chips) { console.log('Stake a whole number of chips that you own.'); return next(); }
    bet = n;
    me = [shoe.shift()]; house = [shoe.shift()]; me.push(shoe.shift()); house.push(shoe.shift());
    console.log(`The house shows ${spell([house[0]])}, and a card face down`);
    turn();
  } else if (state === 'act') {
    if (t === 'hit') { me.push(shoe.shift()); turn(); }
    else if (t === 'stand') settle();
    else { console.log('Please say hit or stand.'); process.stdout.write('hit or stand? '); }
  } else if (t.startsWith('y')) next();
  else { console.log('Goodbye.'); rl.close(); }
});
next();
