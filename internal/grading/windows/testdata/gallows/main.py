import sys
import pygame

word = sys.argv[1].lower() if len(sys.argv) > 1 else "python"
pygame.init()
screen = pygame.display.set_mode((640, 360))
big = pygame.font.SysFont("monospace", 48)
small = pygame.font.SysFont("sans", 28)
clock = pygame.time.Clock()
guessed, lives, message = [], 6, "Press a letter"
while True:
    for event in pygame.event.get():
        if event.type == pygame.QUIT:
            pygame.quit()
            sys.exit()
        if event.type != pygame.KEYDOWN:
            continue
        if event.key == pygame.K_RETURN:
            guessed, lives, message = [], 6, "Press a letter"
            continue
        key = event.unicode.lower()
        if len(key) != 1 or not key.isalpha() or lives == 0 or all(c in guessed for c in word if c.isalpha()):
            continue
        if key in guessed:
            message = "You already guessed " + key
            continue
        guessed.append(key)
        if key in word:
            message = "Good guess"
        else:
            lives -= 1
            message = "Bad guess"
        if all(c in guessed for c in word if c.isalpha()):
            message = "You won! Enter starts again"
        elif lives == 0:
            message = "You lost! The word was " + word
    screen.fill((30, 30, 60))
    shown = " ".join(c if c in guessed or not c.isalpha() else "_" for c in word)
    screen.blit(big.render(shown, True, (255, 255, 255)), (40, 80))
    screen.blit(small.render("Lives: " + str(lives), True, (255, 200, 0)), (40, 180))
    screen.blit(small.render(message, True, (200, 255, 200)), (40, 250))
    pygame.display.flip()
    clock.tick(60)
