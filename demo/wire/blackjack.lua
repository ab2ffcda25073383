-- Blackjack with a given order of cards that speaks the protocol of docs/wire.md.
-- One deck; a shuffled one it cannot make.
local order = {}
local bank, rounds, stake, phase, next_card, player, dealer, hidden, result, doubled, split

local function value(card)
  local rank = card:sub(1, -2)
  if rank == "A" then return 1 end
  return tonumber(rank) or 10
end

local function total(hand)
  local n, ace = 0, false
  for _, card in ipairs(hand) do
    n = n + value(card)
    ace = ace or value(card) == 1
  end
  if ace and n + 10 <= 21 then return n + 10 end
  return n
end

local function begin()
  bank, rounds, phase, next_card, player, dealer, hidden, result = 10000, 0, "bet", 1, {}, {}, false, nil
end

local function new(setup)
  order = {}
  local seen = {}
  for card in (setup:match("cards=(.*)") or ""):gmatch("%S+") do
    order[#order + 1], seen[card] = card, true
  end
  for _, suit in ipairs({"S", "H", "D", "C"}) do
    for _, rank in ipairs({"A", "2", "3", "4", "5", "6", "7", "8", "9", "10", "J", "Q", "K"}) do
      if not seen[rank .. suit] then order[#order + 1] = rank .. suit end
    end
  end
  begin()
end

local function draw(hand)
  hand[#hand + 1] = order[next_card]
  next_card = next_card + 1
end

local function finish(how, paid)
  bank = bank + paid
  print(string.format("result 1 %s %d.%02d", how, paid // 100, paid % 100))
  rounds, phase = rounds + 1, "bet"
  if rounds == 10 or bank < 100 then
    result = bank > 10000 and "won 1" or bank < 10000 and "won 2" or "drawn"
    print(result)
  end
end

local function settle(bust)
  hidden = false
  while not bust and total(dealer) < 17 do draw(dealer) end
  local mine, house = total(player), total(dealer)
  if house > 21 then print("bust 2 1") end
  local natural = house == 21 and #dealer == 2
  if bust then finish("lose", 0)
  elseif natural then finish("lose", 0)
  elseif house > 21 or mine > house then finish("win", 2 * stake)
  elseif mine == house then finish("push", stake)
  else finish("lose", 0) end
end

local function after_card()
  if total(player) > 21 then
    print("bust 1 1")
    settle(true)
  elseif total(player) == 21 or doubled then
    settle(false)
  end
end

local function bet(units)
  if phase ~= "bet" or result or units < 1 or units > 100 or units * 100 > bank then return print("refused") end
  if 52 - (next_card - 1) < 26 then next_card = 1 end
  stake, player, dealer, hidden, doubled, phase = units * 100, {}, {}, true, false, "play"
  bank = bank - stake
  draw(player) draw(dealer) draw(player) draw(dealer)
  local house = total(dealer) == 21
  if total(player) == 21 then
    hidden = false
    if house then finish("push", stake) else finish("natural", stake + stake * 3 // 2) end
  elseif house then
    settle(false)
  end
end

local function move(text)
  if text:match("^%-?%d+$") then
    bet(tonumber(text))
  elseif phase ~= "play" or result then
    print("refused")
  elseif text == "hit" then
    draw(player)
    after_card()
  elseif text == "stand" then
    settle(false)
  elseif text == "double" and #player == 2 and stake <= bank then
    bank, stake, doubled = bank - stake, 2 * stake, true
    draw(player)
    after_card()
  else
    print("refused")
  end
  if not result then print("turn 1") end
end

local function show()
  if #player > 0 then
    for _, card in ipairs(player) do print("card 1 1 " .. card) end
    print("total 1 1 " .. total(player))
    for i, card in ipairs(dealer) do print("card 2 1 " .. (hidden and i == 2 and "?" or card)) end
    print("total 2 1 " .. (hidden and total({dealer[1]}) or total(dealer)))
  end
  print(string.format("bank %d.%02d", bank // 100, bank % 100))
end

for line in io.lines() do
  local request, rest = line:match("^(%S+)%s?(.*)$")
  if request == "end" then break end
  if request == "new" then new(rest) end
  if request == "again" then begin() end
  if request == "move" then move(rest) end
  if request == "show" then show() end
  print(".")
end
