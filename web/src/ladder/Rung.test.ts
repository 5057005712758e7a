import { describe, expect, it } from 'vitest'
import type { LadderCell, Rung as RungData } from '../shared/api'
import { mounted } from '../shared/mount.testing'
import Rung from './Rung.vue'

function cell(
  value: string,
  label: string,
  count: string,
  share: number,
  more: Partial<LadderCell> = {},
): LadderCell {
  return {
    value,
    label,
    count,
    share,
    pinned: false,
    freed: count,
    dead: null,
    hidden: false,
    preselected: false,
    at: `/options/0/values/${value}`,
    ...more,
  }
}

function rung(more: Partial<RungData> = {}): RungData {
  return {
    option: 'size',
    label: 'Size *',
    kind: 'one',
    required: true,
    conditional: false,
    dead: false,
    at: '/options/0',
    none: '0',
    noneShare: 0,
    nonePinned: false,
    cells: [
      cell('s', 'Small', '30', 0.75),
      cell('m', 'Medium', '10', 0.25),
      cell('l', 'Large', '0', 0, { freed: '0', dead: 'never-stocked' }),
    ],
    dependsOn: [],
    ...more,
  }
}

const around = { option: undefined, total: '40', shown: true, wanting: false, typed: '', listLink: '/' }

describe('a rung of the ladder', () => {
  it('makes each cell as wide as its share and hatches what is gone', () => {
    const w = mounted(Rung, { rung: rung(), ...around })
    const cells = w.findAll('[data-cell]')
    expect(cells.map((c) => (c.element as HTMLElement).style.flexGrow)).toEqual(['0.75', '0.25', '0'])
    expect(cells[0]?.text()).toContain('75%')
    expect(cells[2]?.classes()).toEqual(expect.arrayContaining(['gone', 'buried']))
    expect(cells[2]?.attributes('title')).toContain('nothing with it is in stock')
  })

  it('names cells for those who do not see the rung', () => {
    const w = mounted(Rung, { rung: rung(), ...around })
    expect(w.get('[data-cell]').text()).toMatch(/^Size:\s*Small/)
    expect(w.get('[data-cell]').attributes('aria-pressed')).toBe('false')
  })

  it('says which cell is pinned or looked at', async () => {
    const w = mounted(Rung, { rung: rung(), ...around })
    await w.findAll('[data-cell]')[1]?.trigger('click')
    await w.findAll('[data-cell]')[2]?.trigger('focus')
    expect(w.emitted('pin')).toEqual([['m']])
    expect(w.emitted('look')).toEqual([['l']])
  })

  it('offers no answer only where there can be none', () => {
    expect(
      mounted(Rung, { rung: rung(), ...around })
        .find('.none')
        .exists(),
    ).toBe(false)
    const w = mounted(Rung, { rung: rung({ none: '5', noneShare: 0.1, required: false }), ...around })
    expect(w.get('.none').text()).toContain('10%')
  })

  it('fills the cells of a several, which do not exclude one another', () => {
    const w = mounted(Rung, { rung: rung({ kind: 'several' }), ...around })
    const first = w.get('[data-cell]').element as HTMLElement
    expect(first.style.flexGrow).toBe('1')
    expect(first.style.getPropertyValue('--share')).toBe('75%')
  })

  it('takes what is typed into an input, and keeps up with the address', async () => {
    const w = mounted(Rung, {
      rung: rung({ kind: 'number', cells: [] }),
      ...around,
      option: { code: 'size', kind: 'number', min: '2', max: '9' },
    })
    const input = w.get('input')
    await input.setValue('7')
    expect(w.emitted('type')).toEqual([['7']])
    expect(w.text()).toContain('2 to 9')
    await w.setProps({ typed: '8' })
    expect((input.element as HTMLInputElement).value).toBe('8')
  })

  it('says that an option is never shown', () => {
    expect(mounted(Rung, { rung: rung({ dead: true }), ...around }).text()).toContain(
      'never shown to a shopper',
    )
  })
})
