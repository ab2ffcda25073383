# Battleship. Fleets: argument 1 and 2, like "0,1,right;2,2,down;..." (row,column from 0, in the order carrier, battleship, cruiser, submarine, destroyer)
$stdout.sync = true
KINDS = { "carrier" => 5, "battleship" => 4, "cruiser" => 3, "submarine" => 3, "destroyer" => 2 }
def fleet(text)
  sea = {}
  text.split(";").zip(KINDS.keys).each do |ship, name|
    r, c, way = ship.split(",")
    KINDS[name].times { |k| sea[way == "right" ? [r.to_i, c.to_i + k] : [r.to_i + k, c.to_i]] = name }
  end
  sea
end
def ask(q)
  print q
  (gets_line or exit).strip
end
def gets_line
  $stdin.gets
end
loop do
  seas = [fleet(ARGV[0]), fleet(ARGV[1])]
  past = [[], []]
  me = 0
  loop do
    line = ask("[Player #{me + 1}] shoot (letter number): ")
    unless line =~ /\A([a-zA-Z]) (\d+)\z/
      puts "Use the form: D 7"
      next
    end
    at = [$2.to_i - 1, $1.upcase.ord - 65]
    unless at.all? { |x| x.between?(0, 9) }
      puts "The sea is only ten by ten."
      next
    end
    if past[me].include?(at)
      puts "Been there."
      next
    end
    past[me] << at
    name = seas[1 - me].delete(at)
    if name.nil?
      puts "Nope, fish only."
    elsif seas[1 - me].value?(name)
      puts "Yes! Metal."
    else
      puts "Yes! Metal. Farewell, #{name}."
    end
    if seas[1 - me].empty?
      puts "Player #{me + 1} is the last one floating."
      break
    end
    me = 1 - me
  end
  break unless ask("Type again to go again: ") == "again"
end
