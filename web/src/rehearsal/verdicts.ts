import type { CheckRow, LastRehearsal, Rehearsal } from '../shared/api'

export type CheckVerdict = CheckRow['verdict']

/** Each verdict has a mark, a word for one check and one for many, and a tone. */
export const VERDICTS = {
  differs: { mark: '≠', one: 'differs', many: 'differ', tone: 'bad' },
  'no-answer': { mark: '?', one: 'no answer', many: 'no answer', tone: 'look' },
  agrees: { mark: '=', one: 'as expected', many: 'as expected', tone: 'good' },
  'not-tried': { mark: '·', one: 'not tried', many: 'not tried', tone: 'none' },
  waiting: { mark: '…', one: 'waits', many: 'wait', tone: 'none' },
} as const

/** The stages of a check, as columns. */
export const STAGES = [
  { value: 'page', title: 'Page' },
  { value: 'cart', title: 'Cart' },
  { value: 'checkout', title: 'Checkout' },
  { value: 'order', title: 'Order' },
] as const

export function isOver(run: { state: Rehearsal['state'] }): boolean {
  return run.state !== 'planning' && run.state !== 'running'
}

/** What came of a rehearsal, in a few words. */
export function outcome(run: Pick<LastRehearsal, 'state' | 'total' | 'agrees' | 'differs'>): string {
  if (run.state === 'planning') return 'being planned'
  if (run.state === 'failed') return 'could not begin'
  if (run.state === 'running') return `${run.agrees + run.differs} of ${run.total} tried`
  if (run.differs > 0) return `${run.differs} of ${run.total} differ`
  if (run.agrees === run.total) return `all ${run.total} as expected`
  return `${run.agrees} of ${run.total} as expected`
}

const CLOCK = new Intl.DateTimeFormat('en-GB', {
  day: 'numeric',
  month: 'short',
  hour: '2-digit',
  minute: '2-digit',
})

/** A moment as the reader's clock shows it. */
export function moment(iso: string): string {
  return CLOCK.format(new Date(iso))
}
