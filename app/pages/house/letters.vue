<script setup lang="ts">
const store = useLetterStore()
const { ready, failure, again } = useLoading(store.load)
const { dayAndClock } = useWhen()
const { busy, refused, attempt } = useAttempt()
const STATES = {
  kept: { word: 'kept here', stage: 'waiting' },
  waiting: { word: 'on its way', stage: 'going' },
  sent: { word: 'sent', stage: 'done' },
  failed: { word: 'did not go', stage: 'hands' },
} as const
</script>

<template>
  <div>
    <PlaceHead
      title="Letters"
      note="What went out to people and customers. Where this installation sends none, copy them from here."
    />
    <HouseTabs />
    <LoadFailure v-if="failure" :message="failure" @retry="again" />
    <p v-else-if="!ready" class="text-soft" role="status">Fetching the letters …</p>
    <EmptyPlace v-else-if="!store.letters?.length" title="No letters yet"
      >Invitations are sent from a person’s page, and word of a promise that slips from the order’s.
      How letters leave the house is told to the start command by VELVET_SMTP_URL and
      VELVET_LETTERS_FROM.</EmptyPlace
    >
    <template v-else>
      <p v-if="refused" role="alert" class="wrong mb-2">{{ refused }}</p>
      <ul class="max-w-4xl">
        <li v-for="letter in store.letters" :key="letter.id" class="border-b border-hair py-3">
          <div class="flex flex-wrap items-baseline gap-x-4 gap-y-1">
            <strong>{{ letter.subject }}</strong>
            <StateWord :word="STATES[letter.state].word" :stage="STATES[letter.state].stage" />
            <span class="text-soft"
              >to {{ letter.toName }} &lt;{{ letter.toAddress }}&gt;, written
              {{ dayAndClock(letter.writtenAt)
              }}<template v-if="letter.by"> by {{ letter.by }}</template></span
            >
          </div>
          <p v-if="letter.failure" class="wrong">{{ letter.failure }}</p>
          <details class="mt-1">
            <summary class="text-soft">what it says</summary>
            <pre class="mt-1 font-sans whitespace-pre-wrap">{{ letter.body }}</pre>
          </details>
          <button
            v-if="letter.state === 'failed'"
            type="button"
            class="quiet slim mt-2"
            :disabled="busy"
            @click="attempt(() => store.sendAgain(letter.id))"
          >
            Send it again
          </button>
        </li>
      </ul>
      <button v-if="store.next" type="button" class="quiet mt-4" @click="store.loadMore">
        Show more letters
      </button>
    </template>
  </div>
</template>
