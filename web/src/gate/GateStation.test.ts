import { afterEach, describe, expect, it, vi } from 'vitest'
import { desk, leadsTo, serve, station } from '../shared/station.testing'
import { testerName, testerRole } from '../shared/tester'
import GateStation from './GateStation.vue'

afterEach(() => {
  vi.unstubAllGlobals()
  document.body.innerHTML = ''
})

describe('the gate', () => {
  const item = (kind: string, at: string, words: string, forbids: boolean) => ({
    kind,
    code: 'x.y',
    at,
    words,
    forbids,
    known: words,
    isForLeads: forbids,
    lapsed: null,
  })
  const gate = {
    verdict: 'must-not-launch',
    words: 'Must not launch',
    because: ['A blocker is open.'],
    open: [
      item('finding', '/options/0', 'Size is dead.', true),
      item('check', '', '3 of 9 checks were not tried.', false),
    ],
    checked: ['The setup was analysed.'],
    notChecked: ['No shop was rehearsed.'],
    notes: 1,
    accepted: [] as unknown[],
    lastLaunch: null as unknown,
    since: null as unknown,
  }

  it('says the verdict, its reasons, and leads each open item to its place', async () => {
    serve({ '/api/setups/d/gate': gate })
    const w = await station(GateStation, desk(), '/setups/d/gate')
    expect(w.get('h2').text()).toBe('Must not launch')
    expect(w.get('header ul').text()).toBe('A blocker is open.')
    expect(w.findAll('.open li > span:first-child').map((s) => s.text())).toEqual(['✕ forbids', '… holds'])
    expect(w.findAll('.open a').map(leadsTo)).toEqual([
      '/setups/d/outline?at=/options/0',
      '/setups/d/rehearsal',
    ])
    expect(w.get('aside').text()).toContain('No shop was rehearsed.')
    expect(w.get('aside').text()).toContain('1 note to know')
  })

  it('accepts an item by name, shows what was accepted and takes it back', async () => {
    testerName.value = 'Ada'
    testerRole.value = 'tester'
    const accepted = {
      id: '01ACCEPTED',
      words: 'A label is doubled.',
      at: '',
      by: 'Bo',
      role: 'lead',
      when: '2030-01-07T10:00:00+00:00',
      why: 'as meant',
      until: 'change',
      takenBack: null,
    }
    const requests = serve({
      '/api/setups/d/gate': { ...gate, accepted: [accepted] },
      '/api/setups/d/accepted': [
        accepted,
        { ...accepted, id: '01BACK', words: 'Too dear.', takenBack: 'Cy' },
      ],
      '/api/setups/d/accepted/01ACCEPTED': {},
    })
    const w = await station(GateStation, desk(), '/setups/d/gate')
    expect(w.get('.accepted').text()).toContain('Bo (lead), 2030-01-07: as meant — until its place changes')
    await w.get('[aria-label="Accept: Size is dead."]').trigger('click')
    await w.get('.accept .why input').setValue('for the sample')
    expect(w.get('.accept').text()).toContain('A lead accepts this.')
    testerRole.value = 'lead'
    await w.vm.$nextTick()
    await w.get('.accept').trigger('submit')
    await vi.waitFor(() => {
      expect(requests.some((r) => r.method === 'POST')).toBe(true)
    })
    expect(await requests.find((r) => r.method === 'POST')?.json()).toEqual({
      known: 'Size is dead.',
      by: 'Ada',
      role: 'lead',
      why: 'for the sample',
      until: null,
    })
    await w.get('[aria-label="Take back: A label is doubled."]').trigger('click')
    await vi.waitFor(() => {
      expect(requests.find((r) => r.method === 'DELETE')?.url).toContain('/accepted/01ACCEPTED?by=Ada')
    })
    await w.get('[aria-expanded="false"].link:not([aria-label])').trigger('click')
    await vi.waitFor(() => {
      expect(w.findAll('.back').map((b) => b.text())).toEqual([
        expect.stringContaining(
          'Too dear.Bo (lead), 2030-01-07: as meant — until its place changes; taken back by Cy',
        ),
      ])
    })
  })

  it('signs a launch, lists those signed, and says what changed since', async () => {
    testerName.value = 'Ada'
    testerRole.value = 'lead'
    const since = {
      gained: '0',
      lost: '12',
      repriced: '3',
      changes: [{ at: '/options/0', isGone: false, words: 'Size: a value is gone.' }],
    }
    const launch = {
      id: '01LAUNCH',
      by: 'Bo',
      when: '2030-01-07T10:00:00+00:00',
      verdict: 'May launch',
      revision: 2,
      sha256: 'x',
    }
    const requests = serve({
      '/api/setups/d/gate': {
        ...gate,
        verdict: 'may-launch',
        words: 'May launch',
        open: [],
        lastLaunch: launch,
        since,
      },
      '/api/setups/d/launches': [launch],
    })
    const w = await station(GateStation, desk({ sha256: 'y' }), '/setups/d/gate')
    expect(w.text()).toContain('0 combinations gained, 12 lost, 3 repriced.')
    expect(w.get('aside').text()).toContain('signed by Bo on 2030-01-07 10:00')
    await w.get('aside .v-btn').trigger('click')
    await vi.waitFor(() => {
      expect(requests.some((r) => r.method === 'POST')).toBe(true)
    })
    expect(await requests.find((r) => r.method === 'POST')?.json()).toEqual({ by: 'Ada', sha256: 'y' })
  })

  it('says that nothing is open', async () => {
    serve({
      '/api/setups/d/gate': { ...gate, verdict: 'may-launch', words: 'May launch', open: [], notes: 0 },
    })
    const w = await station(GateStation, desk(), '/setups/d/gate')
    expect(w.get('.open').text()).toContain('Nothing is open.')
  })
})
