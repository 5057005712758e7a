import { createRouter, createWebHistory } from 'vue-router'
import { SHEETS, STATIONS } from './desk/stations'

/** Each station has its own address; pins, filters and places stand in the query. */
export const router = createRouter({
  history: createWebHistory('/'),
  routes: [
    { path: '/', name: 'shelf', component: () => import('./shelf/ShelfView.vue') },
    { path: '/accounts', name: 'accounts', component: () => import('./people/AccountsView.vue') },
    { path: '/catalogue', name: 'catalogue', component: () => import('./shelf/CatalogueView.vue') },
    { path: '/log', name: 'log', component: () => import('./people/LogView.vue') },
    {
      path: '/setups/:id',
      component: () => import('./desk/DeskView.vue'),
      props: true,
      redirect: (to) => ({ name: 'ladder', params: to.params }),
      children: [...STATIONS, ...SHEETS].map(({ name, component }) => ({ path: name, name, component })),
    },
    { path: '/:rest(.*)*', name: 'nowhere', component: () => import('./shared/Nowhere.vue') },
  ],
})
