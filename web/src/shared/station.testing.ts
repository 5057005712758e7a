import { flushPromises, type VueWrapper } from '@vue/test-utils'
import { computed, defineComponent, h, type Component } from 'vue'
import { vi } from 'vitest'
import { provideDesk } from '../desk/useDesk'
import type { Desk } from './api'
import { mounted, testRouter } from './mount.testing'

/** What the server says to each path, or says to each request of it. */
export type Served = Record<string, unknown>

/** Lets `fetch` answer from what is given; what is not given is refused with 404. Returns the requests made. */
export function serve(served: Served): Request[] {
  const requests: Request[] = []
  vi.stubGlobal('fetch', (request: Request): Promise<Response> => {
    requests.push(request.clone())
    const url = new URL(request.url)
    const path = url.pathname
    const said = served[path]
    const body = typeof said === 'function' ? (said as (url: URL) => unknown)(url) : said
    const answer =
      body === undefined
        ? Response.json(
            {
              type: 'about:blank',
              title: 'Not found',
              status: 404,
              detail: `Nothing at ${path}.`,
              problems: [],
            },
            { status: 404 },
          )
        : Response.json(body)
    return Promise.resolve(answer)
  })
  return requests
}

const document = {
  options: [
    { code: 'size', label: 'Size *', kind: 'one', values: [{ code: 's', label: 'Small' }] },
    { code: 'width', label: 'Width', kind: 'number' },
  ],
}

/** A desk with what stations look at. */
export function desk(more: Record<string, unknown> = {}): Desk {
  return {
    id: 'd',
    sha256: 'd5',
    edition: Math.random().toString(16),
    document,
    findings: [],
    idleRows: [],
    counts: { selectable: '8' },
    ...more,
  } as unknown as Desk
}

/** A station inside a desk, at an address, after the server has answered. */
export async function station(
  component: Component,
  on: Desk,
  address = '/setups/d/ledger',
): Promise<VueWrapper> {
  const router = testRouter()
  await router.push(address)
  const Around = defineComponent({
    setup() {
      provideDesk(computed(() => on))
      return () => h(component)
    },
  })
  const wrapper = mounted(Around, {}, router)
  for (let round = 0; round < 4; ++round) await flushPromises()
  return wrapper
}

/** Where a link leads, readable. */
export function leadsTo(link: { attributes: (name: string) => string | undefined }): string {
  return decodeURIComponent(link.attributes('href') ?? '')
}
