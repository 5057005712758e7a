import { computed, type ComputedRef } from 'vue'
import { useRoute, useRouter, type LocationQueryRaw, type LocationQueryValue } from 'vue-router'
import { SETS, type SetName } from './queries'

function texts(value: LocationQueryValue | LocationQueryValue[] | undefined): string[] {
  return (Array.isArray(value) ? value : [value]).filter((v): v is string => typeof v === 'string')
}

export interface ViewState {
  /** Pins as "option=value", or "option=" for no answer. */
  pins: ComputedRef<string[]>
  /** Typed inputs by option code. */
  typed: ComputedRef<Record<string, string>>
  set: ComputedRef<SetName>
  quantity: ComputedRef<number | null>
  change: (query: LocationQueryRaw) => Promise<void>
  togglePin: (option: string, value: string, several: boolean) => Promise<void>
  clear: () => Promise<void>
}

/** Pins, typed inputs and filters stand in the address, so that a link opens the same view. */
export function useViewState(): ViewState {
  const route = useRoute()
  const router = useRouter()
  const pins = computed(() => texts(route.query.pin))
  const typed = computed(() =>
    Object.fromEntries(
      texts(route.query.in).map((entry) => {
        const cut = entry.indexOf('=')
        return [entry.slice(0, cut), entry.slice(cut + 1)]
      }),
    ),
  )
  const set = computed(() => SETS.find((s) => s.value === route.query.set)?.value ?? 'selectable')
  const quantity = computed(() => {
    const q = Number(texts(route.query.qty)[0])
    return Number.isInteger(q) && q > 0 ? q : null
  })
  async function change(query: LocationQueryRaw): Promise<void> {
    await router.replace({ query: { ...route.query, ...query } })
  }
  async function togglePin(option: string, value: string, several: boolean): Promise<void> {
    const pin = `${option}=${value}`
    const others = pins.value.filter((p) => p !== pin)
    const kept = others.filter((p) =>
      several && value !== '' ? p !== `${option}=` : !p.startsWith(`${option}=`),
    )
    await change({ pin: pins.value.includes(pin) ? others : [...kept, pin], from: undefined })
  }
  return {
    pins,
    typed,
    set,
    quantity,
    change,
    togglePin,
    clear: () => change({ pin: undefined, in: undefined, qty: undefined, from: undefined }),
  }
}
