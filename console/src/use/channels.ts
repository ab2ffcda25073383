import { api, ask, type Channel } from '../api/client'

let known: Promise<Channel[]> | undefined

/** The ways to drive programs: asked for once, since they stay the same while the service runs. */
export function listChannels(): Promise<Channel[]> {
  known ??= ask(api.GET('/channels')).catch((error: unknown) => {
    known = undefined
    throw error
  })
  return known
}
