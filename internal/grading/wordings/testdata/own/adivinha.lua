math.randomseed(os.time() + math.floor(os.clock() * 1e6))
local frutas = { "laranja", "morango", "abacaxi", "melancia", "goiaba", "pitanga" }
local p = frutas[math.random(#frutas)]
local usadas, vidas = {}, 6
local function mascara()
  local t = {}
  for c in p:gmatch(".") do t[#t + 1] = usadas[c] and c or "_" end
  return table.concat(t, " ")
end
print("Jogo da forca: uma fruta de " .. #p .. " letras.")
while true do
  print(mascara())
  print("Tentativas restantes: " .. vidas)
  io.write("Letra: ")
  io.flush()
  local s = io.read("l")
  if not s then break end
  s = s:lower()
  if #s ~= 1 or not s:match("%a") then
    print("Escreva uma letra.")
  elseif usadas[s] then
    print("Letra repetida.")
  else
    usadas[s] = true
    if p:find(s, 1, true) then
      print("Tem!")
      if not mascara():find("_") then
        print(mascara())
        print("Ganhou! Era mesmo " .. p .. ".")
        break
      end
    else
      vidas = vidas - 1
      print("Não tem.")
      if vidas == 0 then
        print("Perdeu. Era " .. p .. ".")
        break
      end
    end
  end
end
