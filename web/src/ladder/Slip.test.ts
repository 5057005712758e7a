import { describe, expect, it } from 'vitest'
import type { Slip as SlipData } from '../shared/api'
import { mounted } from '../shared/mount.testing'
import Slip from './Slip.vue'

const setup = {
  options: [
    { code: 'size', label: 'Size *', kind: 'one' },
    { code: 'motto', label: 'Motto', kind: 'text' },
  ],
}

function slip(more: Partial<SlipData> = {}): SlipData {
  return {
    complete: true,
    problems: [],
    shown: ['size', 'motto'],
    base: '99.00',
    baseAt: '/item/salePrice',
    unitPrice: '131.45',
    lineTotal: '394.35',
    total: '422.85',
    currency: 'EUR',
    ledger: [
      {
        at: '/options/0/values/1/charge',
        label: 'Large *',
        how: 'fixed',
        per: 'unit',
        amount: '11.45',
        running: '131.45',
      },
      { at: '/charges/0', label: 'Wrap', how: 'fixed', per: 'line', amount: '4.00', running: '131.45' },
    ],
    sku: 'HP-L',
    quantity: 3,
    weight: '1.85',
    points: '0',
    image: null,
    entries: {
      page: [],
      cart: [{ label: 'Size *', value: 'Large', at: '/options/0' }],
      checkout: [],
      order: [{ label: 'Bay', value: 'B4', at: '/item/data/0' }],
    },
    ownLines: [{ sku: 'B', name: 'Bulb', quantity: 3, unitPrice: '9.50', lineTotal: '28.50' }],
    ...more,
  }
}
const around = { error: null, setup, deskId: 'x', quantity: null }

describe('the slip', () => {
  it('shows total, ledger and own lines, each amount leading to its place', () => {
    const w = mounted(Slip, { slip: slip(), ...around })
    expect(w.get('.total').text()).toBe('422.85 EUR')
    expect(w.text()).toContain('Complete: this can be bought.')
    expect(w.findAll('.ledger tbody tr').map((r) => r.text())).toHaveLength(3)
    expect(w.text()).toContain('Wrap once a line')
    const link = w.findAll('.ledger a')[1]
    expect(link?.text()).toBe('Large')
    expect(decodeURIComponent(link?.attributes('href') ?? '')).toContain('at=/options/0/values/1/charge')
    expect(w.text()).toContain('28.50')
  })

  it('tells what is missing by the shopper’s names, and what is wrong in full', () => {
    const problems = [
      { code: 'missing', option: 'size', message: 'Size has to be answered.', limit: null, found: null },
      {
        code: 'input.too-long',
        option: 'motto',
        message: 'Motto: at most 30 characters are taken, 31 given.',
        limit: '30',
        found: '31',
      },
    ]
    const w = mounted(Slip, { slip: slip({ complete: false, problems }), ...around })
    expect(w.get('.missing').text()).toBe('Still missing: Size')
    expect(w.get('.wrong').text()).toContain('31 given')
    expect(w.text()).not.toContain('this can be bought')
  })

  it('never shows a price that could not be worked out', () => {
    const w = mounted(Slip, { slip: slip({ total: null, unitPrice: null, lineTotal: null }), ...around })
    expect(w.get('.total').text()).toBe('no price EUR')
  })

  it('shows one stage at a time', async () => {
    const w = mounted(Slip, { slip: slip(), ...around })
    expect(w.get('.entries').text()).toContain('Large')
    await w.findAll('.stages button')[3]?.trigger('click')
    expect(w.get('.entries').text()).toBe('BayB4')
    await w.findAll('.stages button')[0]?.trigger('click')
    expect(w.text()).toContain('Nothing to see at this stage yet.')
  })

  it('takes whole quantities only', async () => {
    const w = mounted(Slip, { slip: slip(), ...around })
    const pieces = w.get('.pieces')
    await pieces.setValue('5')
    await pieces.setValue('0')
    await pieces.setValue('2.5')
    expect(w.emitted('quantity')).toEqual([[5], [null], [null]])
  })
})
