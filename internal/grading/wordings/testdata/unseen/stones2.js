const readline = require('readline');
const rl = readline.createInterface({ input: process.stdin });
const lines = rl[Symbol.asyncIterator]();
async function ask(text) {
  process.stdout.write(text);
  const { value, done } = await lines.next();
  if (done) process.exit(0);
  return value.trim();
}

async function main() {
  for (;;) {
    let piles = [3, 4, 5];
    let blue = true;
    while (piles.some(p => p > 0)) {
      console.log(`Stones left: ${piles.join(' / ')}`);
      console.log(`${blue ? 'Blue' : 'Red'} is up.`);
      const pile = await ask('Pile number: ');
      const many = await ask('Stones to remove: ');
      if (!/^\d+$/.test(pile) || !/^\d+$/.test(many)) { console.log('Digits, please!'); continue; }
      const i = Number(pile) - 1;
      if (!(i in piles)) { console.log('No pile has that number.'); continue; }
      if (piles[i] === 0) { console.log('That pile is gone already.'); continue; }
      if (Number(many) < 1) { console.log('You have to remove something.'); continue; }
      if (Number(many) > piles[i]) { console.log('That pile is smaller than you think.'); continue; }
      piles[i] -= Number(many);
      if (piles.some(p => p > 0)) blue = !blue;
    }
    console.log(`${blue ? 'Blue' : 'Red'} removed the last stone. Congratulations, ${blue ? 'Blue' : 'Red'}!`);
    if ((await ask('Rematch? [y/n] ')) !== 'y') process.exit(0);
  }
}
main();
