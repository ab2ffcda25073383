// CARDS=5S,9H,6D ... sets the order of the cards; otherwise they are shuffled.
const fs = require("fs");
function readLine(q) {
  process.stdout.write(q);
  const b = Buffer.alloc(1);
  let s = "";
  for (;;) {
    let n = 0;
    try { n = fs.readSync(0, b, 0, 1); } catch (e) { if (e.code === "EAGAIN") continue; process.exit(0); }
    if (n === 0) process.exit(0);
    if (b[0] === 10) return s.trim();
    if (b[0] !== 13) s += b.toString("latin1");
  }
}
let deck = [];
for (const s of "SHDC") for (const r of ["A", 2, 3, 4, 5, 6, 7, 8, 9, 10, "J", "Q", "K"]) deck.push(r + s);
if (process.env.CARDS) {
  const top = process.env.CARDS.split(/[ ,]+/);
  deck = top.concat(deck.filter((c) => !top.includes(c)));
} else deck.sort(() => Math.random() - 0.5);
const NAMES = { S: "spades", H: "hearts", D: "diamonds", C: "clubs" };
const NUMBER = { A: "ace", J: "jack", Q: "queen", K: "king" };
const name = (c) => { const r = c.slice(0, -1); return (NUMBER[r] || r) + " of " + NAMES[c.slice(-1)]; };
const count = (h) => {
  let n = 0, aces = 0;
  for (const c of h) { const r = c.slice(0, -1); if (r === "A") { aces++; n++; } else n += "JQK".includes(r) ? 10 : Number(r); }
  return aces && n < 12 ? n + 10 : n;
};
let money = 100;
for (let round = 0; round < 10 && money >= 1; round++) {
  let bet;
  for (;;) {
    const t = readLine(`You have $${money}. Your stake: $`);
    if (!/^-?\d+$/.test(t)) { console.log("Numbers only."); continue; }
    bet = Number(t);
    if (bet < 1 || bet > 100) { console.log("Stakes are from $1 to $100."); continue; }
    if (bet > money) { console.log("You are not that rich."); continue; }
    break;
  }
  money -= bet;
  const p1 = deck.shift(), d1 = deck.shift(), p2 = deck.shift(), d2 = deck.shift();
  let hands = [{ cards: [p1, p2], bet }];
  const bank = [d1, d2];
  console.log(`You get the ${name(p1)} and the ${name(p2)} (${count([p1, p2])}).`);
  console.log(`The bank's open card is the ${name(d1)}.`);
  const nat = count([p1, p2]) === 21, bnat = count(bank) === 21;
  if (!nat && !bnat) {
    for (let i = 0; i < hands.length; i++) {
      const h = hands[i];
      if (hands.length > 1) console.log(`Now for hand ${i + 1}: ${h.cards.map(name).join(", ")} (${count(h.cards)}).`);
      if (hands.length > 1 && h.cards[0][0] === "A") continue;
      while (count(h.cards) < 21) {
        const t = readLine("twist, stick, double or split? ").toLowerCase();
        if (t === "stick") break;
        if (t === "twist") {
          h.cards.push(deck.shift());
          console.log(`Here is the ${name(h.cards[h.cards.length - 1])}, that makes ${count(h.cards)}.`);
        } else if (t === "double") {
          if (h.cards.length !== 2 || money < h.bet) { console.log("No doubling here."); continue; }
          money -= h.bet; h.bet *= 2;
          h.cards.push(deck.shift());
          console.log(`Here is the ${name(h.cards[2])}, that makes ${count(h.cards)}.`);
          break;
        } else if (t === "split") {
          if (hands.length > 1 || h.cards.length !== 2 || money < h.bet || count([h.cards[0]]) !== count([h.cards[1]])) { console.log("No splitting here."); continue; }
          money -= h.bet;
          hands.push({ cards: [h.cards.pop(), null], bet: h.bet });
          h.cards.push(deck.shift());
          hands[1].cards[1] = deck.shift();
          i = -1;
          break;
        } else console.log("Pardon?");
      }
      if (i >= 0 && count(h.cards) > 21) console.log("Burst! The stake is gone.");
    }
  }
  if (!nat && !bnat && hands.some((h) => count(h.cards) <= 21)) while (count(bank) < 17) bank.push(deck.shift());
  console.log(`The bank shows ${bank.map(name).join(", ")} (${count(bank)}).`);
  for (const h of hands) {
    const m = count(h.cards), b = count(bank);
    if (m > 21) continue;
    if (nat && !bnat) { money += 2.5 * h.bet; console.log("A natural, paid at three for two!"); }
    else if (bnat && !nat) console.log("The bank has a natural. Bad luck.");
    else if (b > 21 || m > b) { money += 2 * h.bet; console.log("The bank pays you."); }
    else if (m === b) { money += h.bet; console.log("Stand-off, your stake returns."); }
    else console.log("The bank collects.");
  }
}
console.log(money < 1 ? "You are cleaned out." : `You go home with $${money}.`);
