// Any open column, drawn by the marks on the board.
function choose(board, player) {
  const open = [0, 1, 2, 3, 4, 5, 6].filter((col) => board[0][col] === '');
  let n = 17;
  for (const mark of board.flat()) n = (n * 33 + (mark === 'X' ? 1 : mark === 'O' ? 2 : 0)) % 10007;
  return open[n % open.length];
}
