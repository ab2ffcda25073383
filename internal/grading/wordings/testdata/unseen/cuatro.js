const rl = require('readline').createInterface({ input: process.stdin });
const F = 6, C = 7;
const ROJO = '\x1b[31m●\x1b[0m', AZUL = '\x1b[34m●\x1b[0m', VACIO = '○';
let t = Array.from({ length: F }, () => Array(C).fill(0));
let jugador = 1, fichas = 0;
const nombre = n => (n === 1 ? 'Rojo' : 'Azul');
function pintar() {
  console.clear();
  console.log(' A B C D E F G');
  for (const f of t) console.log(' ' + f.map(v => [VACIO, ROJO, AZUL][v]).join(' '));
}
function gana(f, c) {
  const v = t[f][c];
  return [[0, 1], [1, 0], [1, 1], [1, -1]].some(([a, b]) => {
    let n = 1;
    for (const s of [1, -1]) {
      let i = f + a * s, j = c + b * s;
      while (t[i] && t[i][j] === v) { n++; i += a * s; j += b * s; }
    }
    return n >= 4;
  });
}
function pedir() { process.stdout.write(`Turno de ${nombre(jugador)}. Elige columna: `); }
pintar();
pedir();
rl.on('line', l => {
  const c = 'ABCDEFG'.indexOf(l.trim().toUpperCase());
  if (l.trim().length !== 1 || c < 0) { console.log('¡Columna no válida!'); return pedir(); }
  if (t[0][c]) { console.log('¡Esa columna está llena!'); return pedir(); }
  let f = F - 1;
  while (t[f][c]) f--;
  t[f][c] = jugador;
  fichas++;
  pintar();
  if (gana(f, c)) { console.log(`¡${nombre(jugador)} ha ganado la partida!`); return rl.close(); }
  if (fichas === F * C) { console.log('Empate: el tablero está lleno.'); return rl.close(); }
  jugador = 3 - jugador;
  pedir();
});
