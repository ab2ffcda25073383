// Calls what a program defines: one request in JSON on each line, and a line of answer for each. For each script the
// program is loaded anew, in a context of its own.
const fs = require('fs');
const path = require('path');
const vm = require('vm');
const { createRequire } = require('module');

const { readSync, writeSync, readFileSync } = fs;
const { parse, stringify } = JSON;
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

const settings = parse(next());
class Asked extends Error {}
const asked = () => {
  throw new Asked('the program asks for input');
};
fs.readSync = (fd, ...rest) => (fd === 0 ? asked() : readSync(fd, ...rest));
fs.readFileSync = (file, ...rest) => (file === 0 || file === '/dev/stdin' ? asked() : readFileSync(file, ...rest));
fs.writeSync = (fd, ...rest) => writeSync(fd === 1 ? 2 : fd, ...rest);
const exit = process.exit.bind(process);
process.stdout.write = (text) => {
  try {
    writeSync(2, String(text));
  } catch (e) {
    // nobody reads what is printed
  }
  return true;
};
Object.defineProperty(process, 'stdin', { get: asked });
for (const ended of ['exit', 'abort', 'reallyExit']) {
  process[ended] = () => {
    throw new Error('the program ends itself');
  };
}
process.on('uncaughtException', () => {});

let context;
let game;
let load;
let exported;
let declared;

function failure(e) {
  const made = { kind: 'raised', type: (e && e.constructor && e.constructor.name) || typeof e, says: String((e && e.message) ?? e) };
  if (e instanceof Asked) made.kind = 'input';
  if (made.type === 'SyntaxError') made.kind = 'syntax';
  if (e && e.code === 'MODULE_NOT_FOUND') Object.assign(made, { kind: 'module', name: (/'([^']+)'/.exec(made.says) || [])[1] });
  const stack = String((e && e.stack) || '');
  for (const file of settings.files) {
    const at = stack.indexOf(`${file}:`);
    if (at >= 0) {
      const number = parseInt(stack.slice(at + file.length + 1), 10);
      made.at = `${file} line ${number}`;
      made.text = (readFileSync(file, 'utf8').split('\n')[number - 1] || '').trim();
      break;
    }
  }
  return made;
}

const names = (text) =>
  text
    .replace(/^\s*import\s+([\w*{}\s,]+)\s+from\s+['"]([^'"]+)['"];?/gm, (_, what, from) => {
      const all = /^\*\s+as\s+(\w+)/.exec(what.trim());
      if (all) return `const ${all[1]} = require('${from}');`;
      const [usual, some] = what.includes('{') ? [what.split('{')[0].replace(',', '').trim(), `{${what.split('{')[1]}`] : [what.trim(), ''];
      return (usual ? `const ${usual} = require('${from}').default ?? require('${from}');` : '')
        + (some ? `const ${some.replace(/\s+as\s+/g, ': ')} = require('${from}');` : '');
    })
    .replace(/^(\s*)export\s+(default\s+)?(?=async|function|const|let|var|class)/gm, '$1')
    .replace(/^\s*export\s+default\s+(?=[\w(])/gm, 'module.exports.default = ')
    .replace(/^\s*export\s*\{[^}]*\};?/gm, '');

function fresh() {
  game = undefined;
  load = null;
  declared = [];
  exported = { exports: {} };
  const loaded = new Map();
  const own = createRequire(path.resolve('durchgang.js'));
  const bring = (name, from) => {
    const at = name.startsWith('.') ? path.resolve(path.dirname(from), name) : name;
    const file = settings.files.find((f) => [at, `${at}.js`, `${at}.mjs`, `${at}.cjs`, at.replace(/\.ts$/, '.js')].includes(path.resolve(f)));
    if (!file) return own(name);
    run(file);
    return loaded.get(file).exports;
  };
  context = vm.createContext({ console: { ...console }, process, Buffer, setTimeout, setInterval, clearTimeout, clearInterval, queueMicrotask, URL, structuredClone });
  vm.runInContext('globalThis.global = globalThis; globalThis.window = undefined;', context);
  for (const way of ['log', 'info', 'warn', 'error', 'table', 'debug']) context.console[way] = () => {};
  context.console.clear = () => {};
  context.prompt = asked;
  context.alert = () => {};
  function run(file) {
    if (loaded.has(file)) return;
    const module = { exports: {} };
    loaded.set(file, module);
    const text = names(readFileSync(file, 'utf8'));
    for (const m of text.matchAll(/^(?:async\s+)?(?:function\s*\*?|class|const|let|var)\s+([A-Za-z_$][\w$]*)/gm)) declared.push(m[1]);
    context.module = module;
    context.exports = module.exports;
    context.require = Object.assign((name) => bring(name, file), { main: undefined });
    try {
      vm.runInContext(text, context, { filename: file });
    } catch (e) {
      load = failure(e);
    }
    context.module = module;
    exported = module;
  }
  for (const file of settings.files) run(file);
  for (const module of loaded.values()) {
    const out = module.exports;
    if (out && (typeof out === 'object' || typeof out === 'function')) {
      if (typeof out === 'function' && out.name && !find(out.name)) context[out.name] = out;
      if (typeof out === 'function' && out.name) declared.push(out.name);
      for (const name of Object.keys(out)) {
        if (!/^[A-Za-z_$][\w$]*$/.test(name)) continue;
        if (name === 'default' && out.default && out.default.name && out.default.name !== 'default') continue;
        declared.push(name);
        if (find(name) === undefined) context[name] = out[name];
      }
    }
  }
  declared = [...new Set(declared)];
}

function find(name) {
  try {
    return vm.runInContext(name, context);
  } catch (e) {
    return undefined;
  }
}

function plain(v, depth = 0) {
  if (v === undefined || v === null) return null;
  if (typeof v === 'bigint') return Number(v);
  if (typeof v === 'number') return Number.isFinite(v) ? v : { $number: String(v) };
  if (typeof v === 'string' || typeof v === 'boolean') return v;
  if (typeof v === 'symbol') return { $name: v.description };
  if (typeof v === 'function') return { $call: true };
  if (depth > 8) return '…';
  const kind = Object.prototype.toString.call(v);
  if (Array.isArray(v) || ArrayBuffer.isView(v)) return Array.from(v, (x) => plain(x, depth + 1));
  if (kind === '[object Map]') return { $map: Array.from(v, ([k, x]) => [plain(k, depth + 1), plain(x, depth + 1)]) };
  if (kind === '[object Set]') return { $set: Array.from(v, (x) => plain(x, depth + 1)) };
  if (kind === '[object Promise]') return { $object: 'Promise' };
  const type = (v.constructor && v.constructor.name) || 'Object';
  return { $object: type, fields: fields(v, depth + 1) };
}

function fields(v, depth = 0) {
  const made = {};
  for (const key of Object.keys(v)) {
    if (typeof v[key] !== 'function') made[key] = plain(v[key], depth);
  }
  return made;
}

function getters(v) {
  const made = {};
  for (let o = v; o && !Object.prototype.hasOwnProperty.call(o, 'hasOwnProperty'); o = Object.getPrototypeOf(o)) {
    for (const name of Object.getOwnPropertyNames(o)) {
      if (name in made || !Object.getOwnPropertyDescriptor(o, name).get) continue;
      try {
        made[name] = plain(v[name]);
      } catch (e) {
        // is not shown
      }
    }
  }
  return made;
}

function takes(f) {
  const text = Function.prototype.toString.call(f);
  let inside = '';
  if (/^class\b/.test(text)) {
    const m = /\bconstructor\s*\(([\s\S]*?)\)\s*\{/.exec(text);
    if (!m) return [];
    [, inside] = m;
  } else {
    const m = /^(?:async\s+)?(?:function\b\s*\*?\s*[\w$]*|get\s+[\w$]+|[\w$#]+)?\s*\(([\s\S]*?)\)\s*(?:=>|\{)/.exec(text) || /^(?:async\s+)?([\w$]+)\s*=>/.exec(text);
    if (!m) return [];
    [, inside] = m;
  }
  return inside
    .split(/,(?![^[({]*[\])}])/)
    .map((p) => p.trim())
    .filter(Boolean)
    .map((p) => ({ name: p.split('=')[0].replace('...', '').trim(), type: '', optional: p.includes('=') || p.startsWith('...') }));
}

function members(v) {
  const made = { methods: [], fields: [] };
  const seen = new Set(['constructor']);
  for (let o = v; o && !Object.prototype.hasOwnProperty.call(o, 'hasOwnProperty'); o = Object.getPrototypeOf(o)) {
    for (const name of Object.getOwnPropertyNames(o)) {
      if (seen.has(name)) continue;
      seen.add(name);
      const d = Object.getOwnPropertyDescriptor(o, name);
      if (d.get) made.fields.push(name);
      else if (typeof d.value === 'function') made.methods.push({ name, takes: takes(d.value) });
      else made.fields.push(name);
    }
  }
  return made;
}

function outline() {
  const made = { functions: [], classes: [], values: [], load };
  for (const name of declared) {
    const v = find(name);
    if (typeof v !== 'function') {
      if (v !== undefined) made.values.push(name);
      continue;
    }
    const text = Function.prototype.toString.call(v);
    if (/^class\b/.test(text) || (v.prototype && Object.getOwnPropertyNames(v.prototype).length > 1)) {
      const of = members(v.prototype);
      const statics = Object.getOwnPropertyNames(v)
        .filter((n) => typeof v[n] === 'function' && !['prototype'].includes(n))
        .map((n) => ({ name: n, takes: takes(v[n]), static: true }));
      made.classes.push({ name, new: [takes(v)], methods: [...of.methods, ...statics], fields: of.fields, values: [] });
    } else made.functions.push({ name, takes: takes(v) });
  }
  return made;
}

function given(a) {
  if (Array.isArray(a)) return vm.runInContext('(...a) => [...a]', context)(...a.map(given));
  if (a === null || typeof a !== 'object') return a;
  if ('$game' in a) return game;
  if ('$name' in a) return find(a.$name);
  if ('$new' in a) return construct(find(a.$new), a.args.map(given));
  if ('$tuple' in a) return given(a.$tuple);
  if ('$set' in a) return new Set(a.$set.map(given));
  if ('$map' in a) {
    const o = vm.runInContext('({})', context);
    for (const [k, v] of a.$map) o[Array.isArray(k) ? k.join(',') : k] = given(v);
    return o;
  }
  if ('$random' in a) {
    let s = a.$random;
    return () => {
      s = (s * 1103515245 + 12345) % 2147483648;
      return s / 2147483648;
    };
  }
  const o = vm.runInContext('({})', context);
  for (const k of Object.keys(a)) o[k] = given(a[k]);
  return o;
}

function construct(f, args) {
  return /^class\b/.test(Function.prototype.toString.call(f)) ? new f(...args) : f(...args);
}

const absent = Symbol('absent');

function answer(r) {
  switch (r.do) {
    case 'outline':
      return outline();
    case 'members':
      return members(game);
    case 'text':
      return String(game);
    case 'get': {
      if (!r.name) return plain(game);
      if (r.name === '*') {
        if (r.on) return { ...getters(game), ...fields(game) };
        return Object.fromEntries(declared.filter((n) => !['function', 'undefined'].includes(typeof find(n))).map((n) => [n, plain(find(n))]));
      }
      const v = r.on ? game[r.name] : find(r.name);
      if (r.keep) game = v;
      return v === undefined && !(r.on && game && r.name in game) ? absent : plain(v);
    }
    default: {
      const f = r.on ? game && game[r.name] : find(r.name);
      if (typeof f !== 'function') return absent;
      const args = r.args.map(given);
      const isClass = /^class\b/.test(Function.prototype.toString.call(f));
      const built = !isClass && !r.on && f.prototype && Object.getOwnPropertyNames(f.prototype).length > 1;
      const result = r.on ? f.apply(game, args) : isClass || built ? new f(...args) : f(...args);
      if (r.keep) game = result;
      return r.back ? [plain(result), args.map((a) => plain(a))] : plain(result);
    }
  }
}

let out = [];
const flush = () => {
  let text = Buffer.from(out.join(''));
  out = [];
  while (text.length) {
    try {
      text = text.subarray(writeSync(1, text));
    } catch (e) {
      if (e.code !== 'EAGAIN') throw e;
    }
  }
};
fresh();
for (let line = next(); line !== null; line = next()) {
  const r = parse(line);
  try {
    if (r.do === 'fresh') {
      fresh();
      out.push('= null\n');
      flush();
      continue;
    }
    const result = answer(r);
    out.push(result === absent ? `? ${r.name}\n` : `= ${stringify(result)}\n`);
  } catch (e) {
    out.push(`! ${stringify(failure(e))}\n`);
  }
  if (out.length >= (settings.hold || 1)) flush();
}
flush();
exit(0);
