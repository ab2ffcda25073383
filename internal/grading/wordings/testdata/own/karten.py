# Siebzehn und mehr
from random import shuffle
werte = {'2': 2, '3': 3, '4': 4, '5': 5, '6': 6, '7': 7, '8': 8, '9': 9, '10': 10, 'Bube': 10, 'Dame': 10, 'König': 10, 'Ass': 11}

def punkte(hand):
    s = sum(werte[k] for k in hand)
    for k in hand:
        if k == 'Ass' and s > 21:
            s -= 10
    return s

karten = list(werte) * 4
shuffle(karten)
spieler = [karten.pop(), karten.pop()]
bank = [karten.pop(), karten.pop()]
print('Offene Karte der Bank:', bank[0])
while True:
    print('Deine Karten:', ', '.join(spieler), '=>', punkte(spieler), 'Punkte')
    if punkte(spieler) > 21:
        print('Überkauft! Die Bank gewinnt.')
        break
    if punkte(spieler) == 21:
        antwort = 'n'
    else:
        antwort = input('Noch eine Karte (j/n)? ')
    if antwort == 'j':
        spieler.append(karten.pop())
        continue
    if antwort != 'n':
        print('Bitte j oder n eingeben.')
        continue
    while punkte(bank) < 17:
        bank.append(karten.pop())
    print('Karten der Bank:', ', '.join(bank), '=>', punkte(bank), 'Punkte')
    if punkte(bank) > 21 or punkte(bank) < punkte(spieler):
        print('Du gewinnst!')
    elif punkte(bank) == punkte(spieler):
        print('Unentschieden.')
    else:
        print('Die Bank gewinnt.')
    break
