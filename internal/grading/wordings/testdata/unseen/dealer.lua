-- Twenty-one against the house. The environment variable DECK lists the cards: "5S 9H 10D ..."
local deck = {}
for c in (os.getenv("DECK") or ""):gmatch("%S+") do deck[#deck + 1] = c end
if #deck == 0 then print("DECK is empty") os.exit(1) end
local at = 0
local function draw() at = at + 1 return deck[at] end
local function total(h)
  local t, ace = 0, false
  for _, c in ipairs(h) do
    local r = c:sub(1, -2)
    if r == "A" then ace = true t = t + 1
    elseif r == "J" or r == "Q" or r == "K" then t = t + 10
    else t = t + tonumber(r) end
  end
  return ace and t <= 11 and t + 10 or t
end
local function say(...) io.write(string.format(...), "\n") io.flush() end
local function ask(q)
  io.write(q) io.flush()
  local l = io.read("l")
  if not l then os.exit(0) end
  return l
end
local credit = 100
for n = 1, 10 do
  if credit < 1 then break end
  local bet
  repeat
    say("Credit: %g", credit)
    bet = ask("Place your bet: "):match("^%s*(-?%d+)%s*$")
    bet = bet and tonumber(bet)
    if not bet then say("Please place a number.")
    elseif bet < 1 or bet > 100 or bet > credit then say("You cannot place %d.", bet) bet = nil end
  until bet
  credit = credit - bet
  local me, house = { draw() }, { draw() }
  me[2], house[2] = draw(), draw()
  local hands, bets = { me }, { bet }
  say("Yours: <%s> <%s> worth %d", me[1], me[2], total(me))
  say("House: <%s> <face down>", house[1])
  local natural, theirs = total(me) == 21, total(house) == 21
  if not natural and not theirs then
    local i = 1
    while i <= #hands do
      local h = hands[i]
      local over = #hands == 2 and h[1]:sub(1, 1) == "A"
      while not over and total(h) < 21 do
        local w = ask("more / enough / double / split? ")
        if w == "enough" then over = true
        elseif w == "more" then
          h[#h + 1] = draw()
          say("Yours: <%s> worth %d", table.concat(h, "> <"), total(h))
        elseif w == "double" and #h == 2 and credit >= bets[i] then
          credit = credit - bets[i]
          bets[i] = 2 * bets[i]
          h[3] = draw()
          say("Yours: <%s> worth %d", table.concat(h, "> <"), total(h))
          over = true
        elseif w == "split" and #hands == 1 and #h == 2 and credit >= bet and total({ h[1] }) == total({ h[2] }) then
          credit = credit - bet
          hands[2], bets[2] = { h[2], nil }, bet
          h[2] = draw()
          hands[2][2] = draw()
          say("Yours: <%s> worth %d", table.concat(h, "> <"), total(h))
          say("Also yours: <%s> worth %d", table.concat(hands[2], "> <"), total(hands[2]))
          over = h[1]:sub(1, 1) == "A"
        elseif w == "double" or w == "split" then say("The rules do not let you.")
        else say("One of the four words, please.") end
      end
      if total(h) > 21 then say("Too high: %d. The house keeps %d.", total(h), bets[i]) end
      i = i + 1
    end
  end
  local alive = false
  for _, h in ipairs(hands) do alive = alive or total(h) <= 21 end
  if alive and not natural and not theirs then while total(house) < 17 do house[#house + 1] = draw() end end
  say("House: <%s> worth %d", table.concat(house, "> <"), total(house))
  for i, h in ipairs(hands) do
    local a, b = total(h), total(house)
    if a > 21 then
    elseif natural and not theirs then credit = credit + 2.5 * bets[i] say("Twenty-one at once! You receive %g.", 2.5 * bets[i])
    elseif theirs and not natural then say("The house has twenty-one at once and keeps %d.", bets[i])
    elseif b > 21 or a > b then credit = credit + 2 * bets[i] say("You receive %d.", 2 * bets[i])
    elseif a == b then credit = credit + bets[i] say("As good as each other: you get %d back.", bets[i])
    else say("The house keeps %d.", bets[i]) end
  end
end
say("Credit: %g. Time to go.", credit)
