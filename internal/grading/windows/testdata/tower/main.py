import sys

import pygame

BLUE, BLACK, RED, YELLOW = (0, 0, 200), (0, 0, 0), (220, 0, 0), (230, 220, 0)
S = 80


class Game:
    def __init__(self):
        self.reset()

    def reset(self):
        self.b = [[None] * 7 for _ in range(6)]
        self.colour = RED
        self.over = False
        self.text = "Red's turn"

    def name(self):
        return "Red" if self.colour == RED else "Yellow"

    def drop(self, col):
        if self.over:
            return
        free = [r for r in range(6) if self.b[r][col] is None]
        if not free:
            self.text = "Column full! " + self.name() + "'s turn"
            return
        self.b[free[-1]][col] = self.colour
        if self.check():
            self.over = True
            self.text = self.name() + " wins!!"
        elif all(all(r) for r in self.b):
            self.over = True
            self.text = "It's a tie!"
        else:
            self.colour = YELLOW if self.colour == RED else RED
            self.text = self.name() + "'s turn"

    def check(self):
        k = self.colour
        b = self.b
        for r in range(6):
            for c in range(7):
                if c < 4 and all(b[r][c + i] == k for i in range(4)):
                    return True
                if r < 3 and all(b[r + i][c] == k for i in range(4)):
                    return True
                if c < 4 and r < 3 and all(b[r + i][c + i] == k for i in range(4)):
                    return True
                if c < 4 and r >= 3 and all(b[r - i][c + i] == k for i in range(4)):
                    return True
        return False

    def draw(self, screen, font):
        screen.fill(BLACK)
        pygame.draw.rect(screen, BLUE, (0, S, 7 * S, 6 * S))
        for r in range(6):
            for c in range(7):
                pygame.draw.circle(screen, self.b[r][c] or BLACK, (c * S + S // 2, r * S + S + S // 2), 34)
        screen.blit(font.render(self.text, 1, (255, 255, 255)), (20, 20))


pygame.init()
screen = pygame.display.set_mode((7 * S, 7 * S))
font = pygame.font.SysFont("dejavusans", 32)
game = Game()
while True:
    game.draw(screen, font)
    pygame.display.update()
    event = pygame.event.wait()
    if event.type == pygame.QUIT:
        sys.exit()
    if event.type == pygame.MOUSEBUTTONUP and event.button == 1:
        game.drop(event.pos[0] // S)
    if event.type == pygame.KEYDOWN and event.key == pygame.K_SPACE:
        game.reset()
