import pygame

N, S, TOP = 15, 36, 50
pygame.init()
screen = pygame.display.set_mode((N * S, N * S + TOP))
font = pygame.font.SysFont("dejavusans", 24)
clock = pygame.time.Clock()
button = pygame.Rect(N * S - 130, 8, 120, 34)


def start():
    global cells, blue, message, ended
    cells, blue, ended = {}, True, False
    message = "Blue goes"


def five(r, c):
    for dr, dc in ((0, 1), (1, 0), (1, 1), (1, -1)):
        run = 1
        for d in (1, -1):
            k = 1
            while cells.get((r + d * k * dr, c + d * k * dc)) == cells[r, c]:
                k += 1
            run += k - 1
        if run >= 5:
            return True
    return False


start()
alive = True
while alive:
    for event in pygame.event.get():
        if event.type == pygame.QUIT:
            alive = False
        if event.type == pygame.MOUSEBUTTONDOWN:
            if button.collidepoint(event.pos):
                start()
                continue
            c, r = event.pos[0] // S, (event.pos[1] - TOP) // S
            if event.pos[1] < TOP or ended:
                continue
            if (r, c) in cells:
                message = "Cell in use, " + ("Blue" if blue else "Green") + " goes"
                continue
            cells[r, c] = blue
            if five(r, c):
                message, ended = ("Blue" if blue else "Green") + " wins!", True
            elif len(cells) == N * N:
                message, ended = "A draw", True
            else:
                blue = not blue
                message = ("Blue" if blue else "Green") + " goes"
    screen.fill((235, 235, 225))
    for r in range(N):
        for c in range(N):
            box = pygame.Rect(c * S, TOP + r * S, S, S)
            pygame.draw.rect(screen, (150, 150, 150), box, 1)
            if (r, c) in cells:
                pygame.draw.circle(screen, (40, 80, 220) if cells[r, c] else (30, 160, 60), box.center, 14)
    pygame.draw.rect(screen, (80, 80, 80), button)
    screen.blit(font.render("New game", True, (255, 255, 255)), (button.x + 8, button.y + 4))
    screen.blit(font.render(message, True, (0, 0, 0)), (10, 10))
    pygame.display.flip()
    clock.tick(30)
