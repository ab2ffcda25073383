import { ref } from 'vue'

/** Runs acts that change something, and says the result of the last one or why it failed. */
export function useAct() {
  const notice = ref('')
  const failure = ref('')

  async function act(work: () => Promise<string>) {
    notice.value = failure.value = ''
    try {
      notice.value = await work()
    } catch (cause) {
      failure.value = cause instanceof Error ? cause.message : String(cause)
    }
  }

  return { notice, failure, act }
}
