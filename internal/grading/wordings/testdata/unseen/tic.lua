-- Two digits together: row then column, from 0. Scores are kept.
local wins = { X = 0, O = 0 }
local function show(g)
  print("  0 1 2")
  for r = 0, 2 do
    io.write(r, " ")
    for c = 0, 2 do io.write(g[r][c], " ") end
    print()
  end
end
local function full(g) for r = 0, 2 do for c = 0, 2 do if g[r][c] == "." then return false end end end return true end
local function three(g, p)
  for i = 0, 2 do
    if g[i][0] == p and g[i][1] == p and g[i][2] == p then return true end
    if g[0][i] == p and g[1][i] == p and g[2][i] == p then return true end
  end
  return g[1][1] == p and (g[0][0] == p and g[2][2] == p or g[0][2] == p and g[2][0] == p)
end
repeat
  local g = {}
  for r = 0, 2 do g[r] = { [0] = ".", ".", "." } end
  local p = "X"
  while true do
    show(g)
    io.write(p, " to move, two digits: ") io.flush()
    local s = io.read("l")
    if not s then os.exit() end
    local r, c = s:match("^%s*(%d)(%d)%s*$")
    r, c = tonumber(r), tonumber(c)
    if not r then print("?? two digits, like 02")
    elseif r > 2 or c > 2 then print("?? digits are 0, 1 or 2")
    elseif g[r][c] ~= "." then print("?? not free")
    else
      g[r][c] = p
      if three(g, p) then show(g) wins[p] = wins[p] + 1 print(p .. " scores!") break end
      if full(g) then show(g) print("no score this time") break end
      p = p == "X" and "O" or "X"
    end
  end
  print(string.format("X:%d O:%d", wins.X, wins.O))
  io.write("more? ") io.flush()
  local m = io.read("l")
until m ~= "y"
