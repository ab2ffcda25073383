function createHangman(secret, maxWrong = 6) {
  const letters = secret.toLowerCase().split('');
  const guessed = [];
  let wrong = 0;

  function guess(letter) {
    const l = letter.toLowerCase();
    if (status() !== 'playing') return { ok: false, reason: 'over' };
    if (!/^\p{L}$/u.test(l)) return { ok: false, reason: 'not a letter' };
    if (guessed.includes(l)) return { ok: false, reason: 'already guessed' };
    guessed.push(l);
    const hit = letters.includes(l);
    if (!hit) wrong += 1;
    return { ok: true, hit };
  }

  function masked() {
    return letters.map((l) => (guessed.includes(l) || !/\p{L}/u.test(l) ? l : '_')).join('');
  }

  function wrongGuesses() {
    return wrong;
  }

  function status() {
    if (!masked().includes('_')) return 'won';
    return wrong >= maxWrong ? 'lost' : 'playing';
  }

  return { guess, masked, wrongGuesses, status };
}

module.exports = { createHangman };
