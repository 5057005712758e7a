import { computed, inject, provide, type ComputedRef, type InjectionKey } from 'vue'
import type { Desk } from '../shared/api'

const KEY: InjectionKey<ComputedRef<Desk | undefined>> = Symbol('desk')

/** @param desk undefined until it is there; no station stands on it before */
export function provideDesk(desk: ComputedRef<Desk | undefined>): void {
  provide(KEY, desk)
}

/** The setup on the desk; for the stations only. */
export function useDesk(): ComputedRef<Desk> {
  const desk = inject(KEY)
  if (!desk) throw new Error('useDesk() is for stations inside DeskView, which provides the setup.')
  return computed(() => {
    if (!desk.value) throw new Error('A station stands on a desk that is there.')
    return desk.value
  })
}
