// El ahorcado. La palabra secreta llega en la variable PALABRA.
const fs = require("fs");
let rest = Buffer.alloc(0);
function lee(q) {
  process.stdout.write(q);
  for (;;) {
    const i = rest.indexOf(10);
    if (i >= 0) { const s = rest.subarray(0, i).toString("utf8"); rest = rest.subarray(i + 1); return s.trim(); }
    const b = Buffer.alloc(256);
    let n = 0;
    try { n = fs.readSync(0, b, 0, 256); } catch (e) { if (e.code === "EAGAIN") continue; process.exit(0); }
    if (n === 0) process.exit(0);
    rest = Buffer.concat([rest, b.subarray(0, n)]);
  }
}
const palabra = process.env.PALABRA;
if (!palabra) { console.log("Falta la variable PALABRA."); process.exit(1); }
const letra = (c) => /\p{L}/u.test(c);
let otra = "s";
while (otra === "s") {
  let vidas = 6;
  const dichas = new Set();
  for (;;) {
    console.log("\n" + [...palabra].map((c) => (letra(c) && !dichas.has(c.toLowerCase()) ? "_" : c)).join(" "));
    console.log("Vidas restantes: " + vidas + "   Letras dichas: " + ([...dichas].join(" ") || "ninguna"));
    const c = lee("Di una letra: ").toLowerCase();
    if ([...c].length !== 1 || !letra(c)) { console.log("Eso no vale, solo una letra."); continue; }
    if (dichas.has(c)) { console.log("Esa ya la has dicho."); continue; }
    dichas.add(c);
    if (!palabra.toLowerCase().includes(c)) {
      vidas--;
      if (vidas === 0) { console.log("Ahorcado. Era " + palabra + "."); break; }
      console.log("Fallaste.");
    } else if ([...palabra].every((x) => !letra(x) || dichas.has(x.toLowerCase()))) {
      console.log(palabra + ": la has adivinado, enhorabuena.");
      break;
    } else console.log("Acertaste.");
  }
  otra = lee("Jugar otra vez (s/n)? ").toLowerCase();
}
