import pygame

pygame.init()
screen = pygame.display.set_mode((450, 520))
pygame.display.set_caption("Tic Tac Toe")
font = pygame.font.SysFont(None, 36)
clock = pygame.time.Clock()


def new():
    return [[0] * 3 for _ in range(3)], 1, 0


def winner(b):
    for p in (1, 2):
        for i in range(3):
            if all(b[i][k] == p for k in range(3)) or all(b[k][i] == p for k in range(3)):
                return p
        if all(b[i][i] == p for i in range(3)) or all(b[i][2 - i] == p for i in range(3)):
            return p
    return 0


board, turn, result = new()
note = ""
running = True
while running:
    for e in pygame.event.get():
        if e.type == pygame.QUIT:
            running = False
        elif e.type == pygame.KEYDOWN and e.key == pygame.K_r:
            board, turn, result = new()
            note = ""
        elif e.type == pygame.MOUSEBUTTONDOWN and not result:
            x, y = e.pos
            if y < 450:
                r, c = y // 150, x // 150
                if board[r][c]:
                    note = "Taken! "
                else:
                    note = ""
                    board[r][c] = turn
                    if winner(board):
                        result = winner(board)
                    elif all(all(row) for row in board):
                        result = 3
                    else:
                        turn = 3 - turn
    screen.fill((250, 250, 250))
    for i in (1, 2):
        pygame.draw.line(screen, (0, 0, 0), (i * 150, 0), (i * 150, 450), 3)
        pygame.draw.line(screen, (0, 0, 0), (0, i * 150), (450, i * 150), 3)
    for r in range(3):
        for c in range(3):
            x, y = c * 150 + 75, r * 150 + 75
            if board[r][c] == 1:
                pygame.draw.line(screen, (200, 30, 30), (x - 40, y - 40), (x + 40, y + 40), 8)
                pygame.draw.line(screen, (200, 30, 30), (x - 40, y + 40), (x + 40, y - 40), 8)
            elif board[r][c] == 2:
                pygame.draw.circle(screen, (30, 30, 200), (x, y), 45, 8)
    if result == 3:
        text = "Draw! Press R to restart"
    elif result:
        text = "Player " + str(result) + " wins! Press R to restart"
    else:
        text = note + "Player " + str(turn) + " to play"
    screen.blit(font.render(text, True, (0, 0, 0)), (20, 470))
    pygame.display.flip()
    clock.tick(30)
pygame.quit()
