<script setup lang="ts">
import { computed } from 'vue'
import { useDesk } from '../desk/useDesk'
import type { components } from './api.d'
import { grouped } from './numbers'

/** What one side has and the other has not, what costs something else, and the places that differ. */
const props = defineProps<{ diff: components['schemas']['DiffView']; isList?: boolean }>()
const desk = useDesk()
const SECTIONS = computed(() => [
  {
    title: props.isList ? 'On the list, and cannot be selected' : 'Lost',
    count: props.diff.lost,
    rows: props.diff.lostRows,
  },
  {
    title: props.isList ? 'Can be selected, and is not on the list' : 'Gained',
    count: props.diff.gained,
    rows: props.diff.gainedRows,
  },
  {
    title: props.isList ? 'Another price than the list says' : 'Repriced, by the cheapest inputs',
    count: props.diff.repriced?.count ?? null,
    rows: props.diff.repricedRows,
  },
])
const isAlike = computed(
  () =>
    props.diff.changes.length === 0 &&
    SECTIONS.value.every((s) => s.count === '0') &&
    (props.diff.dearest?.count ?? '0') === '0',
)
function span(f: components['schemas']['DiffFigures'] | null): string {
  return f?.least == null ? '' : `, by ${f.least} to ${f.greatest ?? ''} ${props.diff.currency}`
}
</script>

<template>
  <div class="differences">
    <dl class="sums">
      <div>
        <dt>{{ isList ? 'on the list' : 'before' }}</dt>
        <dd>{{ grouped(diff.before) }}</dd>
      </div>
      <div>
        <dt>selectable</dt>
        <dd>{{ grouped(diff.after) }}</dd>
      </div>
      <div>
        <dt>in both</dt>
        <dd>{{ grouped(diff.both) }}</dd>
      </div>
      <div v-if="diff.dearest && diff.dearest.count !== '0'">
        <dt>another dearest price</dt>
        <dd>{{ grouped(diff.dearest.count) }}{{ span(diff.dearest) }}</dd>
      </div>
    </dl>
    <ul v-if="diff.notices.length" class="notices">
      <li v-for="n in diff.notices" :key="n">{{ n }}</li>
    </ul>
    <p v-if="isAlike" role="status">
      <strong>{{ isList ? 'The list and the setup agree.' : 'Nothing differs.' }}</strong>
    </p>
    <section v-if="diff.changes.length">
      <h3>
        {{ isList ? 'Cells that say something else' : 'Places that mean something else' }}
        <span class="figure">{{ diff.changes.length }}</span>
      </h3>
      <ul class="places">
        <li v-for="(c, i) in diff.changes" :key="i">
          <span v-if="!isList" class="quiet">{{ c.isGone ? 'gone' : 'changed' }}</span>
          <router-link
            v-if="!c.isGone"
            :to="{ name: 'outline', params: { id: desk.id }, query: { at: c.at } }"
            >{{ c.words }}</router-link><span v-else>{{ c.words }}</span>
        </li>
      </ul>
    </section>
    <template v-for="s in SECTIONS" :key="s.title">
      <section v-if="s.count !== '0'">
        <h3>
          {{ s.title }}
          <span class="figure">{{ s.count === null ? 'not known' : grouped(s.count) }}</span>
          <span v-if="s.rows === diff.repricedRows" class="quiet">{{ span(diff.repriced) }}</span>
        </h3>
        <table v-if="s.rows.length" class="plain">
          <tbody>
            <tr v-for="(r, i) in s.rows" :key="i">
              <td v-if="isList" class="figure quiet">
                {{ r.line === null ? '' : `line ${r.line}` }}
              </td>
              <td>
                <router-link
                  v-if="r.pins.length"
                  :to="{ name: 'ladder', params: { id: desk.id }, query: { pin: r.pins } }"
                  >{{ r.words }}</router-link><template v-else>{{ r.words }}</template>
                <div v-if="r.why" class="quiet">{{ r.why }}</div>
              </td>
              <td v-if="r.old !== null || r.new !== null" class="amount">
                <s class="quiet">{{ r.old ?? 'none' }}</s> {{ r.new ?? 'none' }}
              </td>
            </tr>
          </tbody>
        </table>
        <p v-if="s.count !== null && BigInt(s.count) > BigInt(s.rows.length)" class="quiet">
          The first {{ s.rows.length }} of {{ grouped(s.count) }}.
        </p>
      </section>
    </template>
  </div>
</template>

<style scoped>
.sums {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 28px;
  margin: 10px 0;
}
.sums dt {
  font-size: 12px;
  color: var(--quiet);
}
.sums dd {
  margin: 0;
  text-align: left;
  font-weight: 600;
  font-variant-numeric: tabular-nums;
}
.notices {
  list-style: none;
  padding: 0 0 0 12px;
  border-left: 3px solid rgb(var(--v-theme-warning));
  max-width: 90ch;
}
section {
  margin-top: 14px;
}
h3 .figure {
  font-weight: 400;
}
.plain a:not(:hover) {
  text-decoration-color: var(--paper-line);
}
.plain {
  max-width: 1040px;
}
.plain tr > td:first-child {
  padding-left: 0;
}
.places {
  list-style: none;
  padding: 0;
}
.places li {
  display: flex;
  gap: 10px;
  padding: 2px 0;
}
.places .quiet {
  min-width: 60px;
}
</style>
