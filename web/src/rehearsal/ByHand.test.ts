import { flushPromises, type VueWrapper } from '@vue/test-utils'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { desk, serve, station } from '../shared/station.testing'
import ByHand from './ByHand.vue'

afterEach(() => {
  vi.unstubAllGlobals()
  document.body.innerHTML = ''
})

const sheet = {
  checks: [
    {
      number: 1,
      purposeWords: 'left out',
      about: 'Size left out',
      expected: 'refused, naming Size',
      steps: ['Open the item’s page', 'Quantity 1: add to the cart'],
      cells: [
        { stage: 'cart', line: 0, what: 'taken', expected: 'no', found: null, differs: false },
        { stage: 'cart', line: 0, what: 'field named', expected: 'size', found: null, differs: false },
      ],
      files: [{ name: 'lamp.png', address: '/api/made-file?name=lamp.png&width=2399' }],
    },
  ],
  pairs: 12,
  lowerBound: 3,
  combinations: 4,
  leftOut: ['quantities'],
}

async function pick(w: VueWrapper, text: string): Promise<void> {
  const input = w.get('input[type=file]')
  Object.defineProperty(input.element, 'files', { value: [new File([text], 'filled.csv')] })
  await input.trigger('change')
  await flushPromises()
  await flushPromises()
}

describe('by hand', () => {
  it('shows a line for each check, with what has to come of it', async () => {
    serve({ '/api/setups/d/hand-sheet': sheet })
    const w = await station(ByHand, desk({ title: 'Lamp' }), '/setups/d/rehearsal?view=hand')
    expect(w.findAll('.list tbody tr').map((r) => r.text())).toEqual([
      '1Size left out (left out)Quantity 1: add to the cart lamp.pngrefused, naming Size',
    ])
    expect(w.findAll('section.check')).toHaveLength(0)
    expect(w.get('a[href$="hand-sheet.csv?depth=check"]').text()).toBe('CSV to fill in')
    expect(w.get('a[download]').attributes('href')).toBe('/api/made-file?name=lamp.png&width=2399')
    await w.get('select').setValue('thing')
    await flushPromises()
    expect(w.findAll('section.check')).toHaveLength(1)
    expect(w.get('a[href*="hand-sheet.csv"]').attributes('href')).toMatch(/depth=thing$/)
  })

  it('shows each check with its steps and a blank for what is found', async () => {
    serve({ '/api/setups/d/hand-sheet': sheet })
    const w = await station(ByHand, desk({ title: 'Lamp' }), '/setups/d/rehearsal?view=hand&depth=thing')
    expect(w.get('h2').text()).toBe('Lamp: 1 check by hand')
    expect(w.findAll('ol li').map((s) => s.text())).toEqual(sheet.checks[0]?.steps)
    expect(w.findAll('td.blank')).toHaveLength(2)
    expect(w.get('[role=status]').text()).toBe(
      'Not in this plan, because it is more than could be worked out: quantities.',
    )
  })

  it('prints', async () => {
    const print = vi.fn()
    vi.stubGlobal('print', print)
    serve({ '/api/setups/d/hand-sheet': sheet })
    const w = await station(ByHand, desk(), '/setups/d/rehearsal?view=hand')
    await w.get('button').trigger('click')
    expect(print).toHaveBeenCalledOnce()
  })

  it('brings a filled sheet back, or says why it cannot be read', async () => {
    const requests = serve({ '/api/setups/d/hand-sheet': { ...sheet, id: 'r9' } })
    const w = await station(ByHand, desk(), '/setups/d/rehearsal?view=hand')
    await pick(w, 'check,found\n1,no\n')
    const sent = requests.find((r) => r.method === 'POST')
    expect(await sent?.json()).toEqual({ text: 'check,found\n1,no\n' })
    const refused = await (async () => {
      serve({})
      const other = await station(ByHand, desk(), '/setups/d/rehearsal?view=hand')
      await pick(other, 'x')
      return other
    })()
    expect(refused.findAll('[role=alert]').length).toBeGreaterThan(0)
  })
})
