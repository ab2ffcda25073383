local board = {}
for i = 1, 9 do board[i] = "_" end
local player = "X"
local lines = {{1,2,3},{4,5,6},{7,8,9},{1,4,7},{2,5,8},{3,6,9},{1,5,9},{3,5,7}}

local function show()
  for r = 0, 2 do
    print("| " .. table.concat(board, " | ", r * 3 + 1, r * 3 + 3) .. " |")
  end
end

local function wins()
  for _, l in ipairs(lines) do
    if board[l[1]] == player and board[l[2]] == player and board[l[3]] == player then return true end
  end
  return false
end

local moves = 0
while true do
  show()
  io.write("Player " .. player .. " to move, row,column: ")
  io.flush()
  local line = io.read("l")
  if not line then break end
  local r, c = line:match("^%s*(%d+)%s*,%s*(%d+)%s*$")
  r, c = tonumber(r), tonumber(c)
  if not r or r < 1 or r > 3 or c < 1 or c > 3 then
    print("Illegal move!")
  elseif board[(r - 1) * 3 + c] ~= "_" then
    print("Illegal move, not free!")
  else
    board[(r - 1) * 3 + c] = player
    moves = moves + 1
    if wins() then
      show()
      print(player .. " is the winner!")
      break
    elseif moves == 9 then
      show()
      print("A draw!")
      break
    end
    player = player == "X" and "O" or "X"
  end
end
