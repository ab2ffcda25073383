local Game = {}
Game.__index = Game

function Game.create()
  local g = { grid = {}, player = "X", moves = 0 }
  for r = 1, 3 do
    g.grid[r] = { " ", " ", " " }
  end
  return setmetatable(g, Game)
end

local function same(a, b, c)
  return a ~= " " and a == b and b == c
end

function Game:result()
  local g = self.grid
  for i = 1, 3 do
    if same(g[i][1], g[i][2], g[i][3]) then return g[i][1] end
    if same(g[1][i], g[2][i], g[3][i]) then return g[1][i] end
  end
  if same(g[1][1], g[2][2], g[3][3]) or same(g[1][3], g[2][2], g[3][1]) then return g[2][2] end
  if self.moves == 9 then return "draw" end
  return nil
end

function Game:play(row, col)
  if self:result() then error("the game is over") end
  if not self.grid[row] or not self.grid[row][col] then error("no such cell") end
  if self.grid[row][col] ~= " " then error("the cell is taken") end
  self.grid[row][col] = self.player
  self.moves = self.moves + 1
  self.player = self.player == "X" and "O" or "X"
end

return Game
