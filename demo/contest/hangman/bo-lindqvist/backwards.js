// The letters from z to a.
function choose(word, letters) {
  return [...'zyxwvutsrqponmlkjihgfedcba'].find((c) => !letters.includes(c));
}
