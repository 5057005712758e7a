import { ref, watch } from 'vue'

const NAME = 'ithrel.tester'
const ROLE = 'ithrel.role'

/** Who sits here: asked once, kept in this browser, and written beside what she ticks, accepts and signs. */
export const testerName = ref(localStorage.getItem(NAME) ?? '')
/** As whom she accepts: testers accept warnings, leads accept all. */
export const testerRole = ref<'tester' | 'lead'>(localStorage.getItem(ROLE) === 'lead' ? 'lead' : 'tester')

watch(testerName, (name) => {
  localStorage.setItem(NAME, name)
})
watch(testerRole, (role) => {
  localStorage.setItem(ROLE, role)
})
