const lines = [[0, 1, 2], [3, 4, 5], [6, 7, 8], [0, 3, 6], [1, 4, 7], [2, 5, 8], [0, 4, 8], [2, 4, 6]]
let cells, turn, over, moves

function say(text) { document.getElementById('status').textContent = text }

function start() {
  cells = Array(9).fill('')
  turn = 'O'
  over = false
  moves = 0
  draw()
  say('X to move')
}

function draw() {
  const board = document.getElementById('board')
  board.innerHTML = ''
  cells.forEach((mark, i) => {
    const button = document.createElement('button')
    button.textContent = mark
    button.onclick = () => play(i)
    board.append(button)
  })
}

function play(i) {
  if (over || cells[i]) return
  cells[i] = turn
  moves++
  draw()
  if (lines.some((line) => line.every((k) => cells[k] === turn))) {
    over = true
    say(turn + ' wins!')
  } else if (moves === 9) {
    over = true
    say("It's a draw")
  } else {
    turn = turn === 'X' ? 'O' : 'X'
    say(turn + ' to move')
  }
}

document.getElementById('again').onclick = start
start()
