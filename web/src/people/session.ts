import { useQuery } from '@tanstack/vue-query'
import { computed, watch, type ComputedRef } from 'vue'
import { answer, client } from '../shared/api'
import { testerName, testerRole } from '../shared/tester'

export const sessionQuery = {
  queryKey: ['session'],
  queryFn: () => answer(client.GET('/api/session')),
  staleTime: 300_000,
}

export interface Session {
  /** Whether people have to sign in here. */
  needed: boolean
  name: string | null
  role: 'reader' | 'tester' | 'lead' | null
}

/** Who is signed in. Where nobody has to, whoever sits here is who she says. */
export function useSession(): ComputedRef<Session | undefined> {
  const query = useQuery(sessionQuery)
  const session = computed(() => query.data.value)
  watch(
    session,
    (now) => {
      if (!now?.needed || now.name === null) return
      testerName.value = now.name
      testerRole.value = now.role === 'lead' ? 'lead' : 'tester'
    },
    { immediate: true },
  )
  return session
}
