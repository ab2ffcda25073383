class Sea:
    """One side's sea. Ships are placed one after the other, then fired at."""

    def __init__(self, rows, cols):
        self.rows, self.cols = rows, cols
        self.ships = []
        self.shots = set()

    def place_ship(self, name, row, col, length, vertical):
        cells = {(row + i, col) if vertical else (row, col + i) for i in range(length)}
        for r, c in cells:
            if not (0 <= r < self.rows and 0 <= c < self.cols):
                return False
        if any(cells & ship["cells"] for ship in self.ships):
            return False
        self.ships.append({"name": name, "cells": cells})
        return True

    def fire(self, row, col):
        if self.all_sunk() or not (0 <= row < self.rows and 0 <= col < self.cols):
            return "invalid"
        if (row, col) in self.shots:
            return "again"
        self.shots.add((row, col))
        for ship in self.ships:
            if (row, col) in ship["cells"]:
                return "sunk" if ship["cells"] <= self.shots else "hit"
        return "miss"

    def all_sunk(self):
        return all(ship["cells"] <= self.shots for ship in self.ships)
