board = { 0, 0, 0, 0, 0, 0, 0, 0, 0 }
whose = 1

local triples = { { 1, 2, 3 }, { 4, 5, 6 }, { 7, 8, 9 }, { 1, 4, 7 }, { 2, 5, 8 }, { 3, 6, 9 }, { 1, 5, 9 }, { 3, 5, 7 } }

function winner()
  for _, t in ipairs(triples) do
    local a = board[t[1]]
    if a ~= 0 and a == board[t[2]] and a == board[t[3]] then
      return a
    end
  end
  return 0
end

function is_draw()
  for i = 1, 9 do
    if board[i] == 0 then
      return false
    end
  end
  return winner() == 0
end

function move(cell)
  if winner() ~= 0 or board[cell] ~= 0 then
    return false
  end
  board[cell] = whose
  whose = 3 - whose
  return true
end
