// Takes cards up to 18.
function choose(hand, up) {
  let total = 0;
  for (const card of hand) {
    const rank = card.slice(0, -1);
    total += rank === 'A' ? 1 : ['J', 'Q', 'K'].includes(rank) ? 10 : Number(rank);
  }
  return total < 18 ? 'hit' : 'stand';
}
