local function ask(text)
  io.write(text)
  io.flush()
  local line = io.read()
  if not line then os.exit(0) end
  return line
end

repeat
  local beans, player = 10, 1
  while true do
    print('')
    print('=== ' .. beans .. ' beans in the bowl ===')
    local n = tonumber(ask('P' .. player .. ' > '))
    if not n or n ~= math.floor(n) then
      print('(a whole number of beans, please)')
    elseif n < 1 then
      print('(at least one bean must be eaten)')
    elseif n > beans then
      print('(you cannot eat more than there are)')
    else
      beans = beans - n
      if beans == 0 then break end
      player = 3 - player
    end
  end
  print('The bowl is empty. P' .. player .. ' ate the last bean and wins!')
until ask('New bowl? (y/n) ') ~= 'y'
