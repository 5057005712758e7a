import { onBeforeUnmount, onMounted, ref, type Ref } from 'vue'

/** How far around the window a thing counts as near, in pixels. */
const AROUND = 1200

const told = new WeakMap<Element, Ref<boolean>>()
let observer: IntersectionObserver | undefined

/** One observer for all: a thousand of their own would be asked one after the other. */
function shared(): IntersectionObserver {
  observer ??= new IntersectionObserver(
    (entries) => {
      for (const entry of entries) {
        const near = told.get(entry.target)
        if (near) near.value = entry.isIntersecting
      }
    },
    { rootMargin: `${AROUND}px 0px` },
  )
  return observer
}

/** Whether an element is near the window; where nothing tells, it always is. */
export function useNear(element: Ref<HTMLElement | null>, isAsked: () => boolean): Ref<boolean> {
  const near = ref(!isAsked() || typeof IntersectionObserver === 'undefined')
  onMounted(() => {
    const there = element.value
    if (near.value || !there) return
    told.set(there, near)
    shared().observe(there)
  })
  onBeforeUnmount(() => {
    if (element.value && observer) observer.unobserve(element.value)
  })
  return near
}
