// Looks at a page, from a world that its scripts cannot reach. Positions are those of the
// window, in CSS pixels.
(() => {
  'use strict'
  const most = 400 // characters of a text
  const short = (text) => (text || '').replace(/[^\S\n]+/g, ' ').trim().slice(0, most)
  const seen = (element) => element.checkVisibility({ opacityProperty: true, visibilityProperty: true })

  // every lists the elements of the page, also those in open shadow roots.
  function* every(root) {
    for (const element of root.querySelectorAll('*')) {
      yield element
      if (element.shadowRoot) yield* every(element.shadowRoot)
    }
  }
  function all(css) {
    let found = [...document.querySelectorAll(css)]
    if (!found.length) {
      for (const element of every(document)) if (element.shadowRoot) found.push(...element.shadowRoot.querySelectorAll(css))
    }
    return found
  }
  // The browser works out all roles anew for one: where an element says its role, or has none but its
  // own, it is not asked.
  const ownRoles = {
    A: 'link', BUTTON: 'button', TD: 'cell', TH: 'columnheader', IMG: 'image', P: 'paragraph', SELECT: 'combobox', TEXTAREA: 'textbox', OUTPUT: 'status',
    H1: 'heading', H2: 'heading', H3: 'heading', H4: 'heading', H5: 'heading', H6: 'heading', DIALOG: 'dialog', DIV: 'generic', SPAN: 'generic', TR: 'row', TBODY: 'rowgroup', TABLE: 'table',
  }
  const roleOf = (element) => element.getAttribute('role') || ownRoles[element.tagName] || element.computedRole || ''
  const nameOf = (element) => {
    if (element.hasAttribute('aria-labelledby') || /^(INPUT|SELECT|TEXTAREA)$/.test(element.tagName)) return element.computedName || ''
    const told = element.getAttribute('aria-label') || element.getAttribute('alt')
    if (told !== null) return told
    return /^(button|link|cell|gridcell|columnheader|heading)$/.test(roleOf(element)) ? element.innerText || element.getAttribute('title') || '' : element.getAttribute('title') || ''
  }

  // What is written on canvases, as their page tells it; see clock.js. Places are those of the window.
  const written = new WeakMap()
  addEventListener(
    'durchgang-written',
    (e) => {
      if (!(e.target instanceof HTMLCanvasElement) || typeof e.detail !== 'string') return
      written.set(e.target, JSON.parse(e.detail))
      if (asked) listen()
    },
    true,
  )
  function writtenOn(canvas) {
    const texts = written.get(canvas)
    if (!texts || !texts.length) return []
    const box = canvas.getBoundingClientRect()
    const [x, y] = [box.width / (canvas.width || 1), box.height / (canvas.height || 1)]
    return texts.filter((t) => t.text.trim()).map((t) => ({ text: short(t.text), x: box.x + t.x * x, y: box.y + t.y * y, w: t.w * x, h: t.h * y }))
  }

  // beside is what is written on a canvas, but not on its board: line by line, each from the left.
  function beside(canvas) {
    const onBoard = (t) =>
      ((asked && asked.boards) || []).some((b) => {
        if (!b.canvas || find(b.canvas.of)[0] !== canvas) return false
        const box = canvas.getBoundingClientRect()
        const [x, y] = [(t.x + t.w / 2 - box.x) / box.width, (t.y + t.h / 2 - box.y) / box.height]
        return x > b.canvas.left && x < b.canvas.right && y > b.canvas.top && y < b.canvas.bottom
      })
    const rows = []
    for (const t of writtenOn(canvas).filter((t) => !onBoard(t)).sort((a, b) => a.y + a.h / 2 - b.y - b.h / 2)) {
      const row = rows[rows.length - 1]
      if (row && Math.abs(row[0].y + row[0].h / 2 - t.y - t.h / 2) < Math.max(row[0].h, t.h) / 2) row.push(t)
      else rows.push([t])
    }
    const out = []
    for (const row of rows) {
      row.sort((a, b) => a.x - b.x)
      row.forEach((t, i) => {
        const last = row[i - 1]
        if (last && t.x - last.x - last.w < 2 * t.h) out[out.length - 1] += ' ' + t.text
        else out.push(t.text)
      })
    }
    return out
  }

  // find lists the elements that a thing of the map is.
  function find(thing) {
    if (!thing) return []
    let found = thing.css ? all(thing.css) : [...every(document)]
    if (thing.text) return found.filter((e) => writtenOn(e).some((t) => t.text === thing.text))
    if (thing.role) found = found.filter((e) => roleOf(e) === thing.role)
    if (thing.name) {
      const name = new RegExp(thing.name, 'i')
      found = found.filter((e) => name.test(nameOf(e) || e.innerText || ''))
    }
    return found
  }

  // textOf is what an element shows: its text, what was typed into it, or else what is told
  // of it to those who cannot see it.
  function textOf(element) {
    if ('value' in element && typeof element.value === 'string' && element.tagName !== 'LI') return short(element.value || element.innerText)
    const text = element.innerText ?? element.textContent // of SVG
    if (short(text)) return short(text)
    const drawn = ['before', 'after'].map((at) => getComputedStyle(element, '::' + at).content).filter((c) => /^".+"$/.test(c))
    if (drawn.length) return short(drawn.map((c) => c.slice(1, -1)).join(' '))
    const picture = element.matches('img,[aria-label],[title]') ? element : element.querySelector('img[alt],[aria-label],[title]')
    return picture ? short(picture.getAttribute('alt') || picture.getAttribute('aria-label') || picture.getAttribute('title')) : ''
  }

  function place(element) {
    const box = element.getBoundingClientRect()
    return { x: box.x, y: box.y, w: box.width, h: box.height, off: !seen(element) || element.disabled === true }
  }

  // features are what tells a mark.
  function features(element) {
    const inside = [element, ...element.querySelectorAll('*')].slice(0, 12)
    const style = getComputedStyle(element)
    const attributes = {}
    const classes = new Set()
    let picture = ''
    let color = clear(style.backgroundColor) ? '' : style.backgroundColor
    for (const e of inside) {
      for (const c of e.classList) classes.add(c)
      for (const a of e.attributes) {
        if (a.name.startsWith('data-') || ['aria-label', 'title', 'alt', 'fill', 'href', 'aria-pressed'].includes(a.name)) attributes[a.name] ??= a.value.slice(0, 80)
      }
      const s = e === element ? style : getComputedStyle(e)
      const from = e.tagName === 'IMG' ? e.src : /url\("?([^")]+)/.exec(s.backgroundImage)?.[1]
      if (from && !picture) picture = from.startsWith('data:') ? 'data:' + hash(from) : from.split('/').pop()
      if (e !== element && seen(e)) {
        const own = e instanceof SVGElement ? s.fill : s.backgroundColor
        if (!clear(own)) color = own
      }
    }
    const image = element.querySelector('svg')
    if (image) attributes.drawing = hash(image.innerHTML)
    return { text: textOf(element), classes: [...classes], attributes, picture, color: rgb(color), letters: rgb(style.color) }
  }
  const clear = (color) => !color || color === 'none' || /^rgba\(.*, 0\)$/.test(color)
  function rgb(color) {
    const n = /(\d+), (\d+), (\d+)/.exec(color)
    return n ? '#' + [1, 2, 3].map((i) => Number(n[i]).toString(16).padStart(2, '0')).join('') : ''
  }
  function hash(text) {
    let h = 0
    for (let i = 0; i < text.length; i++) h = (Math.imul(h, 31) + text.charCodeAt(i)) | 0
    return (h >>> 0).toString(16)
  }

  // canvasCells looks at a drawn board: what colour lies on the ground of each cell, what
  // colour is drawn on it, and on which of five by five parts.
  function canvasCells(board, rows, cols) {
    const canvas = find(board.canvas.of)[0]
    if (!canvas) return []
    const box = canvas.getBoundingClientRect()
    const { left, top, right, bottom } = board.canvas
    const wide = (right - left) / cols
    const high = (bottom - top) / rows
    const pixels = pixelsOf(canvas) || photographed(canvas, board.canvas.of)
    const cells = []
    for (let row = 0; row < rows; row++) {
      for (let col = 0; col < cols; col++) {
        const at = { x: box.x + (left + col * wide) * box.width, y: box.y + (top + row * high) * box.height, w: wide * box.width, h: high * box.height, off: !seen(canvas) }
        cells.push({ ...at, ...(pixels ? drawing(pixels, left + col * wide, top + row * high, wide, high) : {}) })
      }
    }
    return cells
  }
  function pixelsOf(canvas) {
    if (!(canvas instanceof HTMLCanvasElement)) return null
    try {
      const context = canvas.getContext('2d')
      return context && context.getImageData(0, 0, canvas.width, canvas.height)
    } catch {
      return null // drawn from elsewhere, or not in two dimensions
    }
  }

  // What cannot be looked into is photographed: a look lists what it needs, is given photographs, and
  // is then taken once more.
  const photographs = new Map() // pixels, by element
  let wanted = []
  function photographed(element, thing) {
    const pixels = photographs.get(element)
    photographs.delete(element)
    if (!pixels) {
      const box = element.getBoundingClientRect()
      if (box.width && box.height) wanted.push({ css: thing.css, x: box.x + scrollX, y: box.y + scrollY, w: box.width, h: box.height })
    }
    return pixels
  }
  self.durchgangPhotograph = async (css, base64) => {
    const bytes = Uint8Array.from(atob(base64), (c) => c.charCodeAt(0))
    const image = await createImageBitmap(new Blob([bytes], { type: 'image/png' }))
    const context = new OffscreenCanvas(image.width, image.height).getContext('2d')
    context.drawImage(image, 0, 0)
    photographs.set(all(css)[0], context.getImageData(0, 0, image.width, image.height))
  }
  const parts = 5
  const per = 4 // samples of a part, each way
  function drawing(pixels, left, top, wide, high) {
    const n = parts * per
    const margin = 0.14 // where the lines between cells are
    const samples = new Int16Array(3 * n * n)
    const counts = new Map()
    let usual = 0
    let most = 0
    for (let i = 0; i < n; i++) {
      const y = Math.min(Math.floor((top + high * (margin + ((1 - 2 * margin) * (i + 0.5)) / n)) * pixels.height), pixels.height - 1)
      for (let k = 0; k < n; k++) {
        const x = Math.min(Math.floor((left + wide * (margin + ((1 - 2 * margin) * (k + 0.5)) / n)) * pixels.width), pixels.width - 1)
        const from = 4 * (y * pixels.width + x)
        const to = 3 * (i * n + k)
        const a = pixels.data[from + 3] / 255
        let coarse = 0
        for (let c = 0; c < 3; c++) {
          samples[to + c] = Math.round(pixels.data[from + c] * a + 255 * (1 - a))
          coarse = coarse * 16 + (samples[to + c] >> 4)
        }
        const seen = counts.get(coarse) || { at: to, n: 0 }
        counts.set(coarse, seen)
        if (++seen.n > most) [most, usual] = [seen.n, seen.at]
      }
    }
    const ground = samples.slice(usual, usual + 3)
    const drawn = new Uint8Array(parts * parts)
    const sum = [0, 0, 0]
    let ink = 0
    for (let i = 0; i < n * n; i++) {
      let far = 0
      for (let c = 0; c < 3; c++) far += Math.abs(samples[3 * i + c] - ground[c])
      if (far <= 60) continue
      ink++
      for (let c = 0; c < 3; c++) sum[c] += samples[3 * i + c]
      drawn[Math.floor(i / n / per) * parts + Math.floor((i % n) / per)]++
    }
    const pattern = [...drawn].map((v) => Math.min(9, Math.round((v * 9) / (per * per)))).join('')
    return { color: hex([...ground]), ink: ink > 8 ? hex(sum.map((v) => Math.round(v / ink))) : '', pattern }
  }
  const hex = (s) => '#' + s.map((v) => v.toString(16).padStart(2, '0')).join('')

  function cellsOf(board, rows, cols) {
    if (board.canvas) return canvasCells(board, rows, cols)
    return find(board.cells).slice(0, 2000).map((e) => ({ ...place(e), ...features(e) }))
  }

  // linesOf are the lines of an element, with their blanks where these are shown.
  function linesOf(element) {
    if (/^pre|break-spaces/.test(getComputedStyle(element).whiteSpace) && element.innerText?.trim()) return element.innerText.slice(0, most).split('\n')
    return textOf(element).split('\n').map((line) => line.trim())
  }

  // lines are what the page says where the map has it read.
  function lines(says) {
    const out = []
    for (const s of says || []) {
      const found = find(s.of).filter(seen)
      if (s.join === 'count') out.push(`${s.caption}: ${found.length}`)
      else if (s.join) out.push({ join: s.join, caption: s.caption || '', parts: found.map((e) => ({ text: textOf(e), classes: [...e.classList] })) })
      else for (const e of found) for (const line of e.tagName === 'CANVAS' ? beside(e) : linesOf(e)) if (line.trim()) out.push(s.caption ? `${s.caption}: ${line.trim()}` : line)
    }
    return out
  }

  let asked = null // what is looked for
  let before = '' // the lines that were seen last
  let said = [] // lines that were seen meanwhile
  function listen(anyway) {
    const now = lines(asked.says)
    const text = JSON.stringify(now)
    if (text === before && !anyway) return
    before = text
    if (said.length < 40) said.push(now)
  }
  // What is said once more in the same words is said as well.
  const watch = new MutationObserver((list) => {
    if (!asked) return
    const places = (asked.says || []).flatMap((s) => find(s.of))
    listen(list.some((m) => places.some((p) => p.contains(m.target))))
  })

  // durchgangDrawn tells which parts of a canvas are drawn otherwise than when it was asked
  // last, as boxes in fractions of its size; parts that touch are one.
  const drawnBefore = new Map()
  self.durchgangDrawn = (css) => {
    const canvas = all(css)[0]
    wanted = []
    const now = canvas && (pixelsOf(canvas) || photographed(canvas, { css }))
    if (wanted.length) return { wanted }
    const old = drawnBefore.get(css)
    drawnBefore.set(css, now)
    if (!now || !old || now.width !== old.width || now.height !== old.height) return { parts: [] }
    const n = 64
    const dirty = new Uint8Array(n * n)
    for (let y = 0; y < now.height; y++) {
      for (let x = 0; x < now.width; x++) {
        const at = 4 * (y * now.width + x)
        let far = 0
        for (let c = 0; c < 4; c++) far += Math.abs(now.data[at + c] - old.data[at + c])
        if (far > 60) dirty[Math.floor((y * n) / now.height) * n + Math.floor((x * n) / now.width)] = 1
      }
    }
    const boxes = []
    for (let start = 0; start < n * n; start++) {
      if (dirty[start] !== 1) continue
      const box = { left: n, top: n, right: 0, bottom: 0 }
      const open = [start]
      dirty[start] = 2
      while (open.length) {
        const at = open.pop()
        const x = at % n
        const y = Math.floor(at / n)
        box.left = Math.min(box.left, x)
        box.right = Math.max(box.right, x + 1)
        box.top = Math.min(box.top, y)
        box.bottom = Math.max(box.bottom, y + 1)
        for (let dy = -1; dy <= 1; dy++) {
          for (let dx = -1; dx <= 1; dx++) {
            const next = (y + dy) * n + x + dx
            if (x + dx >= 0 && x + dx < n && y + dy >= 0 && y + dy < n && dirty[next] === 1) {
              dirty[next] = 2
              open.push(next)
            }
          }
        }
      }
      boxes.push({ left: box.left / n, top: box.top / n, right: box.right / n, bottom: box.bottom / n })
    }
    return { parts: boxes }
  }

  // outline is what those are told who cannot see the page.
  function outline() {
    const out = []
    const roles = /^(button|cell|gridcell|link|textbox|heading|status|alert|img|image|checkbox|radio|combobox|paragraph|dialog|alertdialog|columnheader|rowheader|switch)$/
    for (const element of every(document.body)) {
      if (out.length === 300) break
      const role = roleOf(element)
      if (!roles.test(role) || !seen(element)) continue
      const name = nameOf(element) || (element.childElementCount ? '' : short(element.textContent))
      out.push(short(`${role} ${name ? JSON.stringify(name.slice(0, 80)) : ''}${element.disabled ? ' disabled' : ''}`))
    }
    return out
  }

  // placesOf tells where a thing is, and what it shows.
  function placesOf(thing) {
    const found = find(thing).slice(0, 200)
    if (thing.text) return found.map((e) => ({ off: !seen(e), classes: [], ...writtenOn(e).find((t) => t.text === thing.text) }))
    return found.map((e) => ({ ...place(e), text: textOf(e), classes: [...e.classList] }))
  }

  // look tells what a map's things are and show. With a question it is remembered.
  self.durchgangLook = (question) => {
    if (question) {
      asked = question
      said = []
      before = JSON.stringify(lines(asked.says))
      watch.disconnect()
      watch.observe(document, { subtree: true, childList: true, characterData: true, attributes: true })
    }
    if (!asked) return null
    listen()
    wanted = []
    const things = {}
    for (const [name, thing] of Object.entries(asked.things || {})) things[name] = placesOf(thing)
    const shown = { boards: (asked.boards || []).map((b) => cellsOf(b, b.rows, b.cols)), things, lines: lines(asked.says) }
    if (wanted.length) return { wanted }
    const result = { shown, said }
    said = []
    return result
  }
  self.durchgangOutline = outline

  // durchgangState is the same for pages that look the same.
  self.durchgangState = () => {
    let text = document.documentElement.outerHTML + scrollX + ',' + scrollY
    for (const field of document.querySelectorAll('input,textarea,select')) text += '\n' + field.value + field.checked
    for (const canvas of document.querySelectorAll('canvas')) {
      const pixels = pixelsOf(canvas)
      if (!pixels) return ''
      const words = new Uint32Array(pixels.data.buffer)
      let h = 0
      for (let i = 0; i < words.length; i++) h = (Math.imul(h, 31) + words[i]) | 0
      text += '\n' + h
    }
    return hash(text) + text.length.toString(16)
  }

  // bring scrolls a place into the window and tells by how much all has moved.
  self.durchgangBring = (x, y) => {
    const from = [scrollX, scrollY]
    if (x < 0 || y < 0 || x >= innerWidth || y >= innerHeight) scrollBy({ left: x - innerWidth / 2, top: y - innerHeight / 2, behavior: 'instant' })
    return [x - (scrollX - from[0]), y - (scrollY - from[1])]
  }

  // under tells whether a place belongs to something that is made to be clicked or dragged.
  self.durchgangUnder = (x, y) => {
    const element = document.elementFromPoint(x, y)
    return element ? Boolean(element.closest('button,a,input,select,textarea,[role=button],[onclick]')) || isPiece(element) : false
  }

  // draggable tells whether something lies at a place that the page says can be dragged.
  self.durchgangDraggable = (x, y) => {
    for (let element = document.elementFromPoint(x, y); element; element = element.parentElement) if (element.draggable) return true
    return false
  }

  // takes tells whether the page lets something be dropped where it was dragged last.
  let taking = false
  addEventListener('dragover', (e) => { taking = e.defaultPrevented })
  self.durchgangTakes = () => taking

  // grids finds what may be a board: sets of elements of one size that lie in rows and columns.
  self.durchgangScan = () => {
    const sets = new Map()
    const texts = []
    const controls = []
    const pieces = [] // that can be dragged
    for (const element of every(document.body)) {
      if (!seen(element) || element.closest('script,style')) continue
      const box = element.getBoundingClientRect()
      const css = pathOf(element)
      const leaf = [...element.childNodes].some((n) => n.nodeType === 3 && n.textContent.trim())
      if (isPiece(element) && !isPiece(element.parentElement)) pieces.push({ css, text: textOf(element), kind: element.tagName.toLowerCase(), type: '', x: box.x, y: box.y, w: box.width, h: box.height, classes: [...element.classList] })
      if (box.width >= 8 && box.height >= 8 && element.parentElement) {
        const tag = element.tagName.toLowerCase()
        const key = `${tag} ${Math.round(box.width)} ${Math.round(box.height)} ${depth(element)}`
        if (!sets.has(key)) sets.set(key, [])
        sets.get(key).push({ x: box.x, y: box.y, w: box.width, h: box.height, css, element })
      }
      if (element.matches('button,a,input,select,[role=button],[onclick]')) controls.push({ css, text: textOf(element), kind: element.tagName.toLowerCase(), type: element.type || '', x: box.x, y: box.y, w: box.width, h: box.height, off: element.disabled === true })
      else if (leaf || element.matches('[aria-live],[role=status],[role=alert],output')) texts.push({ css, text: textOf(element), x: box.x, y: box.y, w: box.width, h: box.height })
    }
    const grids = []
    const add = (list) => {
      if (list.length < 3 || list.length > 1200 || grids.length > 300) return
      grids.push({ css: common(list.map((c) => c.element)), cells: list.map(({ x, y, w, h }) => ({ x, y, w, h })), tag: list[0].element.tagName.toLowerCase() })
    }
    for (const list of sets.values()) {
      add(list)
      for (let up = 1, below = 1; up <= 3; up++) { // those that lie in one thing together
        const groups = new Map()
        for (const c of list) {
          let above = c.element
          for (let i = 0; i < up && above; i++) above = above.parentElement
          if (!groups.has(above)) groups.set(above, [])
          groups.get(above).push(c)
        }
        if (groups.size === 1 || groups.size === list.length && up > 1) break
        if (groups.size !== below) groups.forEach(add)
        below = groups.size
      }
    }
    for (const canvas of document.querySelectorAll('canvas')) {
      if (!seen(canvas)) continue
      const css = pathOf(canvas)
      const lines = beside(canvas)
      if (lines.length) texts.push({ css, text: lines.join('\n'), x: canvas.getBoundingClientRect().x, y: canvas.getBoundingClientRect().bottom + 1, w: 0, h: 0 })
      for (const t of writtenOn(canvas)) controls.push({ css, kind: 'canvas', type: '', off: false, ...t })
    }
    const canvases = [...document.querySelectorAll('canvas')].filter(seen).map((c) => ({ css: pathOf(c), ...place(c), width: c.width, height: c.height }))
    // Something large without words may be a drawing too.
    for (const element of every(document.body)) {
      const box = element.getBoundingClientRect()
      if (box.width < 90 || box.height < 90 || canvases.length > 6 || element.tagName === 'CANVAS' || !seen(element) || textOf(element)) continue
      const same = (c) => Math.abs(c.x - box.x) + Math.abs(c.y - box.y) + Math.abs(c.w - box.width) + Math.abs(c.h - box.height) < 8
      const inside = canvases.findIndex(same)
      if (inside < 0) canvases.push({ css: pathOf(element), ...place(element) })
      else if (element.tagName.toLowerCase() === 'svg') canvases[inside].css = pathOf(element)
    }
    return { grids, texts: texts.slice(0, 200), controls: controls.slice(0, 200), pieces: pieces.slice(0, 100), canvases, title: document.title, empty: !document.body.innerText.trim() && !document.querySelector('canvas,img,svg') }
  }
  const isPiece = (element) => element.getAttribute('draggable') === 'true' || element.draggable && element.tagName === 'IMG' || /grab|move/.test(getComputedStyle(element).cursor)
  const depth = (element) => {
    let n = 0
    for (let e = element; e.parentElement; e = e.parentElement) n++
    return n
  }
  const quote = (name) => CSS.escape(name)

  // pathOf is a selector that finds an element alone, as short as can be.
  function pathOf(element) {
    if (element.id && document.querySelectorAll('#' + quote(element.id)).length === 1) return '#' + quote(element.id)
    const tag = element.tagName.toLowerCase()
    for (const c of element.classList) {
      if (document.querySelectorAll(`${tag}.${quote(c)}`).length === 1) return `${tag}.${quote(c)}`
    }
    if (!element.parentElement || document.querySelectorAll(tag).length === 1) return tag
    const same = [...element.parentElement.children].filter((e) => e.tagName === element.tagName)
    const nth = same.length > 1 ? `:nth-of-type(${same.indexOf(element) + 1})` : ''
    return `${pathOf(element.parentElement)} > ${tag}${nth}`
  }

  // common is a selector that finds just these elements, or empty.
  function common(elements) {
    const tag = elements[0].tagName.toLowerCase()
    const classes = [...elements[0].classList].filter((c) => elements.every((e) => e.classList.contains(c)))
    let above = elements[0].parentElement
    while (above && !elements.every((e) => above.contains(e))) above = above.parentElement
    const under = above ? pathOf(above) : 'body'
    const tries = [`${under} > ${tag}`, `${under} ${tag}`, `${under} ${elements[0].parentElement.tagName.toLowerCase()} > ${tag}`]
    for (const c of classes) tries.push(`.${quote(c)}`, `${under} .${quote(c)}`) // which may change in the game
    for (const css of tries) {
      const found = document.querySelectorAll(css)
      if (found.length === elements.length && elements.every((e) => [...found].includes(e))) return css
    }
    return ''
  }
})()
