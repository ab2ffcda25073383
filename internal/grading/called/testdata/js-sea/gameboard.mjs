export default class SeaBoard {
  constructor(size = 10) {
    this.size = size;
    this.ships = [];
    this.fired = new Set();
  }

  addShip(length, row, col, direction) {
    const cells = [];
    for (let i = 0; i < length; i += 1) {
      const r = direction === 'vertical' ? row + i : row;
      const c = direction === 'vertical' ? col : col + i;
      if (r < 0 || c < 0 || r >= this.size || c >= this.size) throw new Error('out of bounds');
      if (this.ships.some((s) => s.cells.includes(`${r},${c}`))) throw new Error('overlap');
      cells.push(`${r},${c}`);
    }
    this.ships.push({ cells, hits: 0 });
  }

  attack(row, col) {
    if (this.isDefeated()) throw new Error('the fleet is sunk');
    if (!(row >= 0 && row < this.size && col >= 0 && col < this.size)) throw new Error('out of bounds');
    const key = `${row},${col}`;
    if (this.fired.has(key)) throw new Error('already attacked');
    this.fired.add(key);
    const ship = this.ships.find((s) => s.cells.includes(key));
    if (!ship) return { hit: false, sunk: false };
    ship.hits += 1;
    return { hit: true, sunk: ship.hits === ship.cells.length };
  }

  isDefeated() {
    return this.ships.length > 0 && this.ships.every((s) => s.hits === s.cells.length);
  }
}
