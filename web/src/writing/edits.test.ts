import { describe, expect, it } from 'vitest'
import { changeAll, insertMember, moveMember } from './edits'

describe('several changes of a text', () => {
  const text = '{ "rows": [\n  {"pick": {"s": "a"},  "price": "1.00"},\n  {"pick": {"s": "b"}}\n] }\n'

  it('changes their own bytes alone', () => {
    expect(
      changeAll(text, [
        { path: ['rows', 0, 'price'], value: '2.50' },
        { path: ['rows', 1, 'price'], value: '3.00' },
        { path: ['rows', 1, 'stock'], value: 4 },
        { path: ['rows', 0, 'pick', 's'], value: 'c' },
      ]),
    ).toBe(
      '{ "rows": [\n  {"pick": {"s": "c"},  "price": "2.50"},\n  {"pick": {"s": "b"},"price": "3.00","stock": 4}\n] }\n',
    )
  })

  it('adds to lists, takes out, and makes what is not there', () => {
    const done: unknown = JSON.parse(
      changeAll(text, [
        { path: ['rows', 2], value: { pick: { s: 'd' } } },
        { path: ['rows', 3], value: { pick: {} } },
        { path: ['rows', 0, 'price'], value: undefined },
        { path: ['item', 'size', 'unit'], value: 'cm' },
      ]),
    )
    expect(done).toEqual({
      rows: [{ pick: { s: 'a' } }, { pick: { s: 'b' } }, { pick: { s: 'd' } }, { pick: {} }],
      item: { size: { unit: 'cm' } },
    })
  })

  it('says the same as one change after the other, for five thousand rows', () => {
    const rows = Array.from({ length: 5000 }, (_, i) => ({ pick: { s: `v${i}` }, price: '1.00' }))
    const whole = JSON.stringify({ rows }, null, 2)
    const changes = rows.flatMap((_, i) => [
      { path: ['rows', i, 'price'], value: `${i}.00` },
      { path: ['rows', i, 'stock'], value: i },
    ]) as { path: (string | number)[]; value: unknown }[]
    for (let i = 0; i < 5000; ++i) changes.push({ path: ['rows', 5000 + i], value: { pick: { s: `n${i}` } } })
    expect(JSON.parse(changeAll(whole, changes))).toEqual({
      rows: [
        ...rows.map((r, i) => ({ ...r, price: `${i}.00`, stock: i })),
        ...rows.map((_, i) => ({ pick: { s: `n${i}` } })),
      ],
    })
  })

  it('keeps the way a text is written', () => {
    const long = '{\n\t"options": [\n\t\t{ "code": "a", "label": "A" }, { "code": "b" }\n\t],\n\t"x": {}\n}\n'
    expect(changeAll(long, [{ path: ['options', 1, 'required'], value: true }])).toBe(
      long.replace('"b" }', '"b", "required": true }'),
    )
    expect(insertMember(long, ['options'], 2, { code: 'c' })).toBe(
      long.replace('"b" }', '"b" }, {"code": "c"}'),
    )
    expect(insertMember(long, ['options'], 0, { code: 'c' })).toBe(
      long.replace('{ "code": "a"', '{"code": "c"},\n\t\t{ "code": "a"'),
    )
    expect(moveMember(long, ['options'], 1, 0)).toBe(
      long.replace(
        '{ "code": "a", "label": "A" }, { "code": "b" }',
        '{ "code": "b" }, { "code": "a", "label": "A" }',
      ),
    )
    expect(changeAll(long, [{ path: ['options', 0], value: undefined }])).toBe(
      long.replace('{ "code": "a", "label": "A" }, ', ''),
    )
    expect(changeAll(long, [{ path: ['x', 'y', 'z'], value: '1' }])).toBe(
      long.replace('"x": {}', '"x": {\n\t\t"y": {"z": "1"}\n\t}'),
    )
    expect(changeAll(long, [{ path: ['guards'], value: [{ id: 'g' }] }])).toBe(
      long.replace('"x": {}', '"x": {},\n\t"guards": [{"id": "g"}]'),
    )
    expect(changeAll('{"a":[1]}', [{ path: ['a', 1], value: { b: 2 } }])).toBe('{"a":[1,{"b":2}]}')
  })

  it('means the same as the change of the value itself, whatever is done', () => {
    let state = 7
    const any = (n: number): number => (state = (state * 48271) % 2147483647) % n
    type Thing = { options: Record<string, unknown>[] }
    for (let round = 0; round < 300; ++round) {
      const value: Thing = { options: Array.from({ length: any(4) }, (_, i) => ({ code: `o${i}`, n: i })) }
      let whole = JSON.stringify(value, null, any(2) ? 2 : 0)
      for (let step = 0; step < 6; ++step) {
        const at = any(value.options.length + 1)
        const isThere = at < value.options.length
        const kind = any(4)
        if (kind === 0) {
          value.options.splice(at, 0, { code: 'new', list: [1, { a: null }] })
          whole = insertMember(whole, ['options'], at, { code: 'new', list: [1, { a: null }] })
        } else if (kind === 1 && isThere) {
          value.options.splice(at, 1)
          whole = changeAll(whole, [{ path: ['options', at], value: undefined }])
        } else if (kind === 2 && isThere) {
          const key = ['code', 'n', 'label', 'limits'][any(4)] ?? 'code'
          const next = [undefined, 'x "y"', 4, { min: 1 }][any(4)]
          const option = value.options[at] ?? {}
          if (next === undefined) Reflect.deleteProperty(option, key)
          else option[key] = next
          whole = changeAll(whole, [{ path: ['options', at, key], value: next }])
        } else if (isThere) {
          const to = any(value.options.length)
          const [moved] = value.options.splice(at, 1)
          if (moved) value.options.splice(to, 0, moved)
          whole = moveMember(whole, ['options'], at, to)
        }
        expect(JSON.parse(whole)).toEqual(value)
      }
    }
  })
})
