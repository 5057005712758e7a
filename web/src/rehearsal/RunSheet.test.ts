import { enableAutoUnmount, flushPromises, type VueWrapper } from '@vue/test-utils'
import { afterEach, describe, expect, it, vi } from 'vitest'
import type { CheckRow, Rehearsal } from '../shared/api'
import { desk, leadsTo, serve, station, type Served } from '../shared/station.testing'
import RunSheet from './RunSheet.vue'

enableAutoUnmount(afterEach)
afterEach(() => {
  vi.unstubAllGlobals()
  document.body.innerHTML = ''
})

const run: Rehearsal = {
  id: 'r1',
  setup: 'd',
  title: 'Lamp',
  revision: 2,
  sha256: 'a',
  current: true,
  address: 'http://127.0.0.1:1/items/a',
  faults: [],
  today: '2026-11-24',
  state: 'done',
  message: null,
  createdAt: '2026-11-24T10:00:00+00:00',
  endedAt: '2026-11-24T10:00:02+00:00',
  total: 3,
  waiting: 0,
  agrees: 1,
  differs: 1,
  noAnswer: 1,
  notTried: 0,
  pairs: 1234,
  lowerBound: 4,
  combinations: 6,
  leftOut: [],
  likely: [
    {
      at: '/options/0/values/1/charge',
      words: 'the charge of Size: Large',
      checks: [2],
      explains: 1,
      as: 'it were 12, not 10.00',
      extent: 'by the express route alone',
    },
  ],
  page: null,
  unseen: [],
}
const row: CheckRow = {
  number: 1,
  purpose: 'pairs',
  purposeWords: 'values that meet',
  about: 'Small',
  verdict: 'agrees',
  expected: 'taken for 100.00',
  differences: [],
  stages: ['page', 'cart', 'checkout', 'order'],
  reason: null,
  carried: null,
  turn: 1,
}
function difference(stage: 'page' | 'cart' | 'checkout' | 'order', what: string, found: string) {
  return { what, stage, expected: '112.00', found }
}
const rows: CheckRow[] = [
  row,
  {
    ...row,
    number: 2,
    about: 'Large',
    purpose: 'charge',
    purposeWords: 'one charge alone',
    verdict: 'differs',
    differences: [
      difference('page', 'unit price', '100.00'),
      difference('page', 'total', '100.00'),
      difference('cart', 'unit price', '100.00'),
      difference('order', 'unit price', '99.00'),
    ],
  },
  { ...row, number: 3, about: 'Width below', verdict: 'no-answer', reason: 'The shop answered 500.' },
]
const shop = {
  standIn: 'http://127.0.0.1:1',
  faults: [{ name: 'sign-turned', line: 'Plus becomes minus.', family: 'price' }],
}
function served(more: Served = {}, last: Rehearsal = run): Served {
  return {
    '/api/shop': shop,
    '/api/setups/d/rehearsals': [last],
    '/api/rehearsals/r1': last,
    '/api/rehearsals/r1/checks': rows,
    ...more,
  }
}
/** Until the address, and what follows from it, is as it was asked for. */
async function settled(): Promise<void> {
  for (let i = 0; i < 4; i++) await flushPromises()
}
async function sheet(query = ''): Promise<VueWrapper> {
  const w = await station(RunSheet, desk(), `/setups/d/rehearsal${query}`)
  await settled()
  return w
}
function numbers(w: VueWrapper): string[] {
  return w.findAll('tbody tr td:first-child').map((c) => c.text())
}

describe('a rehearsal', () => {
  it('puts the likely places first and leads from each to the outline', async () => {
    serve(served())
    const w = await sheet()
    expect(w.get('.likely li').text()).toMatch(
      /^1 of 1\s*the charge of Size: Large\s*as if it were 12, not 10.00, by the express route alone$/,
    )
    expect(leadsTo(w.get('.likely a'))).toBe('/setups/d/outline?at=/options/0/values/1/charge')
    expect(w.get('.state').text()).toContain(
      'The 1\u2009234 pairs of values that can meet lie in 6 combinations',
    )
  })

  it('opens before it is known where the differences come from', async () => {
    serve(
      served({
        '/api/rehearsals/r1': { ...run, likely: null },
        '/api/rehearsals/r1/likely': run.likely,
      }),
    )
    const w = await sheet()
    await vi.waitFor(() => {
      expect(w.get('.likely li').text()).toContain('the charge of Size: Large')
    })
    expect(w.text()).not.toContain('Finding out')
  })

  it('asks for what changed alone while a run goes on', async () => {
    const asked: string[] = []
    let now: Rehearsal = { ...run, state: 'running', endedAt: null, waiting: 2 }
    serve(
      served({
        '/api/rehearsals/r1': () => now,
        '/api/rehearsals/r1/checks': (url: URL) => {
          asked.push(url.search)
          return url.search === ''
            ? rows.map((c) => ({ ...c, verdict: 'waiting', turn: 0 }))
            : [{ ...row, number: 3, verdict: 'agrees', turn: 7 }]
        },
      }),
    )
    const w = await sheet()
    now = { ...now, waiting: 1 }
    await vi.waitFor(() => {
      expect(asked).toEqual(['', '?since=0'])
    })
    await settled()
    expect(numbers(w)).toEqual(['1', '2', '3'])
    expect(w.findAll('tbody tr')[2]?.text()).toContain('as expected')
  })

  it('lights the cells that differ alone, and says once what goes on through the stages', async () => {
    serve(served())
    const w = await sheet()
    const [same, differs, none] = w.findAll('tbody tr')
    expect(same?.findAll('.stage').map((c) => c.text())).toEqual(['=', '=', '=', '='])
    expect(differs?.findAll('.stage').map((c) => c.text().replace(/\s+/g, ' '))).toEqual([
      'unit price, total expected 112.00 found 100.00',
      '≠ the same',
      '=',
      'unit price expected 112.00 found 99.00',
    ])
    expect(none?.text()).toContain('The shop answered 500.')
  })

  it('filters by verdict, purpose and place, in the address', async () => {
    serve(served())
    const w = await sheet()
    expect(numbers(w)).toEqual(['1', '2', '3'])
    await w.get('.verdicts .bad').trigger('click')
    await settled()
    await vi.waitFor(() => {
      expect(numbers(w)).toEqual(['2'])
    })
    expect(numbers(await sheet('?purpose=charge'))).toEqual(['2'])
    expect(numbers(await sheet('?place=/options/0/values/1/charge'))).toEqual(['2'])
    expect(numbers(await sheet('?verdict=no-answer'))).toEqual(['3'])
    expect((await sheet('?verdict=waiting')).text()).toContain('No check is of this kind.')
  })

  it('shows one check in full, with its steps and the places behind it', async () => {
    const check = {
      row: rows[1],
      steps: ['Open the item’s page', 'Size: choose Large'],
      cells: [
        { stage: 'page', line: 0, what: 'total', expected: '112.00', found: '100.00', differs: true },
        { stage: 'cart', line: 1, what: 'entry Size', expected: 'Large', found: 'Large', differs: false },
        { stage: 'order', line: 1, what: 'SKU', expected: 'A', found: null, differs: false },
      ],
      places: [{ at: '/options/0', words: 'Size' }],
      route: 'form',
      milliseconds: 12,
      unseen: [],
      pictures: [],
      files: [],
    }
    serve(served({ '/api/rehearsals/r1/checks/2': check }))
    const w = await sheet('?check=2')
    const panel = w.get('aside')
    expect(panel.findAll('.steps li').map((s) => s.text())).toEqual(check.steps)
    expect(panel.get('.steps a').attributes('href')).toBe(run.address)
    expect(panel.findAll('tr.differs').map((r) => r.text())).toEqual(['total112.00≠ 100.00'])
    expect(panel.text()).toContain('not seen')
    expect(panel.text()).toContain('SizeLargeLarge')
    expect(leadsTo(panel.get('.places a'))).toBe('/setups/d/outline?at=/options/0')
    expect(w.findAll('tbody tr.chosen')).toHaveLength(1)
    await panel.get('button').trigger('click')
    await settled()
    await vi.waitFor(() => {
      expect(w.find('aside').exists()).toBe(false)
    })
  })

  it('goes to the next check that differs by key', async () => {
    serve(served())
    const w = await sheet()
    document.body.dispatchEvent(new KeyboardEvent('keydown', { key: 'n', bubbles: true }))
    await settled()
    await vi.waitFor(() => {
      expect(w.get('tr.chosen').text()).toContain('Large')
    })
  })

  it('shows how far it is, and can be cancelled', async () => {
    const going = {
      ...run,
      state: 'running',
      waiting: 3,
      agrees: 0,
      differs: 0,
      noAnswer: 0,
      likely: [],
    } as Rehearsal
    // The checks are newer than what the run was told with, and both are told alike.
    const tried = rows.map((c) => ({ ...c, verdict: c.number === 1 ? 'agrees' : 'waiting' }))
    const requests = serve(
      served(
        {
          '/api/rehearsals/r1/cancel': { ...going, state: 'cancelled' },
          '/api/rehearsals/r1/checks': tried,
        },
        going,
      ),
    )
    const w = await sheet()
    expect(w.get('progress').attributes()).toMatchObject({ max: '3', value: '1' })
    expect(w.get('[role=status]').text()).toBe('1 of 3 tried')
    expect(w.text()).not.toContain('JUnit')
    await w.findAll('.state button')[0]?.trigger('click')
    await settled()
    expect(requests.some((r) => r.method === 'POST' && r.url.endsWith('/api/rehearsals/r1/cancel'))).toBe(
      true,
    )
    expect(w.text()).toContain('Cancelled with 2 of 3 still waiting.')
  })

  it('says when the setup has changed since, and why one could not begin', async () => {
    serve(served({}, { ...run, current: false }))
    expect((await sheet()).text()).toContain('This was revision 2; the setup has changed since.')
    serve(served({}, { ...run, state: 'failed', message: 'Too large.', total: 0 }))
    expect((await sheet()).get('.state [role=alert]').text()).toBe('It could not begin: Too large.')
  })

  it('says the next step where nothing was rehearsed', async () => {
    serve({ '/api/shop': shop, '/api/setups/d/rehearsals': [] })
    expect((await sheet()).get('.empty').text()).toContain('Not rehearsed yet.')
  })
})

describe('a new rehearsal', () => {
  it('sends the address, and keeps it beside the reason where it is refused', async () => {
    const requests = serve(served({ '/api/setups/d/rehearsals': undefined }))
    const w = await sheet()
    await w.get('.address input').setValue(' http://127.0.0.1:9/a ')
    await w.get('form').trigger('submit')
    await settled()
    const sent = requests.find((r) => r.method === 'POST')
    expect(await sent?.json()).toEqual({ address: 'http://127.0.0.1:9/a', faults: [], carry: false })
    expect(w.get('form .trouble').text()).toContain('Nothing at /api/setups/d/rehearsals.')
    expect((w.get('.address input').element as HTMLInputElement).value).toBe(' http://127.0.0.1:9/a ')
  })

  it('asks for an address where no rehearsal shop runs', async () => {
    serve(served({ '/api/shop': { standIn: null, faults: [] } }))
    const w = await sheet()
    expect(w.get('form button').attributes('disabled')).toBeDefined()
    expect(w.find('.faults').exists()).toBe(false)
    await w.get('.address input').setValue('http://127.0.0.1:9/a')
    expect(w.get('form button').attributes('disabled')).toBeUndefined()
  })
})
