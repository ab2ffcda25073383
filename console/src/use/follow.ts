import { onBeforeUnmount, watch } from 'vue'

import { over, watchRun, type Run } from '../api/client'

/** Loads again at each progress of a run, for as long as it is not over and its page is shown.
    One load ends before the next begins: progress that is faster than loading starves none. */
export function useFollow(run: () => Run | undefined, load: () => Promise<void>) {
  let busy = false
  let again = false

  async function follow() {
    again = true
    if (busy) return
    busy = true
    while (again) {
      again = false
      await load()
    }
    busy = false
  }

  let stop = () => {}
  watch(() => {
    const r = run()
    return r && !over(r.state) ? r.id : undefined
  }, (id) => {
    stop()
    stop = id === undefined ? () => {} : watchRun(id, () => void follow())
  }, { immediate: true })
  onBeforeUnmount(() => stop())
}
