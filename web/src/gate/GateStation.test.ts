import { afterEach, describe, expect, it, vi } from 'vitest'
import { desk, leadsTo, serve, station } from '../shared/station.testing'
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
  }

  it('says the verdict, its reasons, and leads each open item to its place', async () => {
    serve({ '/api/setups/d/gate': gate })
    const w = await station(GateStation, desk(), '/setups/d/gate')
    expect(w.get('h2').text()).toBe('Must not launch')
    expect(w.get('header ul').text()).toBe('A blocker is open.')
    expect(w.findAll('.open li span').map((s) => s.text())).toEqual(['✕ forbids', '… holds'])
    expect(w.findAll('.open a').map(leadsTo)).toEqual([
      '/setups/d/outline?at=/options/0',
      '/setups/d/rehearsal',
    ])
    expect(w.get('aside').text()).toContain('No shop was rehearsed.')
    expect(w.get('aside').text()).toContain('1 note to know')
  })

  it('says that nothing is open', async () => {
    serve({
      '/api/setups/d/gate': { ...gate, verdict: 'may-launch', words: 'May launch', open: [], notes: 0 },
    })
    const w = await station(GateStation, desk(), '/setups/d/gate')
    expect(w.get('.open').text()).toContain('Nothing is open.')
  })
})
