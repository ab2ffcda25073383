// Draws with pictures and scores over several games.
const rl = require('readline').createInterface({ input: process.stdin, output: process.stdout });
const ask = q => new Promise(r => rl.question(q, r));
const pic = { X: '❌', O: '⭕', '': '⬜' };
const score = { X: 0, O: 0, draws: 0 };
const wins = [[0, 1, 2], [3, 4, 5], [6, 7, 8], [0, 3, 6], [1, 4, 7], [2, 5, 8], [0, 4, 8], [2, 4, 6]];

(async () => {
  for (;;) {
    const b = Array(9).fill('');
    for (let n = 0; ; n++) {
      const me = n % 2 ? 'O' : 'X';
      for (let i = 0; i < 9; i += 3) console.log(b.slice(i, i + 3).map(v => pic[v]).join(' '));
      let k;
      for (;;) {
        const t = (await ask(`Next: ${pic[me]} – which field [1..9]? `)).trim();
        k = /^[1-9]$/.test(t) ? Number(t) - 1 : -1;
        if (k < 0) console.log('⚠ only the digits 1 to 9');
        else if (b[k]) console.log('⚠ this field has been taken');
        else break;
      }
      b[k] = me;
      const won = wins.some(w => w.every(i => b[i] === me));
      if (won || n === 8) {
        for (let i = 0; i < 9; i += 3) console.log(b.slice(i, i + 3).map(v => pic[v]).join(' '));
        score[won ? me : 'draws']++;
        console.log(won ? `Congratulations ${pic[me]}, you have won!` : 'Remis!');
        console.log(`Score: X ${score.X}, O ${score.O}, draws: ${score.draws}`);
        break;
      }
    }
    const more = await ask('One more game? 1 = yes, 2 = no: ');
    if (more !== '1') return rl.close();
  }
})();
