import '@fontsource-variable/noto-sans/wght.css'
import '@fontsource-variable/literata/wght.css'
import 'vuetify/styles'
import './shared/style.css'
import { VueQueryPlugin } from '@tanstack/vue-query'
import { createApp } from 'vue'
import App from './App.vue'
import { router } from './router'
import { queryClient } from './shared/queries'
import { vuetify } from './shared/theme'

createApp(App).use(vuetify).use(router).use(VueQueryPlugin, { queryClient }).mount('#app')
