<script setup lang="ts">
import { foundInHandbook, HANDBOOK } from '~/utils/handbook'

definePageMeta({
  validate: ({ params }) => !params.page || HANDBOOK.some(({ id }) => id === params.page),
})
const route = useRoute()
const page = computed(() => HANDBOOK.find(({ id }) => id === route.params.page) ?? HANDBOOK[0]!)
const find = ref('')
const found = computed(() => foundInHandbook(find.value))
</script>

<template>
  <div class="max-w-4xl">
    <PlaceHead
      title="Handbook"
      note="A few pages for the first day, the first batch and the first market."
    >
      <FieldText
        v-model="find"
        label="Find in the handbook"
        hide-label
        type="search"
        placeholder="Find"
      />
    </PlaceHead>
    <nav aria-label="Handbook" class="mb-4 flex flex-wrap gap-x-5 gap-y-1">
      <NuxtLink
        v-for="one in HANDBOOK"
        :key="one.id"
        :to="`/handbook/${one.id}`"
        class="border-b-2 py-1"
        :class="one === page ? 'border-ink font-semibold' : 'border-transparent text-soft'"
        :aria-current="one === page ? 'page' : undefined"
        @click="find = ''"
        >{{ one.title }}</NuxtLink
      >
    </nav>
    <template v-if="find.trim() !== ''">
      <p v-if="found.length === 0" role="status" class="text-soft">Nothing is said of this.</p>
      <section v-for="{ page: on, part } in found" :key="`${on.id} ${part.title}`" class="mb-4">
        <h2>
          <NuxtLink :to="`/handbook/${on.id}`" class="link" @click="find = ''">{{
            on.title
          }}</NuxtLink>
          · {{ part.title }}
        </h2>
        <p v-for="line in part.lines" :key="line" class="max-w-prose">{{ line }}</p>
      </section>
    </template>
    <template v-else>
      <section v-for="part in page.parts" :key="part.title" class="mb-5">
        <h2 class="mb-1">{{ part.title }}</h2>
        <p v-for="line in part.lines" :key="line" class="mb-1 max-w-prose">{{ line }}</p>
      </section>
    </template>
  </div>
</template>
