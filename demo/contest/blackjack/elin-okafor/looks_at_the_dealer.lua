-- Stands on 12 to 16 when the dealer is weak; doubles 10 and 11.
local hand, up, dealt

local function value(card)
  local rank = card:sub(1, -2)
  if rank == "A" then return 1 end
  return tonumber(rank) or 10
end

local function pick()
  local total, ace = 0, false
  for _, card in ipairs(hand) do
    total = total + value(card)
    ace = ace or value(card) == 1
  end
  if #hand == 2 and (total == 10 or total == 11) and value(up) ~= 1 then return "double" end
  if ace and total <= 11 then return total + 10 < 18 and "hit" or "stand" end
  local weak = value(up) >= 2 and value(up) <= 6
  if total >= 17 or total >= 12 and weak then return "stand" end
  return "hit"
end

for line in io.lines() do
  local word, rest = line:match("^(%S+)%s*(.*)$")
  if word == "play" or word == "result" then
    dealt = false
  elseif word == "card" then
    local player, _, card = rest:match("(%d) (%d) (%S+)")
    if player == "1" then hand[#hand + 1] = card elseif card ~= "?" and not up then up = card end
  elseif word == "choose" then
    local move = "1"
    if dealt then move = pick() end
    if not dealt then hand, up, dealt = {}, nil, true end
    print("move " .. rest .. " " .. move)
    io.flush()
  end
end
