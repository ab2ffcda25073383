// Sea battle. Both players type their fleets in, then shoot by turns: row and column, 1 to 10.
const fs = require("fs");
function readLine(q) {
  process.stdout.write(q);
  const b = Buffer.alloc(1);
  let s = "";
  for (;;) {
    let n = 0;
    try { n = fs.readSync(0, b, 0, 1); } catch (e) { if (e.code === "EAGAIN") continue; process.exit(0); }
    if (n === 0) process.exit(0);
    if (b[0] === 10) return s.trim();
    if (b[0] !== 13) s += b.toString("latin1");
  }
}
const KINDS = [["carrier", 5], ["battleship", 4], ["cruiser", 3], ["submarine", 3], ["destroyer", 2]];
function place(player) {
  const map = new Map();
  console.log(`Player ${player}, place your ships while the other one looks away.`);
  for (const [name, size] of KINDS) {
    for (;;) {
      const t = readLine(`${name} (${size}), top left cell and h or v, e.g. 3 4 h: `).split(/\s+/);
      const r = +t[0], c = +t[1], v = t[2] === "v";
      if (t.length !== 3 || !Number.isInteger(r) || !Number.isInteger(c) || !"hv".includes(t[2])) { console.log("I did not get that."); continue; }
      const cells = [];
      for (let k = 0; k < size; k++) cells.push([r + (v ? k : 0), c + (v ? 0 : k)]);
      if (cells.some(([y, x]) => y < 1 || y > 10 || x < 1 || x > 10)) { console.log("That sticks out."); continue; }
      if (cells.some((k) => map.has(k.join()))) { console.log("Ships cannot lie on each other."); continue; }
      cells.forEach((k) => map.set(k.join(), name));
      break;
    }
  }
  return map;
}
const fleets = [place(1), place(2)];
const fired = [new Set(), new Set()];
let me = 0;
for (;;) {
  const t = readLine(`Player ${me + 1} shoots at (row column): `).split(/\s+/);
  if (t.length !== 2 || !t.every((x) => /^-?\d+$/.test(x))) { console.log("Two numbers, please."); continue; }
  const [r, c] = t.map(Number);
  if (r < 1 || r > 10 || c < 1 || c > 10) { console.log("Off the map."); continue; }
  const key = [r, c].join();
  if (fired[me].has(key)) { console.log("You have shot at that before."); continue; }
  fired[me].add(key);
  const name = fleets[1 - me].get(key);
  if (!name) console.log("Nothing but waves.");
  else {
    fleets[1 - me].delete(key);
    const gone = ![...fleets[1 - me].values()].includes(name);
    console.log(gone ? `Struck and destroyed: the ${name} is at the bottom.` : "Struck!");
    if (fleets[1 - me].size === 0) { console.log(`No ship swims any more. Victory for player ${me + 1}.`); process.exit(0); }
  }
  me = 1 - me;
}
