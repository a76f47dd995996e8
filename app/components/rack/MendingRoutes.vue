<script setup lang="ts">
import { routesFor, type Member, type Route } from '~~/core/rework'
import type { Recipe } from '~~/core/trade'

/** The ways in which a piece can be mended, each with what it takes and costs. */
const { recipe, member } = defineProps<{ recipe: Recipe; member: Member | null }>()
const emit = defineEmits<{ choose: [route: Route]; close: [] }>()
const routes = computed(() =>
  routesFor(recipe, member).map(({ route, recipe: mending }) => ({
    route,
    mending: { ...mending, id: 0 },
  })),
)
</script>

<template>
  <section class="mt-3 border-l-4 border-hands pl-3" aria-label="How it is mended">
    <div class="flex items-baseline justify-between gap-3">
      <h3>How it is mended</h3>
      <button type="button" class="link" @click="emit('close')">Not yet</button>
    </div>
    <p v-if="routes.length === 0" class="text-soft">
      Its form has no flat face that could be coated: it is sold as second quality, or lost and made
      again.
    </p>
    <ul>
      <MendingRoute
        v-for="{ route, mending } in routes"
        :key="route"
        :route="route"
        :mending="mending"
        @choose="emit('choose', route)"
      />
    </ul>
  </section>
</template>
