import { onBeforeUnmount, watch } from 'vue'

import { over, settled, watchContest, watchRun, type Contest, type Run } from '../api/client'

/** Loads again at each progress of a run, for as long as it is not over and its page is shown. */
export function useFollow(run: () => Run | undefined, load: () => Promise<void>) {
  follow(() => {
    const r = run()
    return r && !over(r.state) ? r.id : undefined
  }, watchRun, load)
}

/** Loads again at each progress of a contest that is played, for as long as its page is shown. */
export function useFollowContest(contest: () => Contest | undefined, load: () => Promise<void>) {
  follow(() => {
    const c = contest()
    return c && !settled(c.state) && c.state !== 'open' ? `${c.course}/${c.name}` : undefined
  }, (path, report) => watchContest(path.split('/')[0]!, path.split('/')[1]!, report), load)
}

/** One load ends before the next begins: progress that is faster than loading starves none. */
function follow<K>(key: () => K | undefined, begin: (key: K, report: () => void) => () => void, load: () => Promise<void>) {
  let busy = false
  let again = false

  async function reload() {
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
  watch(key, (now) => {
    stop()
    stop = now === undefined ? () => {} : begin(now, () => void reload())
  }, { immediate: true })
  onBeforeUnmount(() => stop())
}
