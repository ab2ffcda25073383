import { autocompletion, type Completion, type CompletionContext, type CompletionResult } from '@codemirror/autocomplete'
import { foldService, LanguageSupport, StreamLanguage } from '@codemirror/language'

const heads = ['criterion', 'script']
const attributes = ['points', 'graded', 'not-shown', 'not-reached', 'unsteady', 'claims', 'setup', 'quick', 'repeats']
const policy = ['game', 'opponent', 'total', 'required', 'attempts', 'due', 'late', 'round']
const acts = ['again', 'reload', 'leave', 'positions', '...']
const values: Record<string, string[]> = {
  graded: ['whole', 'share'],
  'not-shown': ['costs', 'keeps'],
  'not-reached': ['costs', 'keeps'],
  unsteady: ['costs', 'keeps'],
  attempts: ['best', 'last'],
  setup: ['own'],
}

/** How a suite is coloured: what begins a part, what is set, moves, moves that are refused, texts and comments. */
const colours = StreamLanguage.define<{ head: string }>({
  startState: () => ({ head: '' }),
  token(stream, state) {
    if (stream.sol()) state.head = ''
    if (stream.eatSpace()) return null
    if (stream.match(/#.*/)) return 'comment'
    if (stream.match(/"(?:[^"\\]|\\.)*"?/)) return 'string'
    const word = (stream.match(/[^\s#"]+/) as RegExpMatchArray)[0]
    const first = state.head === ''
    if (first) state.head = word
    if (first && heads.includes(word)) return 'keyword'
    if (first && (attributes.includes(word) || policy.includes(word))) return 'propertyName'
    if (acts.includes(word)) return 'keyword'
    if (heads.includes(state.head)) return word === 'public' ? 'keyword' : 'variableName'
    if (attributes.includes(state.head) || policy.includes(state.head)) return 'atom'
    return word.startsWith('!') ? 'invalid' : 'number'
  },
  languageData: { commentTokens: { line: '#' } },
})

/** A criterion folds to the next one, a script to the next script or criterion. */
const folds = foldService.of((state, from) => {
  const line = state.doc.lineAt(from)
  const head = /^\s*(criterion|script)\b/.exec(line.text)?.[1]
  if (!head) return null
  let to = line.to
  for (let n = line.number + 1; n <= state.doc.lines; n++) {
    const next = state.doc.line(n)
    const other = /^\s*(criterion|script)\b/.exec(next.text)?.[1]
    if (other === 'criterion' || other === head) break
    if (next.text.trim()) to = next.to
  }
  return to > line.to ? { from: line.to, to } : null
})

/** The language of suites; known are the words of this game: aspects, criteria and moves. */
export function suiteLanguage(known: () => { aspects: string[]; criteria: string[]; moves: string[] }) {
  const options = (words: string[], type: string): Completion[] => words.map((label) => ({ label, type }))

  function complete(context: CompletionContext): CompletionResult | null {
    const word = context.matchBefore(/[!\w.@{-]*/)
    if (!word || (word.from === word.to && !context.explicit)) return null
    const before = context.state.doc.lineAt(context.pos).text.slice(0, word.from - context.state.doc.lineAt(context.pos).from)
    const head = before.trim().split(/\s+/)[0] ?? ''
    const { aspects, criteria, moves } = known()
    if (head === 'claims') return { from: word.from, options: options(aspects, 'type') }
    if (head === 'required') return { from: word.from, options: options(criteria, 'variable') }
    if (head in values) return { from: word.from, options: options(values[head]!, 'constant') }
    if (heads.includes(head)) return { from: word.from, options: options(head === 'script' ? ['public'] : [], 'keyword') }
    if (head && (attributes.includes(head) || policy.includes(head))) return null
    const list = options(acts, 'keyword').concat(options(moves, 'constant'), options(moves.map((m) => `!${m}`), 'constant'))
    return { from: word.from, options: head ? list : options([...heads, ...attributes, ...policy], 'keyword').concat(list) }
  }
  return new LanguageSupport(colours, [folds, autocompletion({ override: [complete] })])
}
