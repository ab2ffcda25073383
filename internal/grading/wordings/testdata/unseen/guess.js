// The word comes as the first argument.
const readline = require('readline').createInterface({ input: process.stdin, output: process.stdout });
const word = (process.argv[2] || 'banana').toLowerCase();
const found = new Set(), tried = [];
let hearts = 6;
const picture = () => [...word].map((c) => (found.has(c) ? c : '·')).join(' ');
function round() {
  console.log(`\n${picture()}    ${'♥'.repeat(hearts)}${'♡'.repeat(6 - hearts)}`);
  if (tried.length) console.log('Tried so far: ' + tried.join(' '));
  readline.question('Letter: ', (text) => {
    const c = text.trim().toLowerCase();
    if (!/^[a-z]$/.test(c)) { console.log('One letter from a to z, please.'); return round(); }
    if (found.has(c) || tried.includes(c)) { console.log(`You had ${c} before.`); return round(); }
    if (word.includes(c)) { found.add(c); console.log('Good one!'); }
    else { tried.push(c); hearts--; console.log('Not in there.'); }
    if ([...word].every((x) => found.has(x))) { console.log(`\n${picture()}\nSaved! It was ${word}.`); return readline.close(); }
    if (!hearts) { console.log(`\nToo late... the word was ${word}.`); return readline.close(); }
    round();
  });
}
round();
