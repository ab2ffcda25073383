# Hangman: one person types the word, the other one guesses.
$stdout.sync = true
print "Word to guess (do not peek!): "
word = gets&.chomp or exit
puts "\n" * 3
tried = []
misses = 0
until misses == 6
  puts word.each_char.map { |c| c =~ /[[:alpha:]]/ && !tried.include?(c.downcase) ? "*" : c }.join
  puts "Strikes: #{misses}/6"
  print "Say a letter: "
  guess = gets&.chomp or exit
  guess = guess.downcase
  unless guess =~ /\A[[:alpha:]]\z/
    puts "Hm? One letter!"
    next
  end
  if tried.include?(guess)
    puts "#{guess} is old news."
    next
  end
  tried << guess
  if word.downcase.include?(guess)
    puts "Right!"
    if word.downcase.each_char.all? { |c| c !~ /[[:alpha:]]/ || tried.include?(c) }
      puts "#{word} - you got it, champion!"
      exit
    end
  else
    puts "Strike!"
    misses += 1
  end
end
puts "Six strikes and out. It was #{word}."
