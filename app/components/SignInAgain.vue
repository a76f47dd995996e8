<script setup lang="ts">
/** Asks for the password again over the screen, which keeps everything that was typed. */
const session = useSessionStore()
</script>

<template>
  <AskDialog :open="session.expired" title="You were signed out" @close="() => {}">
    <p class="mb-4 text-soft">
      Sign in and go on: everything on the screen is still there. What was not yet saved has to be
      sent again.
    </p>
    <SignInFields @done="() => {}" />
  </AskDialog>
</template>
