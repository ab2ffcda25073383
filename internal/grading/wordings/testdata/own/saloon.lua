-- Blackjack at the saloon
math.randomseed(os.time() + math.floor(os.clock() * 1000000))
local faces = {"2","3","4","5","6","7","8","9","10","Jack","Queen","King","Ace"}
local suits = {"Hearts","Clubs","Spades","Diamonds"}

local function shuffled()
  local d = {}
  for _, s in ipairs(suits) do for _, f in ipairs(faces) do d[#d + 1] = {f = f, s = s} end end
  for i = #d, 2, -1 do local j = math.random(i); d[i], d[j] = d[j], d[i] end
  return d
end

local function count(hand)
  local t, aces = 0, 0
  for _, c in ipairs(hand) do
    if c.f == "Ace" then aces = aces + 1; t = t + 1
    elseif c.f == "Jack" or c.f == "Queen" or c.f == "King" then t = t + 10
    else t = t + tonumber(c.f) end
  end
  if aces > 0 and t + 10 <= 21 then t = t + 10 end
  return t
end

local function names(hand)
  local n = {}
  for _, c in ipairs(hand) do n[#n + 1] = c.f .. " of " .. c.s end
  return table.concat(n, ", ")
end

local deck = shuffled()
local function draw(hand) hand[#hand + 1] = table.remove(deck) end

io.write("Welcome to the saloon, stranger. One hand of twenty-one.\n")
local me, house = {}, {}
draw(me); draw(house); draw(me); draw(house)
print("The house shows: " .. house[1].f .. " of " .. house[1].s)
print("Yer cards: " .. names(me) .. " (" .. count(me) .. ")")
local busted = false
while count(me) < 21 do
  io.write("Another card, stranger (y/n)? ")
  local a = io.read()
  if not a then return end
  a = a:lower()
  if a == "y" then
    draw(me)
    print("Yer cards: " .. names(me) .. " (" .. count(me) .. ")")
  elseif a == "n" then
    break
  else
    print("Speak clearly, stranger.")
  end
end
if count(me) > 21 then
  print("Too greedy! The house takes it.")
  return
end
while count(house) < 17 do draw(house) end
print("The house has: " .. names(house) .. " (" .. count(house) .. ")")
local a, b = count(me), count(house)
if b > 21 then print("The house went over. Ya win!")
elseif a > b then print("Ya win!")
elseif a < b then print("The house wins.")
else print("It's a tie, nobody wins.") end
