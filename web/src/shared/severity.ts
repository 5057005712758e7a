import { mdiAlertOctagonOutline, mdiEyeOutline, mdiInformationOutline } from '@mdi/js'
import type { Finding } from './api'

/** Each severity has a word, a shape and a colour. */
export const SEVERITIES = {
  blocker: { word: 'Blocked', plural: 'blockers', icon: mdiAlertOctagonOutline, color: 'error' },
  warning: { word: 'Look', plural: 'to look at', icon: mdiEyeOutline, color: 'warning' },
  note: { word: 'Note', plural: 'notes', icon: mdiInformationOutline, color: 'info' },
} as const

export type Severity = keyof typeof SEVERITIES

/** Whether a place lies at another, or inside it. */
export function isWithin(place: string, outer: string): boolean {
  return place === outer || place.startsWith(`${outer}/`)
}

export function bySeverity(findings: readonly Finding[]): Record<Severity, number> {
  const counts = { blocker: 0, warning: 0, note: 0 }
  for (const finding of findings) counts[finding.severity]++
  return counts
}
