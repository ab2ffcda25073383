# Completes four, stops four, and does not drop below a cell in which the other completes four.
$stdout.sync = true

def run?(board, row, col, mark)
  [[0, 1], [1, 0], [1, 1], [1, -1]].any? do |down, right|
    count = 1
    [1, -1].each do |sign|
      r, c = row + sign * down, col + sign * right
      while r.between?(0, 5) && c.between?(0, 6) && board[r][c] == mark
        count += 1
        r, c = r + sign * down, c + sign * right
      end
    end
    count >= 4
  end
end

def rest(board, col) = 5.downto(0).find { |row| board[row][col].nil? }

def pick(board, seat)
  other = seat == "1" ? "2" : "1"
  open = [3, 2, 4, 1, 5, 0, 6].select { |col| rest(board, col) }
  [seat, other].each do |mark|
    found = open.find { |col| run?(board, rest(board, col), col, mark) }
    return found if found
  end
  open.find { |col| rest(board, col).zero? || !run?(board, rest(board, col) - 1, col, other) } || open.first
end

board = nil
seat = nil
while (line = gets)
  word, *words = line.split
  case word
  when "play"
    board, seat = Array.new(6) { Array.new(7) }, words.last
  when "cell"
    board[words[0][1..].to_i - 1][words[0].ord - 97] = words[1]
  when "choose"
    puts "move #{words[0]} #{(97 + pick(board, seat)).chr}"
  end
end
