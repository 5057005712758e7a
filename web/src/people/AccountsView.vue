<script setup lang="ts">
import { useInfiniteQuery, useMutation, useQueryClient } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { answer, asSeen, client, type Account } from '../shared/api'
import Trouble from '../shared/Trouble.vue'
import { useSession } from './session'

/** The accounts of a team, for its leads. */
const ROLES = ['reader', 'tester', 'lead'] as const
type Role = (typeof ROLES)[number]
const session = useSession()
const queryClient = useQueryClient()
/** As many are told at a time. */
const PAGE = 100
const accounts = useInfiniteQuery({
  queryKey: ['accounts'],
  queryFn: ({ pageParam }) =>
    answer(client.GET('/api/accounts', { params: { query: { after: pageParam } } })),
  initialPageParam: '',
  getNextPageParam: (rows) => (rows.length < PAGE ? undefined : rows.at(-1)?.name),
})
const all = computed(() => accounts.data.value?.pages.flat() ?? [])
const name = ref('')
const role = ref<Role>('tester')
const password = ref('')
const removing = ref<Account | null>(null)

const onSuccess = async () => {
  removing.value = null
  await queryClient.invalidateQueries({ queryKey: ['accounts'] })
}
const add = useMutation({
  mutationFn: () =>
    answer(
      client.POST('/api/accounts', {
        body: { name: name.value.trim(), role: role.value, password: password.value },
      }),
    ),
  onSuccess: async () => {
    name.value = ''
    password.value = ''
    await onSuccess()
  },
})
const change = useMutation({
  mutationFn: ({ of, role }: { of: Account; role: Role }) =>
    answer(
      client.PATCH('/api/accounts', { params: { header: asSeen(of.etag) }, body: { name: of.name, role } }),
    ),
  onSuccess,
})
const remove = useMutation({
  mutationFn: (of: Account) =>
    answer(
      client.DELETE('/api/accounts/{name}', {
        params: { path: { name: of.name }, header: asSeen(of.etag) },
      }),
    ),
  onSuccess,
})
function become(of: Account, event: Event): void {
  const next = ROLES.find((r) => r === (event.target as HTMLSelectElement).value)
  if (next) change.mutate({ of, role: next })
}
</script>

<template>
  <main class="accounts">
    <h1>Accounts</h1>
    <p class="quiet">Readers look, testers change, leads also accept blockers, sign and manage accounts.</p>
    <Trouble v-if="accounts.error.value" :error="accounts.error.value" />
    <table v-else class="plain">
      <thead>
        <tr>
          <th scope="col">Name</th>
          <th scope="col">Role</th>
          <th scope="col">Since</th>
          <th scope="col"><span class="d-sr-only">More</span></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="a in all" :key="a.name">
          <th scope="row">{{ a.name }}</th>
          <td>
            <span v-if="a.name === session?.name">{{ a.role }}, you</span>
            <select v-else :value="a.role" :aria-label="`Role of ${a.name}`" @change="become(a, $event)">
              <option v-for="r in ROLES" :key="r" :value="r">{{ r }}</option>
            </select>
          </td>
          <td class="quiet">{{ a.createdAt.slice(0, 10) }}</td>
          <td>
            <template v-if="a.name !== session?.name">
              <v-btn v-if="removing?.name !== a.name" variant="text" @click="removing = a">Remove…</v-btn>
              <v-btn v-else variant="flat" color="error" @click="remove.mutate(a)"
                >Remove the account of {{ a.name }}</v-btn
              >
            </template>
          </td>
        </tr>
      </tbody>
    </table>
    <v-btn v-if="accounts.hasNextPage.value" variant="text" @click="accounts.fetchNextPage()">More</v-btn>
    <Trouble v-if="change.error.value" :error="change.error.value" />
    <Trouble v-if="remove.error.value" :error="remove.error.value" />
    <form @submit.prevent="add.mutate()">
      <h2>A further account</h2>
      <v-text-field v-model="name" label="Name" autocomplete="off" />
      <v-text-field v-model="password" label="First password" type="password" autocomplete="new-password" />
      <label
        >Role
        <select v-model="role">
          <option v-for="r in ROLES" :key="r" :value="r">{{ r }}</option>
        </select></label
      >
      <v-btn
        type="submit"
        variant="flat"
        color="primary"
        :disabled="name.trim() === '' || password === ''"
        :loading="add.isPending.value"
        >Make it</v-btn
      >
      <Trouble v-if="add.error.value" :error="add.error.value" />
    </form>
  </main>
</template>

<style scoped>
.accounts {
  padding: 14px 16px;
  max-width: 760px;
}
td,
th {
  padding: 3px 16px 3px 0;
}
select {
  font: inherit;
  color: inherit;
  background: transparent;
  border: 1px solid rgba(var(--v-theme-on-background), 0.45);
  padding: 2px 6px;
}
option {
  background: rgb(var(--v-theme-surface));
}
form {
  display: flex;
  flex-direction: column;
  gap: 10px;
  max-width: 340px;
  margin-top: 24px;
}
form .v-btn {
  align-self: start;
}
</style>
