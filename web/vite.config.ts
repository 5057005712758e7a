import vue from '@vitejs/plugin-vue'
import vuetify from 'vite-plugin-vuetify'
import { defineConfig } from 'vitest/config'

export default defineConfig(({ command }) => ({
  plugins: [vue(), vuetify({ autoImport: true })],
  // While it is developed (./ithrel dev) Vite serves the page, and the application answers what is asked of it.
  base: command === 'serve' ? '/' : '/build/',
  server: { host: '127.0.0.1', strictPort: true, proxy: { '/api': { target: process.env.ITHREL_DEV_SERVER ?? '' } } },
  build: {
    outDir: '../app/public/build',
    emptyOutDir: true,
    manifest: true,
    // Nothing inline: the page's Content-Security-Policy allows files of its own origin only.
    assetsInlineLimit: 0,
  },
  test: {
    environment: 'jsdom',
    include: ['src/**/*.test.ts'],
    setupFiles: ['src/shared/testSetup.ts'],
    server: { deps: { inline: ['vuetify'] } },
    // One page and one reading of Vuetify for all files; each mounts what it shows anew.
    isolate: false,
  },
}))
