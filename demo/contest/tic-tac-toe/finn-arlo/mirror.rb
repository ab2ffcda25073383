# Answers on the opposite side of the board, and stops a line now and then.
$stdout.sync = true
names = %w[a1 b1 c1 a2 b2 c2 a3 b3 c3]
cells = {}
last = nil
seat = "1"

while (line = gets)
  word, *rest = line.split
  case word
  when "play"
    cells, last, seat = {}, nil, rest.last
  when "cell"
    cells[rest[0]] = rest[1]
    last = rest[0] if rest[1] != seat
  when "choose"
    opposite = last && names[8 - names.index(last)]
    free = names.reject { |name| cells[name] }
    move = free.include?(opposite) ? opposite : free[free.length / 2]
    puts "move #{rest[0]} #{move}"
  end
end
