<script setup lang="ts">
import type { NuxtError } from '#app'

/** What is shown where no page is, or where one broke. */
const { error } = defineProps<{ error: NuxtError }>()
const isMissing = computed(() => error.statusCode === 404)
useHead({ title: () => `${isMissing.value ? 'Nothing here' : 'Something broke'} · Velvet Batch` })
const leave = (path: string) => clearError({ redirect: path })
</script>

<template>
  <main class="mx-auto grid min-h-screen max-w-md content-center p-6">
    <h1 class="mb-1">{{ isMissing ? 'There is nothing here' : 'Something broke' }}</h1>
    <p class="text-soft">
      {{
        isMissing
          ? 'The address may be mistyped, or what it led to was removed.'
          : 'This page cannot be shown; what was saved is not touched by it. Try again, and tell the manager if it stays.'
      }}
    </p>
    <div class="mt-5 flex gap-3">
      <button type="button" class="press" @click="leave('/')">To Today</button>
      <button v-if="!isMissing" type="button" class="quiet" @click="leave($route.fullPath)">
        Try again
      </button>
    </div>
  </main>
</template>
