class ConnectFour
  ROWS = 6
  COLUMNS = 7

  def initialize
    @slots = Array.new(COLUMNS) { [] }
    @player = 'red'
    @winner = nil
  end

  def current_player
    @player
  end

  def winner
    @winner
  end

  def draw?
    @winner.nil? && @slots.all? { |s| s.size == ROWS }
  end

  def drop(column)
    return false if @winner || column < 0 || column >= COLUMNS || @slots[column].size >= ROWS

    @slots[column] << @player
    @winner = @player if four?(column, @slots[column].size - 1)
    @player = @player == 'red' ? 'yellow' : 'red'
    true
  end

  def to_s
    (0...ROWS).map { |r| @slots.map { |s| (s[ROWS - 1 - r] || '.')[0] }.join }.join("\n")
  end

  private

  def at(column, height)
    return nil if column < 0 || column >= COLUMNS || height < 0

    @slots[column][height]
  end

  def four?(column, height)
    [[1, 0], [0, 1], [1, 1], [1, -1]].any? do |dx, dy|
      run = 1
      [1, -1].each do |sign|
        step = sign
        while at(column + step * dx, height + step * dy) == @player
          run += 1
          step += sign
        end
      end
      run >= 4
    end
  end
end
