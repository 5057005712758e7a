import { createRouter, createWebHistory } from 'vue-router'

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
      children: [
        { path: 'outline', name: 'outline', component: () => import('./outline/OutlineStation.vue') },
        { path: 'ladder', name: 'ladder', component: () => import('./ladder/LadderStation.vue') },
        { path: 'ledger', name: 'ledger', component: () => import('./ledger/LedgerStation.vue') },
        {
          path: 'rehearsal',
          name: 'rehearsal',
          component: () => import('./rehearsal/RehearsalStation.vue'),
        },
        { path: 'gate', name: 'gate', component: () => import('./gate/GateStation.vue') },
        { path: 'limits', name: 'limits', component: () => import('./limits/LimitsStation.vue') },
        { path: 'changes', name: 'changes', component: () => import('./desk/ChangesSheet.vue') },
        { path: 'scope', name: 'scope', component: () => import('./desk/ScopeSheet.vue') },
        { path: 'list', name: 'list', component: () => import('./list/ListStation.vue') },
      ],
    },
    { path: '/:rest(.*)*', name: 'nowhere', component: () => import('./shared/Nowhere.vue') },
  ],
})
