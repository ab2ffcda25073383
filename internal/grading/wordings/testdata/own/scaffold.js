const rl = require('readline').createInterface({ input: process.stdin, output: process.stdout });
const words = ['planet', 'ladder', 'monkey', 'violin', 'castle', 'garden'];
const secret = words[Math.floor(Math.random() * words.length)];
const guessed = new Set();
let wrong = 0;
const MAX = 7;
const art = ['', '_____', ' |\n_____', ' +--\n |\n_____', ' +--\n | o\n_____', ' +--\n | o\n | |\n_____', ' +--\n | o\n |/|\n_____', ' +--\n | o\n |/|\\\n_____'];
function status() {
  console.log(art[wrong]);
  console.log('Secret:  ' + [...secret].map(c => guessed.has(c) ? c : '_').join(' '));
  console.log('Guessed: ' + [...guessed].sort().join(', '));
  console.log(`You may be wrong ${MAX - wrong} more times.`);
}
function turn() {
  status();
  rl.question('> your letter: ', (answer) => {
    const c = answer.trim().toLowerCase();
    if (!/^[a-z]$/.test(c)) { console.log('A single letter, please.'); return turn(); }
    if (guessed.has(c)) { console.log(`You have tried ${c} before.`); return turn(); }
    guessed.add(c);
    if (!secret.includes(c)) {
      wrong++;
      if (wrong === MAX) { console.log(art[wrong]); console.log(`That was your last chance, the secret word is ${secret}.`); return rl.close(); }
      console.log(`No ${c} in it.`);
    } else if ([...secret].every(x => guessed.has(x))) {
      console.log(`Great, ${secret} it is! You survive.`);
      return rl.close();
    } else console.log('There you go.');
    turn();
  });
}
turn();
