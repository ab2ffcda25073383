const readline = require('readline');
const rl = readline.createInterface({ input: process.stdin, output: process.stdout, terminal: false });
let bord, beurt, zetten, klaar;
const namen = { X: 'Kruis', O: 'Rondje' };

function nieuw() { bord = {}; beurt = 'X'; zetten = 0; klaar = false; }
function teken() {
  console.log('\n      a   b   c');
  for (const r of [3, 2, 1]) {
    console.log('   ' + r + '  ' + ['a', 'b', 'c'].map(k => bord[k + r] || ' ').join(' | '));
    if (r > 1) console.log('     ---+---+---');
  }
}
const rijen = [['a1','b1','c1'],['a2','b2','c2'],['a3','b3','c3'],['a1','a2','a3'],['b1','b2','b3'],['c1','c2','c3'],['a1','b2','c3'],['a3','b2','c1']];
function vraag() { process.stdout.write(`${namen[beurt]} is aan zet. Welk vakje? `); }
function start() { nieuw(); teken(); vraag(); }

console.log('BOTER, KAAS EN EIEREN');
start();
rl.on('line', regel => {
  regel = regel.trim().toLowerCase();
  if (klaar) {
    if (regel === 'j' || regel === 'ja') { start(); return; }
    console.log('Tot ziens!');
    rl.close();
    return;
  }
  if (!/^[abc][123]$/.test(regel)) { console.log('Dat vakje bestaat niet.'); vraag(); return; }
  if (bord[regel]) { console.log('Dat vakje is bezet.'); vraag(); return; }
  bord[regel] = beurt; zetten++;
  teken();
  if (rijen.some(r => r.every(v => bord[v] === beurt))) {
    console.log(`${namen[beurt]} heeft gewonnen, gefeliciteerd!`); klaar = true;
  } else if (zetten === 9) { console.log('Gelijkspel.'); klaar = true; }
  if (klaar) { process.stdout.write('Nog een keer? (j/n) '); return; }
  beurt = beurt === 'X' ? 'O' : 'X';
  vraag();
});
