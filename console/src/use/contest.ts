import type { Bout, Contest, Rank } from '../api/client'

const formats: Record<string, string> = {
  all: 'all against all', swiss: 'Swiss', knockout: 'knock-out', 'double-knockout': 'double knock-out', groups: 'groups, then knock-out', ladder: 'ladder', deals: 'the same deals for everyone',
}

/** What a format is called. */
export const formatName = (format: string) => formats[format] ?? format

/** The formats that may be chosen for games of two. */
export const formatOptions = Object.entries(formats).filter(([value]) => value !== 'deals').map(([value, text]) => ({ value, text }))

/** The name of a player, by number. */
export const playerName = (c: Contest, number: number) => c.entrants[number]?.name ?? ''

/** A share in whole percent; what is not quite all or nothing does not look like it. */
export function percent(share: number): string {
  if (share > 0.995 && share < 1) return '> 99 %'
  if (share > 0 && share < 0.005) return '< 1 %'
  return `${Math.round(100 * share)} %`
}

/** A number with a fixed number of decimals, and a real minus. */
export const fixed = (value: number, decimals: number) => value.toFixed(decimals).replace('-', '−')

/** What games for one have brought; hands cost little each. */
export const mean = (c: Contest, value: number) => fixed(value, c.terms.hands ? 4 : 2)

/** How well moves were chosen, in a few words. */
export function bestShare(r: Rank): string {
  return r.quality.moves ? percent(r.quality.best / r.quality.moves) : ''
}

/** How a game has ended. */
export function resultOf(c: Contest, b: Bout): string {
  if (c.measure) return c.terms.hands ? 'a round' : `${b.measure} ${c.measure}`
  if (b.winner === 0) return 'a draw'
  return `${playerName(c, b.winner === 1 ? b.first : b.second)} wins`
}

/** How a strategy is asked for its moves, by its channel. */
export const speaks: Record<string, string> = { wire: 'the protocol', function: 'a function', terminal: 'a terminal, against a person' }

/** The address of a contest's pages. */
export const contestPath = (c: Contest) => `/courses/${c.course}/-/contests/${c.name}`
