// Tells the server of every click on the form, and shows what the page is then: fields, values, price.
'use strict'
const form = document.getElementById('item')
const byId = (id) => document.getElementById(id)
form.elements.scripted.value = 'yes'

async function pictureSize(file) {
  try {
    const { width, height } = await createImageBitmap(file)
    return { width, height }
  } catch {
    return {}
  }
}

async function answerOf(field) {
  const inputs = [...field.querySelectorAll('input, select, textarea')]
  const [first] = inputs
  switch (field.dataset.kind) {
    case 'flag':
      return first.checked ? true : null
    case 'several':
      return inputs.filter((i) => i.checked).map((i) => i.value)
    case 'file':
      return Promise.all(
        [...first.files].map(async (f) => ({ name: f.name, type: f.type, bytes: f.size, ...(await pictureSize(f)) })),
      )
    default: {
      const chosen = first.type === 'radio' ? inputs.find((i) => i.checked)?.value : first.value
      return chosen ? chosen : null
    }
  }
}

function show(page) {
  for (const option of page.options) {
    const field = byId('f-' + option.code)
    field.hidden = field.disabled = !option.shown
    const offered = new Set(option.offered)
    const answers = [].concat(option.answer ?? [])
    for (const input of field.querySelectorAll('input, option, select, textarea')) {
      if (input.type === 'radio' || input.type === 'checkbox') {
        if (input.value !== '' && field.dataset.kind !== 'flag') input.disabled = input.parentElement.hidden = !offered.has(input.value)
        input.checked = field.dataset.kind === 'flag' ? option.answer === true : input.value === '' ? answers.length === 0 : answers.includes(input.value)
      } else if (input.tagName === 'OPTION') {
        if (input.value !== '') input.disabled = input.hidden = !offered.has(input.value)
        input.selected = input.value === '' ? answers.length === 0 : answers.includes(input.value)
      } else if (input.tagName !== 'SELECT' && input.type !== 'file' && input !== document.activeElement) {
        input.value = option.answer ?? ''
      } else if (input.type === 'file' && answers.length === 0) {
        input.value = ''
      }
    }
  }
  byId('price').textContent = page.unitPrice ?? 'no price'
  byId('total').textContent = page.total ?? 'no price'
  byId('image').hidden = !page.image
  if (page.image) byId('image').setAttribute('src', '/pictures/' + page.image)
  byId('entries').replaceChildren(
    ...page.entries.flatMap((entry) => [
      Object.assign(document.createElement('dt'), { textContent: entry.label }),
      Object.assign(document.createElement('dd'), { textContent: entry.value }),
    ]),
  )
}

// One after the other, so that the server meets the clicks in their order. What a click chose is read when it is made,
// and only the page after the last click is shown: an earlier one would take back what was chosen since.
let last = Promise.resolve()
let told = 0
function tell(clicks) {
  const turn = ++told
  last = last.then(async () => {
    const response = await fetch(form.dataset.clicks, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json', Accept: 'application/json' },
      body: JSON.stringify({ clicks: await clicks, quantity: Number(form.elements.quantity.value) || 1 }),
    })
    if (response.ok && turn === told) show((await response.json()).page)
  })
}

form.addEventListener('change', (event) => {
  const field = event.target.closest('fieldset')
  tell(field ? answerOf(field).then((answer) => [{ option: field.dataset.option, answer }]) : [])
})
// What is sent must be what the server was told: it waits for the last click.
form.addEventListener('submit', (event) => {
  if (form.dataset.told === 'yes') return
  event.preventDefault()
  const button = event.submitter
  // A form that is being submitted does not take another submit: it comes once this one is over.
  last.finally(() =>
    setTimeout(() => {
      form.dataset.told = 'yes'
      form.requestSubmit(button)
    }),
  )
})
