// Twenty-one at a kitchen table. The cards may be named when it is started.
const readline = require('node:readline');

const given = process.argv.slice(2);
const pack = given.length ? [...given] : shuffle(fresh());

function fresh() {
  const cards = [];
  for (const suit of ['S', 'H', 'D', 'C']) for (const rank of ['A', '2', '3', '4', '5', '6', '7', '8', '9', '10', 'J', 'Q', 'K']) cards.push(rank + suit);
  return cards;
}

function shuffle(cards) {
  for (let i = cards.length - 1; i > 0; i--) {
    const k = Math.floor(Math.random() * (i + 1));
    [cards[i], cards[k]] = [cards[k], cards[i]];
  }
  return cards;
}

function points(cards) {
  let sum = 0;
  let elevens = 0;
  for (const card of cards) {
    const rank = card.slice(0, -1);
    if (rank === 'A') {
      sum += 11;
      elevens++;
    } else sum += 'JQK'.includes(rank) ? 10 : Number(rank);
  }
  while (sum > 21 && elevens-- > 0) sum -= 10;
  return sum;
}

async function main() {
  const lines = readline.createInterface({ input: process.stdin, output: process.stdout })[Symbol.asyncIterator]();
  const ask = async (text) => {
    process.stdout.write(text);
    const next = await lines.next();
    return next.done ? null : next.value.trim().toLowerCase();
  };
  for (;;) {
    const mine = [pack.shift()];
    const bank = [pack.shift()];
    mine.push(pack.shift());
    bank.push(pack.shift());
    console.log(`\nBank: ${bank[0]} and a card face down`);
    console.log(`You:  ${mine.join(', ')}  [${points(mine)}]`);
    while (points(mine) < 21) {
      const word = await ask('(d)raw or (e)nough > ');
      if (word === null) process.exit(0);
      if (word === 'd') {
        mine.push(pack.shift());
        console.log(`You:  ${mine.join(', ')}  [${points(mine)}]`);
      } else if (word === 'e') break;
      else console.log('That is neither d nor e.');
    }
    if (points(mine) > 21) console.log('Too many. This hand is lost.');
    else {
      while (points(bank) < 17) bank.push(pack.shift());
      console.log(`Bank: ${bank.join(', ')}  [${points(bank)}]`);
      const ahead = points(mine) - points(bank);
      if (points(bank) > 21) console.log('Too many for the bank. This hand is yours.');
      else if (ahead > 0) console.log('This hand is yours.');
      else if (ahead < 0) console.log('This hand is lost.');
      else console.log('Even. Nobody gets this hand.');
    }
    if ((await ask('One more hand? (y/n) ')) !== 'y') break;
  }
  process.exit(0);
}

main();
