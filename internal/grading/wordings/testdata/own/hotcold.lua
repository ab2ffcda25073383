math.randomseed(os.time())
local n = math.random(1, 100)
local left = 10
io.write('Find my number between 1 and 100!\n')
while true do
  io.write('(' .. left .. ' left) >> ')
  io.flush()
  local line = io.read()
  if not line then break end
  local g = tonumber(line)
  if not g then
    print('Numbers, please.')
  elseif g < 1 or g > 100 then
    print('Stay between 1 and 100.')
  else
    left = left - 1
    if g == n then
      print('There it is! You win.')
      break
    elseif left == 0 then
      print('All used up, you lose. It was ' .. n .. '.')
      break
    elseif g < n then
      print('Go up.')
    else
      print('Go down.')
    end
  end
end
