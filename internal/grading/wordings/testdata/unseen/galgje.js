const fs = require('fs');
const readline = require('readline');
const woord = (process.env.WORD || 'fiets').toLowerCase();
const rl = readline.createInterface({ input: process.stdin, output: process.stdout, terminal: false });
let fout = 0;
const gehad = new Set();
function toon() {
  console.log('\n' + [...woord].map(l => gehad.has(l) ? l.toUpperCase() : '.').join(' '));
  console.log(`Fouten: ${fout} van de 6`);
  process.stdout.write('Kies een letter: ');
}
toon();
rl.on('line', t => {
  t = t.trim().toLowerCase();
  if (!/^[a-z]$/.test(t)) console.log('Precies één letter graag.');
  else if (gehad.has(t)) console.log('Die letter had je al.');
  else {
    gehad.add(t);
    if (woord.includes(t)) console.log('Goed zo!'); else { fout++; console.log('Helaas.'); }
  }
  if ([...woord].every(l => gehad.has(l))) { console.log(`Geraden: ${woord.toUpperCase()}. Je hebt gewonnen.`); process.exit(0); }
  if (fout === 6) { console.log(`Opgehangen. Het woord was ${woord.toUpperCase()}.`); process.exit(0); }
  toon();
});
