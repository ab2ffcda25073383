import sys
code = int(sys.argv[1]) if len(sys.argv) > 1 else 17
print("*** THE VAULT ***")
print("The combination is a number from 1 to 100, and the alarm allows ten tries.")
n = 0
while True:
    s = input("combination> ")
    if not s.lstrip("-").isdigit():
        print("beep! numbers only")
        continue
    g = int(s)
    if g < 1 or g > 100:
        print("beep! the dial has 1 to 100")
        continue
    n += 1
    if g == code:
        print("click. The vault is open, you are rich!")
        break
    if n == 10:
        print("ALARM! You are caught. The combination was", code)
        break
    print("the dial must be turned", "further up" if g < code else "further down", f"({10 - n} tries left)")
