-- A third of the way up.
function choose(low, high)
  return low + (high - low) // 3
end
