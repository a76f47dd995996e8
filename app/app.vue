<script setup lang="ts">
const { theme } = useTheme()
const route = useRoute()
const { title } = useRunClocks()
/** The nearest clock comes first, so that it is read on a tab too. */
useHead({ titleTemplate: (page) => `${title.value}${page ?? 'Velvet Batch'}` })
/** The bench is always dark; every other place follows the person's choice. */
watchEffect(() => {
  document.documentElement.dataset.theme = route.path.startsWith('/bench') ? 'bench' : theme.value
})
</script>

<template>
  <NuxtLayout><NuxtPage /></NuxtLayout>
</template>
