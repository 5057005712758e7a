<script setup lang="ts">
import { SHORTCUTS } from './shortcuts'

const open = defineModel<boolean>({ required: true })
</script>

<template>
  <v-dialog v-model="open" max-width="440" aria-label="Keys">
    <v-card class="pa-4">
      <h2>Keys</h2>
      <table class="plain">
        <tbody>
          <tr v-for="s in SHORTCUTS" :key="s.keys">
            <th scope="row">{{ s.keys }}</th>
            <td>{{ s.does }}</td>
          </tr>
        </tbody>
      </table>
      <div class="mt-3 text-right"><v-btn @click="open = false">Close</v-btn></div>
    </v-card>
  </v-dialog>
</template>
