import { flushPromises } from '@vue/test-utils'
import { afterEach, expect, it, vi } from 'vitest'
import { mounted } from '../shared/mount.testing'
import { serve } from '../shared/station.testing'
import AccountsView from './AccountsView.vue'

afterEach(() => {
  vi.unstubAllGlobals()
})

it('lists accounts a page at a time', async () => {
  const account = (n: number) => ({
    name: `Person ${String(n).padStart(3, '0')}`,
    role: 'reader',
    createdAt: '2026-11-24T08:00:00+00:00',
  })
  const requests = serve({
    '/api/accounts': (url: URL) =>
      url.searchParams.get('after') === 'Person 099'
        ? [account(100)]
        : Array.from({ length: 100 }, (_, n) => account(n)),
  })
  const w = mounted(AccountsView, {})
  await flushPromises()
  expect(w.findAll('tbody tr')).toHaveLength(100)
  await w
    .findAll('button')
    .find((b) => b.text() === 'More')
    ?.trigger('click')
  await flushPromises()
  expect(w.findAll('tbody tr')).toHaveLength(101)
  expect(w.text()).toContain('Person 100')
  expect(w.findAll('button').some((b) => b.text() === 'More')).toBe(false)
  expect(requests.filter((r) => r.url.includes('/api/accounts'))).toHaveLength(2)
})
