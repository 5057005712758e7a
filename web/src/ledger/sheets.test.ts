import { flushPromises } from '@vue/test-utils'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { desk, leadsTo, serve, station } from '../shared/station.testing'
import PathSheet from './PathSheet.vue'
import PriceSheet from './PriceSheet.vue'
import ValuesSheet from './ValuesSheet.vue'

afterEach(() => {
  vi.unstubAllGlobals()
  document.body.innerHTML = ''
})

describe('what each value does', () => {
  const effect = {
    option: 0,
    value: 1,
    at: '/options/0/values/1',
    label: 'Size *',
    valueLabel: 'Large (+10.00)',
    against: 'Small',
    least: '12.00',
    usual: '12.00',
    greatest: '15.00',
  }

  it('shows least, usual and greatest, and where it is not the same everywhere', async () => {
    serve({ '/api/documents/d5/effects': { why: null, currency: 'EUR', effects: [effect] } })
    const w = await station(ValuesSheet, desk())
    expect(w.findAll('tbody .amount').map((c) => c.text())).toEqual(['12.00', '12.00', '15.00'])
    expect(w.get('tbody').text()).toContain('not the same everywhere')
    expect(leadsTo(w.get('tbody a'))).toContain('/outline?at=/options/0/values/1')
  })

  it('puts the finding about its label beside it instead', async () => {
    serve({ '/api/documents/d5/effects': { why: null, currency: 'EUR', effects: [effect] } })
    const caption = {
      code: 'price.caption',
      at: '/options/0/values/1/label',
      message: 'The label promises 10.00.',
    }
    const w = await station(ValuesSheet, desk({ findings: [caption] }))
    expect(w.get('.warn').text()).toBe('The label promises 10.00.')
    expect(w.text()).not.toContain('not the same everywhere')
  })

  it('says why it does not know, or that there is nothing to swap', async () => {
    serve({ '/api/documents/d5/effects': { why: 'too many states', currency: 'EUR', effects: [] } })
    expect((await station(ValuesSheet, desk())).text()).toContain('is not known: too many states.')
    serve({ '/api/documents/d5/effects': { why: null, currency: 'EUR', effects: [] } })
    expect((await station(ValuesSheet, desk())).text()).toContain('No value can be swapped')
  })
})

describe('one path', () => {
  const path = {
    complete: true,
    problems: [],
    rows: [
      { kind: 'base', at: '/item/price', label: 'Price', basis: '', amount: '100.00', running: '100.00' },
      {
        kind: 'charge',
        at: '/options/0/values/1/charge',
        label: 'Large *',
        basis: '10 % of 100.00',
        amount: '10.00',
        running: '110.00',
      },
      {
        kind: 'charge',
        at: '/charges/0',
        label: 'By width',
        basis: 'no answer',
        amount: null,
        running: null,
      },
      { kind: 'quantity', at: '/quantity', label: 'Pieces', basis: '', amount: '2', running: '' },
      { kind: 'total', at: '', label: 'Total', basis: '', amount: '220.00', running: '220.00' },
    ],
    quantities: [
      { quantity: 1, unitPrice: '110.00', perLine: '0.00', total: '110.00', perPiece: null },
      { quantity: 10, unitPrice: '99.00', perLine: '18.00', total: '1008.00', perPiece: '100.80' },
    ],
  }

  it('is followed line by line, each line leading to its place', async () => {
    serve({ '/api/documents/d5/ledger': path })
    const w = await station(PathSheet, desk(), '/setups/d/ledger?view=path&pin=size:l&qty=2')
    const rows = w.findAll('section')[0]?.findAll('tbody tr') ?? []
    expect(rows).toHaveLength(5)
    expect(rows[1]?.text()).toContain('10 % of 100.00')
    expect(rows[2]?.text()).toContain('no value')
    expect(rows[4]?.classes()).toContain('sum')
    expect(w.findAll('tbody a').map(leadsTo)).toEqual([
      expect.stringContaining('at=/item/price'),
      expect.stringContaining('at=/options/0/values/1/charge'),
      expect.stringContaining('at=/charges/0'),
    ])
    expect(w.get('.ready').text()).toContain('can be bought')
  })

  it('keeps pins and quantity in what is saved', async () => {
    const requests = serve({ '/api/documents/d5/ledger': path })
    const w = await station(PathSheet, desk(), '/setups/d/ledger?view=path&pin=size:l&in=width%3D30&qty=2')
    expect(w.findAll('.files a').map(leadsTo)).toEqual([
      '/api/documents/d5/ledger?pin[]=size:l&in[]=width=30&qty=2&format=text',
      '/api/documents/d5/ledger?pin[]=size:l&in[]=width=30&qty=2&format=csv',
      '/api/documents/d5/ledger?pin[]=size:l&in[]=width=30&qty=2&format=json',
    ])
    const asked = new URL(requests[0]?.url ?? '').searchParams
    expect([asked.getAll('pin[]'), asked.getAll('in[]'), asked.get('qty')]).toEqual([
      ['size:l'],
      ['width=30'],
      '2',
    ])
  })

  it('shows other quantities, and takes one up', async () => {
    const requests = serve({ '/api/documents/d5/ledger': path })
    const w = await station(PathSheet, desk(), '/setups/d/ledger?view=path')
    const ten = w.findAll('section')[1]?.findAll('tbody tr')[1]
    expect(ten?.text()).toContain('18.00')
    expect(ten?.text()).toContain('100.80')
    await ten?.get('button').trigger('click')
    await flushPromises()
    expect(requests.map((r) => new URL(r.url).searchParams.get('qty'))).toContain('10')
  })

  it('says what keeps it from being complete', async () => {
    const problems = [{ message: 'Size has to be answered.' }]
    serve({ '/api/documents/d5/ledger': { ...path, complete: false, problems } })
    expect((await station(PathSheet, desk())).get('.missing').text()).toContain('Size has to be answered.')
  })
})

describe('a price sheet', () => {
  const checked = {
    columns: [
      { heading: 'Size', role: 'option', option: 'size' },
      { heading: 'Remark', role: 'ignored', option: null },
      { heading: 'Each', role: 'unit-price', option: null },
    ],
    rows: [
      {
        number: 2,
        cells: ['Small', '', '100'],
        verdict: 'agrees',
        ours: '100.00',
        difference: '0.00',
        problems: [],
        assumed: [],
        pins: ['size:s'],
        typed: [],
        quantity: 1,
      },
      {
        number: 3,
        cells: ['Large', '', '110'],
        verdict: 'differs',
        ours: '112.00',
        difference: '-2.00',
        problems: [],
        assumed: ['Wrap: yes'],
        pins: ['size:l'],
        typed: [],
        quantity: 1,
      },
      {
        number: 4,
        cells: ['Huge', '', '1'],
        verdict: 'unreadable',
        ours: null,
        difference: null,
        problems: ['Size has no “Huge”.'],
        assumed: [],
        pins: [],
        typed: [],
        quantity: 1,
      },
    ],
    explanations: [
      { at: '/options/0/values/1/charge', words: 'the charge of Large', difference: '-2.00', rows: [3] },
    ],
  }

  async function held() {
    const requests = serve({ '/api/setups/d/price-sheet': checked })
    const w = await station(PriceSheet, desk())
    await w.get('textarea').setValue('Size;Remark;Each\nSmall;;100')
    await w.get('form').trigger('submit')
    await flushPromises()
    return { w, requests }
  }

  it('shows each row beside what Ithrel works out, and what explains the difference', async () => {
    const { w, requests } = await held()
    expect(await requests[0]?.json()).toEqual({ text: 'Size;Remark;Each\nSmall;;100' })
    expect(w.findAll('.verdicts button').map((b) => b.text())).toEqual([
      '1 agrees',
      '1 differs',
      '0 no shopper can reach',
      '1 cannot be read',
    ])
    expect(w.findAll('thead .role').map((r) => r.text())).toEqual(['option size', 'not used', 'unit price'])
    expect(w.get('tr.differs').text()).toContain('-2.00')
    expect(w.get('tr.differs').text()).toContain('(Wrap: yes)')
    expect(w.get('tr.agrees .off').text()).toBe('')
    expect(w.get('tr.unreadable').text()).toContain('Size has no “Huge”.')
    expect(leadsTo(w.get('tr.differs a'))).toContain('view=path&pin=size:l')
    expect(w.get('.explained').text()).toContain('1 row off by -2.00')
    expect(leadsTo(w.get('.explained a'))).toContain('at=/options/0/values/1/charge')
  })

  it('shows the rows of one verdict at a click, and all again at the next', async () => {
    const { w } = await held()
    const differ = w.findAll('.verdicts button')[1]
    await differ?.trigger('click')
    expect(w.findAll('tbody tr')).toHaveLength(1)
    expect(differ?.attributes('aria-pressed')).toBe('true')
    await differ?.trigger('click')
    expect(w.findAll('tbody tr')).toHaveLength(3)
  })

  it('keeps what was written where the server refuses it', async () => {
    serve({})
    const w = await station(PriceSheet, desk())
    await w.get('textarea').setValue('nonsense')
    await w.get('form').trigger('submit')
    await flushPromises()
    expect(w.text()).toContain('Nothing at /api/setups/d/price-sheet.')
    expect(w.get('textarea').element.value).toBe('nonsense')
  })
})
