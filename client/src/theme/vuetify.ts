import 'vuetify/styles'
import { createVuetify } from 'vuetify'
import { aliases, mdi } from 'vuetify/iconsets/mdi-svg'
import { readKept } from '@/kept/storage'
import { THEMES } from './themes'

const nonce = document.querySelector<HTMLMetaElement>('meta[property="csp-nonce"]')?.nonce
const kept = readKept('fine-spark-theme')

export const vuetify = createVuetify({
  icons: { defaultSet: 'mdi', aliases, sets: { mdi } },
  theme: {
    defaultTheme: kept !== null && Object.hasOwn(THEMES, kept) ? kept : 'dark',
    themes: THEMES,
    cspNonce: nonce
  },
  defaults: {
    VSelect: { variant: 'underlined', density: 'compact', hideDetails: 'auto', color: 'primary' },
    VTextField: {
      variant: 'underlined',
      density: 'compact',
      hideDetails: 'auto',
      color: 'primary'
    },
    VTextarea: { variant: 'underlined', density: 'compact', hideDetails: 'auto', color: 'primary' },
    VSwitch: { density: 'compact', hideDetails: 'auto', color: 'primary' },
    VDialog: { maxWidth: 560 },
    VBtn: { variant: 'text' }
  }
})
