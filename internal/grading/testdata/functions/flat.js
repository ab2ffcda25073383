// Five in a row on one list of 225 cells, null for a free one.
const SIZE = 15;

const at = (board, row, col) => (row >= 0 && row < SIZE && col >= 0 && col < SIZE ? board[row * SIZE + col] : undefined);

export function gameOver(board) {
  for (let row = 0; row < SIZE; row++) {
    for (let col = 0; col < SIZE; col++) {
      const mark = at(board, row, col);
      if (mark === null) continue;
      for (const [dr, dc] of [[0, 1], [1, 0], [1, 1], [1, -1]]) {
        if ([1, 2, 3, 4].every((i) => at(board, row + i * dr, col + i * dc) === mark)) return mark;
      }
    }
  }
  return board.includes(null) ? null : 'draw';
}

export const free = (board, n) => Number.isInteger(n) && n >= 0 && n < SIZE * SIZE && board[n] === null;
