const fs = require('fs');
const secreto = Number(fs.readFileSync('numero.txt', 'utf8'));
const rl = require('readline').createInterface({ input: process.stdin, output: process.stdout, terminal: false });
process.stdout.write('Adivina el número (1 a 100). ¿Cuál es? ');
rl.on('line', linea => {
  const n = linea.trim() === '' ? NaN : Number(linea);
  if (!Number.isInteger(n)) console.log('Eso no vale, escribe un número.');
  else if (n === secreto) {
    console.log('¡Acertaste! Has ganado.');
    process.exit(0);
  } else console.log(n < secreto ? 'El mío es mayor.' : 'El mío es menor.');
  process.stdout.write('¿Cuál es? ');
});
