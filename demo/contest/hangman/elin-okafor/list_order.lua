-- The letters by how many words of the list have them.
local order, at = {}, 1

local function count(words)
  local n = {}
  for word in words:gmatch("%S+") do
    local seen = {}
    for letter in word:gmatch("%a") do
      if not seen[letter] then n[letter] = (n[letter] or 0) + 1 end
      seen[letter] = true
    end
  end
  order = {}
  for letter = 97, 122 do order[#order + 1] = string.char(letter) end
  table.sort(order, function(a, b)
    local x, y = n[a] or 0, n[b] or 0
    if x ~= y then return x > y end
    return a < b
  end)
end

for line in io.lines() do
  local word, rest = line:match("^(%S+)%s*(.*)$")
  if word == "words" then count(rest)
  elseif word == "play" then at = 1
  elseif word == "choose" then
    print("move " .. rest .. " " .. order[at])
    io.flush()
    at = at + 1
  end
end
