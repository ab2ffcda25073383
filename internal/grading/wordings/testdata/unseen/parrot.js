const secret = parseInt(process.env.SECRET, 10)
const rl = require('readline').createInterface({ input: process.stdin })
let tries = 10
const ask = () => process.stdout.write(`Parrot says: guess my number! (${tries}) `)
console.log('I am a parrot, and my number is between 1 and 100.')
ask()
rl.on('line', line => {
  const n = /^-?\d+$/.test(line.trim()) ? Number(line) : NaN
  if (Number.isNaN(n)) console.log('Squawk, that is no number!')
  else if (n < 1 || n > 100) console.log('Squawk, too far away! 1 to 100!')
  else {
    tries--
    if (n === secret) { console.log('Squawk! Correct! You win a cracker.'); process.exit() }
    if (tries === 0) { console.log(`Squawk! No more tries. My number was ${secret}, you lose.`); process.exit() }
    console.log(n < secret ? 'Squawk, more!' : 'Squawk, less!')
  }
  ask()
})
