<script setup lang="ts">
const { theme } = useTheme()
const route = useRoute()
/** The bench is always dark; every other place follows the person's choice. */
watchEffect(() => {
  document.documentElement.dataset.theme = route.path.startsWith('/bench') ? 'bench' : theme.value
})
</script>

<template>
  <NuxtLayout><NuxtPage /></NuxtLayout>
</template>
