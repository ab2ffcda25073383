import { autocompletion, type CompletionContext, type CompletionResult } from '@codemirror/autocomplete'

/** The keys that a mapping may have, each with those below it. */
export interface Keys {
  [key: string]: Keys
}

/** Completes the keys of a YAML text where they may stand, by the keys above them. */
export function yamlKeys(keys: () => Keys) {
  function complete(context: CompletionContext): CompletionResult | null {
    const line = context.state.doc.lineAt(context.pos)
    const before = line.text.slice(0, context.pos - line.from)
    const word = /^(\s*(?:- )*)([\w-]*)$/.exec(before)
    if (!word || (!word[2] && !context.explicit)) return null
    let indent = word[1]!.length
    const path: string[] = []
    for (let n = line.number - 1; n >= 1 && indent > 0; n--) {
      const above = /^(\s*(?:- )*)([\w-]+):/.exec(context.state.doc.line(n).text)
      if (above && above[1]!.length < indent) {
        path.unshift(above[2]!)
        indent = above[1]!.length
      }
    }
    let at: Keys | undefined = keys()
    for (const key of path) at = at?.[key]
    return { from: context.pos - word[2]!.length, options: Object.keys(at ?? {}).sort().map((key) => ({ label: `${key}: `, type: 'property' })) }
  }
  return autocompletion({ override: [complete] })
}
