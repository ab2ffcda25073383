// jogo da forca
const fs = require('fs');
const palavra = process.env.PALAVRA || 'lanterna';
let buf = '';
const chunk = Buffer.alloc(1);
function ler(msg) {
  process.stdout.write(msg);
  let s = [];
  while (true) {
    let n = 0;
    try { n = fs.readSync(0, chunk, 0, 1); } catch (e) { if (e.code === 'EAGAIN') continue; throw e; }
    if (n === 0) process.exit(0);
    if (chunk[0] === 10) break;
    s.push(chunk[0]);
  }
  return Buffer.from(s).toString('utf8').trim();
}
const letra = c => /\p{L}/u.test(c);
function jogo() {
  const tentadas = new Set();
  let erros = 0;
  const mostra = () => [...palavra].map(c => !letra(c) || tentadas.has(c.toLowerCase()) ? c : '_').join(' ');
  while (true) {
    console.log(`Palavra: ${mostra()}    Erros: ${erros} de 6`);
    if (tentadas.size) console.log('Já usadas: ' + [...tentadas].join(''));
    const p = ler('Qual letra? ').toLowerCase();
    if ([...p].length !== 1 || !letra(p)) { console.log('Digite só uma letra.'); continue; }
    if (tentadas.has(p)) { console.log('Essa letra já foi.'); continue; }
    tentadas.add(p);
    if (![...palavra.toLowerCase()].includes(p)) {
      erros++;
      console.log('Não tem.');
      if (erros === 6) { console.log(`Foi enforcado. A palavra era ${palavra}.`); return; }
    } else {
      console.log('Tem sim!');
      if ([...palavra.toLowerCase()].every(c => !letra(c) || tentadas.has(c))) { console.log(`Parabéns, salvou o boneco: ${palavra}`); return; }
    }
  }
}
do jogo(); while (/^s/i.test(ler('Jogar de novo? (s/n) ')));
console.log('Tchau!');
