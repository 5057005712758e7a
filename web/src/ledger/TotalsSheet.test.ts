import { flushPromises } from '@vue/test-utils'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { grouped } from '../shared/numbers'
import { desk, leadsTo, serve, station } from '../shared/station.testing'
import TotalsSheet from './TotalsSheet.vue'

const totals = {
  known: true,
  why: null,
  side: 'cheapest',
  quantity: 1,
  currency: 'EUR',
  count: '641628650880',
  lowest: '99.00',
  highest: '3141.59',
  levels: 25834,
  zeroOrBelow: '0',
  withoutPrice: '0',
  hangsOnInputs: false,
  sampled: [],
  open: [],
  bands: [
    { from: '99.00', to: '499.00', rank: '0', count: '600000000000', share: 0.935 },
    { from: '499.01', to: '899.00', rank: '600000000000', count: '0', share: 0 },
    { from: '899.01', to: '3141.59', rank: '600000000000', count: '41628650880', share: 0.065 },
  ],
}
const row = { rank: '0', total: '99.00', words: 'Small', sku: 'T-S', pins: ['size:s'], typed: [] }
const serveTotals = (more: Record<string, unknown> = {}) =>
  serve({ '/api/documents/d5/totals': { ...totals, ...more }, '/api/documents/d5/totals/rows': [row] })

afterEach(() => {
  vi.unstubAllGlobals()
  document.body.innerHTML = ''
})

describe('the totals', () => {
  it('tell ends, levels and how many stand at each total, exactly', async () => {
    serveTotals()
    const w = await station(TotalsSheet, desk())
    expect(w.get('.ends').text()).toContain('99.00')
    expect(w.get('.ends').text()).toContain('3141.59')
    expect(w.get('.ends').text()).toContain(grouped('25834'))
    expect(w.findAll('.bar').map((b) => b.attributes('aria-label'))[0]).toContain(grouped('600000000000'))
    expect(w.findAll('.bar')[1]?.attributes('disabled')).toBeDefined()
    expect(w.get('.axis').text()).toContain('EUR')
  })

  it('list combinations from the first of a bar that is clicked, and lead to their path', async () => {
    const requests = serveTotals()
    const w = await station(TotalsSheet, desk())
    expect(leadsTo(w.get('tbody a'))).toContain('view=path&pin=size:s')
    await w.findAll('.bar')[2]?.trigger('click')
    await flushPromises()
    expect(requests.map((r) => new URL(r.url).searchParams.get('from'))).toContain('600000000000')
    expect(w.findAll('.bar.here')).toHaveLength(1)
  })

  it('go to the last page, counted beyond what a number can hold', async () => {
    const requests = serveTotals({ count: '90071992547409931' })
    const w = await station(TotalsSheet, desk())
    await w.findAll('.pages .v-btn')[3]?.trigger('click')
    await flushPromises()
    expect(requests.map((r) => new URL(r.url).searchParams.get('from'))).toContain('90071992547409881')
  })

  it('mark what costs nothing, and what has no price', async () => {
    serveTotals({
      zeroOrBelow: '3',
      withoutPrice: '7',
      bands: [{ from: '-2.00', to: '0.00', rank: '0', count: '3', share: 1 }],
    })
    const w = await station(TotalsSheet, desk())
    expect(w.findAll('.ends .bad')).toHaveLength(2)
    expect(w.get('.bar').classes()).toContain('free')
  })

  it('say what was sampled and what has no end', async () => {
    serveTotals({ hangsOnInputs: true, sampled: ['width'], open: ['width'] })
    const w = await station(TotalsSheet, desk(), '/setups/d/ledger?side=dearest')
    expect(w.findAll('.note').map((n) => n.text())).toEqual([
      expect.stringContaining('Width: a formula neither only rises nor only falls'),
      expect.stringContaining('Width has no most'),
    ])
    expect(w.get('.ends').text()).toContain('no end')
  })

  it('say why they are not known instead of guessing', async () => {
    const requests = serveTotals({ known: false, why: 'A percentage of the running total' })
    const w = await station(TotalsSheet, desk())
    expect(w.text()).toContain('are not known. A percentage of the running total.')
    expect(requests.some((r) => r.url.includes('/rows'))).toBe(false)
  })

  it('say so where nothing can be bought, and where the server does not have it', async () => {
    serveTotals({ count: '0' })
    expect((await station(TotalsSheet, desk())).text()).toContain('Nothing can be bought')
    serve({})
    expect((await station(TotalsSheet, desk())).text()).toContain('Nothing at /api/documents/d5/totals.')
  })
})
