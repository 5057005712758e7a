import { describe, expect, it } from 'vitest'
import { defineComponent, h } from 'vue'
import { mounted, testRouter } from './mount.testing'
import { useViewState, type ViewState } from './viewState'

async function at(address: string): Promise<{ view: ViewState; address: () => string }> {
  const router = testRouter()
  await router.push(address)
  let view: ViewState | undefined
  mounted(
    defineComponent({
      setup() {
        view = useViewState()
        return () => h('div')
      },
    }),
    {},
    router,
  )
  if (!view) throw new Error('not set up')
  return { view, address: () => decodeURIComponent(router.currentRoute.value.fullPath) }
}

describe('what stands in the address', () => {
  it('is read from it', async () => {
    const { view } = await at(
      '/setups/x/ladder?pin=size%3Ds&pin=extras%3Da&in=motto%3DA%3DB&qty=3&set=dead-end',
    )
    expect(view.pins.value).toEqual(['size=s', 'extras=a'])
    expect(view.typed.value).toEqual({ motto: 'A=B' })
    expect(view.quantity.value).toBe(3)
    expect(view.set.value).toBe('dead-end')
  })

  it('falls back where it makes no sense', async () => {
    const { view } = await at('/setups/x/ladder?qty=-1&set=everything')
    expect(view.quantity.value).toBeNull()
    expect(view.set.value).toBe('selectable')
  })

  it('has one pin a pick, many a several, and none beside no answer', async () => {
    const { view, address } = await at('/setups/x/ladder')
    await view.togglePin('size', 's', false)
    await view.togglePin('size', 'l', false)
    expect(address()).toBe('/setups/x/ladder?pin=size=l')
    await view.togglePin('extras', 'a', true)
    await view.togglePin('extras', 'b', true)
    expect(view.pins.value).toEqual(['size=l', 'extras=a', 'extras=b'])
    await view.togglePin('extras', '', true)
    expect(view.pins.value).toEqual(['size=l', 'extras='])
    await view.togglePin('extras', 'a', true)
    expect(view.pins.value).toEqual(['size=l', 'extras=a'])
    await view.togglePin('size', 'l', false)
    expect(view.pins.value).toEqual(['extras=a'])
  })

  it('is cleared of pins and typed inputs, and of nothing else', async () => {
    const { view, address } = await at('/setups/x/ladder?pin=size%3Ds&in=w%3D1&qty=2&set=offered')
    await view.clear()
    expect(address()).toBe('/setups/x/ladder?set=offered')
  })
})
