local W, H = 7, 6
local g = {}
for x = 1, W do g[x] = {} end
local sym = { "\27[31mo\27[0m", "\27[33mo\27[0m" }
local nome = { "Vermelho", "Amarelo" }
local function show()
  io.write("\27[2J\27[H")
  for y = H, 1, -1 do
    local t = {}
    for x = 1, W do t[x] = g[x][y] and sym[g[x][y]] or "·" end
    print("| " .. table.concat(t, " ") .. " |")
  end
  print("  1 2 3 4 5 6 7")
end
local function quatro(x, y, p)
  for _, d in ipairs({ { 1, 0 }, { 0, 1 }, { 1, 1 }, { 1, -1 } }) do
    local n = 1
    for _, s in ipairs({ 1, -1 }) do
      local a, b = x + s * d[1], y + s * d[2]
      while g[a] and g[a][b] == p do n = n + 1; a = a + s * d[1]; b = b + s * d[2] end
    end
    if n >= 4 then return true end
  end
end
local p, n = 1, 0
show()
while true do
  io.write(nome[p] .. " joga, coluna? ")
  io.flush()
  local s = io.read("l")
  if not s then break end
  local x = tonumber(s)
  if not x or x ~= math.floor(x) then
    print("Isso não é um número.")
  elseif x < 1 or x > W then
    print("A coluna vai de 1 a 7.")
  elseif #g[x] == H then
    print("Coluna cheia.")
  else
    g[x][#g[x] + 1] = p
    n = n + 1
    show()
    if quatro(x, #g[x], p) then print("Quatro em linha! Vitória do " .. nome[p] .. ".") break end
    if n == W * H then print("Empatou.") break end
    p = 3 - p
  end
end
