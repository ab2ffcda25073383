class Board
  attr_reader :cells, :player

  LINES = [[0, 1, 2], [3, 4, 5], [6, 7, 8], [0, 3, 6], [1, 4, 7], [2, 5, 8], [0, 4, 8], [2, 4, 6]].freeze

  def initialize
    @cells = (1..9).to_a
    @player = :x
  end

  def mark(number)
    raise ArgumentError, 'the game is over' if over?
    raise ArgumentError, 'choose 1 to 9' unless number.is_a?(Integer) && number.between?(1, 9)
    raise ArgumentError, 'already marked' unless @cells[number - 1].is_a?(Integer)

    @cells[number - 1] = @player
    @player = @player == :x ? :o : :x
    self
  end

  def winner
    LINES.each do |a, b, c|
      return @cells[a] if @cells[a] == @cells[b] && @cells[b] == @cells[c]
    end
    nil
  end

  def full?
    @cells.none? { |c| c.is_a?(Integer) }
  end

  def over?
    !winner.nil? || full?
  end
end
