import { ref, shallowRef, watch, type Ref } from 'vue'

/** What a page shows: data once it is there, and whether it is on its way or failed. */
export interface Loaded<T> {
  data: Ref<T | undefined>
  error: Ref<string>
  loading: Ref<boolean>
  reload: () => Promise<void>
}

/** Loads now and whenever key changes. An answer that comes too late is dropped. */
export function useLoad<T>(key: () => unknown, load: () => Promise<T>): Loaded<T> {
  const data = shallowRef<T>()
  const error = ref('')
  const loading = ref(false)
  let turn = 0

  async function reload() {
    const mine = ++turn
    loading.value = true
    try {
      const answer = await load()
      if (mine !== turn) return
      data.value = answer
      error.value = ''
    } catch (failure) {
      if (mine === turn) error.value = failure instanceof Error ? failure.message : String(failure)
    } finally {
      if (mine === turn) loading.value = false
    }
  }

  watch(key, () => {
    data.value = undefined
    void reload()
  }, { immediate: true })
  return { data, error, loading, reload }
}
