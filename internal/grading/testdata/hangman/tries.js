const readline = require('readline');
const word = process.argv[2];
const rl = readline.createInterface({ input: process.stdin, output: process.stdout, terminal: false });
let tried = new Set();
let misses = 0;
const most = 6;
const isLetter = (c) => /\p{L}/u.test(c);

function view() {
  return [...word].map((c) => (!isLetter(c) || tried.has(c.toLowerCase()) ? c : '_')).join('');
}

function ask() {
  console.log(`${view()}   (${most - misses} tries left)`);
  process.stdout.write('Letter? ');
}

ask();
rl.on('line', (line) => {
  const guess = line.trim().toLowerCase();
  if ([...guess].length !== 1 || !isLetter(guess)) console.log('Only single letters are allowed.');
  else if (tried.has(guess)) console.log(`You have tried ${guess} already.`);
  else {
    tried.add(guess);
    if (![...word.toLowerCase()].includes(guess)) misses++;
    if (!view().includes('_')) {
      console.log(word);
      console.log('Well done!');
      process.exit(0);
    }
    if (misses === most) {
      console.log(`You ran out of tries, the word was "${word}".`);
      process.exit(0);
    }
  }
  ask();
});
