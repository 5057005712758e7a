<script setup lang="ts">
import { mdiCommentOutline } from '@mdi/js'
import { useMutation, useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { useDesk } from '../desk/useDesk'
import { answer, client } from '../shared/api'
import Trouble from '../shared/Trouble.vue'
import { testerName } from '../shared/tester'
import TesterName from '../shared/TesterName.vue'
import { remarksQuery } from './remarks'

/** The conversation at one place: what was written there, answers, and a word more. Without a place, all that is open. */
const props = defineProps<{ about?: string; at?: string; words?: string; isOpen?: boolean }>()
const desk = useDesk()
const queryClient = useQueryClient()
const query = useQuery(computed(() => remarksQuery(desk.value.id)))
const all = computed(() =>
  (query.data.value ?? []).filter((r) =>
    props.about === undefined ? r.closedBy === null : r.about === props.about,
  ),
)
const isUnfolded = ref(props.isOpen || props.about === undefined)
/** Asked for as long as she writes it. */
const asksName = testerName.value === ''
const text = ref('')
const answered = ref<string | null>(null)
const act = useMutation({
  mutationFn: async (close: string | null) =>
    answer(
      close === null
        ? client.POST('/api/setups/{id}/remarks', {
            params: { path: { id: desk.value.id } },
            body: {
              text: text.value.trim(),
              about: props.about ?? '',
              at: props.at ?? '',
              words: props.words ?? '',
              to: answered.value,
              by: testerName.value,
            },
          })
        : client.POST('/api/setups/{id}/remarks/{remark}/close', {
            params: { path: { id: desk.value.id, remark: close } },
          }),
    ),
  onSuccess: async () => {
    text.value = ''
    answered.value = null
    await queryClient.invalidateQueries({ queryKey: ['remarks', desk.value.id] })
    await queryClient.invalidateQueries({ queryKey: ['gate', desk.value.id] })
  },
})
function reply(id: string): void {
  answered.value = answered.value === id ? null : id
}
const count = computed(() => all.value.filter((r) => r.closedBy === null).length)
</script>

<template>
  <div class="remarks">
    <button
      v-if="about !== undefined && !isOpen"
      type="button"
      class="bare toggle"
      :aria-expanded="isUnfolded"
      :aria-label="`${count > 0 ? count : 'remark'}: ${words}`"
      @click="isUnfolded = !isUnfolded"
    >
      <v-icon :icon="mdiCommentOutline" size="14" aria-hidden="true" />
      {{ count > 0 ? count : 'remark…' }}
    </button>
    <div v-if="isUnfolded" class="all">
      <article v-for="r in all" :key="r.id" :class="{ closed: r.closedBy !== null }">
        <p v-if="about === undefined" class="place">
          <router-link v-if="r.at" :to="{ name: 'outline', params: { id: desk.id }, query: { at: r.at } }">{{
            r.words
          }}</router-link>
          <span v-else>{{ r.words }}</span>
        </p>
        <p>
          <strong>{{ r.person }}</strong> <span class="quiet">{{ r.writtenAt.slice(0, 10) }}</span>
          {{ r.text }}
        </p>
        <p v-for="(a, i) in r.answers" :key="i" class="answer">
          <strong>{{ a.person }}</strong> <span class="quiet">{{ a.writtenAt.slice(0, 10) }}</span>
          {{ a.text }}
        </p>
        <p v-if="r.closedBy !== null" class="quiet">closed by {{ r.closedBy }}</p>
        <p v-else class="acts">
          <button type="button" class="bare act" :aria-pressed="answered === r.id" @click="reply(r.id)">
            answer
          </button>
          <button type="button" class="bare act" @click="act.mutate(r.id)">close</button>
        </p>
      </article>
      <p v-if="about === undefined && all.length === 0" class="quiet">Nothing is asked.</p>
      <form v-if="about !== undefined || answered !== null" @submit.prevent="act.mutate(null)">
        <v-textarea
          v-model="text"
          :label="answered === null ? 'Write a remark here' : 'Answer'"
          rows="2"
          auto-grow
          maxlength="4000"
        />
        <TesterName v-if="asksName" />
        <v-btn
          type="submit"
          variant="text"
          :disabled="text.trim() === '' || testerName === ''"
          :loading="act.isPending.value"
          >{{ answered === null ? 'Write' : 'Answer' }}</v-btn
        >
      </form>
      <Trouble v-if="act.error.value" :error="act.error.value" />
    </div>
  </div>
</template>

<style scoped>
.toggle,
.act {
  color: rgb(var(--v-theme-primary));
  font-size: 12.5px;
  white-space: nowrap;
}
.acts {
  display: flex;
  gap: 12px;
}
.all {
  padding: 4px 0 6px 10px;
  border-left: 2px solid var(--paper-line);
}
article {
  margin-bottom: 6px;
  overflow-wrap: anywhere;
}
.answer {
  padding-left: 14px;
}
.closed {
  opacity: 0.75;
}
.place {
  font-size: 12.5px;
}
form {
  margin-top: 4px;
}
</style>
