class Secret
  attr_reader :misses

  def initialize(word, allowed: 6)
    @word = word.downcase
    @allowed = allowed
    @letters = []
    @misses = 0
  end

  def try(letter)
    letter = letter.downcase
    return :over if finished?
    return :invalid unless letter =~ /\A[[:alpha:]]\z/
    return :repeated if @letters.include?(letter)

    @letters << letter
    return :hit if @word.include?(letter)

    @misses += 1
    :miss
  end

  def pattern
    @word.chars.map { |c| c =~ /[[:alpha:]]/ && !@letters.include?(c) ? '_' : c }.join(' ')
  end

  def solved?
    !pattern.include?('_')
  end

  def hanged?
    @misses >= @allowed
  end

  def finished?
    solved? || hanged?
  end
end
