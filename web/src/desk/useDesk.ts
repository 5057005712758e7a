import { inject, provide, type ComputedRef, type InjectionKey } from 'vue'
import type { Desk } from '../shared/api'

const KEY: InjectionKey<ComputedRef<Desk>> = Symbol('desk')

export function provideDesk(desk: ComputedRef<Desk>): void {
  provide(KEY, desk)
}

/** The setup on the desk; for the stations only. */
export function useDesk(): ComputedRef<Desk> {
  const desk = inject(KEY)
  if (!desk) throw new Error('useDesk() is for stations inside DeskView, which provides the setup.')
  return desk
}
