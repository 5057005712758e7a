import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { desk, serve, station } from '../shared/station.testing'
import OutlineStation from '../outline/OutlineStation.vue'

const TEXT = `{
   "ithrel": "setup/1", "name": "Lamp", "currency": "EUR",
   "item": { "sku": "L", "name": "Lamp", "price": "10.00" },
   "options": [
      { "code": "size", "label": "Size", "kind": "one", "values": [ { "code": "s", "label": "Small" } ] }
   ]
}`
const checked = {
  sha256: 'x',
  problems: [],
  counts: { offered: '2', selectable: '2', wrongSales: '0', deadEnds: '0', traps: '0' },
  findings: [{ code: 'x.y', severity: 'warning', at: '/options/0', message: 'Look here.', detail: {} }],
  settled: [],
  fresh: [0],
  trouble: null,
}
const setup = () =>
  desk({
    sha256: 'first',
    document: JSON.parse(TEXT) as unknown,
    revision: 1,
    settled: [],
    fresh: [],
    counts: { selectable: '2' },
  })

beforeEach(() => {
  localStorage.clear()
})
afterEach(() => {
  vi.unstubAllGlobals()
  document.body.innerHTML = ''
})

/** The outline, being written in; the document comes as the text it is, and each charge is read as this one. */
async function writing(
  address = '/setups/d/outline',
  more: Record<string, unknown> = {},
  charged: string | null = '5.00',
) {
  const requests = serve({
    '/api/checks': checked,
    '/api/documents/first/sentences': {},
    '/api/sentences': {},
    '/api/conditions': {
      condition: { option: 'size', is: ['s'] },
      words: { said: 'Size is Small', written: 'Size is Small' },
    },
    '/api/charges': [{ charge: charged, words: charged && { said: `+${charged}`, written: charged } }],
    ...more,
  })
  const json = fetch
  vi.stubGlobal('fetch', (request: Request) =>
    new URL(request.url).pathname.endsWith('/document') ? Promise.resolve(new Response(TEXT)) : json(request),
  )
  const w = await station(OutlineStation, setup(), address)
  if (w.find('.bar strong').exists()) return { w, requests }
  await w.get('.bar .v-btn').trigger('click')
  await vi.waitFor(() => {
    expect(w.get('.bar').text()).toContain('Writing')
  })
  return { w, requests }
}
/** What is kept of the draft when the page goes away. */
function kept(): string {
  window.dispatchEvent(new Event('pagehide'))
  return (JSON.parse(localStorage.getItem('ithrel.draft.d') ?? '{"text":""}') as { text: string }).text
}

describe('writing in the outline', () => {
  it('changes the bytes of what was edited and no others, undoes and does it again', async () => {
    const { w } = await writing()
    const label = w.get<HTMLInputElement>('[id="at/options/0"] input[aria-label="Label"]')
    await label.setValue('Tiny')
    await label.trigger('change')
    expect(kept()).toBe(TEXT.replace('Small', 'Tiny'))
    await w.get('[aria-label="Undo"]').trigger('click')
    expect(kept()).toBe('')
    expect(label.element.value).toBe('Small')
    await w.get('[aria-label="Redo"]').trigger('click')
    expect(kept()).toBe(TEXT.replace('Small', 'Tiny'))
  })

  it('checks each edit, and says what it broke', async () => {
    const { w, requests } = await writing()
    const charge = w.get('[id="at/options/0"] input[aria-label="Charge"]')
    await charge.setValue('5.00')
    await charge.trigger('change')
    await vi.waitFor(() => {
      expect(w.get('.said').text()).toBe('0 settled, 1 new · 2 selectable')
    })
    expect(w.get('.finds ol').text()).toContain('Look here.')
    const sent = (await requests
      .filter((r) => r.url.includes('/api/checks'))
      .at(-1)
      ?.json()) as { text: string }
    expect(JSON.parse(sent.text)).toMatchObject({ options: [{ values: [{ charge: '5.00' }] }] })
  })

  it('writes as JSON what has no other writing, and takes a charge out that is emptied', async () => {
    const odd = '{"how":"formula","expr":"w","note":"x"}'
    const { w } = await writing('/setups/d/outline', {
      '/api/charges': [{ charge: JSON.parse(odd) as unknown, words: { said: 'w', written: null } }],
    })
    const charge = w.get<HTMLInputElement>('[id="at/options/0"] input[aria-label="Charge"]')
    await charge.setValue(odd)
    await vi.waitFor(() => {
      expect(kept()).toContain('"note": "x"')
    })
    expect(charge.element.value).toBe(odd)
    await charge.setValue('  ')
    await vi.waitFor(() => {
      expect(kept()).not.toContain('charge')
    })
  })

  it('saves what was typed last, though it is still being read', async () => {
    const { w, requests } = await writing('/setups/d/outline', { '/api/setups/d/revisions': setup() })
    const label = w.get('[id="at/options/0"] input[aria-label="Label"]')
    await label.setValue('Tiny')
    await label.trigger('change')
    const charge = w.get<HTMLInputElement>('[id="at/options/0"] input[aria-label="Charge"]')
    charge.element.value = '5.00'
    charge.element.dispatchEvent(new Event('input'))
    charge.element.dispatchEvent(new Event('change'))
    await w
      .findAll('.bar .v-btn')
      .find((b) => b.text().startsWith('Save'))
      ?.trigger('click')
    await vi.waitFor(() => {
      expect(requests.some((r) => r.url.endsWith('/api/setups/d/revisions'))).toBe(true)
    })
    const sent = (await requests.find((r) => r.url.endsWith('/revisions'))?.json()) as { text: string }
    expect(JSON.parse(sent.text)).toMatchObject({
      options: [{ values: [{ label: 'Tiny', charge: '5.00' }] }],
    })
  })

  it('puts a charge where it was typed, though another place was chosen while it was read', async () => {
    const { w } = await writing('/setups/d/outline?at=/options/0/values/0')
    const quick = fetch
    // Read when the test says so, however busy the machine is.
    let isRead: () => void = () => undefined
    const reading = new Promise<void>((then) => (isRead = then))
    vi.stubGlobal('fetch', async (request: Request) => {
      if (request.url.endsWith('/api/charges')) await reading
      return quick(request)
    })
    const charge = w.get<HTMLInputElement>('.sheet input[aria-label="Charge"]')
    charge.element.value = '5.00'
    charge.element.dispatchEvent(new Event('input'))
    charge.element.dispatchEvent(new Event('change'))
    await w.get('[id="at/options/0"] h2').trigger('click')
    await vi.waitFor(() => {
      expect(w.get('.sheet h3').text()).toBe('Option')
    })
    expect(kept()).toBe('')
    isRead()
    await vi.waitFor(() => {
      expect(kept()).not.toBe('')
    })
    expect(JSON.parse(kept())).toMatchObject({ options: [{ values: [{ code: 's', charge: '5.00' }] }] })
    expect(kept()).not.toContain('"kind": "one", "charge"')
  })

  it('refuses what is no charge where it stands, and keeps what was typed', async () => {
    const { w } = await writing('/setups/d/outline', {}, null)
    const charge = w.get<HTMLInputElement>('[id="at/options/0"] input[aria-label="Charge"]')
    await charge.setValue('five')
    await charge.trigger('change')
    await vi.waitFor(() => {
      expect(w.get('[id="at/options/0"] [role=alert]').text()).toContain('A charge was expected')
    })
    expect(charge.element.value).toBe('five')
    expect(kept()).toBe('')
  })

  it('takes pasted cells as values', async () => {
    const { w } = await writing('/setups/d/outline', {}, '4.00')
    const cell = w.get('[id="at/options/0/values/0"] .field').element.parentElement
    const paste = new Event('paste', { bubbles: true, cancelable: true })
    Object.assign(paste, { clipboardData: { getData: () => 'Small\ts\t\nLarge\tl\t4.00' } })
    cell?.dispatchEvent(paste)
    await vi.waitFor(() => {
      expect(kept()).not.toBe('')
    })
    const document = JSON.parse(kept()) as { options: { values: unknown }[] }
    expect(document.options[0]?.values).toEqual([
      { code: 's', label: 'Small' },
      { code: 'l', label: 'Large', charge: '4.00' },
    ])
    expect(kept()).toBe(
      TEXT.replace('"Small" } ]', '"Small" }, {"code": "l", "label": "Large", "charge": "4.00"} ]'),
    )
  })

  it('reads a condition from its sentence', async () => {
    const { w } = await writing('/setups/d/outline?at=/options/0')
    const field = w.get('.sheet input[aria-label="Shown when"]')
    await field.setValue('Size is Small')
    await field.trigger('change')
    await vi.waitFor(() => {
      expect(kept()).toContain('"shownWhen"')
    })
    expect((w.get('.sheet input[aria-label="Shown when"]').element as HTMLInputElement).value).toBe(
      'Size is Small',
    )
  })

  it('says conditions and charges in the words that the server has for them, wherever they stand', async () => {
    const shownWhen = '"kind": "one", "shownWhen": { "option": "gift", "is": true }'
    const text = TEXT.replace('"kind": "one"', shownWhen).replace('"Small"', '"Small", "charge": "2.00"')
    serve({
      '/api/documents/first/sentences': {
        '/options/0/shownWhen': { said: 'Gift is yes', written: 'Gift is yes' },
        '/options/0/values/0/charge': { said: '+2.00', written: '2.00' },
      },
    })
    const w = await station(
      OutlineStation,
      { ...setup(), document: JSON.parse(text) as never },
      '/setups/d/outline',
    )
    expect(w.get('[id="at/options/0/shownWhen"]').text()).toBe('shown when Gift is yes')
    expect(w.get('[id="at/options/0/values/0"] .amount').text()).toBe('+2.00')
  })

  it('adds, copies, moves and takes out options', async () => {
    const { w } = await writing('/setups/d/outline?at=/options/0')
    const codes = (): unknown =>
      (JSON.parse(kept()) as { options: { code: string }[] }).options.map((o) => o.code)
    await w
      .findAll('.adds button')
      .find((b) => b.text() === 'flag')
      ?.trigger('click')
    expect(codes()).toEqual(['size', 'flag'])
    await vi.waitFor(() => {
      expect((w.get('.sheet input[aria-label="Code"]').element as HTMLInputElement).value).toBe('flag')
    })
    await w.get('.sheet [aria-label="Move up"]').trigger('click')
    expect(codes()).toEqual(['flag', 'size'])
    await vi.waitFor(() => {
      expect(w.get('.sheet [aria-label="Move up"]').attributes('disabled')).toBeDefined()
    })
    await w.get('.sheet [aria-label="Copy"]').trigger('click')
    expect(codes()).toEqual(['flag', 'flag_2', 'size'])
    await vi.waitFor(() => {
      expect(w.get('.sheet').text()).toContain('A copy. What it kept from its original stands out.')
    })
    await w.get('.sheet [aria-label="Take out"]').trigger('click')
    expect(codes()).toEqual(['flag', 'size'])
  })

  it('offers the names of a formula, and says what it comes to with figures of one’s own', async () => {
    const { w, requests } = await writing('/setups/d/outline?at=/options/0/values/0', {
      '/api/charges': [
        {
          charge: { how: 'formula', expr: 'base * wi' },
          words: { said: 'base * wi', written: '= base * wi' },
        },
      ],
      '/api/formulas': {
        names: [
          { name: 'width', words: 'Width in cm', figure: '' },
          { name: 'base', words: 'the base price', figure: '' },
        ],
        used: [{ name: 'base', words: 'the base price', figure: '10' }],
        value: '20',
        trouble: null,
      },
    })
    const field = w.get<HTMLInputElement>('.sheet input[aria-label="Charge"]')
    await field.setValue('= base * wi')
    await vi.waitFor(() => {
      expect(w.get('.formula').text()).toContain('comes to 20')
    })
    expect(w.findAll('.formula button').map((b) => b.text())).toEqual(['width'])
    await w.get('.formula button').trigger('click')
    expect(field.element.value).toBe('= base * width')
    await w.get('[aria-label="Try with base"]').setValue('12')
    await vi.waitFor(async () => {
      const last = requests.filter((r) => r.url.includes('/api/formulas')).at(-1)
      expect(await last?.clone().json()).toMatchObject({ expr: 'base * width', figures: { base: '12' } })
    })
  })

  it('holds a table against the draft, and takes what was not left out as one step', async () => {
    const { w, requests } = await writing('/setups/d/outline', {
      '/api/tables': {
        changes: [
          {
            at: '/options/0/values/0/charge',
            value: '"5.00"',
            from: 'line 2',
            words: 'Small: charge is 5.00',
          },
          { at: '/options/0/values/0/stock', value: '4', from: 'line 2', words: 'Small: stock is 4' },
          { at: '/options/0/values/1', value: '{"code":"l"}', from: 'line 3', words: 'Size: l, a new value' },
        ],
        kept: ['Motto is not in the table, and stays.'],
        left: [{ from: 'column Colour', why: 'No part of a setup is called so.' }],
      },
    })
    await w
      .findAll('.bar .v-btn')
      .find((b) => b.text() === 'Bring a table in…')
      ?.trigger('click')
    await w.get('.table-in textarea').setValue('Size,Charge')
    await w.get('.table-in form').trigger('submit')
    await vi.waitFor(() => {
      expect(w.get('.table-in').text()).toContain('Small: stock is 4')
    })
    expect(w.get('.table-in').text()).toContain('Motto is not in the table, and stays.')
    expect(w.get('.table-in').text()).toContain('column Colour: No part of a setup is called so.')
    await w.get('[aria-label="Take: Small: stock is 4"]').trigger('change')
    await w
      .findAll('.table-in .v-btn')
      .find((b) => b.text() === 'Take 2 changes')
      ?.trigger('click')
    expect(kept()).toBe(TEXT.replace('"Small" } ]', '"Small", "charge": "5.00" }, {"code": "l"} ]'))
    expect(w.find('.table-in').exists()).toBe(false)
    const sent = (await requests.find((r) => r.url.includes('/api/tables'))?.json()) as { text: string }
    expect(sent.text).toBe(TEXT)
    await w.get('[aria-label="Undo"]').trigger('click')
    expect(kept()).toBe('')
  })

  it('goes on where it was left, across a reload', async () => {
    localStorage.setItem(
      'ithrel.draft.d',
      JSON.stringify({ on: 'first', text: TEXT.replace('10.00', '12.00') }),
    )
    serve({ '/api/checks': checked, '/api/documents/first/sentences': {}, '/api/sentences': {} })
    const json = fetch
    vi.stubGlobal('fetch', (request: Request) =>
      new URL(request.url).pathname.endsWith('/document')
        ? Promise.resolve(new Response(TEXT))
        : json(request),
    )
    const w = await station(OutlineStation, setup(), '/setups/d/outline')
    await vi.waitFor(() => {
      expect(w.get('.paper').text()).toContain('12.00 EUR')
    })
    await w.get('[aria-label="Undo"]').trigger('click')
    expect(w.get('.paper').text()).toContain('10.00 EUR')
  })
})
