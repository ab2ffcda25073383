-- Completes a line, stops one of the other player, or takes the middle.
local lines = { {1,2,3}, {4,5,6}, {7,8,9}, {1,4,7}, {2,5,8}, {3,6,9}, {1,5,9}, {3,5,7} }
local names = { "a1", "b1", "c1", "a2", "b2", "c2", "a3", "b3", "c3" }
local cells, seat = {}, "1"

local function completing(player)
  for _, line in ipairs(lines) do
    local marks, free = 0, nil
    for _, i in ipairs(line) do
      if cells[names[i]] == player then marks = marks + 1 end
      if not cells[names[i]] then free = names[i] end
    end
    if marks == 2 and free then return free end
  end
end

local function pick()
  local other = seat == "1" and "2" or "1"
  local cell = completing(seat) or completing(other)
  if cell then return cell end
  for _, i in ipairs({ 5, 1, 3, 7, 9, 2, 4, 6, 8 }) do
    if not cells[names[i]] then return names[i] end
  end
end

for line in io.lines() do
  local word, rest = line:match("^(%S+)%s*(.*)$")
  if word == "play" then
    cells, seat = {}, rest:match("(%d)$")
  elseif word == "cell" then
    local cell, player = rest:match("(%S+) (%d)")
    cells[cell] = player
  elseif word == "choose" then
    print("move " .. rest .. " " .. pick())
    io.flush()
  end
end
