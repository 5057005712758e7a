import { flushPromises } from '@vue/test-utils'
import { afterEach, describe, expect, it, vi } from 'vitest'
import ScopeSheet from '../desk/ScopeSheet.vue'
import { mounted } from '../shared/mount.testing'
import { desk, leadsTo, serve, station } from '../shared/station.testing'
import CatalogueView from './CatalogueView.vue'

afterEach(() => {
  vi.unstubAllGlobals()
  document.body.innerHTML = ''
})

const row = { sku: 'A-1', name: 'Harbour lamp', categories: ['Lamps'], tags: ['made-to-measure'], by: [] }

describe('the catalogue', () => {
  it('says what it wants where there is none', async () => {
    serve({ '/api/catalogue': { when: null, items: 0, total: 0, rows: [], findings: [] } })
    const w = mounted(CatalogueView, {})
    await flushPromises()
    expect(w.text()).toContain('a column “sku”')
    expect(w.find('table').exists()).toBe(false)
  })

  it('is shown a hundred items at a time, and taken from a file', async () => {
    const asked = serve({
      '/api/catalogue': { when: '2026-11-26, Ada', items: 250, total: 250, rows: [row], findings: [] },
    })
    const w = mounted(CatalogueView, {})
    await flushPromises()
    expect(w.get('tbody tr').text()).toContain('A-1')
    expect(w.get('nav').text()).toContain('1 to 100 of 250')
    await w
      .findAll('nav button')
      .find((b) => b.text() === 'On')
      ?.trigger('click')
    await flushPromises()
    expect(new URL(asked.at(-1)?.url ?? '').searchParams.get('from')).toBe('100')
  })
})

describe('what a setup applies to', () => {
  it('is told item by item, with by what and what is odd', async () => {
    const near = {
      code: 'scope.near',
      severity: 'warning',
      at: '/appliesTo/tags/0',
      message: 'A-2 has “Made”.',
    }
    serve({
      '/api/setups/d/scope': {
        when: '2026-11-26',
        items: 3,
        total: 1,
        rows: [{ ...row, by: ['its SKU', 'the tag made-to-measure'] }],
        findings: [near],
      },
    })
    const w = await station(ScopeSheet, desk({ document: { options: [], appliesTo: { all: true } } }))
    expect(w.get('tbody').text()).toContain('its SKU, the tag made-to-measure')
    expect(w.findAll('.findings a').map(leadsTo)).toEqual(['/setups/d/outline?at=/appliesTo/tags/0'])
  })

  it('is not known without a catalogue, nor where the setup does not say', async () => {
    serve({ '/api/setups/d/scope': { when: null, items: 0, total: 0, rows: [], findings: [] } })
    const none = await station(ScopeSheet, desk())
    expect(none.text()).toContain('No catalogue is kept')
    serve({ '/api/setups/d/scope': { when: '2026-11-26', items: 3, total: 0, rows: [], findings: [] } })
    const unsaid = await station(ScopeSheet, desk())
    expect(unsaid.text()).toContain('does not say which items')
  })
})
