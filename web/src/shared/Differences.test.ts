import { afterEach, describe, expect, it, vi } from 'vitest'
import ChangesSheet from '../desk/ChangesSheet.vue'
import SaleListSheet from '../list/SaleListSheet.vue'
import { desk, leadsTo, serve, station } from './station.testing'

afterEach(() => {
  vi.unstubAllGlobals()
  document.body.innerHTML = ''
})

const diff = {
  before: '12',
  after: '11',
  both: '11',
  gained: '0',
  lost: '1',
  repriced: { count: '1', least: '-1.50', greatest: '-1.50' },
  dearest: { count: '0', least: null, greatest: null },
  gainedRows: [],
  lostRows: [{ words: 'Size: XL', pins: [], line: 4, why: 'Size has no value “XL”.', old: null, new: null }],
  repricedRows: [{ words: 'Size: L', pins: ['size=l'], line: 3, why: null, old: '15.00', new: '13.50' }],
  changes: [{ at: '/options/0/values/1/charge', isGone: false, words: 'the charge of Large' }],
  notices: ['The column "Shelf" is not understood and was not looked at.'],
  currency: 'EUR',
  counts: true,
}

const revised = () => desk({ revision: 2 })
const revisions = {
  total: 2,
  from: 0,
  rows: [2, 1].map((number) => ({
    number,
    sha256: `${number}`.repeat(64),
    createdAt: '2026-11-26T10:00:00+00:00',
    bytes: 900,
  })),
}

describe('two sides', () => {
  it('tell what is lost, repriced and changed, each with a way to its place', async () => {
    serve({
      '/api/setups/d/revisions/1': { sha256: 'd1' },
      '/api/documents/d5/diff/d1': diff,
      '/api/setups': { rows: [], running: { runs: 0 } },
      '/api/setups/d/revisions': revisions,
    })
    const w = await station(ChangesSheet, revised(), '/setups/d/changes?from=1')
    expect(w.findAll('h3').map((h) => h.text().replace(/\s+/g, ' '))).toEqual([
      'Places that mean something else 1',
      'Lost 1',
      'Repriced, by the cheapest inputs 1, by -1.50 to -1.50 EUR',
    ])
    expect(w.text()).not.toContain('Nothing differs')
    expect(w.findAll('.differences a').map(leadsTo)).toEqual([
      '/setups/d/outline?at=/options/0/values/1/charge',
      '/setups/d/ladder?pin=size=l',
    ])
  })

  it('make an earlier revision the latest again, and say which', async () => {
    const asked = serve({
      '/api/setups/d/revisions/1': { sha256: 'd1' },
      '/api/documents/d5/diff/d1': diff,
      '/api/setups': { rows: [], running: { runs: 0 } },
      '/api/setups/d/revisions': revisions,
      '/api/setups/d/revisions/1/restore': desk({ revision: 3 }),
    })
    const w = await station(ChangesSheet, revised(), '/setups/d/changes?from=1')
    const button = w.findAll('button').find((b) => b.text() === 'Restore revision 1')
    await button?.trigger('click')
    expect(asked.some((r) => r.method === 'POST' && r.url.endsWith('/revisions/1/restore'))).toBe(true)
  })

  it('say it where nothing differs', async () => {
    const alike = { ...diff, lost: '0', repriced: { ...diff.repriced, count: '0' }, changes: [] }
    serve({
      '/api/setups/d/revisions/1': { sha256: 'd1' },
      '/api/documents/d5/diff/d1': alike,
      '/api/setups': { rows: [], running: { runs: 0 } },
      '/api/setups/d/revisions': revisions,
    })
    const w = await station(ChangesSheet, revised(), '/setups/d/changes?from=1')
    expect(w.text()).toContain('Nothing differs.')
    expect(w.findAll('h3')).toEqual([])
  })
})

describe('what shall be sold', () => {
  it('is held against the setup line by line, and says what was not looked at', async () => {
    serve({ '/api/setups/d/sale-list': diff })
    const w = await station(SaleListSheet, desk(), '/setups/d/list?set=to-be-sold')
    await w.get('textarea').setValue('Size;Price\nXL;20')
    await w.get('form').trigger('submit')
    await vi.waitFor(() => {
      expect(w.text()).toContain('On the list, and cannot be selected')
    })
    expect(w.text()).toContain('line 4')
    expect(w.text()).toContain('Size has no value “XL”.')
    expect(w.text()).toContain('The column "Shelf" is not understood')
    expect(w.findAll('a').map(leadsTo)).toContain('/setups/d/gate')
  })
})
