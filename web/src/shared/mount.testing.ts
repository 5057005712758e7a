import { QueryClient, VueQueryPlugin } from '@tanstack/vue-query'
import { mount, type VueWrapper } from '@vue/test-utils'
import { defineComponent, h, type Component } from 'vue'
import { createMemoryHistory, createRouter, type Router } from 'vue-router'
import { createVuetify } from 'vuetify'
import { SHEETS, STATIONS } from '../desk/stations'

const Empty = defineComponent({ render: () => h('div') })

/** A router with the addresses of the interface and nothing behind them. */
export function testRouter(): Router {
  return createRouter({
    history: createMemoryHistory(),
    routes: [
      { path: '/', name: 'shelf', component: Empty },
      ...[...STATIONS, ...SHEETS].map(({ name }) => ({
        path: `/setups/:id/${name}`,
        name,
        component: Empty,
      })),
    ],
  })
}

/** Mounts a component with all that the interface gives it. */
export function mounted(
  component: Component,
  props: Record<string, unknown>,
  router = testRouter(),
): VueWrapper {
  return mount(component, {
    props,
    global: {
      plugins: [
        createVuetify(),
        router,
        [VueQueryPlugin, { queryClient: new QueryClient({ defaultOptions: { queries: { retry: false } } }) }],
      ],
    },
    attachTo: document.body,
  })
}
