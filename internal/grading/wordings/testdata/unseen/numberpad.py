import random, time, os

def draw(b):
    os.system("clear")
    print("     |     |     ")
    print(f"  {b[7]}  |  {b[8]}  |  {b[9]}  ")
    print("_____|_____|_____")
    print("     |     |     ")
    print(f"  {b[4]}  |  {b[5]}  |  {b[6]}  ")
    print("_____|_____|_____")
    print("     |     |     ")
    print(f"  {b[1]}  |  {b[2]}  |  {b[3]}  ")
    print("     |     |     ")

def won(b, m):
    return ((b[7]==b[8]==b[9]==m) or (b[4]==b[5]==b[6]==m) or (b[1]==b[2]==b[3]==m) or
            (b[7]==b[4]==b[1]==m) or (b[8]==b[5]==b[2]==m) or (b[9]==b[6]==b[3]==m) or
            (b[7]==b[5]==b[3]==m) or (b[9]==b[5]==b[1]==m))

print("*** Tic Tac Toe ***")
print("Use your number pad: 7 8 9 is the top row.")
while True:
    board = [" "] * 10
    turn = "X"
    while True:
        draw(board)
        print()
        move = input(f"Player {turn}'s turn. Which space? ")
        while move not in list("123456789") or board[int(move)] != " ":
            if move in list("123456789"):
                print("That space is full!")
            else:
                print("Please enter a number from 1 to 9.")
            move = input(f"Player {turn}'s turn. Which space? ")
        board[int(move)] = turn
        if won(board, turn):
            draw(board)
            print(f"Congratulations {turn}, you have won the game!")
            break
        if " " not in board[1:]:
            draw(board)
            print("The game is a tie!")
            break
        turn = "O" if turn == "X" else "X"
        time.sleep(0.5)
    if not input("Do you want to play again? (yes or no): ").lower().startswith("y"):
        print("Thanks for playing.")
        break
