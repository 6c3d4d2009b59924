import '../src/styles/fonts.css'
import '../src/styles/measures.css'
import './home.css'
import { createApp } from 'vue'
import type { components } from '../src/api/schema'
import HomeApp from './HomeApp.vue'

export type HomePage = components['schemas']['HomePage']

const page = JSON.parse(document.getElementById('page')?.textContent ?? '{}') as HomePage
createApp(HomeApp, { page }).mount('#app')
