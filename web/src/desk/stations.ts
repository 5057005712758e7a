import type { RouteComponent } from 'vue-router'

interface Place {
  /** Of its address. */
  name: string
  component: () => Promise<RouteComponent>
}

interface Station extends Place {
  title: string
  /** The question that it answers. */
  asks: string
}

/** The stations of a desk, in the order of their tabs and keys. */
export const STATIONS: Station[] = [
  {
    name: 'outline',
    title: 'Outline',
    asks: 'What was entered?',
    component: () => import('../outline/OutlineStation.vue'),
  },
  {
    name: 'ladder',
    title: 'Ladder',
    asks: 'What can be selected?',
    component: () => import('../ladder/LadderStation.vue'),
  },
  {
    name: 'list',
    title: 'List',
    asks: 'Every combination',
    component: () => import('../list/ListStation.vue'),
  },
  {
    name: 'ledger',
    title: 'Ledger',
    asks: 'What does it cost?',
    component: () => import('../ledger/LedgerStation.vue'),
  },
  {
    name: 'limits',
    title: 'Limits',
    asks: 'What may be typed?',
    component: () => import('../limits/LimitsStation.vue'),
  },
  {
    name: 'rehearsal',
    title: 'Rehearsal',
    asks: 'What did the shop do?',
    component: () => import('../rehearsal/RehearsalStation.vue'),
  },
  { name: 'gate', title: 'Gate', asks: 'May it launch?', component: () => import('../gate/GateStation.vue') },
]

/** What else a desk shows, without a tab. */
export const SHEETS: Place[] = [
  { name: 'changes', component: () => import('./ChangesSheet.vue') },
  { name: 'scope', component: () => import('./ScopeSheet.vue') },
]
