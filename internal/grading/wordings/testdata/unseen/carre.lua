-- morpion; les joueurs sont les bleus et les verts
local function lire(q) io.write(q) io.flush() local l = io.read("l") if not l then os.exit(0) end return (l:gsub("^%s+", ""):gsub("%s+$", "")) end
local signes = { "#", "@" }
local noms = { "bleus", "verts" }
local T = { {1,2,3},{4,5,6},{7,8,9},{1,4,7},{2,5,8},{3,6,9},{1,5,9},{3,5,7} }
local function affiche(g)
  print("")
  for r = 0, 2 do
    local t = {}
    for c = 1, 3 do local k = r * 3 + c; t[c] = g[k] and signes[g[k]] or string.char(96 + k) end
    print("   " .. table.concat(t, "   "))
  end
  print("")
end
repeat
  local g, j, n = {}, 1, 0
  while true do
    affiche(g)
    local l = lire("Aux " .. noms[j] .. " (" .. signes[j] .. ") de choisir une lettre : ")
    local k = #l == 1 and l:byte() - 96 or 0
    if k < 1 or k > 9 then print("Il faut une lettre de a à i.")
    elseif g[k] then print("Trop tard, c'est pris.")
    else
      g[k] = j; n = n + 1
      local fini = false
      for _, t in ipairs(T) do if g[t[1]] == j and g[t[2]] == j and g[t[3]] == j then fini = true end end
      if fini then affiche(g) print("Trois à la suite, bravo les " .. noms[j] .. " !") break end
      if n == 9 then affiche(g) print("Plus de place, personne ne gagne.") break end
      j = 3 - j
    end
  end
until lire("On recommence ? (o/n) ") ~= "o"
