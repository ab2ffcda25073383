import random

CATEGORIAS = {
    "animales": ["gato", "perro", "caballo", "tortuga", "mariposa", "elefante"],
    "frutas": ["manzana", "pera", "naranja", "cereza", "sandia"],
    "colores": ["rojo", "verde", "amarillo", "violeta", "celeste"],
}
DIBUJO = ["cabeza", "tronco", "brazo izquierdo", "brazo derecho", "pierna izquierda", "pierna derecha"]


def elegir():
    print("¿Sobre qué tema quieres jugar?")
    temas = list(CATEGORIAS)
    for n, t in enumerate(temas, 1):
        print(f"  {n}) {t}")
    while True:
        r = input("Tema: ").strip()
        if r.isdigit() and 1 <= int(r) <= len(temas):
            return random.choice(CATEGORIAS[temas[int(r) - 1]])
        print("Elige un número de la lista.")


def partida():
    secreta = elegir()
    probadas = []
    fallos = 0
    while True:
        visible = " ".join(l if l in probadas else "*" for l in secreta)
        print()
        print(visible)
        print("Fallos:", fallos, "de", len(DIBUJO), ("(" + ", ".join(DIBUJO[:fallos]) + ")") if fallos else "")
        if "*" not in visible:
            print("¡Adivinaste! Eres un genio.")
            return
        if fallos == len(DIBUJO):
            print("El muñeco está completo. La palabra era", secreta)
            return
        l = input("Tu letra: ").strip().lower()
        if len(l) != 1 or not l.isalpha():
            print("Eso no es una letra.")
        elif l in probadas:
            print("Ya probaste esa letra.")
        else:
            probadas.append(l)
            if l in secreta:
                print("¡Sí!")
            else:
                print("No...")
                fallos += 1


partida()
