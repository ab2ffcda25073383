// Any cell that was not shot at, drawn by the shots so far.
function choose(board) {
  const cells = board.flat();
  const free = cells.flatMap((mark, i) => (mark === '' ? [i] : []));
  let n = 11;
  cells.forEach((mark, i) => { if (mark) n = (n * 131 + i * (mark === 'X' ? 3 : 1)) % 100003; });
  return free[n % free.length];
}
