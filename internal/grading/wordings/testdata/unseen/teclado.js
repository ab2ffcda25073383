// tres en raya con el teclado numérico
const rl = require('readline').createInterface({ input: process.stdin });
const lineas = [];
let espera = null;
rl.on('line', l => espera ? espera(l) : lineas.push(l));
rl.on('close', () => process.exit(0));
const leer = t => { process.stdout.write(t); return new Promise(r => { if (lineas.length) r(lineas.shift()); else espera = l => { espera = null; r(l); }; }); };
const G = ['789', '456', '123', '741', '852', '963', '753', '951'];
async function partida() {
  const t = {};
  let quien = 'X';
  for (let n = 0; ;) {
    console.log();
    for (const f of ['789', '456', '123']) console.log(' ' + [...f].map(k => t[k] || k).join(' │ '));
    const r = (await leer(`Le toca a ${quien}. Tecla: `)).trim();
    if (!/^[1-9]$/.test(r)) { console.log('Pulsa una tecla del 1 al 9.'); continue; }
    if (t[r]) { console.log('Esa casilla está ocupada.'); continue; }
    t[r] = quien; n++;
    if (G.some(g => [...g].every(k => t[k] === quien))) { mostrar(t); console.log(`¡Han ganado las ${quien}! Enhorabuena.`); return; }
    if (n === 9) { mostrar(t); console.log('Nadie gana, quedan en tablas.'); return; }
    quien = quien === 'X' ? 'O' : 'X';
  }
}
function mostrar(t) { console.log(); for (const f of ['789', '456', '123']) console.log(' ' + [...f].map(k => t[k] || k).join(' │ ')); }
(async () => {
  console.log('=== TRES EN RAYA ===');
  do { await partida(); } while ((await leer('¿Otra partida? (s/n) ')).trim().toLowerCase().startsWith('s'));
  console.log('Adiós.');
  process.exit(0);
})();
