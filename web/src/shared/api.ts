import createClient from 'openapi-fetch'
import type { SetupDocument } from '../desk/document'
import type { Desk as DeskAsTold, paths, ProblemDetails } from './api.d'
import { laterAnswer } from './later'
import { testerName } from './tester'

export type {
  AccountView as Account,
  AcceptedView as Accepted,
  BoundaryView as Sheet,
  CheckCell,
  CheckDifference,
  CheckRow,
  CheckView,
  CombinationPage,
  Counts,
  FindingView as Finding,
  FreshnessView as Fresh,
  ItemPageView as ItemPage,
  Ladder,
  LadderCell,
  LastRehearsal,
  LikelyPlace,
  MappedThing,
  PictureSpot,
  ProblemDetails,
  RemarkView,
  RehearsalView as Rehearsal,
  Rung,
  SentenceView as Sentence,
  ShelfEntry,
  SheetRowView as SheetRow,
  ShopTold,
  Slip,
  TotalBand,
} from './api.d'

/** A setup on the desk. What the interface description calls an object is a document that its schema was asked of. */
export type Desk = Omit<DeskAsTold, 'document'> & { document: SetupDocument }

export function deskOf(told: DeskAsTold | undefined): Desk | undefined {
  if (!told) return undefined
  const { document } = told
  if (!isDocument(document)) throw new Error('What the server keeps as a setup has no options.')
  return { ...told, document }
}

/** The server keeps nothing else; its schema was asked when it came in. */
function isDocument(told: object): told is SetupDocument {
  return 'options' in told && Array.isArray(told.options) && 'item' in told
}

/** What the server could not do, with the places that are to be mended. */
export class Refusal extends Error {
  constructor(
    readonly problem: ProblemDetails,
    readonly status: number,
  ) {
    super(problem.detail === '' ? problem.title : problem.detail)
  }
}

export const client = createClient<paths>({
  baseUrl: window.location.origin,
  fetch: (request) => fetch(request),
})

client.use({
  onRequest({ request }) {
    // Who sits here, for the log; where people sign in, the session says it.
    if (testerName.value !== '') request.headers.set('Ithrel-Person', encodeURIComponent(testerName.value))
    return request
  },
  async onResponse({ response, request }) {
    if (response.status === 401 && !request.url.endsWith('/api/session')) signedOut()
    // What takes longer than somebody waits for at once is worked out by a worker; the answer is come back for.
    return response.status === 202 ? await laterAnswer(response, request.signal) : undefined
  },
})

/** The header by which nothing is changed that is another by now than what was seen. */
export const asSeen = (etag: string): { 'If-Match': string } => ({ 'If-Match': `"${etag}"` })

/** What is done when the server asks to sign in; set where the interface begins. */
let signedOut: () => void = () => undefined
export function whenSignedOut(then: () => void): void {
  signedOut = then
}

/**
 * The data of an answer.
 *
 * @throws Refusal where the server refused, or could not be reached
 */
export async function answer<T>(
  call: Promise<{ data?: T; error?: unknown; response: Response }>,
): Promise<T> {
  let result
  try {
    result = await call
  } catch {
    throw new Refusal(
      {
        type: 'about:blank',
        title: 'Ithrel does not answer',
        status: 0,
        detail: 'Ithrel does not answer. Is ./ithrel demo still running? Nothing here was lost.',
        problems: [],
      },
      0,
    )
  }
  if (result.data !== undefined) return result.data
  if (result.response.ok) return undefined as T
  const problem = result.error as ProblemDetails | undefined
  throw new Refusal(
    typeof problem === 'object' && 'title' in problem
      ? problem
      : { type: 'about:blank', title: 'Refused', status: result.response.status, detail: '', problems: [] },
    result.response.status,
  )
}
