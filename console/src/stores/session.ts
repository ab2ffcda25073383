import { defineStore } from 'pinia'
import { computed, ref } from 'vue'

import { api, ask, setToken, type Session } from '../api/client'

/** Who is signed in. */
export const useSession = defineStore('session', () => {
  const session = ref<Session>()
  const person = computed(() => session.value?.person ?? null)

  function take(next: Session) {
    session.value = next
    setToken(next.csrf)
  }

  async function load() {
    take(await ask(api.GET('/session')))
  }

  async function signIn(login: string, password: string) {
    take(await ask(api.POST('/sign-in', { body: { login, password } })))
  }

  async function accept(secret: string, login: string, name: string, password: string) {
    take(await ask(api.POST('/invitation/accept', { body: { secret, login, name, password } })))
  }

  async function signOut() {
    await ask(api.POST('/sign-out'))
    await load()
  }

  return { session, person, load, signIn, accept, signOut }
})
