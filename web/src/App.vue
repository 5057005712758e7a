<script setup lang="ts">
import { mdiKeyboardOutline, mdiThemeLightDark } from '@mdi/js'
import { useMutation, useQueryClient } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { useTheme } from 'vuetify'
import Shortcuts from './shared/Shortcuts.vue'
import { useShortcuts } from './shared/shortcuts'
import Waiting from './shared/Waiting.vue'
import { answer, client, whenSignedOut } from './shared/api'
import { sessionQuery, useSession } from './people/session'
import OwnPassword from './people/OwnPassword.vue'
import SignIn from './people/SignIn.vue'

const theme = useTheme()
const KEPT = 'ithrel-theme'
const kept = localStorage.getItem(KEPT)
if (kept === 'light' || kept === 'dark') void theme.change(kept)

function turnTheme(): void {
  const next = theme.global.current.value.dark ? 'light' : 'dark'
  void theme.change(next)
  localStorage.setItem(KEPT, next)
}

const queryClient = useQueryClient()
const session = useSession()
const isOutside = computed(() => session.value?.needed === true && session.value.name === null)
whenSignedOut(() => void queryClient.invalidateQueries({ queryKey: sessionQuery.queryKey }))
const signOut = useMutation({
  mutationFn: () => answer(client.DELETE('/api/session')),
  onSettled: () => queryClient.resetQueries(),
})

const help = ref(false)
const isPasswordAsked = ref(false)
useShortcuts({ '?': () => (help.value = true) })
</script>

<template>
  <v-app>
    <a class="skip" href="#main">To the content</a>
    <header class="top">
      <router-link to="/" class="brand">Ithrel</router-link>
      <span class="quiet motto">option setups, proofread</span>
      <span class="grow" />
      <v-btn
        v-if="session?.name"
        class="who"
        variant="text"
        title="Change your password"
        @click="isPasswordAsked = true"
        >{{ session.name }}, {{ session.role }}</v-btn
      >
      <v-btn v-if="session?.name" variant="text" @click="signOut.mutate()">Sign out</v-btn>
      <v-btn v-if="session?.role === 'lead'" variant="text" to="/accounts">Accounts</v-btn>
      <v-btn v-if="!isOutside" variant="text" to="/catalogue">Catalogue</v-btn>
      <v-btn v-if="!isOutside" variant="text" to="/log">Log</v-btn>
      <v-btn variant="text" :prepend-icon="mdiKeyboardOutline" @click="help = true">Keys</v-btn>
      <v-btn variant="text" :prepend-icon="mdiThemeLightDark" @click="turnTheme">{{
        theme.global.current.value.dark ? 'By day' : 'By night'
      }}</v-btn>
    </header>
    <div id="main" class="main" tabindex="-1">
      <SignIn v-if="isOutside" />
      <router-view v-else />
    </div>
    <OwnPassword v-model="isPasswordAsked" />
    <Waiting />
    <Shortcuts v-model="help" />
  </v-app>
</template>

<style scoped>
.top {
  display: flex;
  align-items: center;
  gap: 10px;
  padding: 3px 16px;
  border-bottom: 1px solid var(--paper-line);
  flex: none;
}
.brand {
  font-family: 'Literata Variable', serif;
  font-style: normal;
  font-weight: 640;
  font-size: 18px;
  text-decoration: none;
  color: rgb(var(--v-theme-on-background));
}
.motto {
  font-size: 12.5px;
}
.grow {
  flex: 1;
}
.main {
  flex: 1;
  min-height: 0;
  display: flex;
  flex-direction: column;
  outline: none;
}
@media (max-width: 600px) {
  .motto {
    display: none;
  }
  .top {
    flex-wrap: wrap;
    gap: 2px;
    padding: 3px 8px;
  }
}
</style>
