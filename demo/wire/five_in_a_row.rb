# Five in a row that speaks the protocol of docs/wire.md.
SIZE = 15
board = turn = count = winner = nil

wins = lambda do |row, col|
  [[0, 1], [1, 0], [1, 1], [1, -1]].any? do |dr, dc|
    n = 1
    [1, -1].each do |sign|
      r, c = row + sign * dr, col + sign * dc
      while r.between?(0, SIZE - 1) && c.between?(0, SIZE - 1) && board[r][c] == turn
        n += 1
        r += sign * dr
        c += sign * dc
      end
    end
    n >= 5
  end
end

move = lambda do |text|
  over = winner || count == SIZE * SIZE
  col, row = text =~ /\A[a-o]\d{1,2}\z/ ? [text[0].ord - 97, text[1..].to_i - 1] : [-1, -1]
  if over || col.negative? || !row.between?(0, SIZE - 1) || board[row][col] != 0
    puts "refused"
  else
    board[row][col] = turn
    count += 1
    if wins.call(row, col)
      winner = turn
      puts "won #{winner}"
    elsif count == SIZE * SIZE
      puts "drawn"
    end
    turn = 3 - turn
  end
  puts "turn #{turn}" unless winner || count == SIZE * SIZE
end

while (line = gets)
  request, rest = line.chomp.split(" ", 2)
  case request
  when "end" then break
  when "new", "again"
    board = Array.new(SIZE) { Array.new(SIZE, 0) }
    turn, count, winner = 1, 0, nil
  when "move" then move.call(rest.to_s)
  when "show"
    board.each_with_index { |cells, r| cells.each_with_index { |mark, c| puts "cell #{(97 + c).chr}#{r + 1} #{mark}" } }
  end
  puts "."
  $stdout.flush
end
