import { createRouter, createWebHistory } from 'vue-router'

import AssignmentPage from './pages/AssignmentPage.vue'
import CoursesPage from './pages/CoursesPage.vue'
import GamePage from './pages/GamePage.vue'
import GamesPage from './pages/GamesPage.vue'
import GroupsPage from './pages/GroupsPage.vue'
import MissingPage from './pages/MissingPage.vue'
import ReportPage from './pages/ReportPage.vue'
import ResultPage from './pages/ResultPage.vue'
import ScriptPage from './pages/ScriptPage.vue'
import WorkbenchPage from './pages/WorkbenchPage.vue'

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/', component: CoursesPage },
    { path: '/courses/:course/:assignment', component: AssignmentPage, props: true },
    { path: '/courses/:course/:assignment/wording', component: WorkbenchPage, props: true },
    { path: '/runs/:id(\\d+)/class', component: () => import('./pages/ClassPage.vue'), props: true },
    { path: '/runs/:id(\\d+)/groups', component: GroupsPage, props: true },
    { path: '/results/:id(\\d+)/report', component: ReportPage, props: true },
    { path: '/results/:id(\\d+)', component: ResultPage, props: true },
    { path: '/results/:id(\\d+)/scripts/:script(\\d+)', component: ScriptPage, props: true },
    { path: '/games', component: GamesPage },
    { path: '/games/:variant', component: GamePage, props: true },
    { path: '/:rest(.*)*', component: MissingPage },
  ],
  scrollBehavior: (to, from, saved) => saved ?? (to.hash ? { el: to.hash, top: 12 } : to.path === from.path ? false : { top: 0 }),
})
