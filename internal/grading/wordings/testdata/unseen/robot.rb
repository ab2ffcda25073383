board = Array.new(9, '.')
WAYS = [[0,1,2],[3,4,5],[6,7,8],[0,3,6],[1,4,7],[2,5,8],[0,4,8],[2,4,6]]
def show(b) = b.each_slice(3) { |r| puts r.join(' ') }
won = ->(m) { WAYS.any? { |w| w.all? { |i| board[i] == m } } }
puts 'Beat the robot! You are X.'
loop do
  show(board)
  print 'Your square (1-9): '
  $stdout.flush
  s = gets or exit
  k = s.to_i - 1
  if s.strip !~ /\A[1-9]\z/ || board[k] != '.'
    puts 'Not possible.'
    next
  end
  board[k] = 'X'
  if won.('X') then show(board); puts 'You beat me!'; break end
  if board.none?('.') then show(board); puts 'A tie.'; break end
  free = board.each_index.select { |i| board[i] == '.' }
  board[free.sample] = 'O'
  if won.('O') then show(board); puts 'I beat you!'; break end
end
