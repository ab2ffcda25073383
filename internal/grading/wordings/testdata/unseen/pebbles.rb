$stdout.sync = true
loop do
  left = 15
  who = 'Mira'
  until left == 0
    puts 'o ' * left
    print "#{who} takes (1-4): "
    line = gets or exit
    n = line.strip =~ /\A\d+\z/ ? line.to_i : nil
    if n.nil?
      puts 'A number between 1 and 4 is needed.'
    elsif n < 1 || n > 4
      puts 'That is against the rules.'
    elsif n > left
      puts "There aren't that many pebbles."
    else
      left -= n
      who = who == 'Mira' ? 'Tom' : 'Mira' if left > 0
    end
  end
  puts "No pebbles left: #{who} is the winner."
  print 'Again? '
  exit unless (gets || 'n').strip == 'y'
end
