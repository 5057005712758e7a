import { createVuetify } from 'vuetify'
import { aliases, mdi } from 'vuetify/iconsets/mdi-svg'

const nonce = document.querySelector('meta[name="csp-nonce"]')?.getAttribute('content') ?? undefined

/** Paper and ink by day, lamp-black by night; one accent each for selectable, look and blocked. */
export const vuetify = createVuetify({
  icons: { defaultSet: 'mdi', aliases, sets: { mdi } },
  theme: {
    cspNonce: nonce,
    defaultTheme: 'system',
    themes: {
      light: {
        dark: false,
        colors: {
          background: '#f4f0e4',
          surface: '#fbf9f2',
          'surface-variant': '#e7e1cf',
          'on-surface-variant': '#2a2a26',
          'on-background': '#23231f',
          'on-surface': '#23231f',
          primary: '#0d6358',
          secondary: '#4c4a42',
          error: '#8c1f3a',
          warning: '#7d4b00',
          info: '#3c4f63',
          success: '#0d6358',
        },
      },
      dark: {
        dark: true,
        colors: {
          background: '#191b1a',
          surface: '#212423',
          'surface-variant': '#343836',
          'on-surface-variant': '#e9e4d6',
          'on-background': '#e9e4d6',
          'on-surface': '#e9e4d6',
          primary: '#6fd0bd',
          secondary: '#bfb9a8',
          error: '#f59aac',
          warning: '#e9b566',
          info: '#a9bfd4',
          success: '#6fd0bd',
        },
      },
    },
  },
  defaults: {
    VBtn: { variant: 'outlined', density: 'comfortable', rounded: '0', size: 'small' },
    VTextField: { variant: 'outlined', density: 'compact', hideDetails: 'auto', rounded: '0' },
    VTextarea: { variant: 'outlined', density: 'compact', hideDetails: 'auto', rounded: '0' },
    VSelect: { variant: 'outlined', density: 'compact', hideDetails: 'auto', rounded: '0' },
    VAutocomplete: { variant: 'outlined', density: 'compact', hideDetails: 'auto', rounded: '0' },
    VCard: { rounded: '0', elevation: 0, border: true },
    VDialog: { maxWidth: 640 },
  },
})
