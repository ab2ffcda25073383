# The letter that most of the words have that still fit.
$stdout.sync = true
list, shown, guessed = [], "", []
while (line = gets)
  word, *rest = line.split
  case word
  when "words" then list = rest
  when "play" then guessed = []
  when "shown" then shown = rest[0]
  when "choose"
    pattern = /\A#{shown.gsub("_", guessed.empty? ? "." : "[^#{guessed.join}]")}\z/
    fits = list.grep(pattern)
    letter = (("a".."z").to_a - guessed).max_by { |c| [fits.count { |w| w.include?(c) }, -c.ord] }
    guessed << letter
    puts "move #{rest[0]} #{letter}"
  end
end
