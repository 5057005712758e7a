<script setup lang="ts">
import type { SetupDocument } from '../desk/document'
import Thumb from '../shared/Thumb.vue'

/** The item itself, what every line carries, and what the setup applies to; its findings stand beside it. */
defineProps<{
  setup: SetupDocument
  /** Whether a place is marked. */
  marked: (place: string) => boolean
  src: (name: string) => string | null
}>()
</script>

<template>
  <section id="at/item" class="block" :class="{ marked: marked('/item') }">
    <div class="text">
      <h2>
        {{ setup.item.name }} <span class="code">{{ setup.item.sku }}</span>
        <Thumb
          v-if="setup.item.image"
          :name="setup.item.image"
          :src="src(setup.item.image)"
          :size="56"
          class="of-item"
        />
      </h2>
      <p>
        {{ setup.item.price }} {{ setup.currency
        }}<template v-if="setup.item.salePrice">, on sale {{ setup.item.salePrice }}</template
        ><template v-if="setup.item.weight"> · weight {{ setup.item.weight }}</template
        ><template v-if="setup.item.cost"> · costs {{ setup.item.cost }}</template
        ><template v-if="setup.item.size">
          · package {{ setup.item.size.length }} × {{ setup.item.size.width }} × {{ setup.item.size.height }}
          {{ setup.item.size.unit }}</template
        ><template v-if="setup.item.stock !== undefined"> · {{ setup.item.stock }} in stock</template
        ><template v-if="setup.item.backorder"> · backorders</template
        ><template v-if="setup.quantity">
          · {{ setup.quantity.min ?? 1
          }}<template v-if="setup.quantity.max"> to {{ setup.quantity.max }}</template> pieces<template
            v-if="setup.quantity.step"
            >, steps of {{ setup.quantity.step }}</template
          ></template
        >
        · rounds {{ setup.rounding?.mode ?? 'half-up' }} at {{ setup.rounding?.at ?? 'unit' }}
      </p>
      <p
        v-for="(d, i) in setup.item.data ?? []"
        :id="`at/item/data/${i}`"
        :key="d.code"
        :class="{ marked: marked(`/item/data/${i}`) }"
      >
        <span class="quiet">carries</span> {{ d.label }}: {{ d.value }}
        <span class="quiet">({{ d.stages?.join(', ') ?? 'all stages' }})</span>
      </p>
      <p v-if="setup.appliesTo" id="at/appliesTo" :class="{ marked: marked('/appliesTo') }">
        <span class="quiet">applies to</span>
        {{
          setup.appliesTo.all
            ? 'every item'
            : [
                ...(setup.appliesTo.skus ?? []),
                ...(setup.appliesTo.categories ?? []),
                ...(setup.appliesTo.tags ?? []),
              ].join(', ') || 'nothing'
        }}
      </p>
    </div>
    <slot />
  </section>
</template>

<style scoped>
.of-item {
  float: right;
}
</style>
