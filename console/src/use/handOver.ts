/** What the desk hands over to the page of a new assignment. */
export interface HandedOver {
  suite: string
  handout: string
}

const keyOf = (course: string) => `durchgang-new/${course}`

export const handOver = (course: string, what: HandedOver) => sessionStorage.setItem(keyOf(course), JSON.stringify(what))

/** Takes what was handed over. */
export function takeOver(course: string): HandedOver | undefined {
  const text = sessionStorage.getItem(keyOf(course))
  return text ? (JSON.parse(text) as HandedOver) : undefined
}
