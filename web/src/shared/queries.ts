import {
  infiniteQueryOptions,
  keepPreviousData,
  MutationCache,
  QueryClient,
  queryOptions,
} from '@tanstack/vue-query'
import { answer, client, Refusal, type ShelfEntry, type CheckRow } from './api'

/** How often a rehearsal that runs is asked how far it is. */
const RUNNING_MILLISECONDS = 400

/** How often a check that is still being worked out is asked for. */
const PENDING_MILLISECONDS = 1_500

export const queryClient: QueryClient = new QueryClient({
  mutationCache: new MutationCache({
    // It is another by now: what is shown is asked for anew, so that she sees what it is.
    onError: async (error, _given, _before, mutation) => {
      if (error instanceof Refusal && error.status === 412 && !mutation.meta?.['settlesConflicts'])
        await queryClient.invalidateQueries()
    },
  }),
  defaultOptions: {
    queries: {
      refetchOnWindowFocus: false,
      staleTime: 60_000,
      retry: (count, error) => !(error instanceof Refusal && error.status >= 400) && count < 2,
    },
  },
})

/** Another revision of a setup was kept: whatever stands on the latest one is asked for anew. */
export async function revised(id: string): Promise<void> {
  await queryClient.invalidateQueries({ queryKey: queries.desk(id).queryKey })
  await queryClient.invalidateQueries({ queryKey: ['shelf'] })
}

/** What is told of a document is asked of its hash; with its edition it is kept for good. */
export interface DocumentKey {
  sha256: string
  edition: string
}

export type SetName = 'selectable' | 'offered' | 'wrong-sale' | 'dead-end'
export const SETS: { value: SetName; title: string }[] = [
  { value: 'selectable', title: 'Selectable' },
  { value: 'offered', title: 'Offered' },
  { value: 'wrong-sale', title: 'Wrong sales' },
  { value: 'dead-end', title: 'Dead ends' },
]

export interface ShelfAsked {
  search?: string
  verdict?: 'may-launch' | 'not-yet' | 'must-not-launch' | 'none' | 'due'
  order?: 'newest' | 'title' | 'verdict'
  from?: number
  limit?: number
}

/** Something of a row is still being worked out. */
function isPending(row: ShelfEntry): boolean {
  return (!row.counts && !row.trouble) || row.verdict === null
}

/** How the rest is asked for of what is told newest first, so many at a time: what is before the last. */
export function earlierThan(page: number): {
  initialPageParam: string
  getNextPageParam: (rows: { id: string }[]) => string | undefined
} {
  return {
    initialPageParam: '',
    getNextPageParam: (rows) => (rows.length < page ? undefined : rows.at(-1)?.id),
  }
}

/** Every query of the interface, so that keys are made in one place. Long, as it has a line or two for each. */
export const queries = {
  shelf: (asked: ShelfAsked) =>
    queryOptions({
      queryKey: ['shelf', asked],
      queryFn: ({ signal }) => answer(client.GET('/api/setups', { params: { query: asked }, signal })),
      placeholderData: keepPreviousData,
      refetchInterval: ({ state }) =>
        state.data && (state.data.running.runs > 0 || state.data.rows.some(isPending))
          ? PENDING_MILLISECONDS
          : false,
    }),
  desk: (id: string) =>
    queryOptions({
      queryKey: ['desk', id],
      queryFn: () => answer(client.GET('/api/setups/{id}', { params: { path: { id } } })),
      refetchInterval: ({ state }) =>
        state.data && !state.data.counts && !state.data.trouble ? PENDING_MILLISECONDS : false,
    }),
  sentences: (of: DocumentKey) =>
    queryOptions({
      queryKey: ['sentences', of.sha256, of.edition],
      queryFn: ({ signal }) =>
        answer(
          client.GET('/api/documents/{sha256}/sentences', {
            params: { path: of, query: { edition: of.edition } },
            signal,
          }),
        ),
    }),
  ladder: (of: DocumentKey, set: SetName, pins: string[], typed: string[]) =>
    queryOptions({
      queryKey: ['ladder', of.sha256, of.edition, set, pins, typed],
      queryFn: ({ signal }) =>
        answer(
          client.GET('/api/documents/{sha256}/ladder', {
            params: { path: of, query: { edition: of.edition, set, 'pin[]': pins, 'in[]': typed } },
            signal,
          }),
        ),
      placeholderData: keepPreviousData,
    }),
  combinations: (of: DocumentKey, set: SetName, pins: string[], from: string, limit: number) =>
    queryOptions({
      queryKey: ['combinations', of.sha256, of.edition, set, pins, from, limit],
      queryFn: ({ signal }) =>
        answer(
          client.GET('/api/documents/{sha256}/combinations', {
            params: { path: of, query: { edition: of.edition, set, 'pin[]': pins, from, limit } },
            signal,
          }),
        ),
      placeholderData: keepPreviousData,
    }),
  gate: (id: string, sha256: string) =>
    queryOptions({
      queryKey: ['gate', id, sha256],
      // A rehearsal that ended meanwhile changes it.
      staleTime: 0,
      queryFn: () => answer(client.GET('/api/setups/{id}/gate', { params: { path: { id } } })),
    }),
  /** Beside a revision of the same setup, or beside the latest of another one. */
  diff: (id: string, of: DocumentKey, number: number, beside: string) =>
    queryOptions({
      queryKey: ['diff', id, of.sha256, of.edition, number, beside],
      queryFn: async ({ signal }) => {
        const older = await answer<{ sha256: string }>(
          beside === ''
            ? client.GET('/api/setups/{id}/revisions/{number}', { params: { path: { id, number } }, signal })
            : client.GET('/api/setups/{id}', { params: { path: { id: beside } }, signal }),
        )
        return answer(
          client.GET('/api/documents/{sha256}/diff/{older}', {
            params: { path: { sha256: of.sha256, older: older.sha256 } },
            signal,
          }),
        )
      },
    }),
  catalogue: (search: string, from: number) =>
    queryOptions({
      queryKey: ['catalogue', search, from],
      queryFn: () => answer(client.GET('/api/catalogue', { params: { query: { search, from } } })),
      placeholderData: keepPreviousData,
    }),
  scope: (id: string, sha256: string, from: number) =>
    queryOptions({
      queryKey: ['catalogue', 'scope', id, sha256, from],
      queryFn: () =>
        answer(client.GET('/api/setups/{id}/scope', { params: { path: { id }, query: { from } } })),
      placeholderData: keepPreviousData,
    }),
  limits: (id: string, sha256: string) =>
    queryOptions({
      queryKey: ['limits', id, sha256],
      queryFn: () => answer(client.GET('/api/setups/{id}/limits', { params: { path: { id } } })),
    }),
  traps: (of: DocumentKey) =>
    queryOptions({
      queryKey: ['traps', of.sha256, of.edition],
      queryFn: ({ signal }) =>
        answer(
          client.GET('/api/documents/{sha256}/traps', {
            params: { path: of, query: { edition: of.edition } },
            signal,
          }),
        ),
    }),
  ledger: (of: DocumentKey, pins: string[], typed: string[], qty: number | null) =>
    queryOptions({
      queryKey: ['ledger', of.sha256, of.edition, pins, typed, qty],
      queryFn: ({ signal }) =>
        answer(
          client.GET('/api/documents/{sha256}/ledger', {
            params: {
              path: of,
              query: { edition: of.edition, 'pin[]': pins, 'in[]': typed, qty: qty ?? undefined },
            },
            signal,
          }),
        ),
      placeholderData: keepPreviousData,
    }),
  totals: (of: DocumentKey, side: 'cheapest' | 'dearest', qty: number | null) =>
    queryOptions({
      queryKey: ['totals', of.sha256, of.edition, side, qty],
      queryFn: ({ signal }) =>
        answer(
          client.GET('/api/documents/{sha256}/totals', {
            params: { path: of, query: { edition: of.edition, side, qty: qty ?? undefined } },
            signal,
          }),
        ),
      placeholderData: keepPreviousData,
    }),
  ranked: (of: DocumentKey, side: 'cheapest' | 'dearest', qty: number | null, from: string, limit: number) =>
    queryOptions({
      queryKey: ['ranked', of.sha256, of.edition, side, qty, from, limit],
      queryFn: ({ signal }) =>
        answer(
          client.GET('/api/documents/{sha256}/totals/rows', {
            params: { path: of, query: { edition: of.edition, side, qty: qty ?? undefined, from, limit } },
            signal,
          }),
        ),
      placeholderData: keepPreviousData,
    }),
  effects: (of: DocumentKey) =>
    queryOptions({
      queryKey: ['effects', of.sha256, of.edition],
      queryFn: ({ signal }) =>
        answer(
          client.GET('/api/documents/{sha256}/effects', {
            params: { path: of, query: { edition: of.edition } },
            signal,
          }),
        ),
    }),
  slip: (of: DocumentKey, state: { pick: Record<string, unknown>; quantity?: number }) =>
    queryOptions({
      queryKey: ['slip', of.sha256, of.edition, state],
      queryFn: ({ signal }) =>
        answer(client.POST('/api/documents/{sha256}/slip', { params: { path: of }, body: state, signal })),
      placeholderData: keepPreviousData,
    }),
  /** A setup's revisions, newest first; asked anew once there is another. */
  revisions: (id: string, sha256: string) =>
    queryOptions({
      queryKey: ['revisions', id, sha256],
      queryFn: ({ signal }) =>
        answer(client.GET('/api/setups/{id}/revisions', { params: { path: { id } }, signal })),
    }),
  shop: () =>
    queryOptions({ queryKey: ['shop'], queryFn: () => answer(client.GET('/api/shop')), staleTime: 600_000 }),
  rehearsals: (id: string) =>
    infiniteQueryOptions({
      queryKey: ['rehearsals', id],
      queryFn: ({ pageParam }) =>
        answer(
          client.GET('/api/setups/{id}/rehearsals', {
            params: { path: { id }, query: { before: pageParam } },
          }),
        ),
      ...earlierThan(50),
    }),
  /** Asked again and again while it runs. */
  rehearsal: (run: string) =>
    queryOptions({
      queryKey: ['rehearsal', run],
      queryFn: ({ signal }) =>
        answer(client.GET('/api/rehearsals/{run}', { params: { path: { run } }, signal })),
      refetchInterval: ({ state }) =>
        state.data && ['planning', 'running'].includes(state.data.state) ? RUNNING_MILLISECONDS : false,
    }),
  likely: (run: string) =>
    queryOptions({
      queryKey: ['rehearsal', run, 'likely'],
      queryFn: ({ signal }) =>
        answer(client.GET('/api/rehearsals/{run}/likely', { params: { path: { run } }, signal })),
    }),
  accepted: (id: string) =>
    infiniteQueryOptions({
      queryKey: ['gate', id, 'accepted'],
      queryFn: ({ pageParam }) =>
        answer(
          client.GET('/api/setups/{id}/accepted', { params: { path: { id }, query: { before: pageParam } } }),
        ),
      ...earlierThan(50),
    }),
  launches: (id: string) =>
    infiniteQueryOptions({
      queryKey: ['gate', id, 'launches'],
      queryFn: ({ pageParam }) =>
        answer(
          client.GET('/api/setups/{id}/launches', { params: { path: { id }, query: { before: pageParam } } }),
        ),
      ...earlierThan(20),
    }),
  pages: (id: string) =>
    infiniteQueryOptions({
      queryKey: ['pages', id],
      queryFn: ({ pageParam }) =>
        answer(
          client.GET('/api/setups/{id}/pages', { params: { path: { id }, query: { before: pageParam } } }),
        ),
      ...earlierThan(20),
    }),
  /** Asked again while a browser looks at it. */
  page: (page: string) =>
    queryOptions({
      queryKey: ['page', page],
      queryFn: ({ signal }) =>
        answer(client.GET('/api/pages/{page}', { params: { path: { page } }, signal })),
      refetchInterval: ({ state }) =>
        state.data?.state === 'waiting' || state.data?.state === 'trying' ? PENDING_MILLISECONDS : false,
    }),
  /** Asked again, only what changed since is told. */
  checks: (run: string) =>
    queryOptions({
      queryKey: ['checks', run],
      queryFn: async ({ signal, client: cache, queryKey }): Promise<CheckRow[]> => {
        const known = cache.getQueryData<CheckRow[]>(queryKey)
        const query = known ? { since: Math.max(0, ...known.map((c) => c.turn)) } : {}
        const rows = await answer(
          client.GET('/api/rehearsals/{run}/checks', { params: { path: { run }, query }, signal }),
        )
        if (!known) return rows
        const changed = new Map(rows.map((c) => [c.number, c]))
        return known.map((c) => changed.get(c.number) ?? c)
      },
    }),
  check: (run: string, number: number, verdict: string) =>
    queryOptions({
      queryKey: ['check', run, number, verdict],
      queryFn: ({ signal }) =>
        answer(
          client.GET('/api/rehearsals/{run}/checks/{number}', { params: { path: { run, number } }, signal }),
        ),
      placeholderData: keepPreviousData,
    }),
  handSheet: (id: string, sha256: string) =>
    queryOptions({
      queryKey: ['hand-sheet', id, sha256],
      queryFn: ({ signal }) =>
        answer(client.GET('/api/setups/{id}/hand-sheet', { params: { path: { id } }, signal })),
    }),
}
