export const ROWS = 6;
export const COLS = 7;

export function newGame() {
  return { grid: Array.from({ length: ROWS }, () => Array(COLS).fill(0)), player: 1, winner: 0, full: false };
}

export function reduce(state, column) {
  if (state.winner || state.full) throw new Error('The game is over');
  if (!(column >= 0 && column < COLS)) throw new RangeError('No such column');
  let row = ROWS - 1;
  while (row >= 0 && state.grid[row][column]) row--;
  if (row < 0) throw new Error('The column is full');
  const grid = state.grid.map((r) => r.slice());
  grid[row][column] = state.player;
  const winner = connected(grid, row, column) ? state.player : 0;
  const full = grid[0].every((c) => c !== 0);
  return { grid, player: winner ? state.player : 3 - state.player, winner, full };
}

function connected(grid, row, column) {
  const mine = grid[row][column];
  const run = (dr, dc) => {
    let n = 0;
    let r = row + dr;
    let c = column + dc;
    while (grid[r] && grid[r][c] === mine) {
      n++;
      r += dr;
      c += dc;
    }
    return n;
  };
  return [[0, 1], [1, 0], [1, 1], [1, -1]].some(([dr, dc]) => run(dr, dc) + run(-dr, -dc) >= 3);
}
