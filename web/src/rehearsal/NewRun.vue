<script setup lang="ts">
import { useMutation, useQuery } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { useDesk } from '../desk/useDesk'
import { answer, client, type Rehearsal } from '../shared/api'
import { queries } from '../shared/queries'
import Trouble from '../shared/Trouble.vue'

/** Begins a rehearsal: in a shop of one's own, or in the one beside Ithrel, with or without faults. */
const emit = defineEmits<{ begun: [run: Rehearsal] }>()
const desk = useDesk()
const shop = useQuery(queries.shop())
const address = ref('')
const faults = ref<string[]>([])
const carry = ref(false)
const isOwn = computed(() => address.value.trim() !== '')
const begin = useMutation({
  mutationFn: () =>
    answer(
      client.POST('/api/setups/{id}/rehearsals', {
        params: { path: { id: desk.value.id } },
        body: { address: address.value.trim(), faults: isOwn.value ? [] : faults.value, carry: carry.value },
      }),
    ),
  onSuccess: (run) => {
    emit('begun', run)
  },
})
const offered = computed(() =>
  (shop.data.value?.faults ?? []).map((f) => ({
    title: f.name,
    value: f.name,
    props: { subtitle: f.line },
  })),
)
</script>

<template>
  <!-- At once and whole: a field that came in later would stand where the button was just pressed. -->
  <p v-if="!shop.isFetched.value" class="waiting quiet" role="status">Asking which shops there are…</p>
  <form v-else class="new" @submit.prevent="begin.mutate()">
    <v-text-field
      v-model="address"
      label="Address of the item in a shop that speaks the shop interface"
      :placeholder="
        shop.data.value?.standIn
          ? 'empty: the rehearsal shop beside Ithrel'
          : 'https://staging.example/lamps/pendant'
      "
      persistent-placeholder
      inputmode="url"
      autocomplete="off"
      class="address"
    />
    <v-autocomplete
      v-if="shop.data.value?.standIn"
      v-model="faults"
      :items="offered"
      :disabled="isOwn"
      label="Faults it shall have, to see them found"
      placeholder="none"
      persistent-placeholder
      variant="outlined"
      density="compact"
      hide-details
      rounded="0"
      :list-props="{ density: 'compact' }"
      multiple
      clearable
      class="faults"
    >
      <template #selection="{ item, index }">
        <span v-if="index === 0">{{ item.title }}</span>
        <span v-if="index === 1" class="quiet more">+{{ faults.length - 1 }}</span>
      </template>
    </v-autocomplete>
    <label
      class="carry"
      title="Checks that did and expected the same there, and were as expected, are not tried again."
    >
      <input v-model="carry" type="checkbox" /> only what changed
    </label>
    <v-btn
      type="submit"
      size="default"
      variant="flat"
      color="primary"
      :loading="begin.isPending.value"
      :disabled="!isOwn && !shop.data.value?.standIn"
      >Rehearse</v-btn
    >
    <Trouble v-if="begin.error.value" :error="begin.error.value" class="trouble" />
  </form>
</template>

<style scoped>
.new {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
}

.waiting {
  min-height: 40px;
}
.address {
  flex: 1 1 300px;
  max-width: 460px;
}
.faults {
  flex: 0 1 290px;
}
.carry {
  display: flex;
  gap: 6px;
  white-space: nowrap;
}
.more {
  margin-left: 4px;
}
.trouble {
  flex-basis: 100%;
}
</style>
