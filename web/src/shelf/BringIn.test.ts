import { flushPromises } from '@vue/test-utils'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { mounted } from '../shared/mount.testing'
import BringIn from './BringIn.vue'

function answers(status: number, body: unknown): ReturnType<typeof vi.fn> {
  const fetched = vi.fn(() =>
    Promise.resolve(
      new Response(JSON.stringify(body), { status, headers: { 'Content-Type': 'application/json' } }),
    ),
  )
  vi.stubGlobal('fetch', fetched)
  return fetched
}

describe('bringing in a setup', () => {
  afterEach(() => {
    vi.unstubAllGlobals()
  })

  it('keeps the text and lists every place where it is refused', async () => {
    answers(422, {
      type: 'urn:ithrel:problem:unreadable',
      title: 'This could not be read',
      status: 422,
      detail: 'Nothing was changed.',
      problems: [
        { at: '', message: 'Empty.' },
        { at: '/item/price', message: '<b>No comma.</b>' },
      ],
    })
    const w = mounted(BringIn, {})
    await w.get('textarea').setValue('{"item": {}}')
    await w.findAll('button')[1]?.trigger('click')
    await flushPromises()
    expect(w.get('.trouble').text()).toContain('/item/price')
    expect(w.get('.trouble').text()).toContain('whole document')
    expect(w.get('.trouble').html()).not.toContain('<b>No comma')
    expect((w.get('textarea').element as HTMLTextAreaElement).value).toBe('{"item": {}}')
    expect(w.emitted('broughtIn')).toBeUndefined()
  })

  it('says so where nothing answers', async () => {
    vi.stubGlobal('fetch', () => Promise.reject(new TypeError('refused')))
    const w = mounted(BringIn, {})
    await w.get('textarea').setValue('{}')
    await w.findAll('button')[1]?.trigger('click')
    await flushPromises()
    expect(w.get('.trouble').text()).toContain('Ithrel does not answer')
  })

  it('takes a dropped file', async () => {
    const fetched = answers(201, { id: '1', title: 'Lamp' })
    const w = mounted(BringIn, {})
    const file = new File(['{"ithrel": "setup/1"}'], 'lamp.json')
    await w.get('aside').trigger('dragover')
    expect(w.get('aside').classes()).toContain('over')
    await w.get('aside').trigger('drop', { dataTransfer: { files: [file] } })
    await flushPromises()
    await flushPromises()
    expect(w.get('aside').classes()).not.toContain('over')
    expect(fetched).toHaveBeenCalledOnce()
    expect(w.emitted('broughtIn')).toEqual([[{ id: '1', title: 'Lamp' }, false]])
    expect((w.get('textarea').element as HTMLTextAreaElement).value).toBe('')
  })
})
