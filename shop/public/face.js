// The faces of the shop: the same item, cart and checkout, made and behaving in other ways than the plain form.
'use strict'
const data = JSON.parse(document.getElementById('data').textContent)
const face = document.body.dataset.face
const style = `
  .tiles { display: flex; flex-wrap: wrap; gap: 8px } .tile { border: 1px solid #8d867a; padding: 6px 12px; border-radius: 6px; cursor: pointer; position: relative }
  .tile input { position: absolute; opacity: 0; width: 1px; height: 1px } .tile:has(:checked), [aria-checked='true'], [aria-pressed='true'], [aria-selected='true'] { background: #23424a; color: #fff }
  h3 { margin: 14px 0 4px; font-size: 15px } [role='radio'], [role='checkbox'], [role='switch'], [role='option'], [role='combobox'] { display: inline-block; border: 1px solid #8d867a; padding: 4px 10px; margin: 2px; cursor: pointer; border-radius: 4px }
  .price { font-size: 26px } sup { font-size: 14px } aside[role='dialog'] { position: fixed; inset: 0 0 0 auto; width: 380px; background: #fff; border-left: 2px solid #23424a; padding: 16px; overflow: auto }
  button { font: inherit; padding: 6px 14px } .error { color: #9c2b22 } [hidden] { display: none !important }`
const words = {
  tiles: { add: 'Put into bag', express: 'Buy now', quantity: 'Quantity', together: 'Sum', checkout: 'Go to checkout', order: 'Place order', cart: 'Your bag', none: 'none', yes: 'Yes' },
  widgets: { add: 'Add to basket', express: 'Express checkout', quantity: 'How many', together: 'Altogether', checkout: 'Checkout', order: 'Order and pay', cart: 'Basket', none: 'none', yes: 'Yes' },
  shadow: { add: 'أضف إلى السلة', express: 'اشتر الآن', quantity: 'الكمية', together: 'المجموع', checkout: 'الدفع', order: 'أكد الطلب', cart: 'السلة', none: 'بدون', yes: 'نعم' },
}[face]

function el(tag, attributes = {}, ...children) {
  const node = document.createElement(tag)
  for (const [name, value] of Object.entries(attributes)) {
    if (name.startsWith('on')) node.addEventListener(name.slice(2), value)
    else if (value === true) node.setAttribute(name, '')
    else if (value !== false && value !== null && value !== undefined) node.setAttribute(name, value)
  }
  node.append(...children.filter((c) => c !== null && c !== undefined))
  return node
}

const arabic = (text) => text.replace(/\d/g, (d) => '٠١٢٣٤٥٦٧٨٩'[d]).replace('.', '٫')
function money(amount) {
  if (amount === null || amount === undefined) return el('span', {}, '–')
  const [whole, part] = amount.split('.')
  if (face === 'tiles') return el('span', {}, el('b', {}, whole), el('sup', {}, part === undefined ? '' : ',' + part), ' ', el('i', {}, '€'))
  if (face === 'shadow') return el('bdi', {}, arabic(amount) + ' €')
  return el('span', {}, 'EUR ' + amount)
}

let root = document.getElementById('app')
const sheet = new CSSStyleSheet()
sheet.replaceSync(style)
if (face === 'shadow') {
  const host = el('lamp-item')
  root.append(host)
  const shadow = host.attachShadow({ mode: 'closed' })
  root = el('div')
  shadow.append(root)
  shadow.adoptedStyleSheets = [sheet]
} else document.adoptedStyleSheets = [sheet]

const post = async (to, body) => {
  const answer = await fetch(to, { method: 'POST', headers: { 'Content-Type': 'application/json', Accept: 'application/json' }, body: JSON.stringify(body) })
  return answer.json()
}

// The item.
const fields = new Map()
let drawn = Promise.resolve()
let turns = 0
const tell = (option, answer) => {
  const turn = ++turns
  // Only the page after the last click is shown: an earlier one would take back what was chosen since.
  const lastly = (page) => turn === turns && show(page)
  return (drawn = drawn.then(async () => {
    const told = await post(data.links.clicks, { clicks: option === null ? [] : [{ option, answer }], quantity: Number(quantity.value) || 1 })
    // This shop shows the new price a moment later.
    if (face === 'widgets') setTimeout(() => lastly(told.page), 400)
    else lastly(told.page)
  }))
}

const quantity = el('input', { type: 'number', min: data.quantity?.min ?? 1, max: data.quantity?.max, step: data.quantity?.step ?? 1, name: 'count', 'aria-label': words.quantity, onchange: () => tell(null, null) })
quantity.value = data.quantity?.min ?? 1
const price = el('div', { class: 'price' })
const total = el('p')
const summary = el('p', { class: 'error', role: 'alert' })
const pick = el('img', { alt: '', width: 40, height: 40 })

function choice(field) {
  const several = field.kind === 'several'
  const values = several || field.required ? field.values : [{ code: '', label: words.none, offered: true }, ...field.values]
  const state = { answer: several ? [] : '' }
  const chosen = (code) => (several ? state.answer.includes(code) : (state.answer ?? '') === code)
  const press = (code) => {
    if (several) state.answer = chosen(code) ? state.answer.filter((c) => c !== code) : [...state.answer, code]
    else state.answer = code
    tell(field.code, state.answer === '' ? null : state.answer)
  }
  const items = new Map()
  let box
  if (face === 'widgets' && !several && values.length > 3) {
    const list = el('div', { role: 'listbox', id: 'list-' + field.code, hidden: true })
    const opener = el('div', { role: 'combobox', tabindex: 0, 'aria-label': field.label, 'aria-controls': 'list-' + field.code, 'aria-expanded': 'false', onclick: () => ((list.hidden = !list.hidden), opener.setAttribute('aria-expanded', String(!list.hidden))) })
    for (const value of values) items.set(value.code, list.appendChild(el('div', { role: 'option', 'aria-selected': 'false', 'data-value': value.code === '' ? 'none' : value.code, onclick: () => ((list.hidden = true), press(value.code)) }, value.label)))
    box = el('div', {}, opener, list)
    state.draw = () => (opener.textContent = values.find((v) => chosen(v.code))?.label ?? '…')
  } else if (face === 'widgets') {
    box = el('div', { role: several ? 'group' : 'radiogroup', 'aria-label': field.label })
    for (const value of values) items.set(value.code, box.appendChild(el('div', { role: several ? 'checkbox' : 'radio', tabindex: 0, 'aria-checked': 'false', 'data-value': value.code === '' ? 'none' : value.code, onclick: () => press(value.code) }, value.label)))
  } else {
    box = el('div', { class: 'tiles' })
    for (const value of values) items.set(value.code, box.appendChild(el('label', { class: 'tile' }, el('input', { type: several ? 'checkbox' : 'radio', name: 'o-' + field.code + (several ? '[]' : ''), value: value.code, onchange: () => press(value.code) }), el('span', {}, value.label))))
  }
  const show = (option) => {
    state.answer = several ? (option.answer ?? []) : (option.answer ?? '')
    for (const [code, item] of items) {
      item.hidden = code !== '' && !option.offered.includes(code)
      const input = item.querySelector?.('input')
      if (input) input.checked = chosen(code)
      else item.setAttribute(item.getAttribute('role') === 'option' ? 'aria-selected' : 'aria-checked', String(chosen(code)))
    }
    state.draw?.()
  }
  return [box, show]
}

function flag(field) {
  let on = false
  const press = () => {
    on = !on
    tell(field.code, on ? true : null)
  }
  const node =
    face === 'widgets'
      ? el('div', { role: 'switch', tabindex: 0, 'aria-label': field.label, 'aria-checked': 'false', onclick: press }, words.yes)
      : face === 'tiles'
        ? el('button', { type: 'button', 'aria-pressed': 'false', onclick: press }, field.label)
        : el('label', {}, el('input', { type: 'checkbox', onchange: press }), field.label)
  return [
    node,
    (option) => {
      on = option.answer === true
      if (face === 'shadow') node.querySelector('input').checked = on
      else node.setAttribute(face === 'widgets' ? 'aria-checked' : 'aria-pressed', String(on))
    },
  ]
}

function typed(field) {
  const { type } = field
  const input = field.kind === 'text' && field.lines > 1 ? el('textarea', { rows: 3 }) : el('input', { type, multiple: field.kind === 'file' && 'multiple' in field.attributes })
  input.setAttribute('aria-label', field.label)
  for (const name of ['maxlength', 'accept']) if (name in field.attributes) input.setAttribute(name, field.attributes[name])
  input.addEventListener('change', async () => {
    if (type !== 'file') return tell(field.code, input.value === '' ? null : input.value)
    const files = await Promise.all([...input.files].map(async (f) => ({ name: f.name, type: f.type, bytes: f.size, ...(await createImageBitmap(f).then(({ width, height }) => ({ width, height }), () => ({}))) })))
    tell(field.code, files)
  })
  return [input, (option) => type !== 'file' && document.activeElement !== input && (input.value = option.answer ?? '')]
}

function show(page) {
  for (const option of page.options) {
    const [box, draw] = fields.get(option.code)
    box.hidden = !option.shown
    draw(option)
  }
  price.replaceChildren(money(page.unitPrice))
  total.replaceChildren(words.together + ' ', money(page.total))
  pick.hidden = !page.image
  if (page.image) pick.setAttribute('src', '/pictures/' + page.image)
}

async function add(to, express) {
  await drawn
  const told = await post(to, { quantity: Number(quantity.value) || 0 })
  summary.textContent = ''
  if (!told.accepted) {
    summary.replaceChildren(...told.problems.map((p) => el('span', {}, (fields.get(p.field)?.[2] ?? (p.field === 'quantity' ? words.quantity : p.field)) + ': ' + p.message + ' ')))
    return
  }
  if (express) location.href = data.prefix + '/checkout'
  else if (face === 'tiles') drawer()
  else location.href = data.prefix + '/cart'
}

async function drawer() {
  const cart = await (await fetch(data.links.cart, { headers: { Accept: 'application/json' } })).json()
  root.append(el('aside', { role: 'dialog', 'aria-label': words.cart }, el('h2', {}, words.cart), lines(cart), el('a', { href: data.prefix + '/checkout' }, words.checkout)))
}

// Cart, checkout, order.
function lines(cart) {
  const line = (l, own) =>
    el(
      'article',
      { class: own ? 'own' : null },
      el('h4', {}, l.name),
      el('small', {}, l.sku),
      el('ul', {}, ...(l.entries ?? []).map((e) => (face === 'widgets' ? el('li', {}, el('b', {}, e.label), ' ', el('em', {}, e.value)) : el('li', {}, e.label + ': ' + e.value)))),
      el('p', {}, el('span', {}, face === 'shadow' ? arabic(String(l.quantity)) : String(l.quantity)), ' × ', el('span', {}, money(l.unitPrice)), ' ', el('strong', {}, money(l.lineTotal))),
    )
  return el('section', {}, el('div', {}, ...cart.lines.flatMap((l) => [line(l, false), ...(l.ownLines ?? []).map((o) => line(o, true))])), el('p', {}, words.together + ' ', el('strong', {}, money(cart.total))))
}

if (data.stage === 'item') {
  root.append(el('h1', {}, data.item.name ?? ''), pick)
  for (const field of data.fields) {
    const [control, draw] = field.kind === 'note' ? [el('span'), () => {}] : field.kind === 'flag' ? flag(field) : ['one', 'part', 'several'].includes(field.kind) ? choice(field) : typed(field)
    const box = el('section', {}, field.kind === 'flag' && face !== 'widgets' ? null : el('h3', {}, field.label + field.mark), control, field.help ? el('small', {}, field.help) : null)
    fields.set(field.code, [box, draw, field.label])
    root.append(box)
  }
  root.append(price, el('div', {}, el('span', {}, words.quantity + ' '), quantity), total, summary, el('button', { type: 'button', onclick: () => add(data.links.form, false) }, words.add), ' ', el('button', { type: 'button', onclick: () => add(data.links.express, true) }, words.express))
  show(data.page)
} else {
  const content = el('div', {}, el('h1', {}, data.stage === 'order' ? words.order : data.stage === 'cart' ? words.cart : words.checkout), lines(data))
  const order = el('form', { method: 'post', action: data.prefix + '/order' }, el('button', {}, words.order))
  if (data.stage === 'cart' && data.lines.length > 0) content.append(el('a', { href: data.prefix + '/checkout' }, words.checkout))
  if (data.stage === 'checkout' && face !== 'widgets') content.append(order)
  if (data.stage === 'checkout' && face === 'widgets' && data.lines.length > 0) {
    // A checkout in steps: who you are first, and what you buy after it.
    const name = el('input', { name: 'name', required: true, 'aria-label': 'Your name' })
    const mail = el('input', { name: 'mail', type: 'email', required: true, 'aria-label': 'Your e-mail' })
    root.append(el('form', { onsubmit: (e) => (e.preventDefault(), root.replaceChildren(content, order)) }, el('h1', {}, 'Who are you?'), el('p', {}, 'Your name ', name), el('p', {}, 'Your e-mail ', mail), el('button', {}, 'Next')))
  } else root.append(content)
}
