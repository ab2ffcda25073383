-- Builds one tower, and begins the next one when the other player sits on it.
local heights, seat, tower

local function fits(col) return heights[col] < 6 end

for line in io.lines() do
  local word, rest = line:match("^(%S+)%s*(.*)$")
  if word == "play" then
    heights, seat, tower = { 0, 0, 0, 0, 0, 0, 0 }, rest:match("(%d)$"), 4
  elseif word == "cell" then
    local letter, player = rest:match("^(%a)%d+ (%d)")
    local col = letter:byte() - 96
    heights[col] = heights[col] + 1
    if player ~= seat and col == tower then tower = tower % 7 + 1 end
  elseif word == "choose" then
    while not fits(tower) do tower = tower % 7 + 1 end
    print("move " .. rest .. " " .. string.char(96 + tower))
    io.flush()
  end
end
