# Connect four with a class
class Board
  def initialize; @cols = Array.new(7) { [] }; end
  def drop(col, disc)
    return false if @cols[col].size == 6
    @cols[col] << disc
    true
  end
  def to_s
    5.downto(0).map { |r| '|' + @cols.map { |c| c[r] || ' ' }.join('|') + '|' }.join("\n") + "\n|0|1|2|3|4|5|6|"
  end
  def full?; @cols.all? { |c| c.size == 6 }; end
  def four?(d)
    7.times { |c| 6.times { |r| [[1, 0], [0, 1], [1, 1], [1, -1]].each { |dc, dr|
      return true if (0..3).all? { |k| x = c + k * dc; y = r + k * dr; x.between?(0, 6) && y.between?(0, 5) && @cols[x][y] == d }
    } } }
    false
  end
end
b = Board.new
disc = 'X'
loop do
  puts b
  print "#{disc} to drop (0..6) >> "
  s = gets
  break unless s
  s = s.chomp
  unless s =~ /\A[0-6]\z/
    puts 'Bad column, choose 0..6'
    next
  end
  unless b.drop(s.to_i, disc)
    puts "Column #{s} is stuffed"
    next
  end
  if b.four?(disc)
    puts b
    puts "#{disc} connects four - well played!"
    break
  elsif b.full?
    puts b
    puts 'Full board, no result'
    break
  end
  disc = disc == 'X' ? 'O' : 'X'
end
