import './styles/reset.css'
import 'vuetify/styles'
import './styles/fonts.css'
import './styles/measures.css'
import './styles/base.css'
import { createApp } from 'vue'
import App from './App.vue'
import { router } from './router'
import { keptTheme } from './shared/shell/kept'
import { loadAccidentals } from './shared/accidentals'
import { install } from './shared/shell/installed'
import { makeVuetify } from './shared/theme'

loadAccidentals()
createApp(App).use(makeVuetify(keptTheme.value)).use(router).mount('#app')
install()
