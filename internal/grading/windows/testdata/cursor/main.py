import pygame
from pygame.locals import *

pygame.init()
win = pygame.display.set_mode((330, 400))
font = pygame.font.Font(None, 80)
info = pygame.font.Font(None, 30)
grid = [""] * 9
at = 4
player = "X"
state = "play"
text = "X moves"


def three(p):
    g = grid
    return any(g[a] == g[b] == g[c] == p for a, b, c in ((0, 1, 2), (3, 4, 5), (6, 7, 8), (0, 3, 6), (1, 4, 7), (2, 5, 8), (0, 4, 8), (2, 4, 6)))


def paint():
    win.fill(pygame.Color("white"))
    for i in range(9):
        r = pygame.Rect(15 + 100 * (i % 3), 15 + 100 * (i // 3), 100, 100)
        pygame.draw.rect(win, pygame.Color("grey40"), r, 1)
        if i == at:
            pygame.draw.rect(win, pygame.Color("orange"), r.inflate(-6, -6), 3)
        s = font.render(grid[i], True, pygame.Color("black"))
        win.blit(s, s.get_rect(center=r.center))
    win.blit(info.render(text, True, pygame.Color("black")), (15, 350))
    pygame.display.flip()


paint()
while state != "quit":
    e = pygame.event.wait()
    if e.type == QUIT:
        state = "quit"
    if e.type == KEYDOWN:
        if e.key == K_ESCAPE:
            grid = [""] * 9
            at, player, state, text = 4, "X", "play", "X moves"
        elif e.key == K_LEFT and at % 3:
            at -= 1
        elif e.key == K_RIGHT and at % 3 < 2:
            at += 1
        elif e.key == K_UP and at > 2:
            at -= 3
        elif e.key == K_DOWN and at < 6:
            at += 3
        elif e.key in (K_RETURN, K_SPACE) and state == "play":
            if grid[at]:
                text = "Not free. " + player + " moves"
            else:
                grid[at] = player
                if three(player):
                    state, text = "end", player + " wins"
                elif "" not in grid:
                    state, text = "end", "Drawn game"
                else:
                    player = "O" if player == "X" else "X"
                    text = player + " moves"
    paint()
