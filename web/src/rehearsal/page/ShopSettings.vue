<script setup lang="ts">
import { useMutation } from '@tanstack/vue-query'
import { reactive, watch } from 'vue'
import { answer, asSeen, client, type ShopTold } from '../../shared/api'
import Trouble from '../../shared/Trouble.vue'

/** What holds for a whole shop: its name, what may be done there, and how much it takes. */
const props = defineProps<{ shop: ShopTold }>()
const emit = defineEmits<{ kept: [shop: ShopTold] }>()
const CEILINGS = [
  { key: 'options', words: 'Most options' },
  { key: 'values', words: 'Most values of one' },
  { key: 'rows', words: 'Most variant rows' },
  { key: 'characters', words: 'Most characters of a label' },
] as const
interface Own {
  name: string
  hosts: string
  orders: boolean
  pause: string
  ceilings: Record<string, string>
}
const own = reactive<Own>({
  name: '',
  hosts: '',
  orders: false,
  pause: '0',
  ceilings: {},
})
watch(
  () => props.shop,
  (shop) => {
    own.name = shop.name
    own.hosts = shop.hosts.join(' ')
    own.orders = shop.orders
    own.pause = String(shop.pause / 1000)
    own.ceilings = Object.fromEntries(CEILINGS.map(({ key }) => [key, String(shop.ceilings[key] ?? '')]))
  },
  { immediate: true },
)
const keep = useMutation({
  mutationFn: () =>
    answer(
      client.PATCH('/api/shops/{shop}', {
        params: { path: { shop: props.shop.id }, header: asSeen(props.shop.etag) },
        body: {
          name: own.name.trim(),
          hosts: own.hosts
            .toLowerCase()
            .split(/[\s,]+/)
            .filter((h) => h !== ''),
          orders: own.orders,
          pause: Math.round(Number(own.pause.replace(',', '.')) * 1000) || 0,
          ceilings: Object.fromEntries(
            Object.entries(own.ceilings)
              .filter(([, most]) => /^\d{1,9}$/.test(most))
              .map(([k, most]) => [k, Number(most)]),
          ),
        },
      }),
    ),
  onSuccess: (shop) => {
    emit('kept', shop)
  },
})
</script>

<template>
  <form class="shop" aria-label="The shop" @submit.prevent="keep.mutate()">
    <v-text-field v-model="own.name" label="Name of the shop" />
    <v-text-field v-model="own.hosts" label="Further hosts that may be visited" placeholder="cdn.example" />
    <v-text-field v-model="own.pause" label="Seconds between two checks" inputmode="decimal" />
    <label class="tick"
      ><input v-model="own.orders" type="checkbox" /> Orders may be placed there, with made-up contact
      data</label
    >
    <div class="ceilings">
      <v-text-field
        v-for="c in CEILINGS"
        :key="c.key"
        v-model="own.ceilings[c.key]"
        :label="c.words"
        placeholder="not asked"
        inputmode="numeric"
      />
    </div>
    <v-btn type="submit" variant="flat" color="primary" :loading="keep.isPending.value">Keep</v-btn>
    <span v-if="keep.isSuccess.value" class="quiet" role="status">Kept.</span>
    <Trouble v-if="keep.error.value" :error="keep.error.value" />
  </form>
</template>

<style scoped>
.shop {
  display: flex;
  flex-direction: column;
  gap: 8px;
  max-width: 460px;
  padding: 8px 0;
}
.tick {
  display: flex;
  gap: 8px;
  align-items: center;
}
.ceilings {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px;
}
.shop .v-btn {
  align-self: start;
}
</style>
