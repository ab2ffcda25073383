# Blackjack in German. The cards are in karten.csv, separated by commas: 5S,9H,...
$stdout.sync = true
DECK = File.read("karten.csv").strip.split(",")
FARBE = { "S" => "Pik", "H" => "Herz", "D" => "Karo", "C" => "Kreuz" }
BILD = { "A" => "Ass", "J" => "Bube", "Q" => "Dame", "K" => "König" }
def name(c)
  "#{FARBE[c[-1]]} #{BILD[c[0..-2]] || c[0..-2]}"
end
def wert(h)
  n = h.sum { |c| { "A" => 1, "J" => 10, "Q" => 10, "K" => 10 }[c[0..-2]] || c.to_i }
  n < 12 && h.any? { |c| c[0] == "A" } ? n + 10 : n
end
def frage(t)
  print t
  ($stdin.gets or exit).strip
end
def hand(h)
  h.map { |c| name(c) }.join(", ") + " (#{wert(h)})"
end
geld = 100.0
10.times do
  break if geld < 1
  einsatz = nil
  until einsatz
    puts "Guthaben: %g" % geld
    t = frage("Einsatz: ")
    if t !~ /\A-?\d+\z/
      puts "Bitte eine Zahl eingeben."
    elsif !t.to_i.between?(1, 100)
      puts "Erlaubt sind 1 bis 100."
    elsif t.to_i > geld
      puts "So viel Geld ist nicht da."
    else
      einsatz = t.to_i
    end
  end
  geld -= einsatz
  a, b, c, d = DECK.shift(4)
  haende = [[a, c]]
  saetze = [einsatz]
  geber = [b, d]
  puts "Deine Karten: " + hand(haende[0])
  puts "Karten des Gebers: " + name(b) + ", verdeckt"
  bj = wert(haende[0]) == 21
  gbj = wert(geber) == 21
  i = 0
  while i < haende.size && !bj && !gbj
    h = haende[i]
    fertig = haende.size == 2 && h[0][0] == "A"
    while !fertig && wert(h) < 21
      case frage("(K)arte, (H)alten, (V)erdoppeln oder (T)eilen? ").downcase
      when "k"
        h << DECK.shift
        puts "Deine Karten: " + hand(h)
      when "h" then fertig = true
      when "v"
        if h.size != 2 || geld < saetze[i]
          puts "Das geht nicht."
          next
        end
        geld -= saetze[i]
        saetze[i] *= 2
        h << DECK.shift
        puts "Deine Karten: " + hand(h)
        fertig = true
      when "t"
        if haende.size == 2 || h.size != 2 || geld < einsatz || wert([h[0]]) != wert([h[1]])
          puts "Das geht nicht."
          next
        end
        geld -= einsatz
        haende << [h.pop]
        h << DECK.shift
        haende[1] << DECK.shift
        saetze << einsatz
        puts "Deine Karten: " + hand(h)
        fertig = h[0][0] == "A"
      else puts "K, H, V oder T."
      end
    end
    puts "Überkauft! Einsatz verloren." if wert(h) > 21
    i += 1
  end
  if !bj && !gbj && haende.any? { |h| wert(h) <= 21 }
    geber << DECK.shift while wert(geber) < 17
  end
  puts "Karten des Gebers: " + hand(geber)
  haende.each_with_index do |h, k|
    x = wert(h)
    y = wert(geber)
    if x > 21
    elsif bj && !gbj
      geld += 2.5 * saetze[k]
      puts "Blackjack, es gibt das Anderthalbfache."
    elsif gbj && !bj then puts "Der Geber hat einen Blackjack, Einsatz verloren."
    elsif y > 21 || x > y
      geld += 2 * saetze[k]
      puts "Gewonnen!"
    elsif x == y
      geld += saetze[k]
      puts "Unentschieden, Einsatz zurück."
    else puts "Verloren."
    end
  end
end
puts "Guthaben: %g, Feierabend." % geld
