/** The browser shows the time that the server goes by. */
export default defineNuxtPlugin(() => setClock(useRuntimeConfig().public.now))
