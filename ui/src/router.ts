import { createRouter, createWebHistory } from 'vue-router'
import BenchView from './bench/BenchView.vue'

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', name: 'bench', component: BenchView },
    { path: '/rounds', name: 'rounds', component: () => import('./rounds/RoundsView.vue') },
    { path: '/compare', name: 'compare', component: () => import('./compare/CompareView.vue') },
    { path: '/workshop', name: 'workshop', component: () => import('./workshop/WorkshopView.vue') },
    { path: '/saved', name: 'saved', component: () => import('./library/LibraryView.vue') },
    { path: '/:rest(.*)*', redirect: '/' },
  ],
})
