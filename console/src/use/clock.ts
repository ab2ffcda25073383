/** Writes a time as a course's clock shows it. */
export function onClock(time: string | null | undefined, zone: string): string {
  if (!time) return ''
  return new Intl.DateTimeFormat(undefined, { dateStyle: 'medium', timeStyle: 'short', timeZone: zone }).format(new Date(time))
}

/** Writes a time the way a field for times wants it, on a course's clock. */
export function forField(time: string | null | undefined, zone: string): string {
  if (!time) return ''
  const parts = new Intl.DateTimeFormat('sv-SE', {
    timeZone: zone, year: 'numeric', month: '2-digit', day: '2-digit', hour: '2-digit', minute: '2-digit',
  }).format(new Date(time))
  return parts.replace(' ', 'T')
}

/** Writes how long something takes still. */
export function duration(seconds: number): string {
  if (seconds < 60) return `${seconds} s`
  const minutes = Math.round(seconds / 60)
  return minutes < 60 ? `${minutes} min` : `${Math.floor(minutes / 60)} h ${minutes % 60} min`
}
