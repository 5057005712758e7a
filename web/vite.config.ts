import vue from '@vitejs/plugin-vue'
import vuetify from 'vite-plugin-vuetify'
import { defineConfig } from 'vitest/config'

export default defineConfig({
  plugins: [vue(), vuetify({ autoImport: true })],
  base: '/build/',
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
  },
})
