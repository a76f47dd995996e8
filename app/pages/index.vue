<script setup lang="ts">
import type { PieceRow } from '~~/shared/types/pieces'
import { comesIfOrdered } from '~~/core/question'
import { formatDuration } from '~~/core/units'
import { nextOpening } from '~/utils/nextOpening'

const plan = usePlanStore()
const racks = useRackStore()
const session = useSessionStore()
const workshop = useWorkshopStore()
const resins = useResinStore()
const { ready, failure, again } = useLoading(() =>
  Promise.all([plan.load(), racks.load(), resins.load()]),
)
const now = useTicking(30_000)
const { short: shortTime, clock, local, dayAndClock } = useWhen()
const SHOWN = 15
const mine = ref(false)

const hands = computed(() =>
  (plan.plan?.tasks ?? [])
    .filter(
      (task) =>
        task.attended &&
        Date.parse(task.endAt) > now.value &&
        (!mine.value || task.personId === session.person?.id),
    )
    .slice(0, SHOWN),
)
const openings = computed(() => {
  const groups = new Map<string, { piece: PieceRow; count: number }>()
  for (const piece of racks.pieces) {
    const key = `${piece.orderId}.${piece.recipeId}.${piece.letter}.${piece.state}.${piece.curedFrom}`
    const group = groups.get(key)
    if (group) group.count++
    else groups.set(key, { piece, count: 1 })
  }
  return [...groups.values()]
    .flatMap(({ piece, count }) => {
      const next = nextOpening(piece, now.value)
      return next ? [{ piece, count, next }] : []
    })
    .sort((x, y) => x.next.at.localeCompare(y.next.at))
    .slice(0, SHOWN)
})
/** What the plan has behind it and nobody has begun: a pot that should be mixed and is not. */
const overdue = computed(() =>
  (plan.plan?.tasks ?? []).filter(
    (task) =>
      task.kind === 'mix' &&
      plan.potById.get(task.potId ?? 0)?.state === 'planned' &&
      Date.parse(task.endAt) < now.value &&
      (!mine.value || task.personId === session.person?.id),
  ),
)
/** Resins of which the pots still to be mixed ask for more than the stores hold. */
const short = computed(() => {
  const needMl = new Map<number, number>()
  for (const pot of plan.pots)
    if (pot.state === 'planned')
      needMl.set(pot.resinId, (needMl.get(pot.resinId) ?? 0) + pot.needMl)
  return [...needMl].flatMap(([id, need]) => {
    const resin = resins.byId.get(id)
    const told = plan.plan?.terms.deliveries.find((delivery) => delivery.resinId === id)?.at
    const ordered = new Date(comesIfOrdered(now.value, resin?.leadDays ?? 0)).toISOString()
    return resin && resin.stockMl !== undefined && need > resin.stockMl
      ? [
          {
            resin,
            need,
            stock: resin.stockMl,
            comes: told
              ? `it comes ${shortTime(told)}`
              : `ordered now it can be there ${shortTime(ordered)}`,
          },
        ]
      : []
  })
})
const late = computed(() =>
  (plan.plan?.promises ?? []).filter((promise) => promise.readyAt === null || promise.lateMin > 0),
)
const orderTitle = computed(
  () => new Map((plan.plan?.promises ?? []).map((promise) => [promise.orderId, promise.title])),
)
const isNow = (task: { startAt: string }) => Date.parse(task.startAt) <= now.value
const dayOf = (iso: string) =>
  local(iso).hasSame(local(new Date(now.value).toISOString()), 'day')
    ? ''
    : local(iso).toFormat('ccc d')
const today = computed(() => local(new Date(now.value).toISOString()).toFormat('cccc d LLLL'))
</script>

<template>
  <div>
    <PlaceHead title="Today" :note="today"
      ><label class="flex items-center gap-2 px-2"
        ><input v-model="mine" type="checkbox" class="size-5 accent-ink" /> my hands only</label
      ></PlaceHead
    >
    <LoadFailure v-if="failure" :message="failure" @retry="again" />
    <p v-else-if="!ready" class="text-soft" role="status">Fetching the day …</p>
    <div v-else class="grid gap-x-10 gap-y-6 lg:grid-cols-[minmax(0,1.25fr)_minmax(0,1fr)]">
      <section aria-labelledby="hands">
        <h2 id="hands" class="mb-1">Hands, now and next</h2>
        <EmptyPlace v-if="hands.length === 0" title="Nothing needs hands"
          >Either all is done, or nothing is planned from here on.<template #action
            ><NuxtLink to="/plan" class="press">Open the plan</NuxtLink></template
          ></EmptyPlace
        >
        <ol v-else>
          <li
            v-for="task in hands"
            :key="task.key"
            class="grid grid-cols-[4rem_2rem_minmax(0,1fr)_auto] items-center gap-3 border-b border-hair py-1 leading-tight"
            :class="isNow(task) ? 'bg-sheet font-semibold' : ''"
          >
            <span class="whitespace-nowrap"
              >{{ isNow(task) ? 'now' : clock(task.startAt) }}<br v-if="dayOf(task.startAt)" /><span
                class="text-sm font-normal text-soft"
                >{{ dayOf(task.startAt) }}</span
              ></span
            >
            <PotMark
              v-if="plan.potById.get(task.potId ?? 0)"
              :letter="plan.potById.get(task.potId ?? 0)!.letter"
              :tint="plan.potById.get(task.potId ?? 0)!.tint"
            /><span v-else />
            <span class="min-w-0"
              ><span :class="isNow(task) ? '' : 'font-semibold'">{{ task.title }}</span>
              <span class="font-normal text-soft">{{
                orderTitle.get(task.orderId)
              }}</span><br /><span class="text-sm font-normal text-soft"
                >{{ workshop.people.get(task.personId ?? 0)?.name
                }}{{ task.station ? `, ${task.station}` : '' }}</span
              ></span
            >
            <NuxtLink
              v-if="task.kind === 'mix' && plan.potById.has(task.potId ?? 0)"
              :to="`/bench/${task.potId}`"
              class="quiet slim inline-grid place-content-center"
              >bench</NuxtLink
            ><span v-else />
          </li>
        </ol>
      </section>
      <div class="space-y-6">
        <section v-if="overdue.length">
          <h2 class="mb-1 text-hands">Running late</h2>
          <ul>
            <li
              v-for="task in overdue"
              :key="task.key"
              class="grid grid-cols-[2rem_minmax(0,1fr)_auto] items-center gap-3 border-b border-hair py-1.5"
            >
              <PotMark
                :letter="plan.potById.get(task.potId ?? 0)!.letter"
                :tint="plan.potById.get(task.potId ?? 0)!.tint"
              /><span
                ><span class="font-semibold">{{ task.title }}</span>
                <span class="text-soft"
                  >should have been done {{ shortTime(task.endAt) }},
                  {{ workshop.people.get(task.personId ?? 0)?.name }}</span
                ></span
              ><NuxtLink
                :to="`/bench/${task.potId}`"
                class="quiet slim inline-grid place-content-center"
                >bench</NuxtLink
              >
            </li>
          </ul>
          <NuxtLink to="/plan" class="link">Bring the plan up to date</NuxtLink>
        </section>
        <section v-if="short.length">
          <h2 class="mb-1 text-hands">Short</h2>
          <ul>
            <li v-for="one in short" :key="one.resin.id" class="border-b border-hair py-1.5">
              <NuxtLink :to="`/stores/${one.resin.id}`" class="link font-semibold">{{
                one.resin.name
              }}</NuxtLink>
              <span class="text-soft"
                >the pots to come need {{ figure(one.need, 'ml', 0) }}, the stores hold
                {{ figure(one.stock, 'ml', 0) }}; {{ one.comes }}, and the plan counts on that</span
              >
            </li>
          </ul>
        </section>
        <section v-if="late.length">
          <h2 class="mb-1 text-hands">Promises that slip</h2>
          <ul>
            <li v-for="promise in late" :key="promise.orderId" class="border-b border-hair py-1.5">
              <NuxtLink :to="`/orders/${promise.orderId}`" class="link font-semibold">{{
                promise.title
              }}</NuxtLink>
              <span class="text-soft">promised {{ dayAndClock(promise.promisedAt) }}</span
              ><br /><StateWord
                :word="
                  promise.readyAt === null
                    ? 'cannot be planned'
                    : `late by ${formatDuration(promise.lateMin)}`
                "
                stage="hands"
              />
            </li>
          </ul>
        </section>
        <section>
          <h2 class="mb-1">Opens and closes</h2>
          <p v-if="openings.length === 0" class="text-soft">Nothing is curing.</p>
          <ol v-else>
            <li
              v-for="{ piece, count, next } in openings"
              :key="piece.id"
              class="grid grid-cols-[8.4rem_2rem_minmax(0,1fr)] items-center gap-3 border-b border-hair py-1.5"
            >
              <span
                class="whitespace-nowrap"
                :class="next.closes ? 'font-semibold text-soon' : ''"
                >{{ shortTime(next.at) }}</span
              >
              <PotMark v-if="piece.letter" :letter="piece.letter" :tint="piece.tint" /><span
                v-else
              />
              <span
                ><span class="font-semibold"
                  >{{ count > 1 ? `${count} × ` : '' }}{{ piece.recipeName }}</span
                >
                <span class="text-soft">{{
                  next.closes ? 'tack window closes' : next.words
                }}</span></span
              >
            </li>
          </ol>
        </section>
      </div>
    </div>
  </div>
</template>
