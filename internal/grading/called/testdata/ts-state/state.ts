export type Cell = 'X' | 'O' | '';

export interface State {
  readonly cells: readonly Cell[];
  readonly next: Cell;
  readonly result: 'X' | 'O' | 'draw' | 'open';
}

const LINES = [[0, 1, 2], [3, 4, 5], [6, 7, 8], [0, 3, 6], [1, 4, 7], [2, 5, 8], [0, 4, 8], [2, 4, 6]];

export const initialState: State = { cells: Array<Cell>(9).fill(''), next: 'X', result: 'open' };

export function applyMove(state: State, index: number): State {
  if (state.result !== 'open' || index < 0 || index > 8 || state.cells[index] !== '') {
    return state;
  }
  const cells = state.cells.slice();
  cells[index] = state.next;
  return { cells, next: state.next === 'X' ? 'O' : 'X', result: resultOf(cells) };
}

function resultOf(cells: readonly Cell[]): State['result'] {
  for (const [a, b, c] of LINES) {
    if (cells[a] && cells[a] === cells[b] && cells[a] === cells[c]) return cells[a] as 'X' | 'O';
  }
  return cells.includes('') ? 'open' : 'draw';
}
