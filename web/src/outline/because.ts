import type { Finding } from '../shared/api'

export interface Because {
  at: string
  words: string
}

/** The places that together bring a finding about, as far as it names them. */
export function becauseOf(finding: Pick<Finding, 'detail'>): Because[] {
  const because: unknown = finding.detail.because
  if (!Array.isArray(because)) return []
  return because.filter(
    (b: unknown): b is Because =>
      typeof b === 'object' &&
      b !== null &&
      'at' in b &&
      typeof b.at === 'string' &&
      'words' in b &&
      typeof b.words === 'string',
  )
}
