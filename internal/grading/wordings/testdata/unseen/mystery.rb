$stdout.sync = true
mystery = ARGV[0].to_i
left = 10
puts "Mystery number, #{left} chances."
loop do
  print '? '
  line = $stdin.gets or exit
  unless line =~ /\A\s*-?\d+\s*\z/
    puts 'Whole numbers only.'
    next
  end
  n = line.to_i
  if n > 100 || n < 1
    puts 'My number is not beyond 100 and not below 1.'
    next
  end
  left -= 1
  case n <=> mystery
  when 0
    puts 'You got it, well done!'
    break
  when 1
    puts "Your number is bigger than mine. Chances: #{left}"
  else
    puts "Your number is smaller than mine. Chances: #{left}"
  end
  if left == 0
    puts "Game over! The answer: #{mystery}."
    break
  end
end
