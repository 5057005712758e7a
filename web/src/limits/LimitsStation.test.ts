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
  known: about,
  about,
  text,
  shown: text === null ? '(none)' : `"${text}"`,
  files: [],
  expected,
  problem,
  browser,
  why: problem && `It is ${problem}.`,
  form: null as string | null,
  express: null as string | null,
  note: '',
  seen: null as string | null,
  etags: { form: 'f', express: 'e' },
})
const width = {
  option: 'width',
  at: '/options/1',
  label: 'Width',
  kind: 'number',
  required: 'sometimes',
  when: 'Made to measure is yes',
  example: 'Made to measure',
  routes: ['form', 'express'],
  marked: false,
  field: 'number',
  attributes: { min: '22', step: '7' },
  rows: [
    row('no answer', null, 'refused', 'missing', 'valueMissing'),
    row('the least', '22', 'taken', null, 'valid'),
    row('one step below the least', '15', 'refused', 'input.below', 'rangeUnderflow'),
  ],
  left: ['No number keeps all of these limits at once.'],
  pattern: null as string | null,
  samples: [] as string[],
  units: [] as unknown[],
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
    expect(cells.slice(3, 5)).toEqual(['refusedinput.below', 'range underflow'])
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

  it('keeps what the tester saw on each route, and takes it back', async () => {
    const requests = serve({
      '/api/setups/d/limits': [
        {
          ...width,
          rows: [
            width.rows[0],
            { ...width.rows[1], form: 'refused', note: 'says nothing', seen: 'Ada 2030-01-07 10:00' },
          ],
        },
      ],
      '/api/setups/d/limits/ticks': {},
    })
    const w = await station(LimitsStation, desk(), '/setups/d/limits')
    expect(w.get('.sheets a .refused').text()).toBe('1 tried, 1 otherwise')
    expect((w.get('.note').element as HTMLInputElement).value).toBe('says nothing')
    await w.get('[aria-label="By express: as it must be: the least"]').trigger('click')
    await w.get('[aria-label^="By form: refused, otherwise than it must be"]').trigger('click')
    await vi.waitFor(() => {
      expect(requests.filter((r) => r.method === 'PUT')).toHaveLength(2)
    })
    const sent = (await Promise.all(
      requests.filter((r) => r.method === 'PUT').map((r) => r.json()),
    )) as unknown[]
    expect(sent).toMatchObject([
      { known: 'the least', route: 'express', found: 'taken', note: 'says nothing' },
      { known: 'the least', route: 'form', found: null },
    ])
  })

  it('shows what the other unit makes of a size, and takes a text that fits a pattern', async () => {
    const units = [
      {
        about: 'Width, the most',
        size: '1200 mm',
        expected: 'taken',
        same: '47.25 in',
        otherwise: 'refused',
      },
    ]
    const requests = serve({
      '/api/setups/d/limits': [{ ...width, units, pattern: '[A-Z]+', samples: ['AB'] }],
      '/api/setups/d/limits/samples': {},
    })
    const w = await station(LimitsStation, desk(), '/setups/d/limits')
    expect(w.get('.units tbody').text()).toContain('not alike')
    await w.get('.samples input').setValue('XY')
    await w.get('.samples').trigger('submit')
    await vi.waitFor(() => {
      expect(requests.some((r) => r.method === 'PUT')).toBe(true)
    })
    expect(await requests.find((r) => r.method === 'PUT')?.json()).toEqual({
      option: 'width',
      texts: ['AB', 'XY'],
    })
  })

  it('says in one table what is required when, on which route, and whether the shopper reads it', async () => {
    serve({
      '/api/setups/d/limits': [
        size,
        width,
        { ...size, option: 'note', label: 'Note', required: 'never', routes: [] },
      ],
    })
    const w = await station(LimitsStation, desk(), '/setups/d/limits?of=*')
    expect(w.findAll('tbody tr').map((r) => r.text())).toEqual([
      expect.stringMatching(/Size.*always.*form, express.*yes/),
      expect.stringMatching(/Width.*Made to measure is yes.*no: nothing tells the shopper/),
      expect.stringMatching(/Note.*never.*marked, though never required/),
    ])
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
