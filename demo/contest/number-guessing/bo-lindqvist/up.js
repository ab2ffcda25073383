// Counts up.
function choose(low, high) {
  return low
}
