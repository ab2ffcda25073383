-- Tic-tac-toe: type the row letter and the column number together
local function show(b)
  for r = 1, 3 do
    local row = string.char(64 + r)
    for c = 1, 3 do row = row .. "  " .. (b[r][c] or "_") end
    print(row)
  end
  print("   1  2  3")
end
local function has(b, m)
  for i = 1, 3 do
    if b[i][1] == m and b[i][2] == m and b[i][3] == m then return true end
    if b[1][i] == m and b[2][i] == m and b[3][i] == m then return true end
  end
  return b[2][2] == m and ((b[1][1] == m and b[3][3] == m) or (b[1][3] == m and b[3][1] == m))
end
local wins = { X = 0, O = 0 }
repeat
  local b, m, n = { {}, {}, {} }, "X", 0
  show(b)
  while true do
    io.write("Where does ", m, " go (like B3)? ")
    io.flush()
    local s = io.read("l")
    if not s then os.exit(0) end
    local l, d = s:upper():match("^%s*(%a)(%d)%s*$")
    local r, c = l and l:byte() - 64, tonumber(d)
    if not l then
      print("Like B3, I said.")
    elseif r > 3 or c < 1 or c > 3 then
      print("Outside!")
    elseif b[r][c] then
      print("Not free!")
    else
      b[r][c] = m
      n = n + 1
      show(b)
      if has(b, m) then
        wins[m] = wins[m] + 1
        print(m .. " scores. X " .. wins.X .. " : " .. wins.O .. " O")
        break
      elseif n == 9 then
        print("Dead heat. X " .. wins.X .. " : " .. wins.O .. " O")
        break
      end
      m = m == "X" and "O" or "X"
    end
  end
  io.write("Press y for the next game: ")
  io.flush()
until (io.read("l") or "") ~= "y"
