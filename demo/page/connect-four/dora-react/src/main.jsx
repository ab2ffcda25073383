import { useState } from 'react'
import { createRoot } from 'react-dom/client'

const rows = 6
const cols = 7
const names = ['Red', 'Yellow']
const fresh = () => ({ columns: Array.from({ length: cols }, () => []), turn: 0, winner: null })

function wins(columns, c, r) {
  const who = columns[c][r]
  const run = (dc, dr) => {
    let n = 0
    for (let k = 1; columns[c + k * dc]?.[r + k * dr] === who; k++) n++
    return n
  }
  return [[1, 0], [0, 1], [1, 1], [1, -1]].some(([dc, dr]) => run(dc, dr) + run(-dc, -dr) >= 3)
}

function Game() {
  const [game, setGame] = useState(fresh)
  const { columns, turn, winner } = game
  const full = columns.every((c) => c.length === rows)

  function drop(c) {
    if (winner !== null || columns[c].length === rows) return
    const next = columns.map((list, i) => (i === c ? [...list, turn] : list))
    const won = wins(next, c, next[c].length - 1)
    setGame({ columns: next, turn: won ? turn : 1 - turn, winner: won ? turn : null })
  }

  const status = winner !== null ? `${names[winner]} wins!` : full ? 'It is a draw' : `${names[turn]} to move`
  return (
    <main>
      <h1>Drop</h1>
      <p role="status">{status}</p>
      <div style={{ display: 'grid', gridTemplateColumns: `repeat(${cols}, 50px)`, background: '#124' }}>
        {Array.from({ length: rows * cols }, (_, i) => {
          const c = i % cols
          const piece = columns[c][rows - 1 - Math.floor(i / cols)]
          return (
            <button
              key={i}
              aria-label={`column ${c + 1}${piece === undefined ? '' : ', ' + names[piece]}`}
              onClick={() => drop(c)}
              style={{ width: 46, height: 46, margin: 2, borderRadius: '50%', border: 0, background: ['#d22', '#ec2'][piece] ?? '#fff' }}
            />
          )
        })}
      </div>
      <button onClick={() => setGame(fresh())}>Restart</button>
    </main>
  )
}

createRoot(document.getElementById('root')).render(<Game />)
