// Calls a program's functions, one for each line that is read, and writes a line for each.
const fs = require('fs');
const path = require('path');
const vm = require('vm');

const lines = fs.readFileSync(0, 'utf8').split('\n');
const settings = JSON.parse(lines[0]);
const chunk = Number(lines[1]);
process.stdout.write = process.stderr.write.bind(process.stderr);
Object.defineProperty(process, 'stdin', { value: fs.createReadStream('/dev/null') });

global.require = (name) => require(name.startsWith('.') ? path.resolve(name) : name);
global.module = { exports: {} };
global.exports = global.module.exports;
for (const file of settings.files) {
  try {
    const source = fs.readFileSync(file, 'utf8').replace(/^(\s*)export\s+(default\s+)?(?=function|const|let|class|async)/gm, '$1');
    vm.runInThisContext(source, { filename: file });
  } catch (e) {
    // what is defined until then can be called
  }
}

function find(name) {
  if (typeof module.exports[name] === 'function') return module.exports[name];
  try {
    return vm.runInThisContext(name);
  } catch (e) {
    return undefined;
  }
}

const cells = { 0: settings.cells[0], 1: settings.cells[1], 2: settings.cells[2] };
const flat = (word) => Array.from(word, (c) => cells[c]);
const texts = (word) => (word.length > 1 ? word.slice(1).split(',').map(decodeURIComponent) : []);
const boards = {
  flat,
  text: (word) => flat(word).join(''),
  nested(word) {
    const row = flat(word);
    const board = [];
    for (let i = 0; i < row.length; i += settings.cols) board.push(row.slice(i, i + settings.cols));
    return board;
  },
};
const read = {
  board: boards[settings.layout], player: (word) => cells[word], row: Number, col: Number, number: Number, length: Number, down: (word) => word === '1',
  word: decodeURIComponent, letters: texts, hand: texts,
};

function value(result) {
  if (result === undefined) result = null;
  if (Array.isArray(result) || result === null || ['string', 'boolean'].includes(typeof result) || Number.isInteger(result)) {
    return '= ' + JSON.stringify(result);
  }
  return `! it returned ${typeof result === 'number' ? result : 'a ' + typeof result}`;
}

const functions = settings.calls.map((c) => ({ name: c.name, call: find(c.name), takes: c.takes.map((t) => read[t]) }));
let out = [];
const flush = () => {
  if (out.length) fs.writeSync(1, out.join('\n') + '\n');
  out = [];
};
for (const line of lines.slice(2)) {
  if (!line) continue;
  const [number, ...words] = line.split(' ');
  const f = functions[number];
  if (typeof f.call !== 'function') out.push('? ' + f.name);
  else {
    try {
      out.push(value(f.call(...f.takes.map((t, i) => t(words[i])))));
    } catch (e) {
      out.push('! ' + String(e).replace(/\n/g, ' '));
    }
  }
  if (out.length >= chunk) flush();
}
flush();
process.exit(0);
