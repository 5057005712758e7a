<script setup lang="ts">
import { useMutation, useQueryClient } from '@tanstack/vue-query'
import { ref } from 'vue'
import { answer, client } from '../shared/api'
import Trouble from '../shared/Trouble.vue'

/** Asks for name and password; what was asked for before is shown once they are right. */
const queryClient = useQueryClient()
const name = ref('')
const password = ref('')
const signIn = useMutation({
  mutationFn: () =>
    answer(client.POST('/api/session', { body: { name: name.value.trim(), password: password.value } })),
  onSuccess: () => queryClient.invalidateQueries(),
  onSettled: () => {
    password.value = ''
  },
})
</script>

<template>
  <main class="sign">
    <form @submit.prevent="signIn.mutate()">
      <h1>Sign in</h1>
      <v-text-field v-model="name" label="Name" autocomplete="username" autofocus />
      <v-text-field v-model="password" label="Password" type="password" autocomplete="current-password" />
      <v-btn
        type="submit"
        variant="flat"
        color="primary"
        :disabled="name.trim() === '' || password === ''"
        :loading="signIn.isPending.value"
        >Sign in</v-btn
      >
      <Trouble v-if="signIn.error.value" :error="signIn.error.value" />
      <p class="quiet">A lead makes accounts, with “./ithrel account add”.</p>
    </form>
  </main>
</template>

<style scoped>
.sign {
  padding: 10vh 16px;
}
form {
  display: flex;
  flex-direction: column;
  gap: 12px;
  max-width: 340px;
  margin: 0 auto;
}
</style>
