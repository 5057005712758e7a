import { QueryClient, VueQueryPlugin } from '@tanstack/vue-query'
import { mount, type VueWrapper } from '@vue/test-utils'
import { defineComponent, h, type Component } from 'vue'
import { createMemoryHistory, createRouter, type Router } from 'vue-router'
import { createVuetify } from 'vuetify'

const Empty = defineComponent({ render: () => h('div') })

/** A router with the addresses of the interface and nothing behind them. */
export function testRouter(): Router {
  return createRouter({
    history: createMemoryHistory(),
    routes: [
      { path: '/', name: 'shelf', component: Empty },
      { path: '/setups/:id/outline', name: 'outline', component: Empty },
      { path: '/setups/:id/ladder', name: 'ladder', component: Empty },
      { path: '/setups/:id/list', name: 'list', component: Empty },
      { path: '/setups/:id/ledger', name: 'ledger', component: Empty },
      { path: '/setups/:id/gate', name: 'gate', component: Empty },
      { path: '/setups/:id/scope', name: 'scope', component: Empty },
      { path: '/setups/:id/changes', name: 'changes', component: Empty },
      { path: '/setups/:id/limits', name: 'limits', component: Empty },
      { path: '/setups/:id/rehearsal', name: 'rehearsal', component: Empty },
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
