import sys

LIVES = 6

def show(word, seen):
    return "".join(c if not c.isalpha() or c.lower() in seen else "*" for c in word)

def game():
    print("One of you types a word, the other looks away.")
    word = input("word> ").strip()
    print("\n" * 30)
    seen, wrong = set(), []
    while len(wrong) < LIVES:
        print(show(word, seen), "| tries left:", LIVES - len(wrong), "| wrong:", " ".join(wrong) or "-")
        g = input("letter> ").strip().lower()
        if len(g) != 1 or not g.isalpha():
            print("one letter of the alphabet, please")
        elif g in seen or g in wrong:
            print(f"you had {g} before")
        elif g in word.lower():
            seen.add(g)
            if all(not c.isalpha() or c.lower() in seen for c in word):
                print(word)
                print("the man is saved")
                return
        else:
            wrong.append(g)
    print("the rope is tight. it was", word)

game()
while input("again? ").strip().lower() in ("y", "yes"):
    game()
