# Leaves a nim-sum of zero where it can.
def choose(heaps)
  sum = heaps.reduce(:^)
  heaps.each_with_index do |n, i|
    return [i, n - (n ^ sum)] if (n ^ sum) < n
  end
  [heaps.index(heaps.max), 1]
end
