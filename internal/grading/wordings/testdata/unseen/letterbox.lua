-- Hangman. The word is in the file secret (one line).
local f = assert(io.open("secret.txt"))
local word = f:read("l")
f:close()
local function chars(s)
  local t = {}
  for c in s:gmatch(utf8.charpattern) do t[#t + 1] = c end
  return t
end
local lower = { ["Ä"] = "ä", ["Ö"] = "ö", ["Ü"] = "ü" }
local function low(c) return lower[c] or c:lower() end
local function letter(c) return c:match("^%a$") or (#c > 1) end
local function play()
  local tried, left = {}, 6
  while true do
    local row, open = {}, 0
    for _, c in ipairs(chars(word)) do
      if letter(c) and not tried[low(c)] then open = open + 1 row[#row + 1] = "#" else row[#row + 1] = c end
    end
    print(table.concat(row, ""))
    if open == 0 then print("Free as a bird!") return end
    if left == 0 then print("Oh dear. " .. word .. " would have saved him.") return end
    io.write(left, " planks left. Letter? ")
    io.flush()
    local g = io.read("l")
    if not g then os.exit(0) end
    local cs = chars(g)
    local c = cs[1] and low(cs[1])
    if #cs ~= 1 or not letter(c) then
      print("Just the one letter.")
    elseif tried[c] then
      print("Twice is once too often.")
    else
      tried[c] = true
      local hit = false
      for _, x in ipairs(chars(word)) do hit = hit or low(x) == c end
      if not hit then left = left - 1 print("A plank is gone.") end
    end
  end
end
repeat
  play()
  io.write("Once more (y/n)? ")
  io.flush()
  local a = io.read("l")
until not a or a ~= "y"
