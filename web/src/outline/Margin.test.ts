import { describe, expect, it } from 'vitest'
import { mounted } from '../shared/mount.testing'
import { bySeverity, isWithin } from '../shared/severity'
import Margin from './Margin.vue'

const finding = (i: number, severity: 'blocker' | 'warning' | 'note', message: string) => ({
  i,
  code: 'x',
  severity,
  at: '/options/1/values/2',
  message,
  detail: {},
})

describe('the margin', () => {
  it('gives each finding a word, a shape and the first sentence', async () => {
    const w = mounted(Margin, {
      findings: [
        finding(3, 'blocker', 'Bulb can never be chosen in a form. Mend it.'),
        finding(4, 'note', 'Kept for later.'),
      ],
    })
    const notes = w.findAll('li')
    expect(notes[0]?.text()).toContain('Blocked')
    expect(notes[0]?.text()).not.toContain('Mend it')
    expect(notes[0]?.find('.v-icon').exists()).toBe(true)
    expect(notes[1]?.text()).toContain('Note')
    await notes[1]?.get('button').trigger('click')
    expect(w.emitted('choose')).toEqual([[4]])
  })

  it('is empty where nothing was found', () => {
    expect(mounted(Margin, { findings: [] }).text()).toBe('')
  })
})

describe('places', () => {
  it('are inside others by whole steps', () => {
    expect(isWithin('/options/1/values/2', '/options/1')).toBe(true)
    expect(isWithin('/options/10', '/options/1')).toBe(false)
    expect(isWithin('/options/1', '/options/1')).toBe(true)
  })
  it('count by severity', () => {
    expect(bySeverity([finding(0, 'note', ''), finding(1, 'note', ''), finding(2, 'blocker', '')])).toEqual({
      blocker: 1,
      warning: 0,
      note: 2,
    })
  })
})
