// The time that a page knows. It stands still until it is moved on: what the page has put off
// is then done in order and at once, and nothing waits for real time. Runs before any script
// of the page; SEED and HANDLE are put in when it is installed.
((seed, handle) => {
  'use strict'
  const real = { setTimeout: self.setTimeout.bind(self), now: performance.now.bind(performance), Date, Promise, MessageChannel }
  const epoch = real.Date.UTC(2026, 0, 5, 9, 0, 0)
  let now = 0
  let last = 0
  let timers = new Map() // by number: {due, every, run}
  let frames = new Map()
  let busy = 0 // requests of scripts that are under way
  let ran = 0

  // Random numbers that are the same each time (xorshift32, Marsaglia 2003).
  let state = seed || 1
  Math.random = () => {
    state ^= state << 13
    state ^= state >>> 17
    state ^= state << 5
    return (state >>> 0) / 4294967296
  }

  class PageDate extends real.Date {
    constructor(...given) {
      if (given.length) super(...given)
      else super(epoch + now)
    }
    static now() {
      return epoch + now
    }
  }
  self.Date = new Proxy(PageDate, { apply: () => new PageDate().toString() })
  performance.now = () => now

  const callback = (run, given) => (typeof run === 'function' ? () => run.apply(self, given) : () => (0, eval)(String(run)))
  const later = (run, wait, given, again) => {
    const due = now + Math.max(again ? 1 : 0, Number(wait) || 0)
    timers.set(++last, { due, every: again ? Math.max(4, Number(wait) || 0) : 0, run: callback(run, given) })
    return last
  }
  self.setTimeout = (run, wait, ...given) => later(run, wait, given, false)
  self.setInterval = (run, wait, ...given) => later(run, wait, given, true)
  self.clearTimeout = self.clearInterval = (n) => void timers.delete(Number(n))
  self.requestAnimationFrame = (run) => (frames.set(++last, run), last)
  self.cancelAnimationFrame = (n) => void frames.delete(n)
  self.requestIdleCallback = (run) => later(() => run({ didTimeout: false, timeRemaining: () => 10 }), 1, [], false)
  self.cancelIdleCallback = self.clearTimeout

  // There is one window.
  self.open = (address) => (console.warn('a window is not opened: ' + (address ?? '')), null)

  const counted = (promise) => {
    busy++
    const done = () => void busy--
    promise.then(done, done)
    return promise
  }
  const fetch = self.fetch
  if (fetch) self.fetch = (...given) => counted(fetch.apply(self, given))
  const send = XMLHttpRequest.prototype.send
  XMLHttpRequest.prototype.send = function (...given) {
    busy++
    this.addEventListener('loadend', () => void busy--, { once: true })
    return send.apply(this, given)
  }
  const post = self.Worker && Worker.prototype.postMessage
  if (post) {
    Worker.prototype.postMessage = function (...given) {
      busy++ // until the worker answers, or is given up
      let waits = true
      const done = () => {
        if (waits) busy--
        waits = false
      }
      this.addEventListener('message', done, { once: true })
      real.setTimeout(done, 2000)
      return post.apply(this, given)
    }
  }

  // What is written on a canvas is kept with its place until something is drawn over it, and told
  // to who looks at the page.
  const written = new WeakMap()
  const dirty = new Set()
  const on = (canvas) => {
    if (!written.has(canvas)) written.set(canvas, [])
    dirty.add(canvas)
    return written.get(canvas)
  }
  const placeOf = (context, x, y) => {
    const p = context.getTransform().transformPoint({ x, y })
    return [p.x, p.y]
  }
  const write = (context, text, x, y) => {
    const m = context.measureText(text)
    const [left, top] = placeOf(context, x - m.actualBoundingBoxLeft, y - m.actualBoundingBoxAscent)
    const [right, bottom] = placeOf(context, x + m.actualBoundingBoxRight, y + m.actualBoundingBoxDescent)
    const list = on(context.canvas)
    list.push({ text: String(text), x: left, y: top, w: right - left, h: bottom - top })
    if (list.length > 400) list.shift()
  }
  const wipe = (context, x, y, w, h) => {
    const [a, b] = placeOf(context, x, y)
    const [c, d] = placeOf(context, x + w, y + h)
    const within = (v, one, other) => v >= Math.min(one, other) && v <= Math.max(one, other)
    const list = on(context.canvas)
    list.splice(0, list.length, ...list.filter((t) => !within(t.x + t.w / 2, a, c) || !within(t.y + t.h / 2, b, d)))
  }
  const drawing = self.CanvasRenderingContext2D && CanvasRenderingContext2D.prototype
  const after = (name, then) => {
    const real = drawing[name]
    drawing[name] = function (...given) {
      const result = real.apply(this, given)
      if (this.canvas instanceof HTMLCanvasElement) then(this, given)
      return result
    }
  }
  if (drawing) {
    const opaque = (context) => context.globalAlpha === 1 && context.globalCompositeOperation === 'source-over'
    for (const name of ['fillText', 'strokeText']) after(name, (context, [text, x, y]) => write(context, text, x, y))
    after('clearRect', (context, given) => wipe(context, ...given))
    after('fillRect', (context, given) => opaque(context) && wipe(context, ...given))
    after('reset', (context) => on(context.canvas).splice(0))
    after('drawImage', (context, given) => {
      const [image] = given
      if (opaque(context)) wipe(context, ...(given.length > 5 ? given.slice(5) : given.length > 3 ? given.slice(1) : [given[1], given[2], image.width, image.height]))
    })
    for (const size of ['width', 'height']) {
      const real = Object.getOwnPropertyDescriptor(HTMLCanvasElement.prototype, size)
      Object.defineProperty(HTMLCanvasElement.prototype, size, {
        ...real,
        set(value) {
          real.set.call(this, value)
          on(this).splice(0)
        },
      })
    }
  }
  const tellWritten = () => {
    for (const canvas of dirty) canvas.dispatchEvent(new CustomEvent('durchgang-written', { composed: true, detail: JSON.stringify(written.get(canvas)) }))
    dirty.clear()
  }

  // turn lets all be done that is already on its way, such as messages and promises.
  const turn = () =>
    new real.Promise((resolve) => {
      const channel = new real.MessageChannel()
      channel.port1.onmessage = () => {
        channel.port1.close()
        resolve()
      }
      channel.port2.postMessage(0)
    })

  const guarded = (run) => {
    ran++
    try {
      run()
    } catch (error) {
      self.reportError(error)
    }
  }

  const settleAnimations = () => {
    for (const animation of document.getAnimations()) {
      if (animation.playState !== 'running' && animation.playState !== 'paused') continue
      try {
        animation.finish() // one without end cannot be, and changes nothing that is said
        ran++
      } catch {
        animation.cancel()
      }
    }
  }

  // advance does all that is due within so many milliseconds, and tells how many things that
  // were, and whether there is more to do.
  const advance = async (within) => {
    const until = now + within
    const began = real.now()
    ran = 0
    let drawn = 0
    await turn()
    for (let done = 0; done < 4000 && real.now() - began < 1500; done++) {
      settleAnimations()
      let next = null
      for (const [n, timer] of timers) {
        if (timer.due <= until && (!next || timer.due < next.due)) next = { n, due: timer.due, timer }
      }
      if (frames.size && now + 16 <= until && (!next || next.due > now + 16)) {
        if (!next && ++drawn > 20) break // pages that draw all the time
        now += 16
        const due = frames
        frames = new Map()
        for (const run of due.values()) guarded(() => run(now))
      } else if (next) {
        now = Math.max(now, next.due)
        if (next.timer.every) next.timer.due = now + next.timer.every
        else timers.delete(next.n)
        guarded(next.timer.run)
      } else if (busy > 0 && real.now() - began < 1000) {
        await new real.Promise((resolve) => real.setTimeout(resolve, 1))
        continue
      } else {
        break
      }
      await turn()
      tellWritten()
    }
    await turn()
    await turn()
    tellWritten()
    let more = frames.size > 0 || busy > 0 || document.readyState !== 'complete'
    for (const timer of timers.values()) more ||= timer.due <= now + within
    return { ran, more }
  }
  Object.defineProperty(self, handle, { value: advance })
})(SEED, 'HANDLE')
