<script setup lang="ts">
import { useMutation } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { answer, client } from '../shared/api'
import Trouble from '../shared/Trouble.vue'

/** Asks for the password as it is and as it shall be; other sessions of hers end with the change. */
const isOpen = defineModel<boolean>({ required: true })
const old = ref('')
const wanted = ref('')
const again = ref('')
const isTwice = computed(() => wanted.value === again.value)
const change = useMutation({
  mutationFn: () =>
    answer(client.PUT('/api/session/password', { body: { old: old.value, new: wanted.value } })),
  onSuccess: () => {
    isOpen.value = false
  },
  onSettled: () => {
    old.value = wanted.value = again.value = ''
  },
})
</script>

<template>
  <v-dialog v-model="isOpen" max-width="400" aria-label="Change your password">
    <form class="own" @submit.prevent="change.mutate()">
      <h2>Change your password</h2>
      <v-text-field
        v-model="old"
        label="Password now"
        type="password"
        autocomplete="current-password"
        autofocus
      />
      <v-text-field v-model="wanted" label="New password" type="password" autocomplete="new-password" />
      <v-text-field v-model="again" label="New password again" type="password" autocomplete="new-password" />
      <p class="quiet">
        At least 10 characters. You stay signed in here, and are signed out everywhere else.
      </p>
      <p v-if="again !== '' && !isTwice" role="alert">The two new passwords differ.</p>
      <Trouble v-if="change.error.value" :error="change.error.value" />
      <div class="acts">
        <v-btn variant="text" @click="isOpen = false">Cancel</v-btn>
        <v-btn
          type="submit"
          variant="flat"
          color="primary"
          :disabled="old === '' || wanted.length < 10 || !isTwice"
          :loading="change.isPending.value"
          >Change password</v-btn
        >
      </div>
    </form>
  </v-dialog>
</template>

<style scoped>
.own {
  display: flex;
  flex-direction: column;
  gap: 10px;
  padding: 18px;
  background: rgb(var(--v-theme-surface));
}
.acts {
  display: flex;
  justify-content: flex-end;
  gap: 8px;
}
</style>
