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
import SignInPage from './pages/SignInPage.vue'
import AcceptInvitePage from './pages/AcceptInvitePage.vue'
import WorkbenchPage from './pages/WorkbenchPage.vue'
import { onSessionEnd } from './api/client'
import { useSession } from './stores/session'

export const router = createRouter({
  history: createWebHistory(),
  routes: [
    { path: '/sign-in', component: SignInPage, meta: { open: true } },
    { path: '/accept-invite', component: AcceptInvitePage, meta: { open: true } },
    { path: '/', component: CoursesPage },
    { path: '/account', component: () => import('./pages/AccountPage.vue') },
    { path: '/admin', component: () => import('./pages/AdminPage.vue') },
    { path: '/courses/:course', component: () => import('./pages/CoursePage.vue'), props: true },
    { path: '/courses/:course/-/roster', component: () => import('./pages/RosterPage.vue'), props: true },
    { path: '/courses/:course/-/people', component: () => import('./pages/PeoplePage.vue'), props: true },
    { path: '/courses/:course/-/gradebook', component: () => import('./pages/GradebookPage.vue'), props: true },
    { path: '/courses/:course/-/settings', component: () => import('./pages/CourseSettingsPage.vue'), props: true },
    { path: '/courses/:course/-/new', component: () => import('./pages/NewAssignmentPage.vue'), props: true },
    { path: '/courses/:course/-/desk', component: () => import('./pages/DeskPage.vue'), props: true },
    { path: '/courses/:course/-/contests', component: () => import('./pages/ContestsPage.vue'), props: true },
    { path: '/courses/:course/-/contests/new', component: () => import('./pages/NewContestPage.vue'), props: true },
    { path: '/courses/:course/-/contests/:contest', component: () => import('./pages/ContestPage.vue'), props: true },
    { path: '/courses/:course/-/contests/:contest/players/:number(\\d+)', component: () => import('./pages/ContestPlayerPage.vue'), props: true },
    { path: '/courses/:course/-/contests/:contest/games/:game(\\d+)', component: () => import('./pages/ContestGamePage.vue'), props: true },
    { path: '/courses/:course/:assignment', component: AssignmentPage, props: true },
    { path: '/courses/:course/:assignment/mine', component: () => import('./pages/MyAssignmentPage.vue'), props: true },
    { path: '/courses/:course/:assignment/import', component: () => import('./pages/ImportPage.vue'), props: true },
    { path: '/courses/:course/:assignment/settings', component: () => import('./pages/AssignmentSettingsPage.vue'), props: true },
    { path: '/courses/:course/:assignment/handout', component: () => import('./pages/HandoutPage.vue'), props: true },
    { path: '/courses/:course/:assignment/desk', component: () => import('./pages/DeskPage.vue'), props: true },
    { path: '/courses/:course/:assignment/requests', component: () => import('./pages/RequestsPage.vue'), props: true },
    { path: '/courses/:course/:assignment/runs', component: () => import('./pages/RunsPage.vue'), props: true },
    { path: '/runs/:id(\\d+)/compare/:other(\\d+)', component: () => import('./pages/RegradePage.vue'), props: true },
    { path: '/results/:id(\\d+)/compare/:other(\\d+)', component: () => import('./pages/PairPage.vue'), props: true },
    { path: '/results/:id(\\d+)/files', component: () => import('./pages/FilesPage.vue'), props: true },
    { path: '/courses/:course/:assignment/wording', component: WorkbenchPage, props: true },
    { path: '/runs/:id(\\d+)/class', component: () => import('./pages/ClassPage.vue'), props: true },
    { path: '/runs/:id(\\d+)/groups', component: GroupsPage, props: true },
    { path: '/results/:id(\\d+)/report', component: ReportPage, props: true },
    { path: '/results/:id(\\d+)', component: ResultPage, props: true },
    { path: '/results/:id(\\d+)/scripts/:script(\\d+)', component: ScriptPage, props: true },
    { path: '/games', component: GamesPage, meta: { open: true } },
    { path: '/games/:variant', component: GamePage, props: true, meta: { open: true } },
    { path: '/:rest(.*)*', component: MissingPage },
  ],
  scrollBehavior: (to, from, saved) => saved ?? (to.hash ? { el: to.hash, top: 12 } : to.path === from.path ? false : { top: 0 }),
})

// Who is signed in is known before the first page. A page that is not open leads to signing
// in, and back.
router.beforeEach(async (to) => {
  const session = useSession()
  if (!session.session) await session.load().catch(() => {})
  if (!to.meta.open && session.session && !session.person) return { path: '/sign-in', query: { to: to.fullPath } }
})

onSessionEnd(() => {
  const at = router.currentRoute.value
  if (!at.meta.open) void useSession().load().then(() => router.push({ path: '/sign-in', query: { to: at.fullPath } }))
})
