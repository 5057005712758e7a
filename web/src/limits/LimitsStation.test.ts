import { afterEach, describe, expect, it, vi } from 'vitest'
import { desk, serve, station } from '../shared/station.testing'
import LimitsStation from './LimitsStation.vue'
import { flagWords, raised } from './validity'

afterEach(() => {
  vi.unstubAllGlobals()
  document.body.innerHTML = ''
})

const row = (
  about: string,
  text: string | null,
  expected: string,
  problem: string | null,
  browser: string,
) => ({
  about,
  text,
  shown: text === null ? '(none)' : `"${text}"`,
  files: [],
  expected,
  problem,
  browser,
  why: problem && `It is ${problem}.`,
})
const width = {
  option: 'width',
  at: '/options/1',
  label: 'Width',
  kind: 'number',
  required: 'sometimes',
  when: 'Made to measure is yes',
  example: 'Made to measure',
  marked: false,
  field: 'number',
  attributes: { min: '22', step: '7' },
  rows: [
    row('no answer', null, 'refused', 'missing', 'valueMissing'),
    row('the least', '22', 'taken', null, 'valid'),
    row('one step below the least', '15', 'refused', 'input.below', 'rangeUnderflow'),
  ],
  left: ['No number keeps all of these limits at once.'],
}
const size = {
  ...width,
  option: 'size',
  at: '/options/0',
  label: 'Size',
  kind: 'one',
  required: 'always',
  when: null,
  example: null,
  marked: true,
  field: null,
  attributes: {},
  rows: [width.rows[0]],
  left: [],
}

describe('limits', () => {
  it('opens on the first sheet with edges, and says when it is required', async () => {
    serve({ '/api/setups/d/limits': [size, width] })
    const w = await station(LimitsStation, desk(), '/setups/d/limits')
    expect(w.get('h2').text()).toContain(
      'required when Made to measure is yes, for instance with Made to measure',
    )
    expect(w.findAll('tbody tr')).toHaveLength(3)
    expect(w.findAll('.sheets a .look').map((s) => s.text())).toEqual(['nothing tells the shopper'])
    expect(w.text()).toContain('Not tried: No number keeps')
    const cells = w.findAll('tbody tr:nth-child(3) td').map((c) => c.text())
    expect(cells.slice(3)).toEqual(['refusedinput.below', 'range underflow'])
  })

  it('sets an answer into the live field, and says what the browser does with it', async () => {
    serve({ '/api/setups/d/limits': [width] })
    const w = await station(LimitsStation, desk(), '/setups/d/limits')
    await w.get('[aria-label="Set: one step below the least"]').trigger('click')
    expect((w.get('input[type=number]').element as HTMLInputElement).value).toBe('15')
    expect(w.get('.try [role=status]').text()).toContain('Set by a script, it says: range underflow')
    await w.get('[aria-label="Set: the least"]').trigger('click')
    expect(w.get('.try [role=status]').text()).toContain('takes it')
  })

  it('copies what is to be typed', async () => {
    serve({ '/api/setups/d/limits': [width] })
    const written: string[] = []
    Object.defineProperty(navigator, 'clipboard', {
      configurable: true,
      value: { writeText: (t: string) => Promise.resolve(written.push(t)) },
    })
    const w = await station(LimitsStation, desk(), '/setups/d/limits')
    await w.get('[aria-label="Copy: the least"]').trigger('click')
    expect(written).toEqual(['22'])
  })

  it('names flags in words', () => {
    expect([flagWords('none'), flagWords('valid'), flagWords('tooLong')]).toEqual([
      'cannot say',
      'takes it',
      'too long',
    ])
    expect(raised({ tooLong: true, badInput: true } as ValidityState)).toEqual(['tooLong', 'badInput'])
  })
})
