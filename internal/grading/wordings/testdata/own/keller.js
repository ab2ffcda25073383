const rl = require('readline').createInterface({ input: process.stdin });
const woerter = ['tisch', 'lampe', 'kerze', 'ofen', 'garten', 'birne', 'koffer', 'teppich'];
let wort, offen, falsch, fertig;
function neu() {
  wort = woerter[Math.floor(Math.random() * woerter.length)];
  offen = new Set(); falsch = [];
  fertig = false;
  console.log('Ich habe mir ein Wort mit ' + wort.length + ' Buchstaben ausgedacht.');
  stand();
}
function stand() {
  console.log([...wort].map(b => (offen.has(b) ? b.toUpperCase() : '.')).join(''));
  console.log(`Fehler: ${falsch.length} von 6   ${falsch.join(' ')}`);
  process.stdout.write('Buchstabe: ');
}
rl.on('line', z => {
  z = z.trim().toLowerCase();
  if (fertig) { if (z === 'ja') return neu(); rl.close(); return; }
  if (!/^[a-zäöüß]$/.test(z)) { console.log('Bitte nur einen Buchstaben eingeben.'); return stand(); }
  if (offen.has(z) || falsch.includes(z)) { console.log('Den hattest du schon.'); return stand(); }
  if (wort.includes(z)) {
    offen.add(z);
    if ([...wort].every(b => offen.has(b))) { console.log(`Geschafft! Das Wort heißt ${wort.toUpperCase()}.`); fertig = true; }
  } else {
    falsch.push(z);
    if (falsch.length === 6) { console.log(`Leider verloren. Gesucht war ${wort.toUpperCase()}.`); fertig = true; }
  }
  if (fertig) { process.stdout.write('Noch ein Wort (ja/nein)? '); return; }
  stand();
});
neu();
