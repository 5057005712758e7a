import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'
import { answer, client } from './api'

/** The pictures that a setup speaks of: where each is shown from, or null where it was not brought in. */
export function usePictures(id: () => string) {
  const query = useQuery({
    queryKey: computed(() => ['pictures', id()]),
    queryFn: () => answer(client.GET('/api/setups/{id}/pictures', { params: { path: { id: id() } } })),
  })
  const sources = computed(() => new Map((query.data.value?.pictures ?? []).map((p) => [p.name, p.src])))
  return { query, sources, src: (name?: string) => (name ? (sources.value.get(name) ?? null) : null) }
}
