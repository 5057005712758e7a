import { describe, expect, it } from 'vitest'
import { isOver, outcome } from './verdicts'

describe('the outcome of a rehearsal', () => {
  it.each([
    [{ state: 'planning', total: 0, agrees: 0, differs: 0 }, 'being planned'],
    [{ state: 'running', total: 9, agrees: 2, differs: 1 }, '3 of 9 tried'],
    [{ state: 'failed', total: 0, agrees: 0, differs: 0 }, 'could not begin'],
    [{ state: 'done', total: 9, agrees: 9, differs: 0 }, 'all 9 as expected'],
    [{ state: 'done', total: 9, agrees: 7, differs: 2 }, '2 of 9 differ'],
    [{ state: 'done', total: 9, agrees: 7, differs: 0 }, '7 of 9 as expected'],
    [{ state: 'cancelled', total: 9, agrees: 3, differs: 0 }, '3 of 9 as expected'],
  ] as const)('%o reads "%s"', (run, words) => {
    expect(outcome(run)).toBe(words)
    expect(isOver(run)).toBe(run.state !== 'planning' && run.state !== 'running')
  })
})
