class Game {
  constructor() {
    this.cells = Array(9).fill(null);
    this.xIsNext = true;
  }

  handleClick(i) {
    if (i < 0 || i > 8 || this.winner() || this.isDraw()) {
      return false;
    }
    this.cells[i] = this.xIsNext ? 'X' : 'O';
    this.xIsNext = !this.xIsNext;
    return true;
  }

  winner() {
    const lines = [[0, 1, 2], [3, 4, 5], [6, 7, 8], [0, 3, 6], [1, 4, 7], [2, 5, 8], [0, 4, 8], [2, 4, 6]];
    for (const [a, b, c] of lines) {
      if (this.cells[a] && this.cells[a] === this.cells[b] && this.cells[a] === this.cells[c]) {
        return this.cells[a];
      }
    }
    return null;
  }

  isDraw() {
    return !this.winner() && this.cells.every((c) => c !== null);
  }
}

module.exports = Game;
