# Stands on 15 and more, whatever the dealer has.
$stdout.sync = true
hand, dealt = [], false
value = ->(card) { card.start_with?("A") ? 1 : [card.to_i, 10].find(&:positive?) }
while (line = gets)
  word, *rest = line.split
  case word
  when "play", "result" then dealt = false
  when "card" then hand << rest[2] if rest[0] == "1"
  when "choose"
    if dealt
      total = hand.sum(&value)
      total += 10 if total <= 11 && hand.any? { |c| c.start_with?("A") }
      puts "move #{rest[0]} #{total < 15 ? "hit" : "stand"}"
    else
      hand, dealt = [], true
      puts "move #{rest[0]} 1"
    end
  end
end
