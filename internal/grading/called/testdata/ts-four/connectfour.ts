export enum Disc {
  Empty,
  Red,
  Yellow,
}

export type Status = 'in progress' | 'red' | 'yellow' | 'tie';

export class ConnectFour {
  private board: Disc[][];
  private turn: Disc = Disc.Red;

  constructor(private readonly rows: number = 6, private readonly columns: number = 7) {
    this.board = [];
    for (let r = 0; r < rows; r++) this.board.push(new Array<Disc>(columns).fill(Disc.Empty));
  }

  getCell(row: number, column: number): Disc {
    return this.board[row][column];
  }

  getTurn(): Disc {
    return this.turn;
  }

  play(column: number): boolean {
    if (this.getStatus() !== 'in progress') return false;
    if (column < 0 || column >= this.columns) return false;
    for (let r = this.rows - 1; r >= 0; r--) {
      if (this.board[r][column] === Disc.Empty) {
        this.board[r][column] = this.turn;
        this.turn = this.turn === Disc.Red ? Disc.Yellow : Disc.Red;
        return true;
      }
    }
    return false;
  }

  getStatus(): Status {
    for (let r = 0; r < this.rows; r++) {
      for (let c = 0; c < this.columns; c++) {
        const d = this.board[r][c];
        if (d === Disc.Empty) continue;
        for (const [dr, dc] of [[0, 1], [1, 0], [1, 1], [1, -1]]) {
          let n = 1;
          while (n < 4 && this.board[r + n * dr]?.[c + n * dc] === d) n++;
          if (n === 4) return d === Disc.Red ? 'red' : 'yellow';
        }
      }
    }
    return this.board[0].every((d) => d !== Disc.Empty) ? 'tie' : 'in progress';
  }
}
