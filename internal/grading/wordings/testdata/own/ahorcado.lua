math.randomseed(os.time() + math.floor(os.clock() * 1e6) + tonumber(tostring({}):match("0x(%x+)"), 16) % 100000)
local palabras = { "manzana", "ventana", "camino", "puerta", "libro", "cocina", "zapato", "jardin" }
local secreta = palabras[math.random(#palabras)]
local usadas, vidas = {}, 6

local function dibuja()
  local t = {}
  for c in secreta:gmatch(".") do t[#t + 1] = usadas[c] and c or "_" end
  return table.concat(t, " ")
end

print("*** EL AHORCADO ***")
while true do
  print("")
  print("Palabra: " .. dibuja())
  print("Vidas: " .. vidas)
  io.write("Letra? ")
  local l = io.read()
  if not l then break end
  l = l:lower()
  if #l ~= 1 or not l:match("%a") then
    print("Eso no es una letra.")
  elseif usadas[l] then
    print("La letra " .. l .. " ya se ha dicho.")
  else
    usadas[l] = true
    if secreta:find(l, 1, true) then
      print("Muy bien!")
      if not dibuja():find("_") then print("Has ganado. La palabra era " .. secreta .. "."); break end
    else
      vidas = vidas - 1
      print("No esta.")
      if vidas == 0 then print("Has perdido. La palabra era " .. secreta .. "."); break end
    end
  end
end
