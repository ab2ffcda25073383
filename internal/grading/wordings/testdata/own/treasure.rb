# Battleship against a hidden fleet, beginners' course
SIZE = 6
ships = { "big boat" => 3, "small boat" => 2, "canoe" => 2 }
sea = {}
ships.each do |name, len|
  loop do
    r, c = rand(SIZE), rand(SIZE)
    dr, dc = [[0, 1], [1, 0]].sample
    cells = (0...len).map { |i| [r + i * dr, c + i * dc] }
    next if cells.any? { |y, x| y >= SIZE || x >= SIZE || sea[[y, x]] }
    cells.each { |k| sea[k] = name }
    break
  end
end
tried = {}
left = ships.dup
$stdout.sync = true
puts "Find the #{ships.keys.join(', ')}! The lake has #{SIZE} rows and #{SIZE} columns."
until left.values.all?(&:zero?)
  puts "  " + (1..SIZE).to_a.join(" ")
  SIZE.times { |y| puts "#{y + 1} " + (0...SIZE).map { |x| tried[[y, x]] || "~" }.join(" ") }
  print "Row and column (e.g. 2,5): "
  line = gets or exit
  m = line.strip.match(/\A(\d+)\s*,\s*(\d+)\z/)
  unless m
    puts "I need two numbers with a comma."
    next
  end
  y, x = m[1].to_i - 1, m[2].to_i - 1
  if y < 0 || x < 0 || y >= SIZE || x >= SIZE
    puts "That is on the shore!"
    next
  end
  if tried[[y, x]]
    puts "You looked there before."
    next
  end
  name = sea[[y, x]]
  if name.nil?
    tried[[y, x]] = "o"
    puts "Nothing but water."
    next
  end
  tried[[y, x]] = "#"
  left[name] -= 1
  puts "You hit something!"
  puts "The #{name} is gone." if left[name].zero?
end
puts "The lake is empty. Well done!"
