<script setup lang="ts">
import { computed, ref } from 'vue'
import type { SetupDocument } from '../desk/document'
import { plainLabel } from '../outline/words'
import type { Slip } from '../shared/api'
import Thumb from '../shared/Thumb.vue'
import Trouble from '../shared/Trouble.vue'
import { usePictures } from '../shared/usePictures'

/** What the pins come to: what is missing, the price ledger, and the cart line stage by stage. */
const props = defineProps<{
  slip: Slip | null
  error: Error | null
  setup: SetupDocument
  deskId: string
  quantity: number | null
}>()
const pictures = usePictures(() => props.deskId)
const emit = defineEmits<{ quantity: [quantity: number | null] }>()

const STAGES = ['page', 'cart', 'checkout', 'order'] as const
const stage = ref<(typeof STAGES)[number]>('cart')
const entries = computed(() => props.slip?.entries[stage.value] ?? [])
const missing = computed(() => (props.slip?.problems ?? []).filter((p) => p.code === 'missing'))
const wrong = computed(() => (props.slip?.problems ?? []).filter((p) => p.code !== 'missing'))

function place(at: string): { name: string; params: { id: string }; query: { at: string } } {
  return { name: 'outline', params: { id: props.deskId }, query: { at } }
}
function placeOf(option: string | null): string {
  const index = props.setup.options.findIndex((o) => o.code === option)
  return index < 0 ? '/item' : `/options/${index}`
}
function labelOf(option: string | null): string {
  const found = props.setup.options.find((o) => o.code === option)
  return plainLabel(found?.label ?? option ?? '')
}
function takeQuantity(event: Event): void {
  const value = Number((event.target as HTMLInputElement).value)
  emit('quantity', Number.isInteger(value) && value > 0 ? value : null)
}
</script>

<template>
  <aside class="slip" aria-label="Slip">
    <Trouble v-if="error" :error="error" />
    <template v-if="slip">
      <div class="sum">
        <h2>Slip</h2>
        <label class="quiet"
          >pieces
          <input
            type="number"
            min="1"
            class="pieces"
            :value="quantity ?? slip.quantity"
            @change="takeQuantity"
          />
        </label>
        <span class="total amount"
          >{{ slip.total ?? 'no price' }} <small>{{ slip.currency }}</small></span
        >
      </div>
      <div role="status">
        <p v-if="slip.complete" class="ready">Complete: this can be bought.</p>
        <p v-if="missing.length" class="missing">
          Still missing:
          <template v-for="(p, i) in missing" :key="p.option ?? i"
            >{{ i > 0 ? ', ' : ''
            }}<router-link :to="place(placeOf(p.option))">{{ labelOf(p.option) }}</router-link></template
          >
        </p>
        <ul v-if="wrong.length" class="wrong">
          <li v-for="(p, i) in wrong" :key="i">
            {{ p.message }}
          </li>
        </ul>
      </div>
      <table class="plain ledger">
        <caption class="d-sr-only">
          Price ledger
        </caption>
        <tbody>
          <tr>
            <td><router-link :to="place(slip.baseAt)">Base</router-link></td>
            <td class="amount"></td>
            <td class="amount">{{ slip.base }}</td>
          </tr>
          <tr v-for="(line, i) in slip.ledger" :key="i">
            <td>
              <router-link :to="place(line.at)">{{
                line.label === '' ? line.how : plainLabel(line.label)
              }}</router-link>
              <span v-if="line.per === 'line'" class="quiet"> once a line</span>
            </td>
            <td class="amount">{{ line.how === 'replace' ? 'sets base' : (line.amount ?? 'no value') }}</td>
            <td class="amount quiet">{{ line.per === 'line' ? '' : (line.running ?? '') }}</td>
          </tr>
        </tbody>
        <tfoot>
          <tr>
            <th scope="row">Unit price</th>
            <td></td>
            <td class="amount">{{ slip.unitPrice ?? '–' }}</td>
          </tr>
          <tr>
            <th scope="row">Line, {{ slip.quantity }} ×</th>
            <td></td>
            <td class="amount">{{ slip.lineTotal ?? '–' }}</td>
          </tr>
          <tr v-for="own in slip.ownLines" :key="own.sku">
            <th scope="row">{{ own.name }}</th>
            <td class="amount">{{ own.unitPrice }}</td>
            <td class="amount">{{ own.lineTotal }}</td>
          </tr>
        </tfoot>
      </table>
      <h3 class="cart">Cart line</h3>
      <p class="small">
        <span class="code">{{ slip.sku }}</span> · weight {{ slip.weight
        }}<span v-if="slip.points !== '0'"> · {{ slip.points }} points</span>
      </p>
      <Thumb v-if="slip.image" :name="slip.image" :src="pictures.src(slip.image)" :size="64" />
      <div class="stages" role="group" aria-label="Stage">
        <button v-for="s in STAGES" :key="s" type="button" :aria-pressed="stage === s" @click="stage = s">
          {{ s }}
        </button>
      </div>
      <dl class="entries">
        <div v-for="(e, i) in entries" :key="i">
          <dt>
            <router-link :to="place(e.at)">{{ plainLabel(e.label) }}</router-link>
          </dt>
          <dd>{{ e.value }}</dd>
        </div>
      </dl>
      <p v-if="!entries.length" class="quiet small">Nothing to see at this stage yet.</p>
    </template>
  </aside>
</template>

<style scoped>
.slip {
  border-left: 1px solid var(--paper-line);
  background: rgb(var(--v-theme-background));
  padding: 8px 14px 16px;
  min-width: 0;
}
.sum {
  display: flex;
  align-items: baseline;
  gap: 12px;
}
.pieces {
  width: 52px;
  font: inherit;
  color: inherit;
  border: 1px solid rgba(var(--v-theme-on-background), 0.5);
  background: rgb(var(--v-theme-surface));
  padding: 0 4px;
  text-align: right;
}
.total {
  margin-left: auto;
  font-size: 19px;
  font-weight: 620;
}
.total small {
  font-size: 12px;
  font-weight: 400;
}
.ready {
  color: rgb(var(--v-theme-primary));
  font-weight: 600;
}
.missing {
  color: rgb(var(--v-theme-warning));
}
.missing a {
  color: inherit;
}
.wrong {
  color: rgb(var(--v-theme-error));
  padding-left: 16px;
}
.ledger {
  margin-top: 8px;
}
.ledger a,
.entries a {
  color: inherit;
  text-decoration-color: var(--paper-line);
}
.ledger td:last-child,
.ledger th:last-child {
  padding-right: 0;
}
.ledger tfoot th {
  font-weight: 500;
  border: 0;
  color: inherit;
}
.ledger tfoot tr:first-child > * {
  border-top: 1px solid var(--paper-line);
}
.cart {
  margin-top: 16px;
}
.small {
  font-size: 12.5px;
}
.stages {
  display: flex;
  margin: 6px 0;
  border-bottom: 1px solid var(--paper-line);
}
.stages button {
  all: unset;
  cursor: pointer;
  padding: 2px 10px 3px 0;
  margin-right: 6px;
  color: var(--quiet);
}
.stages button:focus-visible {
  outline: 2px solid rgb(var(--v-theme-primary));
}
.stages button[aria-pressed='true'] {
  color: inherit;
  font-weight: 600;
  box-shadow: inset 0 -2px rgb(var(--v-theme-primary));
}
.entries > div {
  display: grid;
  grid-template-columns: 112px minmax(0, 1fr);
  gap: 8px;
  padding: 1px 0;
}
.entries dt {
  color: var(--quiet);
}
.entries dd {
  overflow-wrap: anywhere;
  white-space: pre-wrap;
}
</style>
