import { queryOptions } from '@tanstack/vue-query'
import { answer, client, type RemarkView } from '../shared/api'

/** So many are told at a time. */
const PAGE = 200

/** All conversations about a setup, the oldest first. */
export const remarksQuery = (id: string) =>
  queryOptions({
    queryKey: ['remarks', id],
    queryFn: async ({ signal }) => {
      const all: RemarkView[] = []
      for (let page: RemarkView[] | undefined; page === undefined || page.length === PAGE;) {
        page = await answer(
          client.GET('/api/setups/{id}/remarks', {
            params: { path: { id }, query: { after: all.at(-1)?.id ?? '' } },
            signal,
          }),
        )
        all.push(...page)
      }
      return all
    },
  })

/** By which the place of a finding is known again, wherever it is shown. */
export const aboutFinding = (finding: { code: string; at: string }): string =>
  `finding ${finding.code} ${finding.at}`
