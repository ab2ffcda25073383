/** Work that is done a moment after the last call, of calls that come fast one after another. */
export function useLater(millis: number) {
  let waiting = 0
  let turn = 0

  /** Does the work soon; fresh says whether no other call came since. */
  function later(work: (fresh: () => boolean) => unknown) {
    cancel()
    const mine = turn
    waiting = window.setTimeout(() => void work(() => mine === turn), millis)
  }

  /** Drops what was to be done; what is on its way is not fresh any more. */
  function cancel() {
    window.clearTimeout(waiting)
    turn++
  }
  return { later, cancel }
}
