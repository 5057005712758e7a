import { afterEach, describe, expect, it, vi } from 'vitest'
import { mounted } from '../shared/mount.testing'
import { serve } from '../shared/station.testing'
import { base64 } from './base64'
import DraftIn from './DraftIn.vue'

afterEach(() => {
  vi.unstubAllGlobals()
  document.body.innerHTML = ''
})

const draft = {
  text: JSON.stringify(
    {
      ithrel: 'setup/1',
      name: 'cells',
      currency: 'EUR',
      item: { sku: 'cells', name: 'cells', price: '0' },
      options: [
        { code: 'size', label: 'Size', kind: 'one', values: [{ code: 's', label: 'Small', charge: '5.00' }] },
      ],
    },
    null,
    2,
  ),
  read: [
    { at: '/item/price', from: 'not told; 0 stands for it', isGuess: true },
    { at: '/currency', from: 'line 4, column Charge', isGuess: true },
    { at: '/options/0/values/0/charge', from: 'line 2, column Charge', isGuess: false },
    { at: '/options/0', from: 'line 2', isGuess: false },
  ],
  left: [{ from: 'line 7', why: 'The line says nothing.' }],
}

describe('a draft out of a page or a table', () => {
  it('marks guesses until they are confirmed, corrects a reading, and takes it', async () => {
    const requests = serve({ '/api/drafts': draft, '/api/setups': { id: 'new', title: 'cells' } })
    const w = mounted(DraftIn, {})
    await w.get('textarea').setValue('Option\tValue\nSize\tSmall')
    await w.findAll('form')[1]?.trigger('submit')
    await vi.waitFor(() => {
      expect(w.text()).toContain('2 guesses not confirmed; 1 left out.')
    })
    expect(w.findAll('tr.guess')).toHaveLength(2)
    await w.get('[aria-label="right: currency"]').trigger('click')
    const price = w.get('input[aria-label="item price"]')
    await price.setValue('120.00')
    await price.trigger('change')
    expect(w.findAll('tr.guess')).toHaveLength(0)
    await w.get('input[type=checkbox]').setValue(true)
    expect(w.get('[aria-label="Size, Small: charge"]').attributes('aria-label')).toBeDefined()
    await w.get('.v-btn.bg-primary, .v-btn--variant-flat').trigger('click')
    await vi.waitFor(() => {
      expect(w.emitted('broughtIn')?.[0]).toEqual([{ id: 'new', title: 'cells' }])
    })
    const sent = (await requests.find((r) => r.url.endsWith('/api/setups'))?.json()) as { text: string }
    expect(sent.text).toBe(draft.text.replace('"price": "0"', '"price": "120.00"'))
  })

  it('reads several sources into one, and leaves one out again', async () => {
    const requests = serve({ '/api/drafts': draft })
    const w = mounted(DraftIn, {})
    await w.get('input[type=url]').setValue('http://127.0.0.1:9/lamp')
    await w.findAll('form')[0]?.trigger('submit')
    await w.get('textarea').setValue('Size\tPrice\nS\t5')
    await w.findAll('form')[1]?.trigger('submit')
    await vi.waitFor(() => {
      expect(requests).toHaveLength(2)
    })
    expect(await requests[1]?.json()).toEqual({
      sources: [
        { name: 'http://127.0.0.1:9/lamp', address: 'http://127.0.0.1:9/lamp' },
        { name: 'cells.csv', base64: btoa('Size\tPrice\nS\t5') },
      ],
    })
    await w.get('[aria-label="Leave out cells.csv"]').trigger('click')
    await vi.waitFor(() => {
      expect(requests).toHaveLength(3)
    })
  })

  it('carries bytes of any kind', () => {
    const bytes = Uint8Array.from({ length: 20_000 }, (_, i) => i % 256)
    expect(Array.from(atob(base64(bytes)), (c) => c.charCodeAt(0))).toEqual([...bytes])
  })
})
