import { onBeforeUnmount, watch } from 'vue'

import { over, watchRun, type Run } from '../api/client'

/** Calls back at each progress of a run, for as long as it is not over and its page is shown. */
export function useFollow(run: () => Run | undefined, changed: () => void) {
  let stop = () => {}
  watch(() => {
    const r = run()
    return r && !over(r.state) ? r.id : undefined
  }, (id) => {
    stop()
    stop = id === undefined ? () => {} : watchRun(id, changed)
  }, { immediate: true })
  onBeforeUnmount(() => stop())
}
