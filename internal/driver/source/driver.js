// Calls a program's functions, one for each line that is read, and writes a line for each.
const fs = require('fs');
const path = require('path');
const vm = require('vm');

const readSync = fs.readSync;
const readFileSync = fs.readFileSync;
let buffered = Buffer.alloc(0);
function next() {
  for (;;) {
    const end = buffered.indexOf(10);
    if (end >= 0) {
      const line = buffered.toString('utf8', 0, end);
      buffered = buffered.subarray(end + 1);
      return line;
    }
    const more = Buffer.alloc(1 << 16);
    let n = 0;
    try {
      n = readSync(0, more, 0, more.length, null);
    } catch (e) {
      if (e.code === 'EAGAIN') continue;
    }
    if (n === 0) return null;
    buffered = Buffer.concat([buffered, more.subarray(0, n)]);
  }
}
const settings = JSON.parse(next());
const chunk = Number(next()) || 1;
// what comes in is for the driver alone
fs.readSync = (fd, ...rest) => (fd === 0 ? 0 : readSync(fd, ...rest));
fs.readFileSync = (file, ...rest) => readFileSync(file === 0 || file === '/dev/stdin' ? '/dev/null' : file, ...rest);
process.stdout.write = process.stderr.write.bind(process.stderr);
Object.defineProperty(process, 'stdin', { value: fs.createReadStream('/dev/null') });

global.require = (name) => require(name.startsWith('.') ? path.resolve(name) : name);
global.module = { exports: {} };
global.exports = global.module.exports;
for (const file of settings.files) {
  try {
    const source = readFileSync(file, 'utf8').replace(/^(\s*)export\s+(default\s+)?(?=function|const|let|class|async)/gm, '$1');
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
for (let line = next(); line !== null; line = next()) {
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
