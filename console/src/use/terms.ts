import type { Assignment } from '../api/client'
import type { TermsForm } from '../parts/TermsFields.vue'
import { forField } from './clock'

/** Terms as the fields of a form have them. */
export function termsForm(a?: Assignment): TermsForm {
  return {
    opens_at: forField(a?.opens_at, a?.zone ?? 'UTC'),
    due_at: forField(a?.due_at, a?.zone ?? 'UTC'),
    closes_at: forField(a?.closes_at, a?.zone ?? 'UTC'),
    attempts: String(a?.attempts ?? 0),
    tries: String(a?.tries ?? 0),
    seconds: String(a?.seconds ?? 0),
    megabytes: String(a?.megabytes ?? 0),
  }
}

/** Terms as the service takes them. */
export function termsBody(t: TermsForm) {
  return {
    opens_at: t.opens_at,
    due_at: t.due_at,
    closes_at: t.closes_at,
    attempts: Number(t.attempts),
    tries: Number(t.tries),
    seconds: Number(t.seconds),
    megabytes: Number(t.megabytes),
  }
}
