const fs = require("fs");
let buffer = "";
function readLine() {
  const b = Buffer.alloc(1);
  let s = "";
  for (;;) {
    let n = 0;
    try { n = fs.readSync(0, b, 0, 1); } catch (e) { if (e.code === "EAGAIN") continue; process.exit(0); }
    if (n === 0) process.exit(0);
    const ch = b.toString("latin1");
    if (ch === "\n") return s.replace("\r", "");
    s += ch;
  }
}
const N = 15;
const cell = Array.from({ length: N }, () => Array(N).fill("·"));
function show() {
  let head = "   ";
  for (let c = 0; c < N; c++) head += " " + String.fromCharCode(97 + c);
  console.log(head);
  cell.forEach((row, r) => console.log(String(r + 1).padStart(2) + "  " + row.join(" ")));
}
function five(r, c) {
  const me = cell[r][c];
  return [[0, 1], [1, 0], [1, 1], [1, -1]].some(([a, b]) => {
    let n = 1;
    for (const s of [1, -1])
      for (let k = 1; (cell[r + s * k * a] || [])[c + s * k * b] === me; k++) n++;
    return n >= 5;
  });
}
let black = true, used = 0;
console.log("Gomoku. Black (#) starts, white is @. Write a point like h8.");
for (;;) {
  show();
  process.stdout.write((black ? "Black" : "White") + " to place: ");
  const m = readLine().trim().toLowerCase().match(/^([a-z])(\d{1,2})$/);
  if (!m) { console.log("Points are a letter and a number."); continue; }
  const c = m[1].charCodeAt(0) - 97, r = +m[2] - 1;
  if (c >= N || r < 0 || r >= N) { console.log("That point lies outside."); continue; }
  if (cell[r][c] !== "·") { console.log("A stone lies on it."); continue; }
  cell[r][c] = black ? "#" : "@";
  used++;
  if (five(r, c)) { show(); console.log((black ? "Black" : "White") + " completes five and is the winner."); break; }
  if (used === N * N) { show(); console.log("The board is full. Even game."); break; }
  black = !black;
}
