# One round of blackjack with a shuffled deck.
$stdout.sync = true

SUITS = %w[Spades Hearts Diamonds Clubs]
RANKS = %w[Ace 2 3 4 5 6 7 8 9 10 Jack Queen King]
deck = RANKS.product(SUITS).shuffle

def total(hand)
  values = hand.map { |rank, _| rank == 'Ace' ? 11 : [rank.to_i, 10].min.nonzero? || 10 }
  aces = hand.count { |rank, _| rank == 'Ace' }
  sum = values.sum
  while sum > 21 && aces > 0
    sum -= 10
    aces -= 1
  end
  sum
end

def names(hand)
  hand.map { |rank, suit| "#{rank} of #{suit}" }.join(', ')
end

def ask(question)
  print question
  line = $stdin.gets
  exit if line.nil?
  line.strip
end

bank = 100
bet = 0
loop do
  text = ask("You have #{bank} chips. Your bet: ")
  bet = text.to_i
  break if text =~ /\A\d+\z/ && bet.between?(1, bank)
  puts text =~ /\A-?\d+\z/ ? 'You cannot bet that much or that little.' : 'Please enter a number.'
end
bank -= bet

player = []
dealer = []
player << deck.shift
dealer << deck.shift
player << deck.shift
dealer << deck.shift
puts "Your hand: #{names(player)} (#{total(player)})"
puts "Dealer's hand: #{names(dealer[0, 1])}, hidden"

natural = total(player) == 21
over = natural || total(dealer) == 21
until over || total(player) >= 21
  case ask('Hit or stand? ').downcase
  when 'hit', 'h'
    player << deck.shift
    puts "You draw the #{names(player[-1, 1])}."
    puts "Your hand: #{names(player)} (#{total(player)})"
  when 'stand', 's'
    break
  else
    puts 'Please say hit or stand.'
  end
end

puts "Dealer's hand: #{names(dealer)} (#{total(dealer)})"
if total(player) > 21
  puts 'Bust! You lose.'
else
  while total(dealer) < 17 && !natural
    dealer << deck.shift
    puts "The dealer draws. Dealer's hand: #{names(dealer)} (#{total(dealer)})"
  end
  puts 'The dealer busts.' if total(dealer) > 21
  if natural && total(dealer) != 21
    puts 'Blackjack! You win.'
    bank += bet * 5 / 2.0
  elsif total(dealer) == 21 && dealer.size == 2 && !natural
    puts 'You lose.'
  elsif total(dealer) > 21 || total(player) > total(dealer)
    puts 'You win.'
    bank += 2 * bet
  elsif total(player) == total(dealer)
    puts 'Push.'
    bank += bet
  else
    puts 'You lose.'
  end
end
puts "You have #{bank} chips now. Good bye!"
