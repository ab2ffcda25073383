// Blackjack with a menu. The cards come in the environment, CARDS="AS 10D 7H".
const readline = require('readline');
const SUITS = { S: 'Spades', H: 'Hearts', D: 'Diamonds', C: 'Clubs' };
const NAMES = { A: 'Ace', J: 'Jack', Q: 'Queen', K: 'King' };
const shoe = process.env.CARDS.split(' ');
for (const s of 'SHDC') {
  for (const r of ['A', 2, 3, 4, 5, 6, 7, 8, 9, 10, 'J', 'Q', 'K']) if (!shoe.includes(r + s)) shoe.push(r + s);
}

const rank = (card) => card.slice(0, -1);
const name = (card) => `${NAMES[rank(card)] || rank(card)} of ${SUITS[card.slice(-1)]}`;

function score(hand) {
  let sum = 0;
  let aces = 0;
  for (const card of hand) {
    if (rank(card) === 'A') aces++;
    sum += rank(card) === 'A' ? 11 : 'JQK'.includes(rank(card)) ? 10 : Number(rank(card));
  }
  for (; sum > 21 && aces > 0; aces--) sum -= 10;
  return sum;
}

const input = readline.createInterface({ input: process.stdin });
const lines = input[Symbol.asyncIterator]();
async function ask(question) {
  process.stdout.write(question);
  const { value, done } = await lines.next();
  if (done) process.exit(0);
  return value.trim();
}

async function main() {
  let balance = 100;
  for (let round = 1; ; round++) {
    console.log(`\n--- Round ${round} ---\nBalance: $${balance}`);
    let bet = 0;
    for (;;) {
      const text = await ask('How much do you want to bet? ');
      bet = Number(text);
      if (!/^-?\d+$/.test(text)) console.log('That is not a valid number.');
      else if (bet < 1) console.log('The bet is too low.');
      else if (bet > 100) console.log('The bet is too high.');
      else if (bet > balance) console.log("You can't afford that.");
      else break;
    }
    balance -= bet;
    const player = [];
    const dealer = [];
    player.push(shoe.shift());
    dealer.push(shoe.shift());
    player.push(shoe.shift());
    dealer.push(shoe.shift());
    console.log(`Your cards: ${player.map(name).join(', ')}`);
    console.log(`Your total: ${score(player)}`);
    console.log(`Dealer's cards: ${name(dealer[0])}, hidden card`);
    const natural = score(player) === 21;
    const dealt = score(dealer) === 21;
    let over = natural || dealt;
    while (!over) {
      const choice = await ask('1) Hit  2) Stand  3) Double  4) Split\nYour choice: ');
      if (choice === '1' || (choice === '3' && player.length === 2 && bet <= balance)) {
        if (choice === '3') {
          balance -= bet;
          bet *= 2;
          over = true;
        }
        player.push(shoe.shift());
        console.log(`You draw the ${name(player[player.length - 1])}.`);
        console.log(`Your total: ${score(player)}`);
        if (score(player) >= 21) over = true;
      } else if (choice === '2') over = true;
      else console.log('Invalid choice.');
    }
    const mine = score(player);
    console.log(`Dealer turns over the ${name(dealer[1])}.`);
    if (mine <= 21 && !natural && !dealt) {
      while (score(dealer) < 17) {
        dealer.push(shoe.shift());
        console.log(`Dealer draws the ${name(dealer[dealer.length - 1])}.`);
      }
    }
    const house = score(dealer);
    console.log(`Dealer's total: ${house}`);
    if (mine > 21) console.log('You busted!');
    else if (natural && dealt) {
      balance += bet;
      console.log("It's a tie.");
    } else if (natural) {
      balance += bet * 2.5;
      console.log('Blackjack! You win!');
    } else if (dealt || mine < house && house <= 21) console.log('Dealer wins.');
    else if (house > 21 || mine > house) {
      balance += 2 * bet;
      console.log(`You win $${bet}!`);
    } else {
      balance += bet;
      console.log("It's a tie.");
    }
    console.log(`Balance: $${balance}`);
    if (balance < 1) {
      console.log('You have no money left.');
      break;
    }
    if (round === 10 || (await ask('Play another round? (y/n) ')) !== 'y') break;
  }
  process.exit(0);
}
main();
