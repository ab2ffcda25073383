# Gato. Dos jugadores, tablero con letras a-i.
import time
letras = "abcdefghi"

def pintar(celdas):
    print("\n   ┌───┬───┬───┐")
    for f in range(3):
        print("   │ " + " │ ".join(celdas[3*f:3*f+3]) + " │")
        print("   ├───┼───┼───┤" if f < 2 else "   └───┴───┴───┘")

def gana(c, m):
    lineas = [c[0:3], c[3:6], c[6:9], c[0::3], c[1::3], c[2::3], c[0::4], c[2:7:2]]
    return [m]*3 in lineas

def jugar():
    celdas = list(letras)
    turno = 0
    while True:
        pintar(celdas)
        m = "XO"[turno % 2]
        r = input(f"   Jugador {turno % 2 + 1} ({m}), elige letra: ").strip().lower()
        if r == "salir":
            return False
        if len(r) != 1 or r not in letras:
            print("   Eso no es una letra del tablero.")
            continue
        if r not in celdas:
            print("   Esa casilla ya está tomada.")
            continue
        celdas[celdas.index(r)] = m
        turno += 1
        if gana(celdas, m):
            pintar(celdas)
            print(f"   ¡Ganó el jugador {(turno - 1) % 2 + 1}!")
            return True
        if turno == 9:
            pintar(celdas)
            print("   Empate.")
            return True
        time.sleep(0.3)

while jugar():
    if input("   ¿Otra vez? (si/no) ").strip().lower() not in ("si", "sí"):
        break
print("   Adiós.")
