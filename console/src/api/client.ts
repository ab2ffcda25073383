import createClient from 'openapi-fetch'

import type { components, paths } from './schema'

export type Act = components['schemas']['Act']
export type ByHand = components['schemas']['ServerByHand']
export type LookRequest = components['schemas']['Request']
export type Mine = components['schemas']['Mine']
export type Workload = components['schemas']['Workload']
export type Pair = components['schemas']['Pair']
export type Participant = components['schemas']['Participant']
export type Person = components['schemas']['Person']
export type Pupil = components['schemas']['Pupil']
export type DeskEdit = components['schemas']['Edit']
export type Draft = components['schemas']['DeskAnswer']
export type DraftPlay = components['schemas']['DraftPlay']
export type Strength = components['schemas']['DraftStrength']
export type SuiteChange = components['schemas']['SuiteChange']
export type DryRun = components['schemas']['DryRun']
export type Revision = components['schemas']['Revision']
export type RosterImport = components['schemas']['RosterImport']
export type RunComparison = components['schemas']['RunComparison']
export type Submission = components['schemas']['Submission']
export type SubmittedFile = components['schemas']['File']
export type Token = components['schemas']['Token']
export type Assignment = components['schemas']['Assignment']
export type Cause = components['schemas']['Cause']
export type Class = components['schemas']['Class']
export type ReportFormat = components['schemas']['Format']
export type Channel = components['schemas']['ChannelAnswer']
export type Course = components['schemas']['Course']
export type Bout = components['schemas']['Bout']
export type Contest = components['schemas']['Contest']
export type ContestPage = components['schemas']['ContestPage']
export type ContestPlayer = components['schemas']['PlayerPage']
export type Entrant = components['schemas']['Entrant']
export type Match = components['schemas']['Match']
export type Rank = components['schemas']['Rank']
export type Replayed = components['schemas']['Replayed']
export type Comparison = components['schemas']['Comparison']
export type CriterionVerdict = components['schemas']['CriterionVerdict']
export type Evidence = components['schemas']['Evidence']
export type Finding = components['schemas']['Finding']
export type Group = components['schemas']['Group']
export type Guide = components['schemas']['Guide']
export type Import = components['schemas']['Import']
export type Invitation = components['schemas']['Invitation']
export type Matrix = components['schemas']['Matrix']
export type Mistake = components['schemas']['Mistake']
export type Result = components['schemas']['Result']
export type Row = components['schemas']['Row']
export type Run = components['schemas']['Run']
export type Session = components['schemas']['Session']
export type Step = components['schemas']['Step']
export type Table = components['schemas']['Table']
export type Transcript = components['schemas']['Transcript']

export const api = createClient<paths>({ baseUrl: '/api/v1' })

let csrf = ''

/** Sets what shows that a request comes from the session's own pages. */
export function setToken(token: string) {
  csrf = token
}

/** What is done when the session has ended. */
let ended = () => {}
export function onSessionEnd(act: () => void) {
  ended = act
}

api.use({
  onRequest({ request }) {
    if (csrf && request.method !== 'GET') request.headers.set('X-CSRF-Token', csrf)
    return request
  },
  onResponse({ response, schemaPath }) {
    if (response.status === 401 && schemaPath !== '/sign-in') ended()
    return response
  },
})

/** What the service answered when a request failed, for a person to read. */
export class Failure extends Error {}

/** The data of an answer; a failed request throws a Failure. */
export async function ask<T>(call: Promise<{ data?: T; error?: unknown; response: Response }>): Promise<T> {
  let answer
  try {
    answer = await call
  } catch {
    throw new Failure('The service does not answer. Is it still running?')
  }
  if (answer.data !== undefined) return (await whole(answer.data, answer.response)) as T
  const problem = answer.error as { detail?: string } | undefined
  throw new Failure(problem?.detail ?? `The service answered with status ${answer.response.status}.`)
}

/** A list with all its pages; what is no list as it is (RFC 8288). */
async function whole(data: unknown, response: Response): Promise<unknown> {
  let all = data
  for (let next = nextPage(response); next; ) {
    const part = await fetch(next)
    if (!part.ok) throw new Failure(`The service answered with status ${part.status} in the middle of a list.`)
    all = (all as unknown[]).concat(await part.json())
    next = nextPage(part)
  }
  return all
}

const nextPage = (response: Response) => /^<([^>]*)>; rel="next"$/.exec(response.headers.get('Link') ?? '')?.[1]

/** Whether nothing more will come of a run or result in this state. */
export const over = (state: string) => ['done', 'failed', 'cancelled'].includes(state)

/** The body of a request that is a file. */
export const upload = (file: Blob) => ({
  body: file as unknown as string,
  bodySerializer: (body: unknown) => body as BodyInit,
  headers: { 'Content-Type': file.type === 'application/zip' ? 'application/zip' : 'application/octet-stream' },
})

/** Calls report with each progress of a run; returns a function that stops it. */
export function watchRun(id: number, report: (run: Run) => void): () => void {
  const events = new EventSource(`/api/v1/runs/${id}/events`)
  events.addEventListener('run', (event) => {
    const run = JSON.parse((event as MessageEvent<string>).data) as Run
    if (over(run.state)) events.close()
    report(run)
  })
  return () => events.close()
}

/** Calls report with each progress of a contest; returns a function that stops it. */
export function watchContest(course: string, contest: string, report: () => void): () => void {
  const events = new EventSource(`/api/v1/courses/${encodeURIComponent(course)}/contests/${encodeURIComponent(contest)}/events`)
  events.addEventListener('contest', (event) => {
    if (settled((JSON.parse((event as MessageEvent<string>).data) as Contest).state)) events.close()
    report()
  })
  return () => events.close()
}

/** Whether nothing more is played of a contest by itself. */
export const settled = (state: string) => state === 'over' || state === 'cancelled'
