board = Array.new(3) { Array.new(3, " ") }
player = "X"

show = lambda do
  puts "   0   1   2"
  board.each_with_index { |row, i| puts "#{i}  #{row.join(' | ')}" }
end

won = lambda do |m|
  rows = board + board.transpose + [[board[0][0], board[1][1], board[2][2]], [board[0][2], board[1][1], board[2][0]]]
  rows.any? { |line| line.all? { |c| c == m } }
end

loop do
  show.call
  print "It is #{player}'s turn. Row and column (0-2), separated by a space: "
  line = gets or break
  unless line =~ /\A\s*(-?\d+)\s+(-?\d+)\s*\z/
    puts "Please enter two numbers."
    next
  end
  r, c = $1.to_i, $2.to_i
  unless (0..2).cover?(r) && (0..2).cover?(c)
    puts "Error: outside the board."
    next
  end
  if board[r][c] != " "
    puts "Error: that place is taken."
    next
  end
  board[r][c] = player
  if won.call(player)
    show.call
    puts "#{player} has won the game."
    break
  elsif board.flatten.none?(" ")
    show.call
    puts "The game is a draw."
    break
  end
  player = player == "X" ? "O" : "X"
end
