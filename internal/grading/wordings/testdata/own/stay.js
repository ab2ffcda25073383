const readline = require('readline');
const rl = readline.createInterface({ input: process.stdin, output: process.stdout });
const ask = (q) => new Promise((resolve) => rl.question(q, resolve));

const makeDeck = () => {
  const deck = [];
  for (const s of ['♠', '♥', '♦', '♣']) for (const r of ['A', '2', '3', '4', '5', '6', '7', '8', '9', '10', 'J', 'Q', 'K']) deck.push({ r, s });
  for (let i = deck.length - 1; i > 0; i--) {
    const j = Math.floor(Math.random() * (i + 1));
    [deck[i], deck[j]] = [deck[j], deck[i]];
  }
  return deck;
};
const count = (hand) => {
  let n = 0, soft = 0;
  for (const { r } of hand) {
    if (r === 'A') { n += 11; soft++; } else n += isNaN(r) ? 10 : Number(r);
  }
  while (n > 21 && soft > 0) { n -= 10; soft--; }
  return n;
};
const str = (hand) => hand.map((c) => c.r + c.s).join(', ');

(async () => {
  let wins = 0, losses = 0, draws = 0;
  for (;;) {
    const deck = makeDeck();
    const you = [deck.pop(), deck.pop()], house = [deck.pop(), deck.pop()];
    console.log('\n=== New round ===');
    console.log(`House: ${house[0].r}${house[0].s}, ?`);
    let stopped = false;
    while (!stopped && count(you) < 21) {
      console.log(`You: ${str(you)} (${count(you)})`);
      const a = (await ask('[h]it / [s]tay > ')).trim().toLowerCase();
      if (a === 'h') you.push(deck.pop());
      else if (a === 's') stopped = true;
      else console.log(`I don't understand "${a}".`);
    }
    console.log(`You: ${str(you)} (${count(you)})`);
    if (count(you) > 21) {
      console.log('Busted! You lose this round.');
      losses++;
    } else {
      while (count(house) < 17) house.push(deck.pop());
      console.log(`House: ${str(house)} (${count(house)})`);
      if (count(house) > 21 || count(house) < count(you)) { console.log('You win this round!'); wins++; }
      else if (count(house) > count(you)) { console.log('You lose this round.'); losses++; }
      else { console.log('Push, nobody wins.'); draws++; }
    }
    console.log(`Score so far - won: ${wins}, lost: ${losses}, tied: ${draws}`);
    const more = (await ask('Play again? (y/n) ')).trim().toLowerCase();
    if (more !== 'y') break;
  }
  console.log('Bye!');
  rl.close();
})();
