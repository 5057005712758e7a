import { onMounted, onUnmounted } from 'vue'
import { STATIONS } from '../desk/stations'

/** What every shortcut does, for the sheet under "?". */
export const SHORTCUTS: { keys: string; does: string }[] = [
  { keys: STATIONS.map((_, i) => i + 1).join(' '), does: STATIONS.map((s) => s.title).join(', ') },
  { keys: 'n / p', does: 'next / previous finding, or check that differs' },
  { keys: '← → ↑ ↓', does: 'move among the cells of the ladder' },
  { keys: 'Enter or Space', does: 'pin or unpin the cell in focus' },
  { keys: 'c', does: 'clear all pins' },
  { keys: 'f', does: 'find: a number in the list, a word in the outline' },
  { keys: '?', does: 'this sheet' },
]

/** Binds keys while the component is mounted; typing into a field is left alone. */
export function useShortcuts(keys: Record<string, () => void>): void {
  function onKey(event: KeyboardEvent): void {
    const target = event.target as HTMLElement | null
    const typing = target?.closest('input, textarea, select, [contenteditable], [role="dialog"]')
    if (typing || event.ctrlKey || event.metaKey || event.altKey) return
    const act = keys[event.key]
    if (!act) return
    event.preventDefault()
    act()
  }
  onMounted(() => {
    window.addEventListener('keydown', onKey)
  })
  onUnmounted(() => {
    window.removeEventListener('keydown', onKey)
  })
}
