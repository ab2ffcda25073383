// Leaves two equal heaps where there are two heaps, and else takes one from the largest.
function choose(heaps) {
  const open = heaps.map((n, i) => [n, i]).filter(([n]) => n > 0).sort((a, b) => b[0] - a[0])
  if (open.length === 1) return [open[0][1], open[0][0]]
  if (open.length === 2 && open[0][0] !== open[1][0]) return [open[0][1], open[0][0] - open[1][0]]
  return [open[0][1], 1]
}
