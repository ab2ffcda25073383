# Every third cell of each row, shifted, then what is left.
$stdout.sync = true
ORDER = (0..2).flat_map { |shift| (0...100).select { |i| (i / 10 + i % 10) % 3 == shift } }
shot = []
while (line = gets)
  word, *rest = line.split
  case word
  when "play" then shot = []
  when "hit", "miss" then shot << rest[1]
  when "choose"
    names = ORDER.map { |i| "#{(97 + i % 10).chr}#{i / 10 + 1}" }
    puts "move #{rest[0]} #{(names - shot).first}"
  end
end
