import sys
secret = input("Secret word for your friend: ").strip().lower()
print("\n" * 30)
hearts, guessed = 6, []
while hearts > 0 and not all(c in guessed for c in secret if c.isalpha()):
    print("  ".join(c if not c.isalpha() or c in guessed else "□" for c in secret))
    print("♥" * hearts + "♡" * (6 - hearts))
    g = input("? ").strip().lower()
    if len(g) != 1 or not g.isalpha():
        print("(one letter)")
    elif g in guessed:
        print("(you said that)")
    else:
        guessed.append(g)
        if g in secret:
            print("(yes)")
        else:
            hearts -= 1
            print("(no)")
print("  ".join(secret))
print("Saved!" if hearts else "Your friend hangs. It was " + secret + ".")
