# Puissance quatre
$stdout.sync = true
def affiche(g)
  g.each { |l| puts l.map { |x| x || "." }.join(" ") }
  puts (0..6).to_a.join(" ")
end
def gagne?(g, l, c)
  j = g[l][c]
  [[0, 1], [1, 0], [1, 1], [1, -1]].any? do |dl, dc|
    n = 1
    [1, -1].each do |s|
      y, x = l + s * dl, c + s * dc
      while y.between?(0, 5) && x.between?(0, 6) && g[y][x] == j
        n += 1
        y += s * dl
        x += s * dc
      end
    end
    n >= 4
  end
end
loop do
  g = Array.new(6) { Array.new(7) }
  joueurs = { "J" => "jaune", "R" => "rouge" }
  j = "J"
  coups = 0
  loop do
    affiche(g)
    print "Au tour du joueur #{joueurs[j]}, colonne (0 à 6) : "
    t = gets or exit
    t = t.strip
    unless t =~ /\A-?\d+\z/
      puts "Il faut un nombre."
      next
    end
    c = t.to_i
    unless c.between?(0, 6)
      puts "Cette colonne n'existe pas."
      next
    end
    if g[0][c]
      puts "La colonne est pleine."
      next
    end
    l = 5.downto(0).find { |y| g[y][c].nil? }
    g[l][c] = j
    coups += 1
    if gagne?(g, l, c)
      affiche(g)
      puts "Bravo, le joueur #{joueurs[j]} aligne quatre pions !"
      break
    end
    if coups == 42
      affiche(g)
      puts "Match nul, la grille est remplie."
      break
    end
    j = j == "J" ? "R" : "J"
  end
  print "Rejouer (o/n) ? "
  r = gets or exit
  break unless r.strip.downcase == "o"
end
