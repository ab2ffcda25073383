NAMES = ['top left', 'top', 'top right', 'left', 'middle', 'right', 'bottom left', 'bottom', 'bottom right']
board = Array.new(9)
print 'First player (X), your name: '
a = gets&.strip or exit
print 'Second player (O), your name: '
b = gets&.strip or exit
people = [a, b]
turn = 0
loop do
  3.times { |r| puts board[3 * r, 3].map { |c| c.nil? ? '-' : 'XO'[c] }.join(' ') }
  print "#{people[turn]}, where? "
  t = gets or exit
  t = t.strip.downcase
  i = NAMES.index(t)
  if i.nil?
    puts "Choose one of: #{NAMES.join(', ')}."
    next
  end
  if board[i]
    puts 'That place is gone.'
    next
  end
  board[i] = turn
  lines = [[0,1,2],[3,4,5],[6,7,8],[0,3,6],[1,4,7],[2,5,8],[0,4,8],[2,4,6]]
  if lines.any? { |l| l.all? { |k| board[k] == turn } }
    3.times { |r| puts board[3 * r, 3].map { |c| c.nil? ? '-' : 'XO'[c] }.join(' ') }
    puts "#{people[turn]} has three, hooray!"
    break
  elsif board.none?(&:nil?)
    puts 'Even game.'
    break
  end
  turn = 1 - turn
end
