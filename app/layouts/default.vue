<script setup lang="ts">
import { onKeyStroke } from '@vueuse/core'
import { PLACES } from '~/utils/placeList'

const session = useSessionStore()
const workshop = useWorkshopStore()
const route = useRoute()
const { theme, toggle } = useTheme()
const shortcuts = ref(false)
const measuring = ref(false)
const subscribing = ref(false)
const accounting = ref(false)
const helping = ref(false)
const places = computed(() =>
  PLACES.filter((place) => !('takes' in place) || session.may(place.takes)),
)

const isHere = (path: string) => (path === '/' ? route.path === '/' : route.path.startsWith(path))
/** Whether a key is meant for what has the focus: a field, a button of a form, a slider. */
const isTyping = (event: KeyboardEvent) =>
  (event.target as HTMLElement).closest(
    'input, textarea, select, form, [role="slider"], [role="dialog"]',
  ) !== null ||
  event.ctrlKey ||
  event.metaKey ||
  event.altKey
onKeyStroke((event) => {
  if (isTyping(event)) return
  if (event.key === '?') shortcuts.value = true
  const place = places.value.find((one) => one.key === event.key)
  if (place) void navigateTo(place.path)
})
async function leave(): Promise<void> {
  await session.signOut()
  await navigateTo('/sign-in')
}
</script>

<template>
  <div class="min-h-screen print:block lg:grid lg:grid-cols-[11.5rem_1fr]">
    <a href="#main" class="skip">Skip to the content</a>
    <nav
      aria-label="Places"
      class="print:hidden flex flex-col border-hair max-lg:border-b lg:sticky lg:top-0 lg:h-screen lg:border-r"
    >
      <p class="px-5 pt-5 font-label text-lg leading-tight max-lg:hidden">
        {{ workshop.workshop?.name }}
      </p>
      <ul class="flex flex-wrap max-lg:px-2 lg:mt-4 lg:flex-col">
        <li v-for="place in places" :key="place.path">
          <NuxtLink
            :to="place.path"
            class="block border-l-4 px-4 py-2 max-lg:border-b-2 max-lg:border-l-0 max-lg:px-2.5"
            :class="
              isHere(place.path)
                ? 'border-ink font-semibold'
                : 'border-transparent text-soft hover:text-ink'
            "
            :aria-current="isHere(place.path) ? 'page' : undefined"
            >{{ place.name }}</NuxtLink
          >
        </li>
      </ul>
      <div
        class="mt-auto space-y-1.5 px-5 py-4 text-sm max-lg:flex max-lg:flex-wrap max-lg:items-center max-lg:gap-x-4 max-lg:px-4 max-lg:py-1"
      >
        <RunningClocks />
        <OutboxNotice />
        <p class="font-semibold">{{ session.person?.name }}</p>
        <button type="button" class="link block" @click="measuring = true">My scale and cup</button>
        <button type="button" class="link block" @click="subscribing = true">Calendar</button>
        <button type="button" class="link block" @click="accounting = true">My password</button>
        <NuxtLink v-if="session.person?.role === 'guest'" to="/bill" class="link block"
          >My bill</NuxtLink
        >
        <NuxtLink to="/workshops" class="link block">Workshops</NuxtLink>
        <button type="button" class="link block" @click="toggle">
          {{ theme === 'wall' ? 'Dark' : 'Light' }}
        </button>
        <button type="button" class="link block" @click="helping = true">Help</button>
        <button type="button" class="link block max-lg:hidden" @click="shortcuts = true">
          Shortcuts (?)
        </button>
        <button type="button" class="link block" @click="leave">Sign out</button>
      </div>
    </nav>
    <main id="main" class="min-w-0 px-4 py-5 lg:px-8" tabindex="-1"><slot /></main>
    <WhyPanel />
    <SignInAgain />
    <LeavingDialog />
    <HelpDialog :open="helping" @close="helping = false" />
    <ShortcutList :open="shortcuts" @close="shortcuts = false" />
    <CalendarDialog :open="subscribing" @close="subscribing = false" />
    <AccountDialog :open="accounting" @close="accounting = false" />
    <MeasureDialog :open="measuring" @close="measuring = false" />
  </div>
</template>
