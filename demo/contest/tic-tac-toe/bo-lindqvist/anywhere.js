// Any free cell, drawn by the marks on the board.
function choose(board, player) {
  const cells = board.flat();
  const free = cells.flatMap((mark, i) => (mark === '' ? [i] : []));
  let n = player === 'X' ? 7 : 3;
  cells.forEach((mark, i) => { n = (n * 31 + mark.length * (i + 5)) % 1009; });
  return free[n % free.length];
}
