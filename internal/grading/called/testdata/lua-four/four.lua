local Four = {}
Four.__index = Four

function Four.new()
  local self = setmetatable({}, Four)
  self.columns = {}
  for c = 1, 7 do
    self.columns[c] = {}
  end
  self.turn = "A"
  self.won = nil
  return self
end

function Four:put(column)
  if self.won or self:drawn() then
    return nil, "the game is over"
  end
  local stack = self.columns[column]
  if not stack then
    return nil, "no such column"
  end
  if #stack == 6 then
    return nil, "the column is full"
  end
  stack[#stack + 1] = self.turn
  if self:line(column, #stack) then
    self.won = self.turn
  end
  self.turn = self.turn == "A" and "B" or "A"
  return #stack
end

function Four:line(column, height)
  local mine = self.columns[column][height]
  local function count(dc, dh)
    local n, c, h = 0, column + dc, height + dh
    while self.columns[c] and self.columns[c][h] == mine do
      n, c, h = n + 1, c + dc, h + dh
    end
    return n
  end
  for _, way in ipairs({ { 1, 0 }, { 0, 1 }, { 1, 1 }, { 1, -1 } }) do
    if count(way[1], way[2]) + count(-way[1], -way[2]) >= 3 then
      return true
    end
  end
  return false
end

function Four:winner()
  return self.won
end

function Four:drawn()
  for c = 1, 7 do
    if #self.columns[c] < 6 then
      return false
    end
  end
  return not self.won
end

return Four
