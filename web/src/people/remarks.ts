import { queryOptions } from '@tanstack/vue-query'
import { answer, client } from '../shared/api'

/** All conversations about a setup. */
export const remarksQuery = (id: string) =>
  queryOptions({
    queryKey: ['remarks', id],
    queryFn: () => answer(client.GET('/api/setups/{id}/remarks', { params: { path: { id } } })),
  })

/** By which the place of a finding is known again, wherever it is shown. */
export const aboutFinding = (finding: { code: string; at: string }): string =>
  `finding ${finding.code} ${finding.at}`
