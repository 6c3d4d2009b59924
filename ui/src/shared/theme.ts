import { createVuetify } from 'vuetify'
import { aliases, mdi } from 'vuetify/iconsets/mdi-svg'
import { palette } from './palette'

type Theme = 'paper' | 'lamp'

/** The palette in the roles of the component library, and a few of our own. */
function colours(of: Theme) {
  const role = (name: keyof typeof palette) => palette[name][of]
  return {
    background: role('ground'),
    'on-background': role('ink'),
    surface: role('sheet'),
    'on-surface': role('ink'),
    primary: role('verdigris'),
    'on-primary': role('onVerdigris'),
    secondary: role('ink'),
    'on-secondary': of === 'paper' ? role('sheet') : role('ground'),
    error: role('brick'),
    'on-error': role('onBrick'),
    root: role('marigold'),
    'on-root': role('onMarigold'),
    added: role('plum'),
    faint: role('faint'),
    rule: role('rule'),
    tonal: role('tonal'),
    line: role('line'),
    'root-line': role('rootLine'),
  }
}

/** Text stands in full ink: what is less important is faint by its own role. */
const fullText = { 'high-emphasis-opacity': 1 }

/** The component library in the product's own look. The nonce lets its style sheet pass the content policy. */
export function makeVuetify(name: Theme) {
  const nonce = document.querySelector<HTMLMetaElement>('meta[name=csp-nonce]')?.content ?? ''
  return createVuetify({
    theme: {
      defaultTheme: name,
      themes: {
        paper: { dark: false, colors: colours('paper'), variables: fullText },
        lamp: { dark: true, colors: colours('lamp'), variables: fullText },
      },
      cspNonce: nonce,
    },
    icons: { defaultSet: 'mdi', aliases, sets: { mdi } },
    defaults: {
      VBtn: { variant: 'text', rounded: 'md' },
      VTextField: { variant: 'outlined', density: 'compact', color: 'primary' },
      VTextarea: { variant: 'outlined', density: 'compact', color: 'primary' },
      VCard: { rounded: 'md', elevation: 0 },
      VMenu: { transition: 'fade-transition' },
      VDialog: { transition: 'fade-transition' },
    },
  })
}
