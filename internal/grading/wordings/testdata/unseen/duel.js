// Tic-tac-toe for two. Kim and Sam (or whoever you are) share the keyboard.
const readline = require("readline");
const rl = readline.createInterface({ input: process.stdin, output: process.stdout });
const lines = [];
let waiting = null;
rl.on("line", (l) => { if (waiting) { const w = waiting; waiting = null; w(l); } else lines.push(l); });
rl.on("close", () => process.exit(0));
function ask(q) {
  process.stdout.write(q);
  return new Promise((done) => { if (lines.length) done(lines.shift()); else waiting = done; });
}

const WINS = [[0,1,2],[3,4,5],[6,7,8],[0,3,6],[1,4,7],[2,5,8],[0,4,8],[2,4,6]];

function draw(board) {
  console.log("+---+---+---+");
  for (let r = 0; r < 3; r++) {
    console.log("| " + [0, 1, 2].map((c) => board[r * 3 + c] || String(r * 3 + c + 1)).join(" | ") + " |");
    console.log("+---+---+---+");
  }
}

async function play(names) {
  const board = Array(9).fill(null);
  let now = 0;
  let moves = 0;
  while (true) {
    draw(board);
    const text = (await ask(`Your go, ${names[now]}! Which square do you want? `)).trim();
    if (!/^\d+$/.test(text)) { console.log("Digits only, thank you."); continue; }
    const at = parseInt(text, 10) - 1;
    if (at < 0 || at > 8) { console.log("The squares run from 1 to 9."); continue; }
    if (board[at]) { console.log("Somebody sits there already."); continue; }
    board[at] = "XO"[now];
    moves++;
    if (WINS.some((w) => w.every((i) => board[i] === "XO"[now]))) {
      draw(board);
      console.log(`Three cheers for ${names[now]}, who takes this one!`);
      return now;
    }
    if (moves === 9) {
      draw(board);
      console.log("Nobody manages three. Honours are shared.");
      return -1;
    }
    now = 1 - now;
  }
}

(async () => {
  console.log("Welcome to the playground!");
  const first = (await ask("Who plays X? ")).trim() || "X";
  const second = (await ask("Who plays O? ")).trim() || "O";
  const names = [first, second];
  for (;;) {
    await play(names);
    const more = (await ask("Once more? [yes/no] ")).trim().toLowerCase();
    if (!more.startsWith("y")) break;
  }
  console.log("Bye!");
  process.exit(0);
})();
