/** Notes that one has come to another page, for its heading to take the focus. */
export default defineNuxtPlugin(() => {
  const arrived = useArrival()
  useRouter().afterEach((to, from) => {
    // The first page of a visit is left where the browser begins.
    if (from.matched.length > 0 && to.path !== from.path) arrived.value = true
  })
})
