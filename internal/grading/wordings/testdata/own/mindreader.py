import random

while True:
    secret = random.randint(1, 100)
    print("A number between 1 and 100 is on my mind.")
    for attempt in range(10):
        while True:
            raw = input(f"Attempt {attempt + 1}/10: ")
            if raw.isdigit() and 1 <= int(raw) <= 100:
                break
            print("From 1 to 100, please!")
        guess = int(raw)
        if guess == secret:
            print("You read my mind!")
            break
        print("Higher!" if guess < secret else "Lower!")
    else:
        print("My mind stays closed. It was", secret)
    if input("Again? y/n: ") != "y":
        break
