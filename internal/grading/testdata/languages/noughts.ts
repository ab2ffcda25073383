// Tic-tac-toe for two in TypeScript; the cells are numbered.
import * as readline from 'readline';

type Mark = 'X' | 'O';
const lines: number[][] = [[0, 1, 2], [3, 4, 5], [6, 7, 8], [0, 3, 6], [1, 4, 7], [2, 5, 8], [0, 4, 8], [2, 4, 6]];

class Game {
  private cells: (Mark | undefined)[] = new Array(9).fill(undefined);
  turn: Mark = 'X';

  draw(): string {
    const text = (i: number): string => this.cells[i] ?? String(i + 1);
    return [0, 3, 6].map((r) => ` ${text(r)} | ${text(r + 1)} | ${text(r + 2)} `).join('\n---+---+---\n');
  }

  play(n: number): string {
    if (!Number.isInteger(n) || n < 1 || n > 9) return 'invalid';
    if (this.cells[n - 1]) return 'taken';
    this.cells[n - 1] = this.turn;
    if (lines.some((l) => l.every((i) => this.cells[i] === this.turn))) return 'won';
    if (this.cells.every((c) => c)) return 'drawn';
    this.turn = this.turn === 'X' ? 'O' : 'X';
    return 'open';
  }
}

let game = new Game();
let again = false;
const ask = (): void => {
  console.log(game.draw());
  process.stdout.write(`Player ${game.turn}, choose a square (1-9): `);
};
ask();
readline.createInterface({ input: process.stdin }).on('line', (line: string) => {
  if (again) {
    if (!line.startsWith('y')) process.exit(0);
    game = new Game();
    again = false;
    return ask();
  }
  const result = game.play(line.trim() === '' ? NaN : Number(line));
  if (result === 'invalid') console.log('That is not a square.');
  if (result === 'taken') console.log('That square is already taken.');
  if (result === 'won' || result === 'drawn') {
    console.log(game.draw());
    console.log(result === 'won' ? `Player ${game.turn} wins!` : "It's a tie!");
    process.stdout.write('Play again? (y/n) ');
    again = true;
    return;
  }
  ask();
});
