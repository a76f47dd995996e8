/** Where somebody comes who is not known yet. */
const OPEN = ['/begin', '/invited/']

/** Nobody sees a place before signing in; somebody signed in has no use for the door. */
export default defineNuxtRouteMiddleware(async (to) => {
  const session = useSessionStore()
  await session.load()
  const isOpen = OPEN.some((path) => to.path.startsWith(path))
  if (!session.person && !isOpen && (await session.setUpState()).isNeeded)
    return navigateTo('/begin')
  if (!session.person && !isOpen && to.path !== '/sign-in')
    return navigateTo({ path: '/sign-in', query: to.path === '/' ? {} : { back: to.fullPath } })
  if (session.person && (to.path === '/sign-in' || to.path === '/begin')) return navigateTo('/')
  if (session.person) await useWorkshopStore().load()
})
