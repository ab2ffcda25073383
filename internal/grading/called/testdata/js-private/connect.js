class ConnectFour {
  #grid;
  #next = 'R';

  constructor() {
    this.#grid = [];
    for (let row = 0; row < 6; row += 1) this.#grid.push(new Array(7).fill(''));
    this.winner = null;
    this.moves = 0;
  }

  get currentPlayer() {
    return this.#next;
  }

  get gameOver() {
    return this.winner !== null || this.moves === 42;
  }

  getBoard() {
    return this.#grid.map((row) => [...row]);
  }

  dropPiece(col) {
    if (this.gameOver || !Number.isInteger(col) || col < 0 || col > 6 || this.#grid[0][col]) return null;
    let row = 5;
    while (this.#grid[row][col]) row -= 1;
    this.#grid[row][col] = this.#next;
    this.moves += 1;
    if (this.#wins(row, col)) this.winner = this.#next;
    this.#next = this.#next === 'R' ? 'Y' : 'R';
    return { row, col };
  }

  #wins(row, col) {
    const me = this.#grid[row][col];
    const count = (dr, dc) => {
      let n = 0;
      for (let r = row + dr, c = col + dc; this.#grid[r] && this.#grid[r][c] === me; r += dr, c += dc) n += 1;
      return n;
    };
    return [[0, 1], [1, 0], [1, 1], [1, -1]].some(([r, c]) => count(r, c) + count(-r, -c) > 2);
  }
}

module.exports = { ConnectFour };
