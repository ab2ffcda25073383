secret = Integer(ARGV.shift)
$stdout.sync = true
restant = 10
puts "Devinez le nombre (1-100), vous avez 10 essais."
until restant.zero?
  print "Votre nombre : "
  reponse = ($stdin.gets or break).strip
  if reponse !~ /\A-?\d+\z/
    puts "Ce n'est pas un nombre."
    next
  end
  n = reponse.to_i
  unless n.between?(1, 100)
    puts "Hors limites, entre 1 et 100."
    next
  end
  restant -= 1
  if n == secret
    puts "Bravo, c'est gagné !"
    exit
  end
  puts n < secret ? "C'est plus grand." : "C'est plus petit."
  puts "Il reste #{restant} essais." if restant > 0
end
puts "Perdu, le nombre était #{secret}."
