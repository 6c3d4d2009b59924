import { createVuetify } from 'vuetify'
import { aliases, mdi } from 'vuetify/iconsets/mdi-svg'

// The roles of both themes. Contrast: text at least 4.5:1 on its ground, marks 3:1.
const paper = {
  dark: false,
  colors: {
    background: '#f6f3ec', 'on-background': '#1f2a37',
    surface: '#fffdf8', 'on-surface': '#1f2a37',
    primary: '#1f6f66', 'on-primary': '#fffdf8',
    secondary: '#1f2a37', 'on-secondary': '#fffdf8',
    error: '#b5462f', 'on-error': '#fffdf8',
    root: '#d9902f', 'on-root': '#1f2a37',
    added: '#7a3e65', faint: '#5d6168', rule: '#cfc8b8',
  },
}

const lamp = {
  dark: true,
  colors: {
    background: '#211f1b', 'on-background': '#efe8da',
    surface: '#2b2823', 'on-surface': '#efe8da',
    primary: '#72c4b7', 'on-primary': '#17201e',
    secondary: '#efe8da', 'on-secondary': '#211f1b',
    error: '#ee8d73', 'on-error': '#211f1b',
    root: '#e5a54b', 'on-root': '#211f1b',
    added: '#d99cc3', faint: '#b3aa9b', rule: '#575146',
  },
}

/** Vuetify in the product's own look. The nonce lets its style sheet pass the content policy. */
export function makeVuetify(name: 'paper' | 'lamp') {
  const nonce = document.querySelector<HTMLMetaElement>('meta[name=csp-nonce]')?.content ?? ''
  return createVuetify({
    theme: { defaultTheme: name, themes: { paper, lamp }, cspNonce: nonce },
    icons: { defaultSet: 'mdi', aliases, sets: { mdi } },
    defaults: {
      VBtn: { variant: 'text', rounded: 'md', density: 'comfortable' },
      VTextField: { variant: 'outlined', density: 'compact', color: 'primary' },
      VTextarea: { variant: 'outlined', density: 'compact', color: 'primary' },
      VCard: { rounded: 'md', elevation: 0 },
      VMenu: { transition: 'fade-transition' },
      VDialog: { transition: 'fade-transition' },
    },
  })
}
