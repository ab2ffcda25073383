-- Takes two from the last heap that has so many, and else one.
function choose(heaps)
  for i = #heaps, 1, -1 do
    if heaps[i] > 0 then return { i - 1, math.min(2, heaps[i]) } end
  end
end
