<script setup lang="ts">
definePageMeta({ redirect: '/house/people' })
</script>

<template>
  <div />
</template>
