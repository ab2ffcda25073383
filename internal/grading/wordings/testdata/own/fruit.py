import random
PICS = ["", "|", "|\n|", "+--\n|", "+--\n|  O", "+--\n|  O\n|  |", "+--\n|  O\n| /|\\"]
WORDS = """apple pear plum cherry
orange lemon melon""".split()
secret = random.choice(WORDS)
good, bad = set(), []
print(f"The fruit has {len(secret)} letters.")
while True:
    print(PICS[len(bad)])
    print(" ".join(c.upper() if c in good else "_" for c in secret), "   misses:", len(bad), "of 6")
    if len(bad) == 6:
        print("The drawing is finished and so are you. It was", secret.upper())
        break
    if all(c in good for c in secret):
        print("Delicious, you have the fruit!")
        break
    g = input("letter > ").strip().lower()
    if len(g) != 1 or not g.isalpha():
        print("a single letter please")
    elif g in good or g in bad:
        print("you said that before")
    elif g in secret:
        good.add(g)
    else:
        bad.append(g)
