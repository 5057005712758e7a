<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Option } from '../desk/document'
import { kindWords, limitWords, PICKED } from '../desk/kinds'
import type { Finding } from '../shared/api'
import { isWithin } from '../shared/severity'
import Thumb from '../shared/Thumb.vue'
import ValueGrid from '../writing/ValueGrid.vue'
import Margin from './Margin.vue'
import { useNear } from './near'
import { useSentences } from '../writing/useSentences'
import { plainLabel } from './words'

/**
 * One option with its values, read or written in. All that it is drawn from comes as properties that stay the same while
 * it does, so that an edit elsewhere draws nothing of it anew.
 */
const props = defineProps<{
  option: Option
  index: number
  /** Its condition as a sentence; empty where it has none. */
  shown: string
  /** The conditions of its values as sentences, a line each; empty where none has one. */
  allowed: string
  findings: (Finding & { i: number })[]
  /** The place of the address where that is within this option, else empty. */
  at: string
  /** What of it is marked; empty: nothing. */
  marked: string
  isWriting: boolean
  /** Whether its values can be written in at once. */
  isOpen: boolean
  /** Whether it is one of so many that the values of those far from the window are not drawn. */
  isOneOfMany: boolean
  src: (name: string) => string | null
}>()
defineEmits<{ choose: [i: number] }>()

/** Pixels that a value takes, about; the browser keeps the true height of what it drew once. */
const HEIGHT = 24

const { said } = useSentences()
const block = ref<HTMLElement | null>(null)
const isNear = useNear(block, () => props.isOneOfMany)
const own = computed(() => `/options/${props.index}`)
const isDrawn = computed(() => isNear.value || isWithin(props.at, own.value))
const values = computed(() => props.option.values ?? [])
const conditions = computed(() => props.allowed.split('\n'))
const hasPictures = computed(() => values.value.some((v) => v.image ?? v.swatch))
</script>

<template>
  <section :id="`at${own}`" ref="block" class="block" :class="{ marked: marked === own }">
    <div class="text">
      <h2>
        <span class="ordinal">{{ index + 1 }}</span> {{ plainLabel(option.label ?? option.code) }}
        <span class="code">{{ option.code }}</span>
        <span class="kind"
          >{{ kindWords(option.kind) }}<template v-if="option.required">, required</template></span
        >
      </h2>
      <p v-if="option.section"><span class="quiet">under</span> {{ option.section }}</p>
      <p v-if="option.styled?.length"><span class="quiet">looks by</span> {{ option.styled.join(', ') }}</p>
      <p v-if="option.help" class="quiet">“{{ option.help }}”</p>
      <p
        v-if="option.shownWhen"
        :id="`at${own}/shownWhen`"
        :class="{ marked: marked === `${own}/shownWhen` }"
      >
        <span class="quiet">shown when</span> {{ shown }}
      </p>
      <p v-if="limitWords(option).length">
        <span class="quiet">limits</span> {{ limitWords(option).join(' · ') }}
      </p>
      <p v-if="option.charge !== undefined"><span class="quiet">charge</span> {{ said(option.charge) }}</p>
      <p v-if="option.yes">
        <span class="quiet">yes</span>
        {{
          [
            said(option.yes.charge),
            option.yes.weight ? `weight ${option.yes.weight}` : '',
            option.yes.sku ?? '',
          ]
            .filter(Boolean)
            .join(' · ') || 'changes nothing'
        }}<template v-if="option.default === true">, ticked beforehand</template>
      </p>
      <p v-if="option.stages">
        <span class="quiet">seen at</span> {{ option.stages.join(', ') || 'no stage' }}
      </p>
      <ValueGrid v-if="isWriting && isOpen && PICKED.includes(option.kind)" :option="option" :index="index" />
      <div
        v-else-if="values.length > 0 && !isDrawn"
        :style="{ height: `${(values.length + 1) * HEIGHT}px` }"
        class="later"
      >
        {{ values.length }} values
      </div>
      <table v-else-if="values.length > 0" class="plain values">
        <thead>
          <tr>
            <th scope="col">Value</th>
            <th scope="col">Code</th>
            <th scope="col" class="amount">Charge</th>
            <th scope="col" class="figure">Stock</th>
            <th scope="col">SKU</th>
            <th v-if="hasPictures" scope="col">Picture</th>
            <th scope="col">Only when</th>
          </tr>
        </thead>
        <tbody>
          <tr
            v-for="(v, j) in values"
            :id="`at${own}/values/${j}`"
            :key="v.code"
            :class="{ marked: marked === `${own}/values/${j}`, kept: v.hidden }"
          >
            <td>
              {{ v.label ?? v.code }}<span v-if="v.default" class="quiet"> · preselected</span
              ><span v-if="v.hidden" class="quiet"> · kept for later</span>
            </td>
            <td class="code">{{ v.code }}</td>
            <td class="amount">
              {{ said(v.charge) }}<span v-if="v.cost" class="quiet"> costs {{ v.cost }}</span>
            </td>
            <td class="figure">{{ v.stock ?? '' }}</td>
            <td class="code">
              {{ v.sku ?? ''
              }}<template v-if="v.item"
                >{{ v.item }}<template v-if="v.line === 'own'"> (own line)</template></template
              >
            </td>
            <td v-if="hasPictures">
              <Thumb v-if="v.swatch" :name="v.swatch" :src="src(v.swatch)" />
              <Thumb v-if="v.image" :name="v.image" :src="src(v.image)" />
            </td>
            <td>
              {{ conditions[j] ?? ''
              }}<span v-for="(n, f) in v.figures ?? {}" :key="f" class="quiet"> {{ f }} {{ n }}</span>
            </td>
          </tr>
        </tbody>
      </table>
    </div>
    <Margin :findings="findings" @choose="$emit('choose', $event)" />
  </section>
</template>

<style scoped>
.ordinal {
  color: var(--quiet);
  font-weight: 400;
}
.kind {
  font-family: 'Noto Sans Variable', sans-serif;
  font-weight: 400;
  font-size: 12.5px;
  color: var(--quiet);
  margin-left: 6px;
}
.later {
  color: var(--quiet);
}
</style>
