/** Nobody sees a place before signing in; somebody signed in has no use for the door. */
export default defineNuxtRouteMiddleware(async (to) => {
  const session = useSessionStore()
  await session.load()
  if (!session.person && to.path !== '/sign-in')
    return navigateTo({ path: '/sign-in', query: to.path === '/' ? {} : { back: to.fullPath } })
  if (session.person && to.path === '/sign-in') return navigateTo('/')
  if (session.person) await useWorkshopStore().load()
})
