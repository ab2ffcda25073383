const readline = require('readline');
const rl = readline.createInterface({ input: process.stdin, output: process.stdout, terminal: false });
const lines = rl[Symbol.asyncIterator]();
const ask = async (q) => { process.stdout.write(q); const r = await lines.next(); return r.done ? null : r.value; };
const animals = ['zebra', 'monkey', 'lion', 'giraffe', 'rabbit', 'donkey', 'parrot'];

(async () => {
  const who = await ask('What is your name? ');
  console.log(`Hi ${who}! Save the robot by finding the animal.`);
  let more = true;
  while (more) {
    const word = animals[Math.floor(Math.random() * animals.length)];
    const used = [];
    let lives = 6;
    while (true) {
      const board = [...word].map((c) => (used.includes(c) ? c.toUpperCase() : '*')).join('');
      if (!board.includes('*')) { console.log(`${board} - the robot lives, ${who} wins!`); break; }
      if (lives === 0) { console.log(`The robot is scrap metal. It was ${word.toUpperCase()}. ${who} loses.`); break; }
      console.log(`${board}  [${'♥'.repeat(lives)}${'♡'.repeat(6 - lives)}]  used: ${used.join(' ')}`);
      const g = await ask('letter? ');
      if (g === null) return;
      const l = g.trim().toLowerCase();
      if (!/^[a-z]$/.test(l)) { console.log('one letter from a to z, please'); continue; }
      if (used.includes(l)) { console.log(`${l} was used before`); continue; }
      used.push(l);
      if (!word.includes(l)) { lives--; console.log('zap!'); }
    }
    const a = await ask('Another animal (yes/no)? ');
    more = a !== null && a.trim().toLowerCase().startsWith('y');
  }
  rl.close();
})();
