# Noughts goes second; a list is printed, not a drawing.
grid = Array.new(3) { Array.new(3, nil) }
side = :cross
sym = { cross: 'x', nought: 'o' }
puts 'Noughts & Crosses. Say e.g. "top left", "middle", "bottom right", "left", "top".'
NAMES = {
  'top left' => [0, 0], 'top' => [0, 1], 'top right' => [0, 2],
  'left' => [1, 0], 'middle' => [1, 1], 'right' => [1, 2],
  'bottom left' => [2, 0], 'bottom' => [2, 1], 'bottom right' => [2, 2]
}
lines = (0..2).flat_map { |i| [(0..2).map { |j| [i, j] }, (0..2).map { |j| [j, i] }] }
lines << (0..2).map { |i| [i, i] } << (0..2).map { |i| [i, 2 - i] }
loop do
  p grid.map { |r| r.map { |c| c ? sym[c] : '_' } }
  print "#{side}? "
  $stdout.flush
  said = gets
  exit unless said
  spot = NAMES[said.strip.downcase]
  if spot.nil?
    puts 'Where is that?'
    next
  end
  r, c = spot
  if grid[r][c]
    puts 'There is a mark there already.'
    next
  end
  grid[r][c] = side
  if lines.any? { |l| l.all? { |a, b| grid[a][b] == side } }
    p grid.map { |row| row.map { |x| x ? sym[x] : '_' } }
    puts "#{side} has it."
    break
  elsif grid.flatten.compact.size == 9
    p grid.map { |row| row.map { |x| x ? sym[x] : '_' } }
    puts 'All square.'
    break
  end
  side = side == :cross ? :nought : :cross
end
