local b, turn = {}, 1
local sign = { 'X', 'O' }
for i = 1, 9 do b[i] = ' ' end
local lines = { {1,2,3},{4,5,6},{7,8,9},{1,4,7},{2,5,8},{3,6,9},{1,5,9},{3,5,7} }
local function show()
  for r = 0, 2 do print(string.format(' %s | %s | %s ', b[3*r+1] == ' ' and 3*r+1 or b[3*r+1], b[3*r+2] == ' ' and 3*r+2 or b[3*r+2], b[3*r+3] == ' ' and 3*r+3 or b[3*r+3])) end
end
local n = 0
while true do
  show()
  io.write('Do not make three! ' .. sign[turn] .. ' chooses 1-9: ')
  local t = io.read()
  if not t then break end
  local k = tonumber(t)
  if not k or k ~= math.floor(k) or k < 1 or k > 9 then print('One of the numbers, please.')
  elseif b[k] ~= ' ' then print('It is used.')
  else
    b[k] = sign[turn]
    n = n + 1
    local three = false
    for _, l in ipairs(lines) do if b[l[1]] == sign[turn] and b[l[2]] == sign[turn] and b[l[3]] == sign[turn] then three = true end end
    if three then show() print('Three! ' .. sign[turn] .. ' has lost, ' .. sign[3 - turn] .. ' wins.') break end
    if n == 9 then show() print('Nobody made three. Draw.') break end
    turn = 3 - turn
  end
end
