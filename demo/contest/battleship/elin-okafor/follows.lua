-- Goes on in the line of two hits, then beside one, then along the diagonals.
local board

local function cell(row, col) return string.char(96 + col) .. row end
local function free(row, col) return row >= 1 and row <= 10 and col >= 1 and col <= 10 and not board[cell(row, col)] end
local function hit(row, col) return board[cell(row, col)] == "hit" end

local function pick()
  local beside
  for row = 1, 10 do
    for col = 1, 10 do
      if hit(row, col) then
        for _, d in ipairs({ {0, 1}, {0, -1}, {1, 0}, {-1, 0} }) do
          local r, c = row + d[1], col + d[2]
          if free(r, c) then
            if hit(row - d[1], col - d[2]) then return cell(r, c) end
            beside = beside or cell(r, c)
          end
        end
      end
    end
  end
  if beside then return beside end
  for step = 2, 1, -1 do
    for row = 1, 10 do
      for col = 1, 10 do
        if (row + col) % step == 0 and free(row, col) then return cell(row, col) end
      end
    end
  end
end

for line in io.lines() do
  local word, rest = line:match("^(%S+)%s*(.*)$")
  if word == "play" then
    board = {}
  elseif word == "hit" or word == "miss" then
    board[rest:match("^%d (%S+)")] = word
  elseif word == "choose" then
    print("move " .. rest .. " " .. pick())
    io.flush()
  end
end
