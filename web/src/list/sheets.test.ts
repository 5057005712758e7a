import { afterEach, describe, expect, it, vi } from 'vitest'
import { grouped } from '../shared/numbers'
import { desk, leadsTo, serve, station } from '../shared/station.testing'
import IdleRowSheet from './IdleRowSheet.vue'
import TrapSheet from './TrapSheet.vue'

afterEach(() => {
  vi.unstubAllGlobals()
  document.body.innerHTML = ''
})

describe('the traps', () => {
  const trap = {
    option: 0,
    at: '/options/0',
    label: 'Size *',
    cause: 'missing-row',
    count: '641628650880',
    answers: ['Large', 'Brass'],
    pins: ['size:l'],
    typed: ['width=30'],
    because: [{ at: '/guards/0', words: 'a large one is not made in brass' }],
  }

  it('name what closes the way, why, and lead into it', async () => {
    serve({ '/api/documents/d5/traps': [trap] })
    const w = await station(TrapSheet, desk(), '/setups/d/list?set=traps')
    expect(w.get('tbody th').text()).toBe('Size')
    expect(w.get('tbody .figure').attributes('title')).toBe(grouped('641628650880'))
    expect(w.get('tbody').text()).toContain('Large, Brass')
    const links = w.findAll('tbody a').map(leadsTo)
    expect(links).toEqual([
      '/setups/d/outline?at=/options/0',
      '/setups/d/outline?at=/guards/0',
      '/setups/d/ladder?pin=size:l&in=width=30',
    ])
  })

  it('say the cause in words where no smallest reason is known', async () => {
    serve({
      '/api/documents/d5/traps': [
        { ...trap, because: [] },
        { ...trap, option: 1, cause: 'no-answer', because: [] },
      ],
    })
    const w = await station(TrapSheet, desk())
    expect(w.text()).toContain('no variant row')
    expect(w.text()).toContain('the form can no longer be completed')
  })

  it('tell a setup without traps from one in which nothing can be bought at all', async () => {
    serve({ '/api/documents/d5/traps': [] })
    expect((await station(TrapSheet, desk())).text()).toBe('No answer leads to where nothing can be bought.')
    expect((await station(TrapSheet, desk({ counts: { selectable: '0' } }))).text()).toContain(
      'Nothing at all can be bought',
    )
  })

  it('say what the server says where it refuses', async () => {
    serve({})
    expect((await station(TrapSheet, desk())).text()).toContain('Nothing at /api/documents/d5/traps.')
  })
})

describe('idle rows', () => {
  const document = {
    options: [
      {
        code: 'size',
        label: 'Size *',
        kind: 'one',
        values: [
          { code: 's', label: 'Small' },
          { code: 'l', label: 'Large' },
        ],
      },
    ],
    variants: {
      by: ['size'],
      rows: [
        { pick: { size: 's' }, sku: 'T-S', price: '10.00', stock: 3 },
        { pick: { size: 'l' }, sku: 'T-L', price: '12.00', salePrice: '11.00' },
      ],
    },
  }

  it('show what no path reaches, with the price that would be asked', async () => {
    const w = await station(IdleRowSheet, desk({ document, idleRows: [1] }))
    expect(w.findAll('thead th').map((c) => c.text())).toContain('Size')
    expect(w.get('tbody').text()).toContain('Large')
    expect(w.get('tbody .amount').text()).toBe('11.00')
    expect(w.get('tbody').text()).toContain('not tracked')
    expect(leadsTo(w.get('tbody a'))).toContain('at=/variants/rows/1')
  })

  it('tell a setup without rows from one whose rows are all reached', async () => {
    expect((await station(IdleRowSheet, desk({ document }))).text()).toBe('Every row in stock can be bought.')
    expect((await station(IdleRowSheet, desk())).text()).toBe('This setup has no variant rows.')
  })
})
